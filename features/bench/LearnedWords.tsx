'use client';

import { Tooltip } from 'antd';
import { Link } from '../../ui/controls/Link';
import { HALF_WIDTH_90 } from '../../core/common/estimate';
import type { LearnedFigure, LearnedTool } from '../../server/bench/calibration';
import { shortDate } from '../../ui/figures/dates';
import styles from './LearnedWords.module.css';
import { Fold } from '../../ui/controls/Fold';

const range = ({ mean, sd }: { mean: number; sd: number }, digits: number) =>
  `${mean.toFixed(digits)} ± ${(sd * HALF_WIDTH_90).toFixed(digits)}`;

/** What the cakes of a tool have taught: the figure, its spread, and every cake it rests on or leaves out. */
export function LearnedWords({
  tool,
}: {
  tool: { learned: LearnedTool; spindleTurnsPerCrank: number; measured: string[]; kind?: string };
}) {
  const { learned } = tool;
  if (learned.cakes === 0)
    return (
      <p className="text-ink-soft text-small">
        Nothing learned yet. Measure a cake’s width and height when you weigh it, and its firmness is known.
      </p>
    );
  const counted = tool.measured.includes('spindleTurnsPerCrank');
  const ratio = learned.crankRatio;
  const apart = Math.abs(ratio.mean - tool.spindleTurnsPerCrank) > 2 * ratio.sd && ratio.from >= 3;
  return (
    <Fold
      className="w-full"
      title={
        <>
          Learned from {learned.cakes} of your cakes
          {learned.density.once.from > 0 && <>: {range(learned.density.once, 2)} g/cm³ firm</>}
        </>
      }
    >
      <Reported title="Firmness, wound once" figure={learned.density.once} digits={2} unit="g/cm³" />
      <Reported title="Firmness, wound again" figure={learned.density.again} digits={2} unit="g/cm³" />
      {Object.entries(learned.density.byKind).map(([kind, figure]) => (
        <p key={kind}>
          Of {kind}: {range(figure, 2)} g/cm³, from {figure.from}.
        </p>
      ))}
      {!tool.kind && (
        <>
          <Reported title="Spindle turns to one of the crank" figure={ratio} digits={2} unit="" />
          {apart && (
            <p className="mt-1 pl-3 border-l-[3px] border-amber">
              {counted
                ? `You counted ${tool.spindleTurnsPerCrank}. Plans go by that; cakes that say otherwise hint at missed counts, or at a strand that crosses more steeply.`
                : `It came with ${tool.spindleTurnsPerCrank}; plans go by what your cakes say.`}
            </p>
          )}
        </>
      )}
      <Reported title="Seconds for one turn" figure={learned.secondsPerTurn} digits={2} unit="s" />
    </Fold>
  );
}

function Reported({
  title,
  figure,
  digits,
  unit,
}: {
  title: string;
  figure: LearnedFigure;
  digits: number;
  unit: string;
}) {
  if (figure.lessons.length === 0) return null;
  return (
    <div className="mt-1">
      <p>
        <strong>{title}:</strong> {range(figure, digits)} {unit}, from {figure.from} of {figure.lessons.length}
      </p>
      <ol
        className={`${styles.lessons} [&_li]:data-[aside=true]:text-ink-soft [&_li]:data-[aside=true]:italic flex flex-wrap gap-y-1 gap-x-3 tabular-nums`}
      >
        {figure.lessons.slice(-12).map(({ operationId, label, at, value, setAside }, i) => (
          <li key={i} data-aside={setAside}>
            <Tooltip title={`${label}, ${shortDate(at)}`}>
              <Link href={`/logbook/${operationId}`}>{value.toFixed(digits)}</Link>
            </Tooltip>
            {setAside && <span> set aside: too far from the others</span>}
          </li>
        ))}
      </ol>
    </div>
  );
}
