'use client';

import {
  afterMiniEvent,
  loopsOn,
  type MiniRunState,
  minisMade,
  minisToCome,
  type NewMiniEvent,
  nextToCome,
} from '../../../core/minis/miniRun';
import type { ScaleTool } from '../../../server/bench/bench';
import type { MiniRunPage } from '../../../server/minis/miniRuns';
import { useHelper } from '../../../ui/bench/useHelper';
import { RunStage } from '../../../ui/bench/RunStage';
import { useRunSync } from '../../../ui/runSync/useRunSync';
import { giveUpCounting, takeUpCounting } from '../actions';
import { CountMini } from './CountMini';
import { MiniLog } from './MiniLog';
import { SessionSide } from './SessionSide';
import { useSession } from './useSession';
import { WeighMini } from './WeighMini';
import { REEL_WORDS } from '../words';

/** The minis of one skein at the bench: count, cut, weigh, and the next one by what the last ones weighed. */
export function MiniRunScreen({ page, scales }: { page: MiniRunPage; scales: ScaleTool[] }) {
  const run = useRunSync<MiniRunState, NewMiniEvent>(page, afterMiniEvent);
  const { state, record } = run;
  const session = useSession(page.plan, state);
  const mine = run.holding === 'mine';
  const helper = useHelper(
    mine
      ? (report) => record({ kind: 'trouble', part: state.part, atLoop: loopsOn(state, state.part), ...report })
      : undefined,
  );

  /** On to the next mini that is to be made; after the last, to what is left. */
  const goOn = (leaving = state.part) => {
    const next = nextToCome(state, leaving);
    if (next === undefined) record({ kind: 'stage', stage: 'finish', part: leaving });
    else record({ kind: 'stage', stage: 'count', part: next });
  };

  /** Those that are not begun are left out, and what is left is weighed. */
  const endHere = () => {
    const made = minisMade(state);
    for (const part of minisToCome(state)) record({ kind: 'skip', part, skipped: true });
    record({ kind: 'stage', stage: 'finish', part: made.at(-1) ?? state.part });
  };
  const takeUpAgain = () => {
    const left = state.skipped.flatMap((skipped, part) => (skipped ? [part] : []));
    for (const part of left) record({ kind: 'skip', part, skipped: false });
    record({ kind: 'stage', stage: 'count', part: left[0]! });
  };

  return (
    <RunStage
      run={run}
      what="skein"
      over={state.stage === 'finish'}
      title={page.planName}
      href={`/minis/${page.planId}`}
      under={`${page.pieceLabel} of ${page.yarnName}, ${REEL_WORDS[page.plan.reel.kind]}`}
      helper={helper}
      giveUp={{
        what: 'counting',
        means: 'The skein stays as it was; the count is discarded.',
        give: () => giveUpCounting(page.id),
        take: () => takeUpCounting(page.id),
        to: `/minis/${page.planId}`,
      }}
    >
      {state.stage === 'finish' ? (
        <MiniLog
          page={page}
          state={state}
          session={session}
          scales={scales}
          enabled={mine}
          settled={run.settled}
          onBack={() => record({ kind: 'stage', stage: 'weigh', part: state.part })}
          onTakeUp={takeUpAgain}
        />
      ) : (
        <div className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] gap-y-3 gap-x-6 min-h-[min(620px,calc(100dvh_-_182px))] max-tablet:grid-cols-[minmax(0,1fr)] max-tablet:min-h-0">
          {state.stage === 'count' ? (
            <CountMini
              key={state.part}
              page={page}
              state={state}
              session={session}
              enabled={mine}
              keysRest={helper.open === true}
              record={record}
              onEnd={endHere}
              onSkip={() => {
                record({ kind: 'skip', part: state.part, skipped: true });
                goOn();
              }}
            />
          ) : (
            <WeighMini
              key={state.part}
              page={page}
              state={state}
              session={session}
              scales={scales}
              enabled={mine}
              record={record}
              onNext={() => goOn()}
            />
          )}
          <SessionSide page={page} state={state} session={session} enabled={mine} record={record} />
        </div>
      )}
    </RunStage>
  );
}
