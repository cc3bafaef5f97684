'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef } from 'react';
import { fineMassFigure, inWords, massFigure, plural } from '../../../core/common/format';
import type { MinisWorth } from '../../../core/minis/minis';
import { GRAMS_PER_OUNCE, inGrams, type UnitSystem } from '../../../core/common/units';
import type { MiniPlanForm, PlanMinisPage } from '../../../server/minis/miniPlans';
import type { MinisAnswer } from '../../../solver/minisWanted';
import { Form, FormError } from '../../../ui/form/Form';
import { useSystem } from '../../../ui/frame/Providers';
import { moveDraft } from '../../../ui/form/drafts';
import { isSame } from '../../../ui/form/edits';
import { useForm } from '../../../ui/form/useForm';
import { keepMinis } from '../actions';
import { HandPanel } from './HandPanel';
import type { MapParent } from './CutBar';
import { CutMap } from './CutMap';
import { RemainderWords } from './RemainderWords';
import { LoopsPanel } from './LoopsPanel';
import { ParentsPicker } from './ParentsPicker';
import { PlanNews, WhatIf } from './PlanNews';
import { SizeRows } from './SizeRows';
import { initialValues, type PlanValues } from './planValues';
import { askedOf, cuttable, goneFrom, readPlan, sizesWithoutAmount } from './readPlan';
import { useHandPlan } from './useHandPlan';
import { useMinisPlan } from './useMinisPlan';
import { useYarnsOfDraft } from './useYarnsOfDraft';
import { sizeName } from '../words';

/** What minis are wanted, and from what: planned as one types, shown as a map of the cuts, and changed by hand. */
export function PlanMinisScreen({ page }: { page: PlanMinisPage }) {
  // What is begun with one yarn, or one piece, is a draft of its own: whoever comes from another begins anew.
  const draftKey = page.miniPlan
    ? `minis ${page.miniPlan.id}`
    : page.pieceIds.length > 0
      ? `minis of piece ${page.pieceIds[0]}`
      : draftKeyOf(page.yarns[0]?.id);
  return <Planning key={draftKey} draftKey={draftKey} page={page} />;
}

function draftKeyOf(firstYarnId: number | undefined): string {
  return `minis new ${firstYarnId ?? ''}`;
}

function Planning({ page, draftKey }: { page: PlanMinisPage; draftKey: string }) {
  const plan = usePlan(page, draftKey);
  const { form, ready, errors, yarns } = plan;
  return (
    <Form form={form}>
      <PlanHead page={page} plan={plan} />
      <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,7fr)] gap-y-6 gap-x-wide max-tablet:grid-cols-[minmax(0,1fr)]">
        <Wanted page={page} plan={plan} />
        <Cuts page={page} plan={plan} />
      </div>
      {ready && (
        <LoopsPanel
          page={page}
          values={form.values}
          set={form.set}
          ready={ready}
          yarns={yarns}
          autoName={plan.autoName}
          errors={errors}
        />
      )}
    </Form>
  );
}

type Plan = ReturnType<typeof usePlan>;

/** What was typed, what can be made of it, and what a hand has changed about that. */
function usePlan(page: PlanMinisPage, draftKey: string) {
  const router = useRouter();
  const system = useSystem();
  const { miniPlan } = page;
  const planned = useRef<(Omit<MiniPlanForm, 'requestKey' | 'name'> & { autoName: string }) | null>(null);
  const form = useForm<PlanValues>({
    draftKey,
    edits: miniPlan !== null,
    initial: () => initialValues(page),
    save: (values) => {
      // What another screen has changed, and what is typed, is planned before it can be saved.
      const isPlanned = isSame(planned.current?.asked, askedOf(values, page));
      const errors = isPlanned ? sizesWithoutAmount(values.sizes) : { '': NOT_PLANNED };
      if (Object.keys(errors).length > 0) return Promise.resolve({ ok: false as const, errors });
      const { autoName, ...plan } = planned.current!;
      const { requestKey, name } = values;
      return keepMinis(miniPlan?.id ?? null, { requestKey, name: name.trim() || autoName, ...plan });
    },
    saved: (id) => router.push(`/minis/${id}`),
  });
  const { values, set } = form;
  useYarnsOfDraft(page, values, set);

  const yarns = page.yarns.filter(({ id }) => values.yarnIds.includes(id));
  const read = useMemo(() => readPlan(values, page, system), [values, page, system]);
  const planning = useMinisPlan(read.ready?.wanted ?? null);
  const answer = planning.answer && isOfPage(planning.answer, page) ? planning.answer : null;
  const names = (answer?.input.demands ?? []).map(({ id }) => {
    const size = read.ready?.wanted.sizes.find((each) => each.id === id);
    return size ? sizeName(size, system) : '';
  });
  const hand = useHandPlan(answer, values.hand, (kept) => set('hand', kept), !values.kits);
  const autoName = nameFor(
    hand.made,
    yarns.map(({ name }) => name),
  );
  useEffect(() => {
    planned.current =
      answer && planning.state !== 'thinking'
        ? {
            asked: askedOf(values, page),
            autoName,
            counts: answer.parents.map((_, p) => hand.counts[p]!),
            proven: { ...answer.plan.proven, mostG: answer.plan.mostG, byHand: hand.byHand },
          }
        : null;
  });

  const addYarn = (id: number) => {
    const yarnIds = [...values.yarnIds, id];
    // What was typed goes on under the first yarn's name.
    if (!miniPlan) moveDraft(draftKey, draftKeyOf(yarnIds[0]), values, system);
    const at = miniPlan ? `/minis/${miniPlan.id}/plan` : '/minis/new';
    router.replace(`${at}?yarns=${yarnIds.join(',')}`, { scroll: false });
  };

  return {
    form,
    yarns,
    ready: read.ready,
    errors: { ...read.errors, ...form.errors },
    planning,
    answer,
    names,
    hand,
    autoName,
    addYarn,
  };
}

const NOT_PLANNED = 'there is no plan of this yet: look at it when it is there, and save it then';

/** What was planned last may be of a piece that is gone meanwhile. */
function isOfPage({ parents }: MinisAnswer, page: PlanMinisPage): boolean {
  const there = new Set(page.yarns.flatMap((yarn) => yarn.parents.map(({ pieceId }) => pieceId)));
  return parents.every(({ piece }) => there.has(piece.pieceId));
}

/** What the plan makes, in one line, and the button that keeps it. */
function PlanHead({ page: { miniPlan }, plan: { form, planning, answer, hand } }: { page: PlanMinisPage; plan: Plan }) {
  const system = useSystem();
  const total = hand.made.reduce((sum, count) => sum + count, 0);
  const kits = hand.byHand ? null : (answer?.kits?.count ?? null);
  const nothingYet = miniPlan ? `Plan ${miniPlan.name} again` : 'Plan minis';
  return (
    <div className="[&_h1]:text-large flex flex-wrap gap-y-3 gap-x-6 justify-between items-center mb-4">
      <h1>{total === 0 ? nothingYet : planInWords({ total, worth: hand.worth, kits }, system)}</h1>
      <Button
        type="primary"
        size="large"
        htmlType="submit"
        loading={form.saving}
        disabled={total === 0 || !hand.feasible || planning.state === 'thinking'}
      >
        {miniPlan ? 'Save the new plan' : 'Save this plan'}
      </Button>
    </div>
  );
}

/** What the minis are cut from, and how large and how many they are to be. */
function Wanted({ page, plan: { form, errors, yarns, addYarn } }: { page: PlanMinisPage; plan: Plan }) {
  const { values, set } = form;
  return (
    <div className="[&_h2]:mb-1 grid gap-4 content-start">
      <section aria-label="From what">
        <h2>From</h2>
        <ParentsPicker
          yarns={page.yarns}
          taken={values.pieceIds}
          gone={goneFrom(page, values)}
          error={errors.pieceIds}
          onTaken={(pieceIds) => set('pieceIds', pieceIds)}
          onYarn={addYarn}
        />
      </section>
      <section aria-label="What is wanted">
        <h2>Wanted</h2>
        <SizeRows
          sizes={values.sizes}
          kits={values.kits}
          kitCount={values.kitCount}
          yarns={yarns}
          errors={errors}
          onSizes={(sizes) => set('sizes', sizes)}
          onKits={(kits) => set('kits', kits)}
          onKitCount={(kitCount) => set('kitCount', kitCount)}
        />
      </section>
    </div>
  );
}

/** How good the plan is, and where each skein is cut. */
function Cuts({
  page,
  plan: { form, planning, answer, ready, yarns, names, hand },
}: {
  page: PlanMinisPage;
  plan: Plan;
}) {
  const system = useSystem();
  const { values, set, clear } = form;
  const sizes = ready?.wanted.sizes ?? [];
  const taken = cuttable(page, values.pieceIds);
  return (
    <div className="grid gap-3 content-start">
      <PlanNews
        planning={{ ...planning, answer }}
        sizes={sizes}
        yarns={yarns}
        oneKnot={values.oneKnot}
        onOneKnot={(oneKnot) => set('oneKnot', oneKnot)}
        colours={taken.some(({ faults }) => faults.some(({ kind }) => kind === 'colour change'))}
        oneColour={values.oneColour ?? false}
        onOneColour={(oneColour) => set('oneColour', oneColour)}
        hand={hand.byHand ? hand : null}
        taken={taken.length > 0}
      />
      {answer && hand.worth && (
        <>
          <CutMap
            parents={mapParents(page, answer, hand.counts, yarns.length > 1, system)}
            input={answer.input}
            names={names}
            hand={hand.map}
          />
          <HandPanel
            answer={answer}
            counts={hand.counts}
            names={names}
            made={hand.made}
            limited={!values.kits}
            chosen={hand.chosen}
            onChange={(size, by) => hand.chosen && hand.map.change(hand.chosen, size, by)}
            onClose={() => hand.map.choose(null)}
          />
          <RemainderWords answer={answer} counts={hand.counts} />
          <WhatIf
            others={hand.byHand ? [] : planning.sizeAlternatives}
            sizes={sizes}
            onTake={(id, massG) =>
              set(
                'sizes',
                values.sizes.map((size) => (size.id === id ? { ...size, amount: typedMass(massG, system) } : size)),
              )
            }
          />
        </>
      )}
      <FormError form={form} />
      {hand.made.some((count) => count > 0) && (
        <p>
          <Button type="text" onClick={clear}>
            Start again
          </Button>
        </p>
      )}
    </div>
  );
}

function mapParents(
  page: PlanMinisPage,
  answer: MinisAnswer,
  counts: readonly number[][][],
  ofSeveralYarns: boolean,
  system: UnitSystem,
): MapParent[] {
  return answer.parents.map(({ piece, segmentsG, holdsKnot }, p) => {
    const yarn = page.yarns.find(({ id }) => id === piece.yarnId)!;
    const { label, colours } = yarn.parents.find(({ pieceId }) => pieceId === piece.pieceId)!;
    return {
      id: String(piece.pieceId),
      name: label,
      about: ofSeveralYarns ? yarn.name : inWords(fineMassFigure(piece.massG, system)),
      colourHex: yarn.colourHex,
      colours,
      gristMPerG: piece.grist.mean,
      massG: piece.massG,
      segmentsG,
      holdsKnot,
      counts: counts[p]!,
    };
  });
}

/** "4 kits, 16 minis, 192 g, out of 2 skeins" */
function planInWords(
  { total, worth, kits }: { total: number; worth: MinisWorth | null; kits: number | null },
  system: UnitSystem,
): string {
  return [
    ...(kits === null ? [] : [plural(kits, 'kit')]),
    plural(total, 'mini'),
    ...(worth ? [inWords(massFigure(worth.madeG, system)), `out of ${plural(worth.openedParents, 'skein')}`] : []),
  ].join(', ');
}

function nameFor(made: readonly number[], yarns: readonly string[]): string {
  const total = made.reduce((sum, count) => sum + count, 0);
  const [first = 'yarn'] = yarns;
  return `${plural(total, 'mini')} of ${yarns.length > 1 ? plural(yarns.length, 'yarn') : first}`;
}

function typedMass(massG: number, system: UnitSystem): string {
  return inGrams(system) ? `${massG} g` : `${(massG / GRAMS_PER_OUNCE).toFixed(2)} oz`;
}
