import { addDays, daysBetween, weekdayOf } from './days';

/** Something that is to be done at the bench, as far as days go. */
export interface ScheduledTask {
  id: number;
  minutes: number;
  dueOn: string | null;
  /** Not before that day. */
  earliestOn: string | null;
  /** What must have been done so many days before. */
  after: readonly { taskId: number; waitDays: number }[];
  /** The day that was confirmed. */
  plannedOn: string | null;
  /** When it was done; null: it is still to be done. */
  doneOn: string | null;
}

/** When there is time: minutes for each weekday from Monday, and for single days that are otherwise. */
export interface BenchTime {
  weekdays: readonly number[];
  days: Readonly<Record<string, number>>;
}

/** A day for each task, and what does not work out. */
export interface Schedule {
  /** By the number of the task: confirmed or proposed; null: no day has room for it. */
  days: Map<number, string | null>;
  /** Confirmed for a day that has passed, and not done. */
  missed: number[];
  /** By so many days; null: there is no day at all. */
  late: { taskId: number; byDays: number | null }[];
  /** Confirmed before what it waits for, or before its time. */
  tooEarly: number[];
  /** Days with more confirmed than there is time. */
  overfull: { day: string; minutes: number; has: number }[];
}

/** As far as days are proposed. */
const HORIZON_DAYS = 120;

/**
 * The minutes that there are on a day.
 *
 * @example
 * minutesOn({ weekdays: [60, 0, 60, 0, 0, 120, 0], days: { '2026-11-24': 30 } }, '2026-11-24') // => 30
 */
export function minutesOn({ weekdays, days }: BenchTime, day: string): number {
  return days[day] ?? weekdays[weekdayOf(day)] ?? 0;
}

/**
 * A day for each task: what is confirmed stays where it is; the rest is put where there is room, what is due first, first,
 * and nothing before what it waits for. A task that no single day has room for gets a day of its own.
 *
 * @param tasks in any order; those done count as what others wait for
 * @example
 * proposeDays([{ id: 1, minutes: 40, dueOn: null, earliestOn: null, after: [], plannedOn: null, doneOn: null }], { weekdays: [0, 60, 0, 0, 0, 0, 0], days: {} }, '2026-11-27').days.get(1) // => '2026-12-01'
 */
export function proposeDays(tasks: readonly ScheduledTask[], time: BenchTime, today: string): Schedule {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const open = tasks.filter(({ doneOn }) => doneOn === null);
  const confirmed = open.filter(({ plannedOn }) => plannedOn !== null && plannedOn >= today);
  const days = new Map<number, string | null>(confirmed.map(({ id, plannedOn }) => [id, plannedOn]));
  const taken = new Map<string, number>();
  const take = (day: string, minutes: number) => taken.set(day, (taken.get(day) ?? 0) + minutes);
  for (const { plannedOn, minutes } of confirmed) take(plannedOn!, minutes);

  const earliestOf = (task: ScheduledTask): string | null => {
    let earliest = later(today, task.earliestOn ?? today);
    for (const { taskId, waitDays } of task.after) {
      const other = byId.get(taskId);
      if (!other) continue;
      const on = other.doneOn ?? days.get(taskId) ?? null;
      // What it waits for has no day itself.
      if (on === null) return null;
      earliest = later(earliest, addDays(on, waitDays));
    }
    return earliest;
  };

  const dues = effectiveDues(open);
  const waiting = new Set(open.filter(({ id }) => !days.has(id)).map(({ id }) => id));
  while (waiting.size > 0) {
    const ready = [...waiting]
      .map((id) => byId.get(id)!)
      .filter(({ after }) => after.every(({ taskId }) => !waiting.has(taskId)));
    // Jobs that wait for one another in a ring never get a day.
    if (ready.length === 0) break;
    const [next] = ready.sort(
      (a, b) => (dues.get(a.id) ?? '9999').localeCompare(dues.get(b.id) ?? '9999') || a.id - b.id,
    ) as [ScheduledTask, ...ScheduledTask[]];
    const earliest = earliestOf(next);
    const day = earliest === null ? null : dayWithRoom(next.minutes, earliest, time, taken);
    if (day !== null) take(day, next.minutes);
    days.set(next.id, day);
    waiting.delete(next.id);
  }
  for (const id of waiting) days.set(id, null);

  return {
    days,
    missed: open.filter(({ plannedOn }) => plannedOn !== null && plannedOn < today).map(({ id }) => id),
    late: open.flatMap(({ id, dueOn }) => {
      const day = days.get(id) ?? null;
      if (dueOn === null || (day !== null && day <= dueOn)) return [];
      return [{ taskId: id, byDays: day === null ? null : daysBetween(dueOn, day) }];
    }),
    tooEarly: confirmed
      .filter((task) => {
        const earliest = earliestOf(task);
        return earliest !== null && task.plannedOn! < earliest;
      })
      .map(({ id }) => id),
    overfull: [...taken]
      .map(([day, minutes]) => ({ day, minutes, has: minutesOn(time, day) }))
      .filter(({ minutes, has, day }) => minutes > has && confirmed.some(({ plannedOn }) => plannedOn === day))
      .sort((a, b) => a.day.localeCompare(b.day)),
  };
}

/** What others wait for is due as much earlier. */
function effectiveDues(tasks: readonly ScheduledTask[]): Map<number, string> {
  const dues = new Map(tasks.flatMap(({ id, dueOn }) => (dueOn === null ? [] : [[id, dueOn] as const])));
  // Each round carries dues one step further back; there are no more steps than tasks.
  for (let round = 0; round < tasks.length; round++) {
    let moved = false;
    for (const { id, after } of tasks) {
      const due = dues.get(id);
      if (due === undefined) continue;
      for (const { taskId, waitDays } of after) {
        const earlier = addDays(due, -waitDays);
        if ((dues.get(taskId) ?? '9999') <= earlier) continue;
        dues.set(taskId, earlier);
        moved = true;
      }
    }
    if (!moved) break;
  }
  return dues;
}

/** Days from which a task that is longer than any evening takes the longest one. */
const LOOKED_AT_FOR_LONG_TASKS = 14;

function dayWithRoom(
  minutes: number,
  earliest: string,
  time: BenchTime,
  taken: ReadonlyMap<string, number>,
): string | null {
  for (let i = 0; i < HORIZON_DAYS; i++) {
    const day = addDays(earliest, i);
    const has = minutesOn(time, day);
    if (has > 0 && has - (taken.get(day) ?? 0) >= minutes) return day;
  }
  const days = Array.from({ length: HORIZON_DAYS }, (_, i) => addDays(earliest, i));
  if (days.some((day) => minutesOn(time, day) >= minutes)) return null;
  // Too long for any evening: it takes the longest one whole, soon rather than at some far end.
  const free = days.filter((day) => minutesOn(time, day) > 0 && !taken.has(day));
  const soon = free.filter((day) => daysBetween(earliest, day) < LOOKED_AT_FOR_LONG_TASKS);
  return (soon.length > 0 ? soon : free.slice(0, 1)).reduce<string | null>(
    (longest, day) => (longest === null || minutesOn(time, day) > minutesOn(time, longest) ? day : longest),
    null,
  );
}

const later = (a: string, b: string): string => (a > b ? a : b);

/**
 * Whether something would be late: after its due date, or never, though it is due.
 *
 * @example
 * isLate({ lateDays: null, never: true, dueOn: '2026-12-01' }) // => true
 */
export function isLate({
  lateDays,
  never,
  dueOn,
}: {
  lateDays: number | null;
  never: boolean;
  dueOn: string | null;
}): boolean {
  return lateDays !== null || (never && dueOn !== null);
}

/** Something that would bring everything in on time. */
export type ScheduleHelp =
  | { how: 'longer evenings'; minutes: number }
  | { how: 'another day'; day: string; minutes: number }
  | { how: 'later due'; taskId: number; dueOn: string };

const MORE_MINUTES = [15, 30, 45, 60, 90, 120];
const LONGEST_LOOK_DAYS = 42;

/**
 * What would help where something is late: longer evenings, one day more, or a later due date.
 *
 * @returns nothing where nothing is late
 * @example
 * whatHelps([], { weekdays: [60, 0, 0, 0, 0, 0, 0], days: {} }, '2026-11-27') // => []
 */
export function whatHelps(tasks: readonly ScheduledTask[], time: BenchTime, today: string): ScheduleHelp[] {
  const now = proposeDays(tasks, time, today);
  if (now.late.length === 0) return [];
  const isHelp = (other: BenchTime) => proposeDays(tasks, other, today).late.length === 0;
  const more = (minutes: number) => (has: number) => (has > 0 ? has + minutes : 0);
  const longer = MORE_MINUTES.find((minutes) =>
    isHelp({
      weekdays: time.weekdays.map(more(minutes)),
      days: Object.fromEntries(Object.entries(time.days).map(([day, has]) => [day, more(minutes)(has)])),
    }),
  );
  const until = Math.min(
    LONGEST_LOOK_DAYS,
    Math.max(0, ...now.late.map(({ taskId }) => daysBetween(today, tasks.find(({ id }) => id === taskId)!.dueOn!))),
  );
  const another = Array.from({ length: until + 1 }, (_, i) => addDays(today, i)).flatMap((day) =>
    [60, 120]
      .map((minutes) => ({ day, minutes }))
      .filter(({ minutes }) => isHelp({ ...time, days: { ...time.days, [day]: minutesOn(time, day) + minutes } })),
  )[0];
  return [
    ...(longer === undefined ? [] : [{ how: 'longer evenings' as const, minutes: longer }]),
    ...(another ? [{ how: 'another day' as const, ...another }] : []),
    ...laterDues(tasks, time, today),
  ];
}

/** Dates that all together bring everything in on time; none where no date does. */
function laterDues(tasks: readonly ScheduledTask[], time: BenchTime, today: string): ScheduleHelp[] {
  let moved = tasks;
  // What is due later lets others go first, which may make it later still.
  for (let round = 0; round <= tasks.length; round++) {
    const { late, days } = proposeDays(moved, time, today);
    if (late.length === 0)
      return moved.flatMap(({ id, dueOn }, i) =>
        dueOn === tasks[i]!.dueOn ? [] : [{ how: 'later due' as const, taskId: id, dueOn: dueOn! }],
      );
    if (late.some(({ taskId }) => !days.get(taskId))) return [];
    const isLateNow = new Set(late.map(({ taskId }) => taskId));
    moved = moved.map((task) => (isLateNow.has(task.id) ? { ...task, dueOn: days.get(task.id)! } : task));
  }
  return [];
}

/** What is done at the bench, as far as the days have to make room for it. */
export const TASK_KINDS = ['wind', 'minis', 'ply', 'wash', 'dye', 'measure', 'weigh', 'other'] as const;
export type TaskKind = (typeof TASK_KINDS)[number];

/**
 * The days that one thing must wait for another that is done with the same piece: rested before it is washed, dry
 * before it is measured or wound.
 *
 * @returns null where their order is left to whoever does them
 * @example
 * waitBetween('wash', 'measure', { dryDays: 2, restDays: 1 }) // => 2
 * @example
 * waitBetween('measure', 'wash', { dryDays: 2, restDays: 1 }) // => null
 */
export function waitBetween(
  first: TaskKind,
  then: TaskKind,
  { dryDays, restDays }: { dryDays: number; restDays: number },
): number | null {
  if (first === 'ply' && (then === 'wash' || then === 'dye')) return restDays;
  const isWet = first === 'wash' || first === 'dye';
  if (isWet && (then === 'measure' || then === 'weigh' || then === 'wind' || then === 'minis')) return dryDays;
  return first === 'wind' && (then === 'minis' || then === 'ply') ? 0 : null;
}
