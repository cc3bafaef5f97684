'use client';

import { Button } from 'antd';
import type { ReactNode } from 'react';
import { newKey } from '../feedback/newKey';
import { TextField } from './Field';
import { Form, FormError } from '../form/Form';
import type { FormState } from '../form/useForm';

/** What every form that logs something weighed begins with. */
export function blankWeighing(): {
  requestKey: string;
  tare: string;
  humidity: string;
  scaleResolutionG: number;
  note: string;
} {
  return { requestKey: newKey(), tare: '', humidity: '', scaleResolutionG: 1, note: '' };
}

/** The frame of a form that logs an operation: what was done, notes, what is wrong with it, and into the log. */
export function OperationForm<Values extends { note: string }>({
  form,
  act = 'Log it',
  notes = true,
  placeholder,
  quiet,
  className,
  children,
}: {
  form: FormState<Values>;
  act?: string;
  /** Notes are asked for. */
  notes?: boolean;
  /** What notes are usually about. */
  placeholder?: string;
  /** It is not what one came to the page for. */
  quiet?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const field = form.field as unknown as FormState<{ note: string }>['field'];
  return (
    <Form form={form} className={className}>
      {children}
      {notes && <TextField label="Notes" {...field('note')} placeholder={placeholder} />}
      <FormError form={form} />
      <Button
        type={quiet ? 'default' : 'primary'}
        size="large"
        htmlType="submit"
        loading={form.saving}
        className="self-start mt-2"
      >
        {act}
      </Button>
    </Form>
  );
}
