'use client';

import { Button } from 'antd';
import { lowerFirst } from '../../../core/common/format';
import type { SampleView } from '../../../server/yarn/yarnViews';
import { shortDate } from '../../../ui/figures/dates';
import { Grist } from '../../../ui/figures/Figures';
import { SampleWords } from '../../../ui/figures/SampleWords';
import { Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { undoMeasurement } from '../actions';

/** Everything that was measured on a yarn's pieces. */
export function SampleList({ samples }: { samples: readonly SampleView[] }) {
  const { busy, problem, run } = useTask();
  return (
    <>
      <ul className="[&_li]:data-[counts=false]:text-ink-soft">
        {samples.map((sample) => (
          <li
            className="grid grid-cols-[1fr_auto_auto] items-center gap-y-1 gap-x-4 py-1 px-0 border-t border-line"
            key={sample.operationId}
            data-counts={sample.counts}
          >
            <span>
              <SampleWords sample={sample} />
              <span className="text-ink-soft">
                {' '}
                · {lowerFirst(sample.pieceLabel)}, {shortDate(sample.at)}
                {!sample.counts && ' · measured again since'}
              </span>
            </span>
            {sample.lengthM !== null && <Grist mPerG={sample.lengthM / sample.massG!} />}
            <Button
              size="small"
              type="text"
              loading={busy}
              onClick={() => run(() => undoMeasurement(sample.operationId))}
              aria-label={`Take back: measured on ${sample.pieceLabel}, ${shortDate(sample.at)}`}
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
      <Problem words={problem} />
    </>
  );
}
