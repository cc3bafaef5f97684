'use client';

import { Button, Segmented } from 'antd';
import { useRouter } from 'next/navigation';
import type { Schools } from '../../core/bench/schools';
import { upperFirst } from '../../core/common/format';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/form/Form';
import { Notice } from '../../ui/feedback/Notice';
import { SCHOOL_QUESTIONS } from '../../ui/figures/schools';
import { useForm } from '../../ui/form/useForm';
import { useState } from 'react';
import type { SchoolsForm } from '../../server/bench/schools';
import { keepSchools } from './actions';

/** Where good makers disagree, what this one does: plans and the bench follow it, and each plan may still differ. */
export function SchoolsPanel({ schools }: { schools: Schools }) {
  const router = useRouter();
  const [kept, setKept] = useState(false);
  const form = useForm<SchoolsForm>({
    draftKey: 'schools',
    edits: true,
    initial: () => ({ ...schools, earliestDays: String(schools.earliestDays) }),
    save: keepSchools,
    saved: () => {
      setKept(true);
      router.refresh();
    },
  });
  const questions = Object.entries(SCHOOL_QUESTIONS) as [
    keyof typeof SCHOOL_QUESTIONS,
    (typeof SCHOOL_QUESTIONS)['slip'],
  ][];
  return (
    <section aria-labelledby="schools">
      <h2 id="schools" className="mt-10 mr-0 mb-1 ml-0">
        My way of working
      </h2>
      <p className="max-w-[44em] text-ink-soft">
        Good makers differ here, each with reasons. Plans start from what you choose, and any of them may be wound
        otherwise.
      </p>
      <Form
        form={form}
        className="grid grid-cols-[repeat(auto-fill,minmax(min(380px,100%),1fr))] gap-y-4 gap-x-10 mt-3"
      >
        {questions.map(([name, { question, schools }]) => (
          <div key={name}>
            <div className="mb-1 font-semibold">{question}</div>
            <Segmented
              aria-label={question}
              options={schools.map(({ value, name }) => ({ value, label: name }))}
              value={form.values[name]}
              onChange={(value) => {
                setKept(false);
                form.set(name, value as never);
              }}
            />
            <p className="max-w-[44em] text-ink-soft text-small">
              {upperFirst(schools.find(({ value }) => value === form.values[name])?.why ?? '')}
            </p>
          </div>
        ))}
        <TextField
          label="Wind at most this many days before casting on"
          {...form.field('earliestDays')}
          hint="a cake that is stored stretches its yarn; 0: only just before use"
          inputMode="numeric"
        />
        <div className="flex items-center gap-4 col-span-full">
          <FormError form={form} />
          <Button htmlType="submit" loading={form.saving}>
            Save
          </Button>
          {kept && (
            <Notice tone="good" role="status">
              Saved. New plans start from it.
            </Notice>
          )}
        </div>
      </Form>
    </section>
  );
}
