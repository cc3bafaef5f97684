'use client';

import { Steps } from 'antd';
import {
  afterEvent,
  cakeInHand,
  type NewRunEvent,
  ontoInWords,
  prepareSteps,
  type RunState,
  turnsSoFar,
} from '../../../core/winding/run';
import type { Learned } from '../../../core/bench/calibration';
import type { ScaleTool } from '../../../server/bench/bench';
import type { RunPage } from '../../../server/winding/runEvents';
import { useSystem } from '../../../ui/frame/Providers';
import { giveUp, takeUp } from '../actions';
import { Checklist } from './Checklist';
import { LogForm } from '../log/LogForm';
import { useHelper } from '../../../ui/bench/useHelper';
import { RunStage } from '../../../ui/bench/RunStage';
import { appNow } from '../../../ui/runSync/appClock';
import { useRunSync } from '../../../ui/runSync/useRunSync';
import { type InHand, inHandOf } from './inHand';
import { TakeOff } from './TakeOff';
import { WindStage } from './WindStage';
import { mountWords, START_STEPS } from '../words';

/** A winding at the bench: prepare, wind, take off, weigh. */
export function RunScreen({ page, scales, drift }: { page: RunPage; scales: ScaleTool[]; drift: Learned }) {
  const run = useRunSync<RunState, NewRunEvent>(page, afterEvent);
  const { state, record } = run;
  const { part } = state;
  const enabled = run.holding === 'mine';
  const helper = useHelper(
    enabled
      ? (report) => {
          const atTurn = turnsSoFar(state, part, appNow(), page.plan.cakes[part]!.secondsPerTurn);
          record({ kind: 'trouble', part, atTurn, ...report });
        }
      : undefined,
  );
  const inHand = inHandOf(page, { state, enabled, record });
  const { go } = inHand;
  const { cakes } = inHand.page.plan;
  const { name, tool } = cakes[part]!;

  return (
    <RunStage
      run={run}
      what="winding"
      over={state.stage === 'weigh'}
      title={page.yarnName}
      href={`/yarns/${page.yarnId}`}
      under={
        <>
          {page.pieceLabel}, {cakeInHand(page.labels[part]!, part, cakes.length)}
          {name && `: ${name}`}, {ontoInWords(tool)}
        </>
      }
      beside={
        <>
          <Trail stage={state.stage} />
          <a
            href={`/api/papers/run/${page.id}`}
            target="_blank"
            rel="noreferrer"
            className="text-ink-soft text-small max-desk:hidden"
          >
            Run sheet
          </a>
        </>
      }
      logged={logbookPlace}
      helper={helper}
      giveUp={{
        what: 'winding',
        means: 'The piece stays as it was; the count is discarded.',
        give: () => giveUp(page.id),
        take: () => takeUp(page.id),
        to: `/pieces/${page.pieceId}`,
      }}
    >
      {state.stage === 'prepare' && <Prepare inHand={inHand} />}
      {state.stage === 'wind' && (
        <WindStage
          {...inHand}
          keysRest={helper.open === true}
          drift={drift}
          onDone={() => go('take off')}
          onBack={() => go(part === 0 ? 'prepare' : 'take off', Math.max(0, part - 1))}
        />
      )}
      {state.stage === 'take off' && <TakeOff inHand={inHand} />}
      {state.stage === 'weigh' && (
        <LogForm
          page={page}
          state={state}
          scales={scales}
          enabled={enabled}
          settled={run.settled}
          onBack={() => go('take off')}
        />
      )}
    </RunStage>
  );
}

/** The piece is made ready and mounted; a later cake only begins on its tool. */
function Prepare({ inHand }: { inHand: InHand }) {
  const system = useSystem();
  const { page, state, go } = inHand;
  const { swift, cakes, schools } = page.plan;
  const { onto } = cakes[state.part]!.tool;
  const steps = prepareSteps({ form: page.form, onto, ties: schools.ties });
  return (
    <Checklist
      inHand={inHand}
      steps={state.part === 0 ? steps : steps.filter((step) => START_STEPS.has(step))}
      also={{ mount: mountWords(swift, system) }}
      next={{ label: 'Begin to wind', act: () => go('wind') }}
    />
  );
}

const logbookPlace = (operationId: number) => `/logbook/${operationId}`;

const TRAIL = [
  { stage: 'prepare', name: 'Prepare' },
  { stage: 'wind', name: 'Wind' },
  { stage: 'take off', name: 'Take off' },
  { stage: 'weigh', name: 'Weigh' },
] as const;

/** Where this winding stands. */
function Trail({ stage }: { stage: string }) {
  return (
    <Steps
      aria-label="Where this winding stands"
      className="flex-none w-[520px] max-desk:w-[420px] max-tablet:w-full max-tablet:order-3"
      classNames={{ itemTitle: 'whitespace-nowrap' }}
      size="small"
      responsive={false}
      current={TRAIL.findIndex((place) => place.stage === stage)}
      // On a phone there is room for one number alone.
      items={TRAIL.map((place) => ({
        title: place.name,
        ...(place.stage !== stage && { classNames: { icon: 'max-tablet:hidden' } }),
      }))}
    />
  );
}
