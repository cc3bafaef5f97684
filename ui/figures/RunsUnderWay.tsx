'use client';

import { Link } from '../controls/Link';
import { cakeInHand, countedOn, madeOn, ontoInWords } from '../../core/winding/run';
import type { RunUnderWay } from '../../core/logbook/runUnderWay';
import { Mass } from './Figures';
import styles from './RunsUnderWay.module.css';
import { glyphSide, PieceGlyph } from '../thread/PieceGlyph';

/** What waits on the bench, each with the count at which it stands. */
export function RunsUnderWay({ runs }: { runs: readonly RunUnderWay[] }) {
  return (
    <ul className="grid gap-3">
      {runs.map((run) => (
        <li key={run.id}>
          <Link href={`/${run.kind === 'wind' ? 'winding' : 'minis'}/run/${run.id}`} className={styles.run}>
            <svg width={120} height={120} viewBox="0 0 120 120" aria-hidden="true">
              <PieceGlyph
                form={run.kind === 'wind' ? madeOn(run.tool.onto) : 'mini skein'}
                colourHex={run.colourHex}
                x={60}
                y={62}
                side={glyphSide(run.massG)}
              />
            </svg>
            <span className={`${styles.words} flex flex-[1_1_240px] flex-col gap-1`}>
              <strong className="font-heading font-heavy text-title leading-[1.2]">{run.yarnName}</strong>
              <span>
                {run.pieceLabel}, <Mass g={run.massG} />, {whereItStands(run)}
              </span>
              <span className="[&_span]:block [&_span]:h-full [&_span]:border-r-[3px] [&_span]:border-ink h-3 mt-2 rounded-md bg-sunk shadow-[inset_0_0_0_1px_var(--line)] overflow-hidden">
                <span
                  style={{
                    width: `${Math.min(100, (100 * (run.counted ?? 0)) / run.toCount)}%`,
                    background: run.colourHex,
                  }}
                />
              </span>
            </span>
            <span className="[&_strong]:text-huge [&_span]:text-ink-soft flex flex-col items-end leading-[1.1] max-phone:items-start max-phone:flex-1">
              {run.counted === null ? (
                <span>not counted</span>
              ) : (
                <>
                  <strong>{run.counted}</strong>
                  <span>
                    of {run.toCount} {run.kind === 'wind' ? countedOn(run.tool.onto) : 'loops'}
                  </span>
                </>
              )}
            </span>
            <span className="py-3 px-6 rounded-md bg-acorn text-on-acorn font-semibold">Go on</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function whereItStands(run: RunUnderWay): string {
  const { part, parts, stopped } = run;
  const mini = parts === 1 ? 'mini 1' : `mini ${part + 1} of ${parts}`;
  const which = run.kind === 'wind' ? cakeInHand(run.label, part, parts) : mini;
  if (stopped) return `${which}, stopped: ${stopped}`;
  switch (run.stage) {
    case 'prepare':
      return 'being prepared';
    case 'wind':
      return run.kind === 'wind' ? `${which}, ${ontoInWords(run.tool)}` : which;
    case 'take off':
      return `${which}, to be taken off`;
    case 'count':
      return `${which}, being counted`;
    case 'weigh':
      return run.kind === 'wind' ? 'wound, to be weighed' : `${which}, to be weighed`;
    case 'finish':
      return 'all made, the rest to be weighed';
  }
}
