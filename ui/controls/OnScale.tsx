'use client';

import type { ReactNode } from 'react';
import { TextField } from './Field';
import { useSystem } from '../frame/Providers';
import type { FormState } from './useForm';
import { type ChosenScale, WeighingFields } from './WeighingFields';

/** What a form that takes something off the scale holds. */
export interface Scaled {
  mass: string;
  tare: string;
  humidity: string;
}

/** A mass as the scale shows it, with its tare, the room, and the scale that it is on. */
export function OnScale<Values extends Scaled>({
  form,
  label,
  hint,
  scales,
  scale: [resolutionG, setResolution],
  children,
}: {
  form: FormState<Values>;
  label: string;
  hint?: ReactNode;
  scales: readonly ChosenScale[];
  /** The scale's step, and how to choose another. */
  scale: readonly [number, (resolutionG: number) => void];
  /** What else is weighed on it. */
  children?: ReactNode;
}) {
  const system = useSystem();
  const field = form.field as unknown as FormState<Scaled>['field'];
  return (
    <>
      <TextField
        label={label}
        {...field('mass')}
        hint={hint}
        suffix={system === 'metric' ? 'g' : 'oz'}
        inputMode="decimal"
        large
      />
      {children}
      <WeighingFields
        scales={scales}
        tare={field('tare')}
        humidity={field('humidity')}
        resolutionG={resolutionG}
        onResolution={setResolution}
      />
    </>
  );
}
