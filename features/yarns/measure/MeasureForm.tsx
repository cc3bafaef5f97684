'use client';

import { Button, Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import type { SaveResult } from '../../../server/common/result';
import type { SampleForm } from '../../../server/yarn/measurementForms';
import { Form, FormError } from '../../../ui/form/Form';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { type FormState, useForm } from '../../../ui/form/useForm';
import { saveSample, undoMeasurement } from '../actions';

/** A form for something that is found out at the table: kept as a draft, saved with an offer to take it back. */
export function useMeasurement<Values extends object>({
  kept,
  then,
  ...form
}: {
  draftKey: string;
  initial: () => Values;
  save: (values: Values) => Promise<SaveResult>;
  /** What is said once it is saved. */
  kept: string;
  /** Where one goes then; left out: one stays. */
  then?: (operationId: number) => string;
}): FormState<Values> {
  const router = useRouter();
  const offer = useUndoOffer();
  const state = useForm<Values>({
    ...form,
    saved: (operationId) => {
      state.clear();
      offer({ words: kept, undo: () => undoMeasurement(operationId) });
      if (then) router.push(then(operationId));
      else router.refresh();
    },
  });
  return state;
}

/** The form of one kind of sample. */
export function useMeasureForm<Values extends SampleForm>(
  pieceId: number,
  initial: () => Values,
  /** What is not typed but chosen, put in as it is saved. */
  chosen: Partial<Values>,
): FormState<Values> {
  return useMeasurement({
    draftKey: `${initial().how} of ${pieceId}`,
    initial,
    save: (values) => saveSample(pieceId, { ...values, ...chosen }),
    kept: 'The measurement is saved.',
  });
}

export function MeasureForm<Values extends SampleForm>({
  form,
  why,
  children,
}: {
  form: FormState<Values>;
  /** How it is done, and what for. */
  why: string;
  children: ReactNode;
}) {
  return (
    <Form form={form} className="[&>p]:max-w-[60ch] [&>p]:text-ink-soft flex flex-col gap-1 mt-4">
      <p>{why}</p>
      {children}
      <FormError form={form} />
      <Button type="primary" htmlType="submit" loading={form.saving}>
        Save this measurement
      </Button>
    </Form>
  );
}

/** Yarn is another yarn after washing. */
export function Washed({ on, set }: { on: boolean; set: (on: boolean) => void }) {
  return (
    <Checkbox className="items-center min-h-10 mb-1" checked={on} onChange={({ target }) => set(target.checked)}>
      It has been washed and is dry again
    </Checkbox>
  );
}
