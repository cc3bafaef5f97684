'use client';

import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { EntryPage, EntryPiece } from '../../server/logbook';
import { BalanceWords } from '../../ui/BalanceWords';
import { dateAndTime } from '../../ui/dates';
import { KnownMass, Length, Mass } from '../../ui/Figures';
import { SampleWords } from '../../ui/SampleWords';
import { Say } from '../../ui/Say';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { redo, undo } from './actions';
import styles from './EntryScreen.module.css';

const TITLES = { receive: 'Came in', wind: 'Wound', weigh: 'Weighed', sample: 'Measured', undo: 'Undone' };

/** One entry of the logbook: what went in, what came out, and whether that agrees. */
export function EntryScreen({ entry }: { entry: EntryPage }) {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const on = (side: EntryPiece['side']) => entry.pieces.filter((piece) => piece.side === side);
  const before = on('in');
  const after = [...on('out'), ...on('on')];

  const change = async (way: typeof undo) => {
    const done = await way(entry.id).catch(() => ({
      ok: false as const,
      errors: { '': 'the app cannot be reached just now' },
    }));
    setProblem(done.ok ? '' : Object.values(done.errors).join('. '));
    router.refresh();
  };

  return (
    <article>
      <p>
        <Link href={`/yarns/${entry.yarn.id}`}>{entry.yarn.name}</Link>
      </p>
      <h1>{TITLES[entry.kind]}</h1>
      <p className={styles.soft}>
        <time dateTime={entry.at}>{dateAndTime(entry.at)}</time>
        {!entry.live && ' · undone'}
      </p>
      <div className={styles.sides} data-undone={!entry.live}>
        {before.length > 0 && (
          <>
            <Side pieces={before} entry={entry} gone />
            <svg width={74} height={30} aria-label="into" role="img" className={styles.arrow}>
              <path d="M4 15h58M52 6l12 9-12 9" fill="none" stroke="var(--ink-soft)" strokeWidth={3} />
            </svg>
          </>
        )}
        <Side pieces={after} entry={entry} />
        {entry.wasteG > 0 && (
          <p className={styles.waste}>
            and <Mass g={entry.wasteG} /> thrown away
          </p>
        )}
      </div>
      <div className={styles.columns}>
        <div className={styles.told}>
          {entry.kind === 'receive' && <p>This is where its thread begins.</p>}
          {entry.sample && (
            <p className={styles.measured}>
              <SampleWords sample={entry.sample} />
              {!entry.sample.counts && ', measured again since'}
            </p>
          )}
          {entry.balance && <BalanceWords balance={entry.balance} />}
          {entry.kind === 'wind' && !entry.balance && (
            <Say tone="plain">Not everything was weighed before and after, so the masses cannot be compared.</Say>
          )}
          {entry.note && <blockquote className={styles.note}>{entry.note}</blockquote>}
          {entry.run && <RunFigures run={entry.run} />}
        </div>
        <div className={styles.told}>
          {entry.live
            ? entry.whyNotUndo === null && (
                <Button onClick={() => void change(undo)}>
                  {entry.run ? 'Undo, and back to the scale' : 'Undo this entry'}
                </Button>
              )
            : entry.whyNotRedo === null && <Button onClick={() => void change(redo)}>Bring this entry back</Button>}
          {entry.live && entry.whyNotUndo !== null && (
            <p className={styles.soft}>Cannot be undone now: {entry.whyNotUndo}.</p>
          )}
          {!entry.live && entry.whyNotRedo !== null && (
            <p className={styles.soft}>Cannot be brought back now: {entry.whyNotRedo}.</p>
          )}
          {problem && (
            <Say tone="bad" role="alert">
              {problem}
            </Say>
          )}
        </div>
      </div>
    </article>
  );
}

function Side({ pieces, entry, gone }: { pieces: EntryPiece[]; entry: EntryPage; gone?: boolean }) {
  return (
    <ul className={styles.side}>
      {pieces.slice(0, 8).map((piece) => {
        const side = glyphSide(piece.mass?.massG ?? null);
        return (
          <li key={piece.id}>
            <Link href={`/pieces/${piece.id}`} className={styles.piece}>
              <svg width={124} height={112} aria-hidden="true">
                <PieceGlyph
                  form={piece.form}
                  colourHex={entry.yarn.colourHex}
                  x={62}
                  y={58}
                  side={side}
                  gone={gone}
                  knots={piece.knotsAtM.length > 0}
                />
              </svg>
              <strong>{piece.label}</strong>
              {(piece.mass ?? entry.kind !== 'sample') && (
                <span>{piece.mass ? <KnownMass fact={piece.mass} /> : 'mass not known'}</span>
              )}
              {piece.mass && entry.yarn.gristMPerG !== null && (
                <span className={styles.soft}>
                  <Length m={piece.mass.massG * entry.yarn.gristMPerG} />
                </span>
              )}
              {piece.knotsAtM.map((m, i) => (
                <span key={i} className={styles.soft}>
                  knot at <Length m={m} />
                </span>
              ))}
            </Link>
          </li>
        );
      })}
      {pieces.length > 8 && <li className={styles.more}>and {pieces.length - 8} more</li>}
    </ul>
  );
}

function RunFigures({ run }: { run: NonNullable<EntryPage['run']> }) {
  const planned = run.plan.cakes.map(({ crankTurns }) => Math.round(crankTurns.mean));
  const { stops } = run.state;
  return (
    <dl className={styles.figures}>
      <dt>winder</dt>
      <dd>{run.plan.winder.name}</dd>
      <dt>turns</dt>
      <dd>
        {run.turns.join(' and ') || 'none counted'}, planned {planned.join(' and ')}
      </dd>
      {run.secondsPerTurn !== null && (
        <>
          <dt>pace</dt>
          <dd>{Math.round(60 / run.secondsPerTurn)} turns a minute</dd>
        </>
      )}
      <dt>stops</dt>
      <dd>
        {stops.length === 0 ? 'none' : stops.map(({ reason, atTurn }) => `${reason} at turn ${atTurn}`).join(', ')}
      </dd>
      <dt>knots</dt>
      <dd>
        {run.state.knots.length === 0
          ? 'none found'
          : run.state.knots.map(({ atTurn }) => `at turn ${atTurn}`).join(', ')}
      </dd>
    </dl>
  );
}
