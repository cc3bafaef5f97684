'use client';

import Link from 'next/link';
import type { Stage } from '../core/run';
import { Mass } from './Figures';
import styles from './RunsUnderWay.module.css';
import { glyphSide, PieceGlyph } from './thread/PieceGlyph';

export interface RunUnderWay {
  id: number;
  yarnName: string;
  colourHex: string;
  pieceLabel: string;
  stage: Stage;
  part: number;
  cakes: number;
  turns: number;
  turnsPlanned: number;
  massG: number;
  stopped: { reason: string } | null;
}

/** The windings that wait on the bench, each with the count at which it stands. */
export function RunsUnderWay({ runs }: { runs: readonly RunUnderWay[] }) {
  return (
    <ul className={styles.runs}>
      {runs.map((run) => (
        <li key={run.id}>
          <Link href={`/winding/run/${run.id}`} className={styles.run}>
            <svg width={120} height={120} viewBox="0 0 120 120" aria-hidden="true">
              <PieceGlyph form="cake" colourHex={run.colourHex} x={60} y={62} side={glyphSide(run.massG)} />
            </svg>
            <span className={styles.words}>
              <strong className={styles.name}>{run.yarnName}</strong>
              <span>
                {run.pieceLabel}, <Mass g={run.massG} />, {whereItStands(run)}
              </span>
              <span className={styles.bar}>
                <span
                  style={{
                    width: `${Math.min(100, (100 * run.turns) / run.turnsPlanned)}%`,
                    background: run.colourHex,
                  }}
                />
              </span>
            </span>
            <span className={styles.count}>
              <strong>{run.turns}</strong>
              <span>of {run.turnsPlanned} turns</span>
            </span>
            <span className={styles.go}>Go on</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function whereItStands({ stage, stopped, part, cakes }: RunUnderWay): string {
  const which = cakes > 1 ? `cake ${part + 1} of ${cakes}` : 'one cake';
  if (stopped) return `${which}, stopped: ${stopped.reason}`;
  switch (stage) {
    case 'prepare':
      return 'being prepared';
    case 'wind':
      return `${which}, on the winder`;
    case 'take off':
      return `${which}, to be taken off`;
    case 'weigh':
      return 'wound, to be weighed';
  }
}
