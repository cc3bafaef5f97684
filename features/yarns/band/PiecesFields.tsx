'use client';

import { readOrNull } from '../../../core/common/inputError';
import { PIECE_FORMS } from '../../../core/yarn/piece';
import { bareUnit, parseNumber } from '../../../core/common/units';
import type { IncomingForm } from '../../../server/yarn/yarns';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import type { FormState } from '../../../ui/form/useForm';
import { type ScaleInUse, WeighingFields } from '../../../ui/controls/WeighingFields';
import styles from './YarnForm.module.css';

/** More pieces than this are weighed one by one later, at their own pages. */
const MOST_WEIGHED_HERE = 12;

const FORM_OPTIONS = PIECE_FORMS.map((form) => ({ value: form, label: form }));

/** One hank, not weighed. */
export function onePiece(): IncomingForm {
  return {
    requestKey: newKey(),
    form: 'hank',
    count: '1',
    loop: '',
    masses: [],
    tare: '',
    humidity: '',
    scaleResolutionG: 1,
  };
}

/** How many pieces are asked for, as far as that can be read. */
export function piecesTyped({ count }: Pick<IncomingForm, 'count'>): number {
  return readOrNull(() => parseNumber(count, '')) ?? 1;
}

/** How many of them have a field of their own. */
export function weighedHere(values: Pick<IncomingForm, 'count'>): number {
  return Math.min(MOST_WEIGHED_HERE, Math.max(1, Math.floor(piecesTyped(values))));
}

/** What came in: how many, as what, and what each weighs. */
export function PiecesFields<Values extends IncomingForm>({
  form,
  scale,
}: {
  form: FormState<Values>;
  scale: ScaleInUse;
}) {
  const system = useSystem();
  const { values, errors } = form;
  const shown = weighedHere(values);
  const noun = values.form;
  const bind = (name: 'count' | 'loop' | 'tare' | 'humidity') => ({
    name,
    value: values[name],
    error: errors[name],
    onChange: (value: string) => form.set(name, value as Values[typeof name]),
  });
  const weigh = (at: number, mass: string) =>
    form.set(
      'masses',
      Array.from({ length: Math.max(values.masses.length, at + 1) }, (_, i) =>
        i === at ? mass : (values.masses[i] ?? ''),
      ) as Values['masses'],
    );
  return (
    <>
      <div className="grid grid-cols-[1fr_1fr_1.1fr] gap-4">
        <TextField label="How many" {...bind('count')} inputMode="numeric" />
        <ChoiceField
          name="form"
          label="As a"
          value={values.form}
          onChange={(value) => form.set('form', value as Values['form'])}
          options={FORM_OPTIONS}
          error={errors.form}
        />
        <TextField label="Circumference" {...bind('loop')} hint="162 cm, 64 in" />
      </div>
      {piecesTyped(values) <= MOST_WEIGHED_HERE ? (
        <div className="grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-y-0 gap-x-3">
          {Array.from({ length: shown }, (_, i) => (
            <TextField
              key={i}
              name={`masses.${i}`}
              label={shown === 1 ? 'On the scale' : `${noun[0]!.toUpperCase()}${noun.slice(1)} ${i + 1}`}
              value={values.masses[i] ?? ''}
              onChange={(mass) => weigh(i, mass)}
              error={errors[`masses.${i}`]}
              placeholder={bareUnit(system, 'mass').name}
              inputMode="decimal"
            />
          ))}
        </div>
      ) : (
        <p className={`${styles.keys} text-ink-soft text-small`}>
          So many are weighed one by one, at each piece’s own page.
        </p>
      )}
      <WeighingFields scale={scale} tare={bind('tare')} humidity={bind('humidity')} />
    </>
  );
}
