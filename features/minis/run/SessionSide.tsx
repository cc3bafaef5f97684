'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { fineMassFigure, inWords, plural } from '../../../core/common/format';
import {
  massOfMini,
  loopsOn,
  type NewMiniEvent,
  type MiniRunState,
  minisMade,
  minisToCome,
  weighingNow,
} from '../../../core/minis/miniRun';
import { miniVerdict } from '../../../core/minis/weighingChecks';
import type { MiniRunPage } from '../../../server/minis/miniRuns';
import { Large } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import styles from './SessionSide.module.css';
import type { Session } from './useSession';
import { VERDICT_WORDS } from '../words';
import { Loading } from '../../../ui/feedback/Loading';

const MassChart = contained(dynamic(() => import('./MassChart'), { ssr: false, loading: () => <Loading rows={5} /> }));

/** So many rings stand in view; the older ones are in the chart. */
const RINGS_SHOWN = 8;

/** The minis that are done, as rings to scale with what each is off, and how they run over the session. */
export function SessionSide({
  page,
  state,
  session,
  enabled,
  record,
}: {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  enabled: boolean;
  record: (newEvent: NewMiniEvent) => void;
}) {
  const system = useSystem();
  const { plan } = page;
  const made = minisMade(state);
  const done = made.filter((part) => part !== state.part);
  // The one in hand tells something once it is weighed.
  const reported = made.filter((part) => part !== state.part || weighingNow(state, part) !== null);
  const rings = done.slice(-RINGS_SHOWN);
  const largestG = Math.max(...plan.minis.map(({ massG }) => massG));
  const massOf = (part: number) => weighingNow(state, part)?.massG ?? massOfMini(state, session.learned, part).mean;
  const toCome = minisToCome(state).length;
  return (
    <div className="flex flex-col gap-3 min-w-0">
      <div className="grid grid-cols-[1fr_1fr] gap-y-3 gap-x-4 leading-[1.2]">
        <Large figure={{ number: String(done.length), unit: `of ${plan.minis.length}` }} label="minis are made" />
        <Large figure={fineMassFigure(session.next.remainingG, system)} label="usable before the next knot" />
      </div>
      {done.length === 0 ? (
        <p className="text-ink-soft text-body">
          Each mini comes to stand here as a ring, as large as it weighs, and the next one’s count follows from it.
        </p>
      ) : (
        <ol className="grid grid-cols-[repeat(4,minmax(0,1fr))] gap-y-1 gap-x-2" aria-label="Minis that are made">
          {rings.map((part) => {
            const wanted = plan.minis[part]!;
            const weighed = weighingNow(state, part);
            const offG = massOf(part) - wanted.massG;
            const verdict = weighed ? miniVerdict(weighed, wanted) : null;
            return (
              <li key={part}>
                <button
                  type="button"
                  className={styles.ring}
                  data-verdict={verdict ?? 'not weighed'}
                  disabled={!enabled}
                  onClick={() => record({ kind: 'stage', part, stage: 'weigh' })}
                >
                  <span className="visually-hidden">
                    Mini {part + 1}: {plural(loopsOn(state, part), 'loop')},{' '}
                    {inWords(fineMassFigure(massOf(part), system))}, {verdict ? VERDICT_WORDS[verdict] : 'not weighed'}
                    ,{' '}
                  </span>
                  <svg viewBox="0 0 60 60" aria-hidden="true">
                    <PieceGlyph
                      form="mini skein"
                      colourHex={page.colourHex}
                      x={30}
                      y={30}
                      side={62 * Math.sqrt(Math.min(1.2, massOf(part) / largestG))}
                    />
                  </svg>
                  <span>
                    {!weighed && '≈'}
                    {Math.abs(offG) < 0.005 ? '±' : offG > 0 ? '+' : '−'}
                    {inWords(fineMassFigure(Math.abs(offG), system))}
                    {verdict === 'light' || verdict === 'heavy' ? ' !' : ''}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
      )}
      <div className="flex-[1_1_150px] min-h-[150px] max-h-[230px] relative max-tablet:basis-[170px]">
        {reported.length > 1 && (
          <MassChart
            points={reported.map((part) => {
              const { massG, toleranceG } = plan.minis[part]!;
              return {
                mini: part + 1,
                offG: massOf(part) - massG,
                toleranceG,
                weighed: weighingNow(state, part) !== null,
              };
            })}
            colourHex={page.colourHex}
            minis={plan.minis.length}
          />
        )}
      </div>
      <p className="text-ink-soft text-body">
        {toCome > 0 ? `${toCome} to come` : 'none to come'}
        {state.skipped.some(Boolean) && `, ${state.skipped.filter(Boolean).length} left out`}.
        {session.learned.driftPerLoop !== 0 && session.taughtBy > 2 && ` ${driftWords(session, state)}`}
      </p>
    </div>
  );
}

/** Whether the yarn grows heavier or lighter along the skein, where that is more than chance. */
function driftWords({ learned }: Session, state: MiniRunState): string {
  const loops = state.loops.reduce((sum, each) => sum + Math.max(0, each), 0);
  const change = (learned.driftPerLoop * loops) / learned.gramsPerLoop;
  if (Math.abs(change) < 0.01) return 'A loop weighs the same all along.';
  return `The yarn grows ${change > 0 ? 'heavier' : 'lighter'}: ${Math.abs(100 * change).toFixed(1)} % since the first.`;
}
