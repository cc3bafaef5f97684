'use client';

import { Button } from 'antd';
import { type ReactNode, useState } from 'react';
import { Form, FormError } from '../form/Form';
import { type FormState, type Outcome, useForm } from '../form/useForm';
import { Notice } from '../feedback/Notice';

/** The form that ends a run. The log is made from the counts, so every one of them must have reached the server first. */
export function useRunLog<Values extends object>({
  runId,
  settled,
  save,
  ...form
}: {
  runId: number;
  initial: () => Values;
  /** Waits for the counts that are under way; false where some did not arrive. */
  settled: () => Promise<boolean>;
  save: (values: Values) => Promise<Outcome>;
  saved: (operationId: number) => void;
}): { form: FormState<Values>; unsettled: boolean } {
  const [unsettled, setUnsettled] = useState(false);
  const state = useForm<Values>({
    ...form,
    draftKey: `log of run ${runId}`,
    save: async (values) => {
      const all = await settled();
      setUnsettled(!all);
      return all ? save(values) : { ok: false, errors: {} };
    },
  });
  return { form: state, unsettled };
}

/** What is on the scale on the left, what else there was on the right, and into the log. */
export function RunLog({
  log: { form, unsettled },
  scale,
  rest,
  enabled,
  ready = true,
  acts,
}: {
  log: { form: Pick<FormState<object>, 'submit' | 'saving' | 'errors'>; unsettled: boolean };
  scale: ReactNode;
  rest: ReactNode;
  enabled: boolean;
  /** There is something to log. */
  ready?: boolean;
  /** Ways back. */
  acts: readonly { words: string; act: () => void }[];
}) {
  return (
    <Form
      form={form}
      className="[&_h2]:mb-3 [&_h2]:text-title grid grid-cols-[1fr_1fr] gap-y-4 gap-x-wide mt-3 max-tablet:grid-cols-[minmax(0,1fr)]"
    >
      <div>{scale}</div>
      <div>{rest}</div>
      <div className="col-span-full flex flex-wrap items-center gap-3">
        <Button type="primary" size="large" htmlType="submit" loading={form.saving} disabled={!enabled || !ready}>
          Log it
        </Button>
        {acts.map(({ words, act }) => (
          <Button key={words} size="large" type="text" onClick={act} disabled={!enabled}>
            {words}
          </Button>
        ))}
        {unsettled && (
          <Notice tone="tight">Some counts have not reached the app yet. They are kept; try again in a moment.</Notice>
        )}
        <FormError form={form} />
      </div>
    </Form>
  );
}
