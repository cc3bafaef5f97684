'use client';

import { type FormEvent, useState } from 'react';
import { shortDay } from '../../ui/figures/dates';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { keepDayTime } from './actions';
import styles from './DaysScreen.module.css';

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
      <button
        type="button"
        className={`${styles.minutes} text-ink-soft text-small`}
        onClick={() => setTyped(String(has))}
      >
        {minutesWords(has, taken)}
        {otherwise && ', this day'}
        <span className="visually-hidden">: change it for this day</span>
      </button>
    );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const minutes = typed.trim() === '' ? null : Number(typed);
    keep(minutes);
  };
  return (
    <form onSubmit={submit} className={`${styles.other} flex flex-wrap gap-1`}>
      <label>
        <span className="visually-hidden">Minutes on {shortDay(day)}; empty: as every week</span>
        <input
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={({ key }) => key === 'Escape' && setTyped(null)}
          inputMode="numeric"
          autoFocus
        />
      </label>
      <button type="submit" disabled={busy}>
        Keep
      </button>
      {problem && <span role="alert">{problem}</span>}
    </form>
  );
}

function minutesWords(has: number, taken: number): string {
  if (has === 0) return taken > 0 ? `${taken} min, no time` : 'no time';
  return taken > 0 ? `${taken} of ${has} min` : `${has} min free`;
}
