'use client';

import { recipeInWords } from '../../core/dyeing/recipeWords';
import { Segmented } from 'antd';
import { useRouter } from 'next/navigation';
import { readOrNull } from '../../core/common/inputError';
import { parseNumber } from '../../core/common/units';
import type { Recipe } from '../../core/dyeing/recipe';
import { depthOf, gradient, shadeSeries } from '../../core/dyeing/shadeSeries';
import type { BathFormPage, BathLine } from '../../server/dyeing/bathPages';
import type { SeriesForm } from '../../server/dyeing/series';
import { ChoiceField } from '../../ui/controls/Choice';
import { MassField, TextField } from '../../ui/controls/Field';
import { stillThere } from '../../ui/controls/stillThere';
import { Form, FormButtons, FormError } from '../../ui/form/Form';
import { type FormState, useForm } from '../../ui/form/useForm';
import { Cautions } from '../../ui/feedback/Cautions';
import { newKey } from '../../ui/feedback/newKey';
import { PageHead } from '../../ui/frame/PageHead';
import { keepSeries } from './actions';
import { PieceChoice } from './PieceChoice';

/** Plans several pots in one go: from light to deep, or from one colour to another. */
export function SeriesScreen({
  baths,
  from,
  page: { choices, plan, cautions },
}: {
  /** Whose recipes it can go by. */
  baths: BathLine[];
  from: number;
  page: BathFormPage;
}) {
  const router = useRouter();
  const first = baths.find(({ id }) => id === from) ?? baths[0]!;
  const form = useForm<SeriesForm>({
    draftKey: `series ${from} ${plan?.id ?? ''}`,
    initial: () => ({
      requestKey: newKey(),
      name: first.name,
      bathId: first.id,
      kind: 'shade',
      lastId: null,
      from: String(Number((depthOf(first.recipe) / 4).toPrecision(3))),
      to: String(depthOf(first.recipe)),
      steps: 'geometric',
      count: '5',
      pieceIds: [],
      fibre: '',
    }),
    save: (values) => keepSeries({ ...values, pieceIds: stillThere(values.pieceIds, choices) }),
    saved: (id) => {
      form.clear();
      router.push(`/dyeing/${id}`);
    },
  });
  const recipes = readOrNull(() => recipesOf(form.values, baths));

  return (
    <>
      <PageHead title="A series of shades" under="Several pots planned in one go, by a recipe of the book." />
      <Form
        form={form}
        className="grid grid-cols-[1.3fr_1fr] gap-x-wide gap-y-4 items-start max-tablet:grid-cols-[minmax(0,1fr)]"
      >
        <div className="grid gap-3">
          <SeriesFields form={form} baths={baths} />
          {choices.length > 0 && (
            <PieceChoice
              choices={choices}
              chosen={form.values.pieceIds}
              form={form}
              onChange={(ids) => form.set('pieceIds', ids)}
            />
          )}
          {stillThere(form.values.pieceIds, choices).length === 0 && (
            <MassField label="Dry fibre in each pot" {...form.field('fibre')} hint="where no pieces are chosen" />
          )}
        </div>
        <section className="grid gap-2 p-4 rounded-lg bg-card" aria-labelledby="pots" aria-live="polite">
          <h2 id="pots">The pots</h2>
          {recipes ? (
            <ol className="grid gap-1 list-decimal pl-6">
              {recipes.map((recipe, i) => (
                <li key={i}>{recipeInWords(recipe)}</li>
              ))}
            </ol>
          ) : (
            <p className="text-ink-soft">Say from where to where, and in how many pots.</p>
          )}
          <Cautions cautions={cautions} />
        </section>
        <div className="col-span-full flex flex-wrap gap-3 pb-3">
          <FormError form={form} />
          <FormButtons form={form} save="Plan the pots" onLeave={() => router.back()} />
        </div>
      </Form>
    </>
  );
}

/** What changes from pot to pot, from where to where, and in how many of them. */
function SeriesFields({ form, baths }: { form: FormState<SeriesForm>; baths: readonly BathLine[] }) {
  const { kind, bathId, lastId, steps } = form.values;
  const bathOptions = baths.map(({ id, name }) => ({ value: String(id), label: name }));
  return (
    <>
      <Segmented<SeriesForm['kind']>
        className="justify-self-start max-w-full [&_.ant-segmented-group]:flex-wrap"
        aria-label="What changes from pot to pot"
        value={kind}
        onChange={(value) => form.set('kind', value)}
        options={[
          { value: 'shade', label: 'from light to deep' },
          { value: 'gradient', label: 'from one colour to another' },
        ]}
      />
      <div className="grid grid-cols-2 gap-x-4 max-phone:grid-cols-1">
        <TextField label="Name" {...form.field('name')} hint="each pot has it with its number" />
        <TextField label="Pots" {...form.field('count')} inputMode="numeric" />
        <ChoiceField
          name="bathId"
          label={kind === 'shade' ? 'By the recipe of' : 'From'}
          value={String(bathId)}
          onChange={(id) => form.set('bathId', Number(id))}
          options={bathOptions}
          error={form.errors.bathId}
        />
        {kind === 'gradient' ? (
          <ChoiceField
            name="lastId"
            label="To"
            value={String(lastId ?? '')}
            onChange={(id) => form.set('lastId', Number(id))}
            options={bathOptions.filter(({ value }) => value !== String(bathId))}
            error={form.errors.lastId}
          />
        ) : (
          <ChoiceField
            name="steps"
            label="Steps"
            value={steps}
            onChange={(value) => form.set('steps', value)}
            options={[
              { value: 'geometric', label: 'even to the eye' },
              { value: 'linear', label: 'even in percent' },
            ]}
          />
        )}
        {kind === 'shade' && (
          <>
            <TextField
              label="Depth of the first"
              {...form.field('from')}
              hint="in % of the fibre, all dyes together"
              inputMode="decimal"
            />
            <TextField label="Depth of the last" {...form.field('to')} inputMode="decimal" />
          </>
        )}
      </div>
    </>
  );
}

/** The recipe of each pot; null where that is not said yet. */
function recipesOf({ kind, bathId, lastId, ...typed }: SeriesForm, baths: readonly BathLine[]): Recipe[] | null {
  const recipeOf = (id: number | null) => baths.find((bath) => bath.id === id)?.recipe;
  const [first, last] = [recipeOf(bathId), recipeOf(lastId)];
  const figure = (text: string) => parseNumber(text.replace(/%\s*$/, ''), '');
  const count = figure(typed.count);
  if (!first) return null;
  if (kind === 'gradient') return last ? gradient(first, last, count) : null;
  const [fromPercent, toPercent] = [figure(typed.from), figure(typed.to)];
  return shadeSeries(first, { fromPercent, toPercent, count, steps: typed.steps });
}
