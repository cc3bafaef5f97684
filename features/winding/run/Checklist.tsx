'use client';

import { Button } from 'antd';
import type { ReactNode } from 'react';
import { type RunStep, tickKey } from '../../../core/winding/run';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { SignIcon } from '../../../ui/figures/icons';
import styles from './Checklist.module.css';
import { StepDrawing } from './StepDrawing';
import { useBenchKeys } from '../../../ui/bench/useBenchKeys';
import { usePedals } from '../../../ui/bench/usePedals';
import { stepWords } from '../words';
import type { InHand } from './inHand';

interface Way {
  label: string;
  act: () => void;
}

/**
 * What is to be done, one thing at a time and readable from where one stands. The space bar or the pedal ticks off
 * what is shown and, after the last, goes on.
 */
export function Checklist({
  inHand: { page, state, enabled, record },
  steps,
  also,
  next,
  other,
  back,
  aside,
}: {
  inHand: InHand;
  steps: readonly RunStep[];
  /** What this yarn on these tools adds to a step. */
  also?: Partial<Record<RunStep, string>>;
  next: Way;
  other?: Way;
  back?: Way;
  /** What may be done as well, and need not be. */
  aside?: ReactNode;
}) {
  const [pedals] = usePedals();
  const { part } = state;
  const { onto } = page.plan.cakes[part]!.tool;
  const words = (step: RunStep) => stepWords(step, page, { onto, turning: page.turning[part] });
  const done = (step: RunStep) => state.ticked.includes(tickKey(part, step));
  const tick = (step: RunStep, is: boolean) => record({ kind: 'tick', part, step, done: is });
  const current = steps.find((step) => !done(step));
  const goOn = () => (current ? tick(current, true) : next.act());
  const lastDone = [...steps].reverse().find(done);

  useBenchKeys(enabled, pedals, {}, (key) => {
    if (key === 'count') goOn();
    else if (key === 'miscount' && lastDone) tick(lastDone, false);
  });

  return (
    <div className="grid grid-cols-[minmax(240px,0.8fr)_2fr] gap-wide items-stretch max-tablet:grid-cols-[minmax(0,1fr)]">
      <ol className="[&_li]:border-b-[1.5px] [&_li]:border-line">
        {steps.map((step) => (
          <li key={step}>
            <button
              type="button"
              role="checkbox"
              className="group flex items-center gap-4 w-full min-h-[56px] p-1 border-0 bg-transparent text-lead text-left text-ink-soft cursor-pointer data-[current=true]:text-ink data-[current=true]:font-bold max-tablet:min-h-[46px] max-tablet:text-body"
              data-current={step === current}
              aria-checked={done(step)}
              disabled={!enabled}
              onClick={() => tick(step, !done(step))}
            >
              <span className="grid place-items-center flex-none w-[32px] h-[32px] border-2 border-ink-soft rounded-md group-aria-checked:bg-lichen group-aria-checked:border-lichen group-aria-checked:text-paper">
                {done(step) && <SignIcon sign="yes" size={22} />}
              </span>
              {words(step).title}
            </button>
          </li>
        ))}
      </ol>
      <div className="flex flex-col gap-4 min-h-[min(520px,calc(100dvh_-_240px))] max-tablet:-order-1 max-tablet:min-h-0">
        <div className="[&>svg]:flex-[0_2_320px] [&>svg]:min-w-[180px] [&>svg]:max-w-full max-tablet:[&>svg]:flex-none max-tablet:[&>svg]:max-h-[116px] flex flex-1 items-center gap-y-4 gap-x-10 max-tablet:flex-col max-tablet:items-stretch max-tablet:gap-2">
          <div aria-live="polite" className="flex-[1_1_300px] min-w-0 max-tablet:flex-none">
            {current ? (
              <>
                <p className={styles.title}>{words(current).title}</p>
                <p className="mt-4 text-title leading-[1.35] max-w-[34em] max-tablet:mt-2">
                  {also?.[current] && <strong>{also[current]} </strong>}
                  {words(current).how}
                </p>
                {words(current).care && (
                  <p className="mt-6 py-3 px-4 border-l-[6px] border-amber bg-amber-wash text-lead max-tablet:mt-3 max-tablet:py-1 max-tablet:px-3 max-tablet:text-body">
                    {words(current).care}
                  </p>
                )}
              </>
            ) : (
              <p className={styles.title}>All done. {next.label}?</p>
            )}
          </div>
          {current && (
            <StepDrawing
              step={current}
              swift={page.plan.swift?.kind ?? null}
              onto={onto}
              form={page.form}
              colourHex={page.colourHex}
            />
          )}
        </div>
        <LargeAct data-count onClick={goOn} disabled={!enabled}>
          {current ? 'Done' : next.label} <kbd>space</kbd>
        </LargeAct>
        <div className="flex flex-wrap gap-y-1 gap-x-3">
          {current && (
            <Button type="text" onClick={next.act} disabled={!enabled}>
              {next.label} at once
            </Button>
          )}
          {other && (
            <Button type="text" onClick={other.act} disabled={!enabled}>
              {other.label}
            </Button>
          )}
          {back && (
            <Button type="text" onClick={back.act} disabled={!enabled}>
              {back.label}
            </Button>
          )}
        </div>
        {aside}
      </div>
    </div>
  );
}
