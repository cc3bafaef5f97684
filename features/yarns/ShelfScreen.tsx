'use client';

import { Input } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import { pieceTotal } from '../../core/piece';
import { fibresInWords } from '../../core/fibre';
import type { ShelfYarn } from '../../server/yarnViews';
import { ActionLink } from '../../ui/ActionLink';
import { LengthWithin, Mass } from '../../ui/Figures';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import styles from './ShelfScreen.module.css';

/** What have I got: every yarn as it lies on the shelf, its pieces to scale and in its colour. */
export function ShelfScreen({ yarns }: { yarns: ShelfYarn[] }) {
  const [sought, seek] = useState('');
  const found = yarns.filter((entry) => matches(entry, sought));
  return (
    <>
      <div className={styles.head}>
        <h1>What there is</h1>
        {yarns.length > 0 && (
          <Input
            className={styles.search}
            placeholder="Maker, line, colour, lot, fibre"
            aria-label="Search the shelf"
            value={sought}
            onChange={(event) => seek(event.target.value)}
            allowClear
          />
        )}
        <ActionLink href="/yarns/new">Add a yarn</ActionLink>
      </div>
      {yarns.length === 0 && <EmptyShelf />}
      {yarns.length > 0 && found.length === 0 && <p role="status">No yarn on the shelf has “{sought}” on its band.</p>}
      <ul className={styles.shelf}>
        {found.map((entry) => (
          <li key={entry.yarn.id}>
            <ShelfPlace entry={entry} />
          </li>
        ))}
      </ul>
    </>
  );
}

function ShelfPlace({ entry: { yarn, pieces, left } }: { entry: ShelfYarn }) {
  return (
    <Link href={`/yarns/${yarn.id}`} className={styles.place}>
      <ShelfDrawing colourHex={yarn.colourHex} pieces={pieces} />
      <span className={styles.board} style={{ borderColor: yarn.colourHex }} />
      <strong className={styles.name}>{yarn.name}</strong>
      <span className={styles.soft}>
        {[yarn.maker, yarn.dyeLot && `lot ${yarn.dyeLot}`].filter(Boolean).join(' · ')}
      </span>
      <span>
        {left ? (
          <>
            <strong>
              <LengthWithin m={left.lengthM} />
            </strong>
            {left.grist.guess && ' (a guess)'} · <Mass g={left.massG.mean} />
          </>
        ) : (
          'length not known yet'
        )}
      </span>
      <span className={styles.soft}>{pieceTotal(pieces)}</span>
    </Link>
  );
}

const MOST_DRAWN = 6;
const BOARD_WIDTH = 300;
const BOARD_HEIGHT = 106;

/** The pieces side by side, standing on the board; areas to scale by mass. */
function ShelfDrawing({ colourHex, pieces }: Pick<ShelfYarn, 'pieces'> & { colourHex: string }) {
  const drawn = pieces.slice(0, MOST_DRAWN);
  const sides = drawn.map(({ massG }) => glyphSide(massG));
  const last = sides.at(-1) ?? 0;
  const before = sides.slice(0, -1).reduce((sum, side) => sum + side, 0);
  // Many or heavy pieces stand closer, one before the other.
  const squeeze = Math.min(1, (BOARD_WIDTH - 10 - last) / Math.max(1, before));
  return (
    <svg viewBox={`0 0 ${BOARD_WIDTH} ${BOARD_HEIGHT}`} className={styles.drawing} aria-hidden="true">
      {drawn.map((piece, i) => {
        const at = sides.slice(0, i).reduce((sum, side) => sum + side * squeeze, 0);
        const side = sides[i]!;
        const scale = Math.min(1, 104 / side);
        const foot = piece.form === 'hank' || piece.form === 'shop skein' ? 0.35 : 0.43;
        return (
          <PieceGlyph
            key={piece.id}
            form={piece.form}
            colourHex={colourHex}
            x={5 + at + side / 2}
            y={BOARD_HEIGHT - 2 - side * scale * foot}
            side={side * scale}
          />
        );
      })}
      {pieces.length > MOST_DRAWN && (
        <text x={BOARD_WIDTH - 4} y={20} textAnchor="end" fontSize={16} fill="var(--ink-soft)">
          + {pieces.length - MOST_DRAWN} more
        </text>
      )}
    </svg>
  );
}

function EmptyShelf() {
  return (
    <div className={styles.empty}>
      <svg width={220} height={130} aria-hidden="true">
        <PieceGlyph form="hank" colourHex="#8a9a86" x={70} y={66} side={118} gone />
        <PieceGlyph form="cake" colourHex="#b08d57" x={168} y={76} side={92} gone />
      </svg>
      <h2>The shelf is empty</h2>
      <p>Take a hank, its paper band and a scale. Type what the band says, as far as it says anything, and begin.</p>
      <p className={styles.soft}>
        Coming from another machine? An archive can be read in from the <Link href="/logbook">logbook</Link>.
      </p>
    </div>
  );
}

function matches({ yarn }: ShelfYarn, sought: string): boolean {
  const text = [yarn.maker, yarn.line, yarn.colourName, yarn.dyeLot, fibresInWords(yarn.fibres), yarn.notes]
    .join(' ')
    .toLowerCase();
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
