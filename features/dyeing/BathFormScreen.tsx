'use client';

import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { changedAt, withoutAt } from '../../core/common/changedAt';
import { INGREDIENT_KINDS } from '../../core/dyeing/recipe';
import type { BathFormPage } from '../../server/dyeing/bathPages';
import type { BathForm } from '../../server/dyeing/baths';
import { ChoiceField } from '../../ui/controls/Choice';
import { MassField, TextField } from '../../ui/controls/Field';
import { stillThere } from '../../ui/controls/stillThere';
import { Form, FormButtons, FormError } from '../../ui/form/Form';
import { type FormState, useForm } from '../../ui/form/useForm';
import { Cautions } from '../../ui/feedback/Cautions';
import { newKey } from '../../ui/feedback/newKey';
import { Notice } from '../../ui/feedback/Notice';
import { Mass } from '../../ui/figures/Figures';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { PageHead } from '../../ui/frame/PageHead';
import { useSystem } from '../../ui/frame/Providers';
import { keepBath } from './actions';
import { massTyped, NEW_ROW, type Row, typedBath } from './bathValues';
import { Measures } from './Measures';
import { chosenG, PieceChoice } from './PieceChoice';
import { KIND_WORDS } from './words';

/** Pieces whose masses differ from the fibre's by more than this share are asked about. */
const OFF_BY = 0.03;

/** Begins a bath, or changes one: what goes in, and what is measured out for it. */
export function BathFormScreen({
  id,
  first,
  page: { choices, plan, cautions, scaleStepG },
  isPotted = false,
}: {
  id: number | null;
  first: BathForm;
  page: BathFormPage;
  /** Its pieces are in the pot: they stay there. */
  isPotted?: boolean;
}) {
  const router = useRouter();
  const system = useSystem();
  const offer = useUndoOffer();
  const form = useForm<BathForm>({
    draftKey:
      id === null
        ? `new bath ${first.operationId ?? ''} ${plan?.id ?? ''} ${choices[0]?.id ?? ''} ${first.name}`
        : `bath ${id}`,
    edits: id !== null,
    initial: () => ({ ...first, requestKey: newKey() }),
    save: (values) => keepBath(id, isPotted ? values : { ...values, pieceIds: stillThere(values.pieceIds, choices) }),
    saved: (saved) => {
      form.clear();
      if (id !== null)
        offer({ words: 'The change is saved.', undo: () => keepBath(id, { ...first, requestKey: newKey() }) });
      router.push(`/dyeing/${saved}`);
    },
  });
  const { pieceIds } = form.values;
  const choose = (ids: number[]) => {
    const before = massTyped(chosenG(choices, pieceIds), system);
    form.set('pieceIds', ids);
    // A mass that somebody typed is not overwritten.
    if (form.values.fibre.trim() === '' || form.values.fibre === before)
      form.set('fibre', massTyped(chosenG(choices, ids), system));
  };
  const typed = typedBath(form.values, system);
  const piecesG = chosenG(choices, pieceIds);

  return (
    <>
      <PageHead title={id === null ? 'A new bath' : 'Edit the bath'} under={plan && `For minis of ${plan.name}.`} />
      <Form
        form={form}
        className="grid grid-cols-[1.6fr_1fr] gap-x-wide gap-y-4 items-start max-desk:grid-cols-[minmax(0,1fr)]"
      >
        <div className="grid gap-4">
          <div className="grid grid-cols-2 gap-x-4 max-phone:grid-cols-1">
            <TextField
              label="Colour"
              {...form.field('name')}
              placeholder="Kelp"
              autoFocus={id === null}
              hint="what you will call it"
            />
            <MassField label="Dry fibre" {...form.field('fibre')} hint="of all that goes in, before it is wetted" />
          </div>
          {piecesG !== null && typed && Math.abs(typed.fibreG - piecesG) > OFF_BY * piecesG && (
            <Notice tone="tight" role="status">
              What goes in weighs <Mass g={piecesG} /> together: is the fibre’s mass meant?
            </Notice>
          )}
          {!isPotted && choices.length > 0 && (
            <PieceChoice choices={choices} chosen={pieceIds} form={form} onChange={choose} />
          )}
          <Ingredients form={form} />
          <div className="grid grid-cols-4 gap-x-4 max-tablet:grid-cols-2">
            <TextField
              label="Water"
              {...form.field('water')}
              hint="millilitres to a gram"
              placeholder="30"
              inputMode="decimal"
            />
            <TextField label="Heat" {...form.field('heat')} hint="°C, or 185 °F" placeholder="85" />
            <TextField label="Time" {...form.field('time')} hint="minutes, or 1.5 h" placeholder="45" />
            <TextField label="The pot holds" {...form.field('pot')} hint="8 l, or 8000 ml" placeholder="8 l" />
          </div>
          <TextField
            label="In words"
            {...form.field('note')}
            lines={3}
            placeholder="wetted overnight, dye added in three parts, left to cool in the pot"
          />
        </div>
        <section
          className="grid gap-3 p-4 rounded-lg bg-card sticky top-4"
          aria-labelledby="measures"
          aria-live="polite"
        >
          <h2 id="measures">Measure out</h2>
          {typed && typed.recipe.ingredients.length > 0 ? (
            <Measures {...typed} scaleStepG={scaleStepG} />
          ) : (
            <p className="text-ink-soft">
              {typed ? 'Say how much of each goes in.' : 'Say how much fibre goes in, and it is worked out here.'}
            </p>
          )}
          <Cautions cautions={cautions} />
        </section>
        <div className="col-span-full flex flex-wrap gap-3 pb-3">
          <FormError form={form} />
          <FormButtons
            form={form}
            save={id === null ? 'Save the bath' : 'Save the change'}
            onLeave={() => router.back()}
          />
        </div>
      </Form>
    </>
  );
}

/** What goes into the pot, line by line. */
function Ingredients({ form }: { form: FormState<BathForm> }) {
  const { ingredients } = form.values;
  const change = (at: number, part: Partial<Row>) => form.set('ingredients', changedAt(ingredients, at, part));
  return (
    <section aria-labelledby="into">
      <h2 id="into">Into the pot</h2>
      <p className="text-ink-soft mb-2">
        A bare number is percent of the dry fibre; 0.5 g and 50 ml are read too. What is weighed as it is has no stock.
      </p>
      <ol className="grid gap-1">
        {ingredients.map((row, i) => (
          <li
            key={i}
            className="grid grid-cols-[1.1fr_1.4fr_1fr_0.9fr_auto] gap-x-3 items-start max-tablet:grid-cols-[1fr_1fr_auto] max-tablet:p-3 max-tablet:rounded-lg max-tablet:bg-card"
          >
            <ChoiceField
              name={`ingredients.${i}.kind`}
              label="What"
              value={row.kind}
              onChange={(kind) => change(i, { kind })}
              options={INGREDIENT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
            />
            <TextField
              name={`ingredients.${i}.name`}
              label="Name"
              value={row.name}
              onChange={(name) => change(i, { name })}
              error={form.errors[`ingredients.${i}.name`]}
              placeholder={row.kind === 'mordant' ? 'alum' : row.kind === 'plant' ? 'crottle' : 'green'}
            />
            <TextField
              name={`ingredients.${i}.amount`}
              label="How much"
              value={row.amount}
              onChange={(amount) => change(i, { amount })}
              error={form.errors[`ingredients.${i}.amount`]}
              placeholder={row.kind === 'plant' ? '150 %' : row.kind === 'dye' ? '1.5 %' : '12 %'}
            />
            <TextField
              name={`ingredients.${i}.stock`}
              label="Stock, %"
              value={row.stock}
              onChange={(stock) => change(i, { stock })}
              error={form.errors[`ingredients.${i}.stock`]}
              hint="grams in 100 ml"
              inputMode="decimal"
            />
            <Button
              className="mt-6 max-tablet:col-start-3 max-tablet:row-start-1"
              type="text"
              shape="circle"
              icon={<CloseOutlined />}
              aria-label={`Without ${row.name || `line ${i + 1}`}`}
              disabled={ingredients.length === 1}
              onClick={() => form.set('ingredients', withoutAt(ingredients, i))}
            />
          </li>
        ))}
      </ol>
      <FormError form={form} of="ingredients" />
      <Button onClick={() => form.set('ingredients', [...ingredients, NEW_ROW])}>One more</Button>
    </section>
  );
}
