import { taskTitle } from '../../core/days/taskWords';
import type { Db } from '../../db/common/connection';
import { type CalendarEntry, calendarFile } from '../../formats/calendar';
import { benchTime } from './benchTime';
import { dayOf } from '../../core/days/days';
import { type TaskCard, taskCards } from './daysPage';
import { projectsUnderWay } from '../../db/projects/projects';
import { pendingCare } from './pendingCare';

/** Before an evening begins, and on the morning of a day. */
const REMIND_MIN = 15;

/** What is confirmed, due, and ready to be gone on with, for a calendar. */
export function calendarOf(db: Db, now: Date): string {
  return calendarFile(calendarEntries(db, now));
}

function calendarEntries(db: Db, now: Date): CalendarEntry[] {
  const tasks = taskCards(db, now);
  const { from } = benchTime(db);
  const confirmed = tasks.filter(({ plannedOn, doneOn }) => plannedOn !== null && doneOn === null);
  const days = [...new Set(confirmed.map(({ plannedOn }) => plannedOn!))].sort();
  return [
    ...days.flatMap((day) =>
      evening(
        confirmed.filter(({ plannedOn }) => plannedOn === day),
        day,
        from,
        now,
      ),
    ),
    ...tasks
      .filter(({ dueOn, doneOn }) => dueOn !== null && doneOn === null)
      .map((task) => wholeDay(`job-${task.id}-due`, `Due: ${taskTitle(task)}`, task.dueOn!, '', now)),
    ...projectsUnderWay(db).flatMap(({ id, name, castOn, dueOn }) => [
      ...(castOn ? [wholeDay(`project-${id}-cast-on`, `Cast on: ${name}`, castOn, '', now)] : []),
      ...(dueOn ? [wholeDay(`project-${id}-due`, `Due: ${name}`, dueOn, '', now)] : []),
    ]),
    ...pendingCare(db, now).flatMap(({ href, what, yarnName, stage, until }) =>
      until === null
        ? []
        : [
            wholeDay(
              `wait${href.replaceAll(/[^a-z0-9]+/gi, '-')}-${what.replaceAll(' ', '-')}`,
              stage === 'resting' ? `Has rested: ${yarnName}, ${what}` : `Should be dry: ${yarnName}, ${what}`,
              dayOf(new Date(until)),
              stage === 'resting' ? 'Wash it, to set its twist.' : 'Weigh it.',
              now,
            ),
          ],
    ),
  ];
}

/** What is confirmed for one evening, one after another. */
function evening(tasks: readonly TaskCard[], day: string, from: string, now: Date): CalendarEntry[] {
  const [hours, minutes] = from.split(':').map(Number) as [number, number];
  let atMin = hours * 60 + minutes;
  return tasks.map((task): CalendarEntry => {
    const at = clock(atMin);
    atMin += task.minutes;
    return {
      uid: `job-${task.id}@lazy-acorn`,
      title: taskTitle(task),
      day,
      at,
      minutes: task.minutes,
      notes: task.project ? `For ${task.project.name}.` : '',
      remindMin: REMIND_MIN,
      changedAt: now,
    };
  });
}

/** Past midnight it would be another day; what is too much stays at its end. */
function clock(minute: number): string {
  const within = Math.min(minute, 23 * 60 + 59);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${two(Math.floor(within / 60))}:${two(within % 60)}`;
}

function wholeDay(uid: string, title: string, day: string, notes: string, now: Date): CalendarEntry {
  return { uid: `${uid}@lazy-acorn`, title, day, at: null, minutes: 0, notes, remindMin: null, changedAt: now };
}
