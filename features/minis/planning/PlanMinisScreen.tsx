'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef } from 'react';
import { InputError } from '../../../core/common/inputError';
import { fineMassFigure, inWords, massFigure, plural } from '../../../core/common/format';
import { type ParentPiece, readMinis, readSize, type ReadMinis } from '../../../core/minis/miniPlan';
import type { MinisWorth } from '../../../core/minis/minis';
import { GRAMS_PER_OUNCE, inGrams, type UnitSystem } from '../../../core/common/units';
import type { MiniPlanForm, PlanMinisPage } from '../../../server/minis/miniPlans';
import { Form, FormError } from '../../../ui/form/Form';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { moveDraft } from '../../../ui/form/drafts';
import { useForm } from '../../../ui/form/useForm';
import { keepMinis } from '../actions';
import { HandPanel } from './HandPanel';
import { CutMap } from './CutMap';
import { RemainderWords } from './RemainderWords';
import { LoopsPanel } from './LoopsPanel';
import { ParentsPicker } from './ParentsPicker';
import { PlanNews, WhatIf } from './PlanNews';
import { emptySize, SizeRows } from './SizeRows';
import type { PlanValues } from './planValues';
import { useHandPlan } from './useHandPlan';
import { useMinisPlan } from './useMinisPlan';
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
  const router = useRouter();
  const system = useSystem();
  const { miniPlan } = page;
  const toSave = useRef<Pick<MiniPlanForm, 'counts' | 'proven' | 'name'> | null>(null);
  const form = useForm<PlanValues>({
    draftKey,
    initial: () => initialValues(page),
    save: ({ requestKey, name: _name, yarnIds: _yarns, hand: _hand, ...asked }) =>
      toSave.current
        ? keepMinis(miniPlan?.id ?? null, { requestKey, asked, ...toSave.current })
        : Promise.resolve({ ok: false as const, errors: { '': 'there is no plan to keep yet' } }),
    saved: (id) => router.push(`/minis/${id}`),
  });
  const { values, set } = form;
  useYarnsOfDraft(page, values, set);

  const yarns = page.yarns.filter(({ id }) => values.yarnIds.includes(id));
  const read = useMemo(() => readAll(values, page, system), [values, page, system]);
  const planning = useMinisPlan(read.ready?.wanted ?? null);
  const { answer } = planning;
  const names = (answer?.input.demands ?? []).map(({ id }) => {
    const size = read.ready?.wanted.sizes.find((each) => each.id === id);
    return size ? sizeName(size, system) : '';
  });

  const hand = useHandPlan(answer, values.hand, (kept) => set('hand', kept), !values.kits);
  const { counts, made, worth } = hand;
  const autoName = nameFor(
    made,
    yarns.map(({ name }) => name),
  );
  useEffect(() => {
    toSave.current = answer && {
      name: values.name.trim() || autoName,
      counts: answer.parents.map((_, p) => counts[p]!),
      proven: { ...answer.plan.proven, mostG: answer.plan.mostG, byHand: hand.byHand },
    };
  });

  const addYarn = (id: number) => {
    const yarnIds = [...values.yarnIds, id];
    // What was typed goes on under the first yarn's name.
    if (!miniPlan) moveDraft(draftKey, draftKeyOf(yarnIds[0]), values);
    const at = miniPlan ? `/minis/${miniPlan.id}/plan` : '/minis/new';
    router.replace(`${at}?yarns=${yarnIds.join(',')}`, { scroll: false });
  };

  const errors = { ...read.errors, ...form.errors };
  const taken = page.yarns.flatMap(({ parents }) => parents).filter(({ pieceId }) => values.pieceIds.includes(pieceId));
  const total = made.reduce((sum, count) => sum + count, 0);
  return (
    <Form form={form}>
      <div className="[&_h1]:text-large flex flex-wrap gap-y-3 gap-x-6 justify-between items-center mb-4">
        <h1>
          {total === 0
            ? miniPlan
              ? `Plan ${miniPlan.name} again`
              : 'Plan minis'
            : planInWords({ total, worth, kits: hand.byHand ? null : (answer?.kits?.count ?? null) }, system)}
        </h1>
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
      <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,7fr)] gap-y-6 gap-x-wide max-tablet:grid-cols-[minmax(0,1fr)]">
        <div className="[&_h2]:mb-1 grid gap-4 content-start">
          <section aria-label="From what">
            <h2>From</h2>
            <ParentsPicker
              yarns={page.yarns}
              taken={values.pieceIds}
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
              yarns={yarns.filter(({ parents }) => parents.some(({ pieceId }) => values.pieceIds.includes(pieceId)))}
              errors={errors}
              onSizes={(sizes) => set('sizes', sizes)}
              onKits={(kits) => set('kits', kits)}
              onKitCount={(kitCount) => set('kitCount', kitCount)}
            />
          </section>
        </div>
        <div className="grid gap-3 content-start">
          <PlanNews
            planning={planning}
            sizes={read.ready?.wanted.sizes ?? []}
            yarns={yarns}
            oneKnot={values.oneKnot}
            onOneKnot={(oneKnot) => set('oneKnot', oneKnot)}
            colours={taken.some(({ faults }) => faults.some(({ kind }) => kind === 'colour change'))}
            oneColour={values.oneColour ?? false}
            onOneColour={(oneColour) => set('oneColour', oneColour)}
            hand={hand.byHand ? hand : null}
            taken={values.pieceIds.length > 0}
          />
          {answer && worth && (
            <>
              <CutMap
                parents={answer.parents.map(({ piece, segmentsG, holdsKnot }, p) => {
                  const yarn = page.yarns.find(({ id }) => id === piece.yarnId)!;
                  const view = yarn.parents.find(({ pieceId }) => pieceId === piece.pieceId)!;
                  return {
                    id: String(piece.pieceId),
                    name: view.label,
                    about: yarns.length > 1 ? yarn.name : inWords(fineMassFigure(piece.massG, system)),
                    colourHex: yarn.colourHex,
                    colours: view.colours,
                    gristMPerG: piece.grist.mean,
                    massG: piece.massG,
                    segmentsG,
                    holdsKnot,
                    counts: counts[p]!,
                  };
                })}
                input={answer.input}
                names={names}
                hand={hand.map}
              />
              <HandPanel
                answer={answer}
                counts={counts}
                names={names}
                made={made}
                limited={!values.kits}
                chosen={hand.chosen}
                onChange={(size, by) => hand.chosen && hand.map.change(hand.chosen, size, by)}
                onClose={() => hand.map.choose(null)}
              />
              <RemainderWords answer={answer} counts={counts} />
              <WhatIf
                others={hand.byHand ? [] : planning.sizeAlternatives}
                sizes={read.ready?.wanted.sizes ?? []}
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
          {total > 0 && (
            <p>
              <Button type="text" onClick={form.clear}>
                Start again
              </Button>
            </p>
          )}
        </div>
      </div>
      {read.ready && (
        <LoopsPanel
          page={page}
          values={values}
          set={set}
          ready={read.ready}
          yarns={yarns}
          autoName={autoName}
          errors={errors}
        />
      )}
    </Form>
  );
}

function initialValues({ yarns, reels, pieceIds, miniPlan }: PlanMinisPage): PlanValues {
  if (miniPlan) {
    const { name, plan } = miniPlan;
    const there = new Set(yarns.flatMap(({ parents }) => parents.map(({ pieceId }) => pieceId)));
    return {
      ...plan.asked,
      pieceIds: plan.asked.pieceIds.filter((id) => there.has(id)),
      requestKey: newKey(),
      name,
      yarnIds: yarns.map(({ id }) => id),
      hand: null,
    };
  }
  return {
    requestKey: newKey(),
    name: '',
    yarnIds: yarns.map(({ id }) => id),
    pieceIds: pieceIds.length > 0 ? pieceIds : yarns.flatMap(allFree),
    sizes: [emptySize()],
    kits: false,
    kitCount: '',
    oneKnot: false,
    oneColour: false,
    next: 'dye',
    tiesOfOwn: true,
    ends: '20 cm',
    reelId: reels[0]!.id,
    hand: null,
  };
}

function allFree({ parents }: PlanMinisPage['yarns'][number]): number[] {
  return parents.filter(({ busy, parent }) => !busy && parent !== null).map(({ pieceId }) => pieceId);
}

/** The page knows the yarns of its address; a draft may know more of them, and a yarn that comes to it is taken whole. */
function useYarnsOfDraft(
  page: PlanMinisPage,
  values: PlanValues,
  set: <Name extends keyof PlanValues>(name: Name, value: PlanValues[Name]) => void,
): void {
  const router = useRouter();
  const asked = useRef('');
  useEffect(() => {
    const here = page.yarns.map(({ id }) => id);
    const unseen = here.filter((id) => !values.yarnIds.includes(id));
    const missing = values.yarnIds.filter((id) => !here.includes(id));
    if (missing.length > 0) {
      const all = [...here, ...missing].join(',');
      // A yarn that is gone would be asked for for ever.
      if (asked.current === all) return set('yarnIds', here);
      asked.current = all;
      return router.replace(`?yarns=${all}`, { scroll: false });
    }
    if (unseen.length === 0) return;
    set('yarnIds', here);
    const fresh = page.yarns.filter(({ id }) => unseen.includes(id)).flatMap(allFree);
    set('pieceIds', [...new Set([...values.pieceIds, ...(page.pieceIds.length > 0 ? page.pieceIds : fresh)])]);
  }, [page, values.yarnIds, values.pieceIds, set, router]);
}

/** Everything that can be read of what was typed, and what is wrong with the rest. */
function readAll(
  values: PlanValues,
  page: PlanMinisPage,
  system: UnitSystem,
): { ready: (ReadMinis & { parents: ParentPiece[] }) | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const readOr = <T,>(work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors[error.path] ??= error.message;
      return null;
    }
  };
  const parents = page.yarns
    .flatMap((yarn) => yarn.parents)
    .filter(({ pieceId, parent }) => values.pieceIds.includes(pieceId) && parent !== null)
    .map(({ parent }) => parent!);
  // In the order in which they are sent.
  parents.sort((a, b) => values.pieceIds.indexOf(a.pieceId) - values.pieceIds.indexOf(b.pieceId));
  const typed = values.sizes.filter(({ amount }) => amount.trim() !== '');
  if (parents.length === 0 || typed.length === 0 || parents.length < values.pieceIds.length)
    return { ready: null, errors };
  const grists = new Map(parents.map(({ yarnId, grist }) => [yarnId, grist.mean]));
  values.sizes.forEach((size, i) => {
    if (size.amount.trim() !== '') readOr(() => readSize(size, grists, system, `sizes.${i}`));
  });
  const reel = page.reels.find(({ id }) => id === values.reelId) ?? page.reels[0]!;
  const strandsMm = new Map(page.yarns.map(({ id, strandMm }) => [id, strandMm]));
  const read =
    Object.keys(errors).length === 0
      ? readOr(() => readMinis({ ...values, sizes: typed }, parents, strandsMm, reel, system))
      : null;
  return { ready: read && { ...read, parents }, errors };
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
