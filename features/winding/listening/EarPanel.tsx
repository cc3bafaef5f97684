'use client';

import { Button, Progress } from 'antd';
import { TAUGHT_TURNS } from '../../../core/counting/ear';
import { Notice } from '../../../ui/feedback/Notice';
import { DoubtNotice, MediaOffer } from './MediaNotices';
import type { EarLine } from './useEar';
import { useKeptPattern } from './useKeptPattern';

/** The microphone beside the count: how it is taught, what it hears, and when it is not sure. */
export function EarPanel({
  ear: { state, report, listen, tell, leave },
  winder,
  enabled,
}: {
  ear: EarLine;
  /** Each winder has its own sound. */
  winder: string;
  enabled: boolean;
}) {
  const [readKept] = useKeptPattern(winder);
  if (state !== 'on' || !report) {
    const kept = readKept();
    return (
      <MediaOffer
        state={state === 'on' ? 'asking' : state}
        device="microphone"
        can="The microphone can count by the winder’s sound."
        takes="Lay it near the winder. Nothing that it hears is kept or sent."
        act={kept ? 'Listen to this winder' : 'Listen'}
        enabled={enabled}
        onOpen={() => listen(kept)}
        other={
          kept && (
            <Button type="text" disabled={!enabled} onClick={() => listen(null)}>
              Teach it again
            </Button>
          )
        }
      />
    );
  }

  return (
    <>
      {report.silent && (
        <Notice tone="tight" role="alert">
          <strong>Nothing is heard.</strong> Is the microphone muted? Count by the keys meanwhile.
        </Notice>
      )}
      {report.doubtful !== null && (
        <DoubtNotice
          doubtful={report.doubtful}
          why="It lost its place: something else was louder, or the winder stood and began again."
          trust={() => tell('trust')}
        />
      )}
      {report.stage === 'counting' ? (
        <p className="flex items-center gap-3 text-ink-soft">
          <Level level={report.level} />
          {report.standing ? 'hears the winder stand still' : 'hears the winder turn'}
          <Button type="text" onClick={leave}>
            Stop listening
          </Button>
        </p>
      ) : (
        <Teaching report={report} tell={tell} leave={leave} enabled={enabled} />
      )}
    </>
  );
}

function Teaching({
  report,
  tell,
  leave,
  enabled,
}: {
  report: NonNullable<EarLine['report']>;
  tell: EarLine['tell'];
  leave: () => void;
  enabled: boolean;
}) {
  const teaching = report.stage === 'teaching';
  return (
    <Notice tone={report.stage === 'unclear' ? 'bad' : 'plain'} role="status">
      <strong>
        {report.stage === 'unclear'
          ? 'No turn stands out in what was heard.'
          : teaching
            ? `Crank ${TAUGHT_TURNS} turns evenly, counting aloud.`
            : `Show it ${TAUGHT_TURNS} turns.`}
      </strong>{' '}
      {report.stage === 'unclear'
        ? `Lay the microphone closer to the gears and show it ${TAUGHT_TURNS} turns again, or count by the keys.`
        : teaching
          ? `Press when they are done; or space after each: ${report.turns} of ${TAUGHT_TURNS}.`
          : 'Press as you begin to crank. They count.'}
      <span className="flex flex-wrap items-center gap-3 mt-2">
        {teaching ? (
          <Button type="primary" disabled={!enabled} onClick={() => tell('mark ten')}>
            Ten are done
          </Button>
        ) : (
          <Button type="primary" disabled={!enabled} onClick={() => tell('mark')}>
            Begin
          </Button>
        )}
        <Button type="text" onClick={leave}>
          Stop listening
        </Button>
        <Level level={report.level} />
      </span>
    </Notice>
  );
}

function Level({ level }: { level: number }) {
  return (
    <Progress
      aria-label="How loud it is"
      className="w-[90px] m-0"
      percent={Math.round(100 * level)}
      showInfo={false}
      size="small"
    />
  );
}
