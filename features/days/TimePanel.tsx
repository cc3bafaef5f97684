'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { KeptTime } from '../../server/days/benchTime';
import { WEEKDAYS } from '../../ui/figures/dates';
import { TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/form/Form';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useForm } from '../../ui/form/useForm';
import type { TimeForm } from '../../server/days/benchTime';
import { keepTime } from './actions';

/** When there is time: so many minutes on each evening of the week. */
export function TimePanel({ time }: { time: KeptTime }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const form = useForm<TimeForm>({
    draftKey: 'time at the bench',
    edits: true,
    initial: () => ({ weekdays: time.weekdays.map(String), from: time.from }),
    save: keepTime,
    saved: () => {
      offer({
        words: 'The minutes are saved.',
        undo: () => keepTime({ weekdays: time.weekdays.map(String), from: time.from }),
      });
      router.refresh();
    },
  });
  const { values, set, errors } = form;
  return (
    <section data-screen-only aria-labelledby="time">
      <h2 id="time">When you have time</h2>
      <Form form={form} className="max-w-[620px]">
        <div className="grid grid-cols-[repeat(auto-fit,minmax(72px,1fr))] gap-y-0 gap-x-2 mt-1">
          {WEEKDAYS.map((name, i) => (
            <TextField
              key={name}
              name={`weekdays.${i}`}
              label={name}
              value={values.weekdays[i]!}
              onChange={(minutes) =>
                set(
                  'weekdays',
                  values.weekdays.map((each, at) => (at === i ? minutes : each)),
                )
              }
              error={errors[`weekdays.${i}`]}
              inputMode="numeric"
            />
          ))}
        </div>
        <div className="flex flex-wrap items-center gap-y-1 gap-x-4">
          <TextField label="An evening begins at" {...form.field('from')} hint="for your calendar" />
          <FormError form={form} />
          <Button htmlType="submit" loading={form.saving}>
            Save these minutes
          </Button>
        </div>
      </Form>
    </section>
  );
}
