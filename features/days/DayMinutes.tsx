'use client';

import { Button, Input } from 'antd';
import { type FormEvent, useState } from 'react';
import { InlineButton } from '../../ui/controls/InlineButton';
import { shortDay } from '../../ui/figures/dates';
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
  const keep = (minutes: number | null) =>
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
  if (typed === null)
    return (
      <span className="text-ink-soft text-small">
        <InlineButton onClick={() => setTyped(String(has))}>
          {minutesWords(has, taken)}
          {otherwise && ', this day'}
          <span className="visually-hidden">: change it for this day</span>
        </InlineButton>
      </span>
    );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const minutes = typed.trim() === '' ? null : Number(typed);
    keep(minutes);
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap gap-1">
      <label>
        <span className="visually-hidden">Minutes on {shortDay(day)}; empty: as every week</span>
        <Input
          size="small"
          className="w-[58px]"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={({ key }) => key === 'Escape' && setTyped(null)}
          inputMode="numeric"
          autoFocus
        />
      </label>
      <Button htmlType="submit" size="small" disabled={busy}>
        Keep
      </Button>
      {problem && <span role="alert">{problem}</span>}
    </form>
  );
}

function minutesWords(has: number, taken: number): string {
  if (has === 0) return taken > 0 ? `${taken} min, no time` : 'no time';
  return taken > 0 ? `${taken} of ${has} min` : `${has} min free`;
}
