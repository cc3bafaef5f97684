'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import {
  afterEvent,
  cakeInHand,
  type NewRunEvent,
  prepareSteps,
  type RunState,
  takeOffSteps,
  turnsOn,
} from '../../../core/winding/run';
import type { ScaleTool } from '../../../server/bench/bench';
import type { RunPage } from '../../../server/winding/runEvents';
import { useSystem } from '../../../ui/frame/Providers';
import { giveUp, takeUp } from '../actions';
import { Checklist } from './Checklist';
import { LogForm } from './LogForm';
import styles from './RunScreen.module.css';
import { useWakeLock } from '../../../ui/bench/useWakeLock';
import { GiveUp } from '../../../ui/bench/GiveUp';
import { LineNews } from '../../../ui/runSync/LineNews';
import { useRunSync } from '../../../ui/runSync/useRunSync';
import { WindStage } from './WindStage';
import { mountWords, START_STEPS, stepWords } from '../words';

/** A winding at the bench: prepare, wind, take off, weigh. */
export function RunScreen({ page, scales }: { page: RunPage; scales: ScaleTool[] }) {
  const router = useRouter();
  const system = useSystem();
  const run = useRunSync<RunState, NewRunEvent>(page, afterEvent);
  const { state, record } = run;
  const cakes = page.plan.cakes.length;
  const mine = run.holding === 'mine';
  useWakeLock(state.stage !== 'weigh' && run.ended === null);

  useEffect(() => {
    if (run.ended)
      router.replace(run.ended.operationId ? `/logbook/${run.ended.operationId}` : `/pieces/${page.pieceId}`);
  }, [run.ended, page.pieceId, router]);

  const go = (stage: typeof state.stage, part = state.part) => record({ kind: 'stage', stage, part });
  const planned = page.plan.cakes[state.part]!;
  const { onto } = planned.tool;
  const made = onto === 'winder' ? 'cake' : 'ball';
  const nameOf = (part: number) => cakeInHand(page.labels[part]!, part, cakes);
  const cakeName = nameOf(state.part);
  const next = page.plan.cakes[state.part + 1];
  // On another tool the end has to be seated there first.
  const toNext = () =>
    next && next.tool.name !== planned.tool.name ? go('prepare', state.part + 1) : go('wind', state.part + 1);
  const preparing = prepareSteps({ form: page.form, onto, ties: page.plan.schools.ties });

  return (
    <div className={styles.run}>
      <header className={styles.head}>
        <div>
          <h1>
            <Link href={`/yarns/${page.yarnId}`}>{page.yarnName}</Link>
          </h1>
          <p className={styles.soft}>
            {page.pieceLabel}, {cakeName}
            {planned.name && `: ${planned.name}`}, {onto === 'winder' ? 'on the' : 'by hand:'}{' '}
            {planned.tool.name.toLowerCase()}
          </p>
        </div>
        <Trail stage={state.stage} cakeName={cakeName} />
        <a href={`/api/papers/run/${page.id}`} target="_blank" rel="noreferrer" className={styles.sheet}>
          Sheet for the wall
        </a>
        <GiveUp
          question="Give this winding up?"
          means="The piece stays as it was; the counts go into no cake."
          done="This winding is given up."
          give={() => giveUp(page.id)}
          take={() => takeUp(page.id)}
          to={`/pieces/${page.pieceId}`}
        />
      </header>
      <LineNews run={run} what="winding" />
      {state.stage === 'prepare' && (
        <Checklist
          steps={state.part === 0 ? preparing : preparing.filter((step) => START_STEPS.has(step))}
          part={state.part}
          state={state}
          enabled={mine}
          words={(step) => stepWords(step, page)}
          swift={page.plan.swift?.kind ?? null}
          onto={onto}
          form={page.form}
          colourHex={page.colourHex}
          also={{ mount: mountWords(page.plan.swift, system) }}
          onTick={(step, done) => record({ kind: 'tick', part: state.part, step, done })}
          next="Begin to wind"
          onNext={() => go('wind')}
        />
      )}
      {state.stage === 'wind' && (
        <WindStage
          page={page}
          state={state}
          enabled={mine}
          record={record}
          onDone={() => go('take off')}
          onBack={() => go(state.part === 0 ? 'prepare' : 'take off', Math.max(0, state.part - 1))}
        />
      )}
      {state.stage === 'take off' && (
        <Checklist
          steps={takeOffSteps(onto, page.plan.schools.slip)}
          part={state.part}
          state={state}
          enabled={mine}
          words={(step) => stepWords(step, page)}
          swift={page.plan.swift?.kind ?? null}
          onto={onto}
          form={page.form}
          colourHex={page.colourHex}
          onTick={(step, done) => record({ kind: 'tick', part: state.part, step, done })}
          next={next ? `Wind ${nameOf(state.part + 1)}` : 'To the scale'}
          onNext={() => (next ? toNext() : go('weigh'))}
          other={next ? { label: `No more ${made}s: to the scale`, act: () => go('weigh') } : undefined}
          back={{ label: `Back to winding, ${turnsOn(state, state.part)} turns`, act: () => go('wind') }}
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
    </div>
  );
}

const TRAIL = [
  { stage: 'prepare', name: 'Prepare' },
  { stage: 'wind', name: 'Wind' },
  { stage: 'take off', name: 'Take off' },
  { stage: 'weigh', name: 'Weigh' },
] as const;

function Trail({ stage, cakeName }: { stage: string; cakeName: string }) {
  return (
    <ol className={styles.trail} aria-label="Where this winding stands">
      {TRAIL.map((place) => (
        <li key={place.stage} aria-current={place.stage === stage ? 'step' : undefined}>
          {place.name}
          {place.stage === stage && (stage === 'wind' || stage === 'take off') && <span> {cakeName}</span>}
        </li>
      ))}
    </ol>
  );
}
