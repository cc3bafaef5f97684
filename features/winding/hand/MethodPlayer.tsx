'use client';

import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { Notice } from '../../../ui/feedback/Notice';
import { useReducedMotion } from '../../../ui/frame/useReducedMotion';
import { MethodDrawing, type MethodId } from './MethodDrawing';
import type { StepWords } from './methods';

/** How long each step is shown before the next. */
const STEP_SECONDS = 7;

/**
 * A method in moving drawings, one step after another and from the beginning again, until one is picked. Where nothing is to
 * move, all steps stand side by side with their words.
 */
export function MethodPlayer({
  method,
  steps,
  colourHex,
  leftHanded,
}: {
  method: MethodId;
  steps: readonly (StepWords & { id: string })[];
  colourHex: string;
  leftHanded: boolean;
}) {
  const still = useReducedMotion();
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(true);
  useEffect(() => {
    if (!playing || still) return;
    const timer = setTimeout(() => setAt((at + 1) % steps.length), STEP_SECONDS * 1000);
    return () => clearTimeout(timer);
  }, [at, playing, still, steps.length]);
  const drawing = { method, colourHex, leftHanded };
  if (still)
    return (
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(min(300px,100%),1fr))] gap-6 m-0 p-0 list-none">
        {steps.map((step, i) => (
          <li key={step.id}>
            <MethodDrawing {...drawing} step={step.id} still />
            <StepText step={step} number={i + 1} />
          </li>
        ))}
      </ol>
    );
  const step = steps[at]!;
  const pick = (next: number) => {
    setPlaying(false);
    setAt(next);
  };
  return (
    <>
      <div className="flex flex-wrap items-start gap-y-3 gap-x-10">
        <div className="flex-[1_1_380px] max-w-[500px]">
          <MethodDrawing {...drawing} step={step.id} width={500} name={step.title} />
        </div>
        <div className="flex-[1_1_260px] min-h-[230px]">
          <StepText step={step} number={at + 1} of={steps.length} />
          <div className="flex gap-3 mt-3">
            <Button onClick={() => setPlaying(!playing)}>{playing ? 'Hold here' : 'Go on showing'}</Button>
            <Button onClick={() => pick((at + 1) % steps.length)}>Next</Button>
          </div>
        </div>
      </div>
      <ol className="flex flex-wrap gap-2 mt-3 mx-0 mb-0 p-0 list-none" aria-label="Steps">
        {steps.map(({ id, title }, i) => (
          <li key={id} className="flex-[0_1_150px] max-phone:flex-[0_1_46%]">
            <button
              type="button"
              aria-pressed={i === at}
              className="w-full h-full p-2 border-2 border-line rounded-md bg-card text-ink text-small text-left cursor-pointer aria-pressed:border-acorn aria-pressed:font-bold"
              onClick={() => pick(i)}
            >
              <MethodDrawing {...drawing} step={id} width={126} still />
              <span className="block mt-1 leading-[1.25]">{title}</span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}

function StepText({ step: { title, how, care }, number, of }: { step: StepWords; number: number; of?: number }) {
  return (
    <>
      <p className="text-ink-soft">
        {number}
        {of !== undefined && ` of ${of}`}
      </p>
      <p className="font-heading font-heavy text-large leading-[1.15]">{title}</p>
      <p className="max-w-[34em] mt-1 text-lead">{how}</p>
      {care && <Notice tone="bad">{care}</Notice>}
    </>
  );
}
