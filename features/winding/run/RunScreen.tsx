'use client';

import { Steps } from 'antd';
import { lowerFirst } from '../../../core/common/format';
import {
  afterEvent,
  cakeInHand,
  type NewRunEvent,
  prepareSteps,
  type RunState,
  type RunStep,
  takeOffSteps,
  turnsOn,
  turnsSoFar,
} from '../../../core/winding/run';
import type { Learned } from '../../../core/bench/calibration';
import { correctedCakes } from '../../../core/winding/nextCake';
import type { ScaleTool } from '../../../server/bench/bench';
import type { RunPage } from '../../../server/winding/runEvents';
import { useSystem } from '../../../ui/frame/Providers';
import { giveUp, takeUp } from '../actions';
import { Checklist } from './Checklist';
import { LogForm } from './LogForm';
import { useHelper } from '../../../ui/bench/useHelper';
import { RunStage } from '../../../ui/bench/RunStage';
import { appNow } from '../../../ui/runSync/appClock';
import { useRunSync } from '../../../ui/runSync/useRunSync';
import { WeighCake } from './WeighCake';
import { WindStage } from './WindStage';
import { mountWords, START_STEPS, stepWords } from '../words';

/** A winding at the bench: prepare, wind, take off, weigh. */
export function RunScreen({ page, scales, drift }: { page: RunPage; scales: ScaleTool[]; drift: Learned }) {
  const system = useSystem();
  const run = useRunSync<RunState, NewRunEvent>(page, afterEvent);
  const { state, record } = run;
  const cakes = page.plan.cakes.length;
  const mine = run.holding === 'mine';

  const go = (stage: typeof state.stage, part = state.part) => record({ kind: 'stage', stage, part });
  const helper = useHelper(
    mine
      ? (report) => {
          const { part } = state;
          const atTurn = turnsSoFar(state, part, appNow(), page.plan.cakes[part]!.secondsPerTurn);
          record({ kind: 'trouble', part, atTurn, ...report });
        }
      : undefined,
  );
  // Cakes that were weighed correct those to come.
  const plan = { ...page.plan, cakes: correctedCakes(page.plan, state) };
  const planned = plan.cakes[state.part]!;
  const { onto } = planned.tool;
  const made = onto === 'winder' ? 'cake' : 'ball';
  const nameOf = (part: number) => cakeInHand(page.labels[part]!, part, cakes);
  const cakeName = nameOf(state.part);
  const next = plan.cakes[state.part + 1];
  // On another tool the end has to be seated there first.
  const toNext = () =>
    next && next.tool.name !== planned.tool.name ? go('prepare', state.part + 1) : go('wind', state.part + 1);
  const checklist = {
    part: state.part,
    state,
    enabled: mine,
    words: (step: RunStep) => stepWords(step, page, { onto, turning: page.turning[state.part] }),
    swift: page.plan.swift?.kind ?? null,
    onto,
    form: page.form,
    colourHex: page.colourHex,
    onTick: (step: RunStep, done: boolean) => record({ kind: 'tick', part: state.part, step, done }),
  };
  const preparing = prepareSteps({ form: page.form, onto, ties: page.plan.schools.ties });

  return (
    <RunStage
      run={run}
      what="winding"
      over={state.stage === 'weigh'}
      title={page.yarnName}
      href={`/yarns/${page.yarnId}`}
      under={
        <>
          {page.pieceLabel}, {cakeName}
          {planned.name && `: ${planned.name}`}, {onto === 'winder' ? 'on the' : 'by hand:'}{' '}
          {lowerFirst(planned.tool.name)}
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
      {state.stage === 'prepare' && (
        <Checklist
          steps={state.part === 0 ? preparing : preparing.filter((step) => START_STEPS.has(step))}
          {...checklist}
          also={{ mount: mountWords(page.plan.swift, system) }}
          next="Begin to wind"
          onNext={() => go('wind')}
        />
      )}
      {state.stage === 'wind' && (
        <WindStage
          page={{ ...page, plan }}
          state={state}
          enabled={mine}
          keysRest={helper.open === true}
          drift={drift}
          record={record}
          onDone={() => go('take off')}
          onBack={() => go(state.part === 0 ? 'prepare' : 'take off', Math.max(0, state.part - 1))}
        />
      )}
      {state.stage === 'take off' && (
        <Checklist
          steps={takeOffSteps(onto, page.plan.schools.slip)}
          {...checklist}
          next={next ? `Wind ${nameOf(state.part + 1)}` : 'To the scale'}
          onNext={() => (next ? toNext() : go('weigh'))}
          other={next ? { label: `No more ${made}s: to the scale`, act: () => go('weigh') } : undefined}
          aside={
            next && (
              <WeighCake
                key={state.part}
                weighedG={state.weighedG[state.part] ?? null}
                turns={state.uncounted.includes(state.part) ? null : turnsOn(state, state.part)}
                next={{
                  massG: next.massG,
                  turns: Math.round(next.crankTurns.mean),
                  unit: next.tool.onto === 'winder' ? 'turns' : 'wraps',
                }}
                enabled={mine}
                onWeighed={(massG) => record({ kind: 'weighed', part: state.part, massG })}
              />
            )
          }
          back={{
            label: state.uncounted.includes(state.part)
              ? 'Back to winding'
              : `Back to winding, ${turnsOn(state, state.part)} ${onto === 'winder' ? 'turns' : 'wraps'}`,
            act: () => go('wind'),
          }}
        />
      )}
      {state.stage === 'weigh' && (
        <LogForm
          page={page}
          state={state}
          scales={scales}
          enabled={mine}
          settled={run.settled}
          onBack={() => go('take off')}
        />
      )}
    </RunStage>
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
