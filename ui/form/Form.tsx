'use client';

import { Button, Form as AntForm } from 'antd';
import type { ReactNode } from 'react';
import { Problem } from '../feedback/Notice';
import type { FormState } from './useForm';

type Submittable = Pick<FormState<object>, 'submit' | 'saving' | 'errors' | 'clear'>;

/** A form that checks nothing by itself: what is wrong is told by the server, beside the field. */
export function Form({
  form,
  className,
  children,
}: {
  form: Pick<Submittable, 'submit'>;
  className?: string;
  children: ReactNode;
}) {
  return (
    <AntForm noValidate layout="vertical" className={className} onFinish={form.submit}>
      {children}
    </AntForm>
  );
}

/** What is wrong with the form as a whole; or with `of`, a list or a choice that shows no error itself. */
export function FormError({ form: { errors }, of = '' }: { form: Pick<Submittable, 'errors'>; of?: string }) {
  return <Problem id={of || undefined} words={errors[of]} />;
}

/** Save, or leave everything as it was. */
export function FormButtons({ form, save, onLeave }: { form: Submittable; save: string; onLeave: () => void }) {
  return (
    <>
      <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
        {save}
      </Button>
      <Button
        size="large"
        type="text"
        onClick={() => {
          form.clear();
          onLeave();
        }}
      >
        Cancel
      </Button>
    </>
  );
}
