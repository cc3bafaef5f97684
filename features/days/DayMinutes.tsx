'use client';

import { Button, Popover } from 'antd';
import { useState } from 'react';
import { plural } from '../../core/common/format';
import { TextField } from '../../ui/controls/Field';
import { Form } from '../../ui/form/Form';
import { InlineButton } from '../../ui/controls/InlineButton';
import { shortDay } from '../../ui/figures/dates';
import { Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { keepDayTime } from './actions';
import { minutesWords } from './DayBar';

/** The minutes that there are on a day; this one can have more or fewer than its weekday. */
export function DayMinutes({
  day,
  has,
  taken,
  otherwise,
}: {
  day: string;
  has: number;
  taken: number;
  /** It is otherwise than its weekday already. */
  otherwise: boolean;
}) {
  const { run, busy, problem } = useTask();
  const offer = useUndoOffer();
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    const minutes = typed!.trim() === '' ? null : Number(typed);
    void run(
      () => keepDayTime(day, minutes),
      () => {
        setTyped(null);
        offer({
          words: `${shortDay(day)}: ${minutes === null ? 'as every week' : plural(minutes, 'minute')}.`,
          undo: () => keepDayTime(day, otherwise ? has : null),
        });
      },
    );
  };
  return (
    <Popover
      trigger="click"
      open={typed !== null}
      onOpenChange={(open) => setTyped(open ? String(has) : null)}
      content={
        <div onKeyDown={({ key }) => key === 'Escape' && setTyped(null)}>
          <Form form={{ submit: keep }} className="grid gap-2">
            <TextField
              name={`minutes of ${day}`}
              label={`Minutes on ${shortDay(day)}`}
              hint="empty: as every week"
              value={typed ?? ''}
              onChange={setTyped}
              inputMode="numeric"
              autoFocus
            />
            <Button htmlType="submit" loading={busy}>
              Save
            </Button>
            <Problem words={problem} />
          </Form>
        </div>
      }
    >
      <span>
        <InlineButton>
          <span aria-hidden="true">{has === 0 && taken === 0 ? '–' : `${taken}/${has}`}</span>
          <span className="visually-hidden">
            {minutesWords(has, taken)}
            {otherwise && ', this day'}: change it for this day
          </span>
        </InlineButton>
      </span>
    </Popover>
  );
}
