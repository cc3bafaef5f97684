'use client';

import { Button } from 'antd';
import type { SampleView } from '../../server/yarnViews';
import { shortDate } from '../../ui/dates';
import { Grist, Length, Mass, Span } from '../../ui/Figures';
import { useTask } from '../../ui/useTask';
import { undoMeasurement } from './actions';
import styles from './SampleList.module.css';

/** What was measured, in a few words. */
export function SampleWords({ sample }: { sample: SampleView | undefined }) {
  if (!sample) return <>measured</>;
  switch (sample.how) {
    case 'wraps':
      return <>{sample.wpi!.toFixed(1)} wraps to the inch</>;
    case 'reel':
      return (
        <>
          {sample.loops} loops of <Span mm={sample.loopM! * 1000} />: <Length m={sample.lengthM!} />
          {sample.washed && ', washed'}
        </>
      );
    case 'length':
      return (
        <>
          <Length m={sample.lengthM!} /> weigh <Mass g={sample.massG!} />
        </>
      );
  }
}

/** Everything that was measured on a yarn's pieces. */
export function SampleList({ samples }: { samples: readonly SampleView[] }) {
  const { busy, problem, run } = useTask();
  return (
    <>
      <ul className={styles.samples}>
        {samples.map((sample) => (
          <li key={sample.operationId} data-counts={sample.counts}>
            <span>
              <SampleWords sample={sample} />
              <span className={styles.soft}>
                {' '}
                · {sample.pieceLabel.toLowerCase()}, {shortDate(sample.at)}
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
      {problem && <p role="alert">{problem}</p>}
    </>
  );
}
