'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { secondsInWords } from '../../../core/common/format';
import { HAND_FORMS, type HandForm } from '../../../core/winding/run';
import type { HandTool } from '../../../server/bench/bench';
import { Notice } from '../../../ui/feedback/Notice';
import { type HandStage, HandWinding } from './HandWinding';
import { StepDrawing } from '../run/StepDrawing';
import { THUMB_CARE } from '../words';

const DRAWN_IN = '#7c8f6a';

interface Method {
  title: string;
  when: string;
  steps: readonly { stage: HandStage; title: string; how: string }[];
  care?: string;
}

const METHODS: Record<HandForm, Method> = {
  nostepinne: {
    title: 'On a nostepinne',
    when: 'A tapered stick: the neatest ball by hand, pulled from its centre.',
    steps: [
      {
        stage: 'tail',
        title: 'Leave a tail',
        how: 'Hold the stick by its thick end. Catch a forearm’s length of the yarn under your thumb: it becomes the inner end.',
      },
      { stage: 'lay', title: 'Lay the first wraps', how: 'Ten wraps side by side over a thumb’s width, loosely.' },
      {
        stage: 'cross',
        title: 'Cross them',
        how: 'Wind slanting, from low on one side to high on the other. After every few wraps turn the stick a little in your fingers; the ball grows round by itself.',
      },
      {
        stage: 'slide',
        title: 'Slide it off',
        how: 'Over the thin end, with a little turn. Pull the tail free at once.',
      },
    ],
  },
  tube: {
    title: 'On a card tube',
    when: 'From a kitchen roll or cut from card: wide, light, and the ball may stay on it.',
    steps: [
      {
        stage: 'tail',
        title: 'Leave a tail',
        how: 'Cut a notch in the rim, lay the end in it and let the tail hang inside.',
      },
      { stage: 'lay', title: 'Lay the first wraps', how: 'Ten wraps round the middle, not to the rims.' },
      {
        stage: 'cross',
        title: 'Cross them',
        how: 'Slanting, turning the tube a little after every few wraps. Keep a finger’s width free at both rims.',
      },
      {
        stage: 'slide',
        title: 'Slide it off, or leave it',
        how: 'Press the tube together a little and draw it out; or leave the ball on it, where it cannot fall in.',
      },
    ],
  },
  thumb: {
    title: 'On a thumb',
    when: 'Nothing else at hand, and not much yarn: up to half a skein.',
    steps: [
      { stage: 'tail', title: 'Leave a tail', how: 'Hold a forearm’s length against the palm with the other fingers.' },
      {
        stage: 'lay',
        title: 'Lay the first wraps',
        how: 'Round the thumb, so loosely that they slip over its tip with ease.',
      },
      {
        stage: 'cross',
        title: 'Cross them',
        how: 'Slanting. After each ten, lift the ball off with two fingers, turn it a little, and put it back: that keeps it loose.',
      },
      { stage: 'slide', title: 'Slide it off', how: 'It must come without pulling. The tail is the inner end.' },
    ],
    care: THUMB_CARE,
  },
};

/** Wraps that an ordinary ball takes, for a first idea of the time. */
const ORDINARY_WRAPS = 900;

/** Winding without a winder, step by step, with drawings that move. */
export function ByHandScreen({ forms }: { forms: readonly HandTool[] }) {
  return (
    <>
      <h1>By hand</h1>
      <p className="max-w-[46em] text-ink-soft">
        A ball that is pulled from its centre needs no winder. Every wrap goes round loosely: yarn that is wound tight
        is stretched, knits up tight, and shrinks later.
      </p>
      {HAND_FORMS.map((form) => (
        <MethodSteps key={form} form={form} tool={forms.find(({ kind }) => kind === form)} />
      ))}
      <section id="chairs" className="mt-6 scroll-mt-[16px]">
        <h2>With two chairs</h2>
        <p className="max-w-[46em] text-ink-soft">
          What holds the hank, where there is no swift. One chair is not enough: the loop falls off it.
        </p>
        <StepDrawing step="mount" swift="chairs" onto="winder" form="hank" colourHex={DRAWN_IN} />
        <ol className="[&_li]:ml-[1.4em] [&_li]:list-decimal grid gap-1 max-w-[46em] text-body">
          <li>Two chairs of one height, back to back, on a floor that they do not slide on.</li>
          <li>Lay the open hank over both backs, its ties still on, and move the chairs apart until it just holds.</li>
          <li>Look for strands that cross the middle. Only now cut the ties.</li>
          <li>Walk the strand off, round and round; or unwind an arm’s length at a time, and wind that.</li>
          <li>If the loop grows slack, move a chair. Never pull: chairs tip.</li>
        </ol>
      </section>
    </>
  );
}

function MethodSteps({ form, tool }: { form: HandForm; tool: HandTool | undefined }) {
  const { title, when, steps, care } = METHODS[form];
  const [at, setAt] = useState(0);
  const step = steps[at]!;
  const learned = tool?.learned.secondsPerTurn;
  const seconds = ORDINARY_WRAPS * (learned?.mean ?? 1);
  return (
    <section id={form} className="mt-6 scroll-mt-[16px]">
      <h2>{title}</h2>
      <p className="max-w-[46em] text-ink-soft">
        {when} About {secondsInWords(seconds)} for {ORDINARY_WRAPS} wraps
        {learned && learned.from > 0 ? `, at your own pace from ${learned.from}` : ', at a usual pace'}.
      </p>
      <div className="[&_svg]:max-w-full [&_svg]:h-auto flex flex-wrap items-center gap-y-4 gap-x-10 mt-3">
        <svg
          viewBox="0 0 360 190"
          width={360}
          height={190}
          role="img"
          aria-label={`${title}: ${step.title}`}
          fill="none"
          strokeLinecap="round"
        >
          <HandWinding form={form} stage={step.stage} colourHex={DRAWN_IN} />
        </svg>
        <div className="flex-[1_1_320px] min-h-[210px]" aria-live="polite">
          <p className="text-ink-soft">
            {at + 1} of {steps.length}
          </p>
          <p className="font-heading font-heavy text-large leading-[1.15]">{step.title}</p>
          <p className="max-w-[34em] text-lead">{step.how}</p>
          {care && (step.stage === 'lay' || step.stage === 'cross') && <Notice tone="bad">{care}</Notice>}
          <div className="flex gap-3 mt-4">
            <Button size="large" disabled={at === 0} onClick={() => setAt(at - 1)}>
              Back<span className="visually-hidden"> {title.toLowerCase()}</span>
            </Button>
            <Button size="large" type="primary" disabled={at === steps.length - 1} onClick={() => setAt(at + 1)}>
              Next<span className="visually-hidden"> {title.toLowerCase()}</span>
            </Button>
          </div>
        </div>
      </div>
    </section>
  );
}
