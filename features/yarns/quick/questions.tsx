'use client';

import type { ReactNode } from 'react';
import { Segmented } from 'antd';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { inWords, plural, secondsInWords, twistFigure } from '../../../core/common/format';
import { readingIfTyped, readOrNull } from '../../../core/common/inputError';
import { bareUnit, inGrams, inMetres, type UnitSystem } from '../../../core/common/units';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { answerNeed, parseNeed } from '../../../core/projects/askedNeed';
import { letterOf, twist } from '../../../core/twist/twist';
import { type PiecePlan, planPiece } from '../../../core/winding/piecePlan';
import type { QuickPage } from '../../../server/winding/quickPage';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import type { FormState } from '../../../ui/form/useForm';
import { Notice } from '../../../ui/feedback/Notice';
import { FineMass, Mass, Size } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { EnoughVerdict } from '../enough/EnoughVerdict';
import { type QuickForm, readAmount, type YarnInHand } from './yarnInHand';

export interface Asked {
  page: QuickPage;
  form: FormState<QuickForm>;
  yarn: YarnInHand;
  /** Wound in as few cakes as the chosen tool takes; null until enough is known of the yarn. */
  plan: PiecePlan | null;
}

export function IsItEnough({ form, yarn: { lengthM, massG } }: Asked) {
  const system = useSystem();
  const asked = form.values.need;
  const need = readingIfTyped(asked, () => parseNeed(asked, system, ''));
  const enough = need.value && massG && answerNeed(need.value.amount, { massG, lengthM });
  return (
    <Question title="Is it enough?">
      <TextField
        label="Length or weight needed"
        {...form.field('need')}
        error={need.error}
        hint={inMetres(system) ? '190 m, 60 g, 4 x 50 g/125 m' : '210 yd, 2 oz, 4 x 50 g/140 yd'}
      />
      {!massG || (!lengthM && !enough) ? (
        <Missing>its weight and what the band says</Missing>
      ) : enough ? (
        <EnoughVerdict enough={enough} need={need.value!} />
      ) : (
        <Missing>what the pattern asks for</Missing>
      )}
    </Question>
  );
}

export function Fit({ page, form, plan }: Asked) {
  const [cake] = plan?.cakes ?? [];
  return (
    <Question title="Will it fit my winder?">
      <ChoiceField
        label="Onto"
        {...form.field('toolKey')}
        value={toolOf(page, form.values).key}
        options={page.tools.map(({ key, name }) => ({ value: key, label: name }))}
      />
      {!plan || !cake ? (
        <Missing>its weight and what the band says</Missing>
      ) : plan.fewest > 1 ? (
        <Notice tone="tight" role="status">
          <strong>
            No: make {plan.fewest} cakes of <Mass g={cake.massG} />.
          </strong>{' '}
          It holds about <Mass g={cake.usableMassG} />.
        </Notice>
      ) : cake.massG > cake.usableMassG ? (
        <Notice tone="tight" role="status">
          <strong>
            Just over the <Mass g={cake.usableMassG} /> it holds
          </strong>
          , as far as we guess: watch the last layers, or make two cakes.
        </Notice>
      ) : (
        <Notice tone="good" role="status">
          <strong>Yes, in one cake</strong>, <Size mm={cake.outerDiameterMm} /> across; {Math.round(cake.fillPercent)} %
          full.
        </Notice>
      )}
    </Question>
  );
}

export function Wind({ form, plan }: Asked) {
  const system = useSystem();
  const { loop } = form.values;
  const loopM = readingIfTyped(loop, () => parseLoopM(loop, system, 'loop'));
  const turns = plan?.cakes[0]?.crankTurns;
  const count = plan?.tools[0]?.onto === 'winder' ? 'turns of the crank' : 'wraps';
  return (
    <Question title="Wind a hank">
      <TextField
        label="Hank circumference (optional)"
        {...form.field('loop')}
        error={loopM.error}
        hint={inMetres(system) ? '162 cm' : '64 in'}
      />
      {!plan || !turns ? (
        <Missing>its weight and what the band says</Missing>
      ) : (
        <Notice tone="plain" role="status">
          <strong>
            {Math.round(turns.mean)} ± {Math.round(HALF_WIDTH_90 * turns.sd)} {count}
            {plan.cakes.length > 1 && ' for each cake'}
          </strong>
          , about {secondsInWords(plan.seconds)} in all
          {plan.loops !== undefined && `; the strand goes about ${Math.round(plan.loops)} times round the swift`}.
        </Notice>
      )}
    </Question>
  );
}

/** About what the ends and ties of one mini take. */
const ENDS_AND_TIES_G = 0.2;

export function Minis({ form, yarn: { massG } }: Asked) {
  const system = useSystem();
  const mini = readAmount(form.values.mini, 'mass', system);
  const many = massG && mini.value ? Math.floor(massG.mean / mini.value) : 0;
  const overG = massG && mini.value ? massG.mean - many * mini.value : 0;
  return (
    <Question title="Split into minis">
      <TextField
        label="Weight of each mini"
        {...form.field('mini')}
        error={mini.error}
        hint={inGrams(system) ? '12 g, 1/2 oz' : '1/2 oz, 12 g'}
        suffix={bareUnit(system, 'mass').name}
      />
      {!massG || !mini.value ? (
        <Missing>{massG ? 'what each mini is to weigh' : 'the weight of your yarn'}</Missing>
      ) : many === 0 ? (
        <Notice tone="bad" role="status">
          <strong>None:</strong> there is less than one mini.
        </Notice>
      ) : (
        <Notice tone="plain" role="status">
          <strong>{plural(many, 'mini')}</strong>
          {overG < ENDS_AND_TIES_G * many ? (
            ', and nothing left over: tie them with other yarn, or make one less.'
          ) : (
            <>
              , and <FineMass g={overG} /> left over for ends and ties.
            </>
          )}
        </Notice>
      )}
    </Question>
  );
}

export function Twist({ form, yarn, plan }: Asked) {
  const system = useSystem();
  const { end, side, direction } = form.values;
  const gained = plan && twistOfCake(plan, yarn, form.values);
  const perM = (twist: number) => inWords(twistFigure(Math.abs(twist), system));
  return (
    <Question title="Which way does the twist go?" wide>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(240px,100%),1fr))] gap-x-4">
        <Either
          label="The spindle turns"
          value={direction}
          options={{ cw: 'clockwise', ccw: 'anticlockwise' }}
          onChange={(value) => form.set('direction', value)}
        />
        <Either
          label="Pulled from"
          value={end}
          options={{ inner: 'the centre', outer: 'the outside' }}
          onChange={(value) => form.set('end', value)}
        />
        <Either
          label="The cake stands"
          value={side}
          options={{ near: 'as wound', far: 'turned over' }}
          onChange={(value) => form.set('side', value)}
        />
      </div>
      {!gained ? (
        <Missing>its weight and what the band says</Missing>
      ) : (
        <Notice tone="plain" role="status">
          <strong>It gets {letterOf(gained.first)} twist</strong>: {perM(gained.first)} in the first metres,{' '}
          {perM(gained.last)} in the last. Yarn plied {letterOf(gained.first)} becomes firmer, yarn plied{' '}
          {letterOf(-gained.first)} softer.
        </Notice>
      )}
    </Question>
  );
}

/** The plan that three of the questions are answered from. */
export function planOf(
  page: QuickPage,
  form: QuickForm,
  { massG, grist }: YarnInHand,
  system: UnitSystem,
): PiecePlan | null {
  if (!massG || !grist) return null;
  const hankLoopM = readOrNull(() => parseLoopM(form.loop, system, 'loop')) ?? undefined;
  return planPiece(
    { massG, grist, faults: [], fromEnd: 'inner', hankLoopM },
    {
      split: { by: 'equal', cakes: 1 },
      toolKey: toolOf(page, form).key,
      toolOfPart: {},
      firmness: 'usual',
      cutAtKnots: false,
      twice: false,
      workFrom: 'centre',
    },
    page.tools,
  );
}

/** What was chosen may have been taken off the bench since. */
function toolOf({ tools }: QuickPage, { toolKey }: QuickForm): QuickPage['tools'][number] {
  return tools.find(({ key }) => key === toolKey) ?? tools[0]!;
}

/** What pulling the first cake does to its twist (turns/m), where it is used first and where last. */
function twistOfCake(
  { cakes, tools }: PiecePlan,
  { grist }: YarnInHand,
  { end, side, direction }: QuickForm,
): { first: number; last: number } {
  const { onto, density, ...shape } = tools[0]!;
  const { startTurnsPerM, endTurnsPerM } = twist({
    lengthM: cakes[0]!.lengthM,
    gristMPerG: grist!.mean,
    steps: [
      {
        from: { mode: 'rotating' },
        onto: {
          mode: onto === 'winder' ? 'spindle' : 'carried',
          direction,
          coreDiameterMm: shape.coreDiameterMm,
          heightMm: shape.heightMm,
          densityGPerCm3: density.mean,
          crossingAngleDeg: shape.crossingAngleDeg,
          leadMm: shape.leadMm,
          ...(shape.ball && { ball: true }),
        },
      },
      { from: { mode: 'over-end', end, side } },
    ],
  });
  // The inner end was wound first.
  return end === 'inner'
    ? { first: startTurnsPerM, last: endTurnsPerM }
    : { first: endTurnsPerM, last: startTurnsPerM };
}

function Question({ title, wide, children }: { title: string; wide?: boolean; children: ReactNode }) {
  return (
    <section
      className={`flex flex-col gap-2 py-3 px-4 border-[1.5px] border-line rounded-md bg-card ${wide ? 'col-span-full' : ''}`}
      aria-label={title}
    >
      <h2>{title}</h2>
      {children}
    </section>
  );
}

/** What an answer waits for. */
function Missing({ children }: { children: ReactNode }) {
  return (
    <p className="text-ink-soft" role="status">
      Type {children}.
    </p>
  );
}

function Either<Value extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Value;
  options: Record<Value, string>;
  onChange: (value: Value) => void;
}) {
  return (
    <div className="mb-2" role="group" aria-label={label}>
      <div className="font-semibold text-small mb-1" aria-hidden="true">
        {label}
      </div>
      <Segmented
        block
        options={(Object.entries(options) as [Value, string][]).map(([value, label]) => ({ value, label }))}
        value={value}
        onChange={(value) => onChange(value)}
      />
    </div>
  );
}
