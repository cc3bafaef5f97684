import { Link } from '../../../ui/controls/Link';
import type { ShelfCard } from '../../../server/yarn/shelf';
import { LengthWithin, Mass } from '../../../ui/figures/Figures';
import { Swatch } from '../../../ui/figures/Swatch';
import { glyphSide, PieceGlyph } from '../../../ui/thread/PieceGlyph';
import styles from './ShelfScreen.module.css';

/** One yarn as it stands on the shelf: its pieces to scale and in its colour, and how much there is. */
export function ShelfPlace({ card }: { card: ShelfCard }) {
  const { left } = card;
  return (
    <Link
      href={`/yarns/${card.id}`}
      className={`${styles.place} flex flex-col no-underline rounded-md scroll-m-[40px] hover:text-ink`}
      data-shelf-place
    >
      <ShelfDrawing card={card} />
      <span className="h-[5px] mb-2 rounded-sm bg-line" />
      <span className="flex gap-2 items-center">
        <Swatch hex={card.colourHex} size={14} />
        <strong className={`${styles.name} font-heading font-heavy text-body leading-[1.25] line-clamp-2`}>
          {card.name}
        </strong>
      </span>
      <span className={`${styles.soft} text-ink-soft`}>
        {[card.maker, card.dyeLot && `lot ${card.dyeLot}`].filter(Boolean).join(' · ')}
      </span>
      <span className="overflow-hidden whitespace-nowrap text-ellipsis">
        {left ? (
          <>
            <strong>
              <LengthWithin m={left.lengthM} />
            </strong>
            {left.contradicted ? ' (contradicted)' : left.guess && ' (a guess)'} · <Mass g={left.massG} />
          </>
        ) : (
          card.pieceCount > 0 && 'length not known yet'
        )}
      </span>
      <span className={`${styles.soft} text-ink-soft`}>{[card.total, card.place].filter(Boolean).join(' · ')}</span>
    </Link>
  );
}

const MOST_DRAWN = 6;
const BOARD_WIDTH = 300;
const BOARD_HEIGHT = 106;

/** The pieces side by side, standing on the board; areas to scale by mass. */
function ShelfDrawing({ card: { pieces, pieceCount, colourHex } }: { card: ShelfCard }) {
  const drawn = pieces.slice(0, MOST_DRAWN);
  const sides = drawn.map(({ massG }) => glyphSide(massG));
  const last = sides.at(-1) ?? 0;
  const before = sides.slice(0, -1).reduce((sum, side) => sum + side, 0);
  // Many or heavy pieces stand closer, one before the other.
  const squeeze = Math.min(1, (BOARD_WIDTH - 10 - last) / Math.max(1, before));
  return (
    <svg viewBox={`0 0 ${BOARD_WIDTH} ${BOARD_HEIGHT}`} className="w-full h-[106px] block" aria-hidden="true">
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
      {pieceCount > MOST_DRAWN && (
        <text x={BOARD_WIDTH - 4} y={BOARD_HEIGHT - 8} textAnchor="end" fontSize={16} fill="var(--ink-soft)">
          + {pieceCount - MOST_DRAWN} more
        </text>
      )}
    </svg>
  );
}
