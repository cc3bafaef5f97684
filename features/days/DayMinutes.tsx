'use client';

import { Button, Input, Popover } from 'antd';
import { type FormEvent, useState } from 'react';
import { InlineButton } from '../../ui/controls/InlineButton';
import { shortDay } from '../../ui/figures/dates';
import { Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { keepDayTime } from './actions';

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
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const minutes = typed!.trim() === '' ? null : Number(typed);
    run(
      () => keepDayTime(day, minutes),
      () => {
        setTyped(null);
        offer({
          words: `${shortDay(day)}: ${minutes === null ? 'as every week' : `${minutes} minutes`}.`,
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
        <form onSubmit={keep} className="grid gap-2">
          <label className="grid gap-1">
            Minutes on {shortDay(day)}; empty: as every week
            <Input
              value={typed ?? ''}
              onChange={({ target }) => setTyped(target.value)}
              onKeyDown={({ key }) => key === 'Escape' && setTyped(null)}
              inputMode="numeric"
              autoFocus
            />
          </label>
          <Button htmlType="submit" loading={busy}>
            Keep
          </Button>
          <Problem words={problem} />
        </form>
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

function minutesWords(has: number, taken: number): string {
  if (has === 0) return taken > 0 ? `${taken} min, no time` : 'no time';
  return taken > 0 ? `${taken} of ${has} min` : `${has} min free`;
}
