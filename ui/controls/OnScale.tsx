'use client';

import type { ReactNode } from 'react';
import { MassField } from './Field';
import type { FormState } from '../form/useForm';
import { type ScaleInUse, WeighingFields } from './WeighingFields';

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
  scale,
}: {
  form: FormState<Values>;
  label: string;
  hint?: ReactNode;
  scale: ScaleInUse;
}) {
  const field = form.field as unknown as FormState<Scaled>['field'];
  return (
    <>
      <MassField label={label} {...field('mass')} hint={hint} large />
      <WeighingFields scale={scale} tare={field('tare')} humidity={field('humidity')} />
    </>
  );
}
