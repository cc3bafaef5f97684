import { daysBetween } from '../../core/days/days';
import type { TaskCard } from '../../server/days/daysPage';

/** A stretch as it is drawn: from the beginning of one day to that of another, both counted from the first day shown. */
export interface Stretch {
  from: number;
  to: number;
}

/** What of a task lies on the days that are shown, each part null where none of it does. */
export interface TaskStrand {
  /** It rests, dries, or is not wanted yet. */
  waits: Stretch | null;
  /** It can be done, up to the day it is due. */
  open: Stretch | null;
  /** It is past due until its day. */
  late: Stretch | null;
  /** It stands wound until its project is cast on. */
  stands: Stretch | null;
  /** The day on which it is done, or is to be. */
  bead: number | null;
  /** The end of the day it is due. */
  due: number | null;
}

/** The days that are shown. */
export interface DaysShown {
  from: string;
  count: number;
  today: string;
}

/**
 * How a task lies across the days that are shown.
 *
 * @example
 * // Due in four days, planned for tomorrow, and free at once:
 * strandOf(task, { from: today, count: 14, today }) // => { open: { from: 0, to: 5 }, bead: 1, due: 5, … }
 */
export function strandOf(
  { kind, project, earliestOn, dueOn, on, doneOn }: TaskCard,
  { from, count, today }: DaysShown,
): TaskStrand {
  const at = (day: string) => daysBetween(from, day);
  const shown = (day: number | null) => (day !== null && day >= 0 && day < count ? day : null);
  const clipped = (start: number, end: number) => stretchWithin(start, end, count);
  const day = doneOn ?? on;
  const bead = day === null ? null : at(day);
  const stands = kind === 'wind' && bead !== null && project?.castOn ? clipped(bead + 1, at(project.castOn)) : null;
  if (doneOn !== null) return { waits: null, open: null, late: null, stands, bead: shown(bead), due: null };
  const begin = at(today);
  const free = Math.max(begin, earliestOn === null ? begin : at(earliestOn));
  const done = bead === null ? free : bead + 1;
  const due = dueOn === null ? null : at(dueOn) + 1;
  return {
    waits: clipped(begin, free),
    open: clipped(free, due ?? done),
    late: due === null ? null : clipped(Math.max(due, begin), done),
    stands,
    bead: shown(bead),
    due: due === null ? null : shown(due - 1) === null ? null : due,
  };
}

/** Where something lies that rests, dries or waits to be gone on with: up to today at least, as it is not gone on with yet. */
export function waitStretch(
  since: string | null,
  until: string | null,
  { from, count, today }: DaysShown,
): Stretch | null {
  const end = until !== null && until > today ? until : today;
  return stretchWithin(daysBetween(from, since ?? today), daysBetween(from, end) + 1, count);
}

/** The part of it that lies within so many days, or null. */
export function stretchWithin(start: number, end: number, count: number): Stretch | null {
  const [from, to] = [Math.max(0, start), Math.min(count, end)];
  return from < to ? { from, to } : null;
}
