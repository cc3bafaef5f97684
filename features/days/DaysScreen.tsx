'use client';

import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { Button, Tooltip } from 'antd';
import { Link } from '../../ui/controls/Link';
import { plural, upperFirst } from '../../core/common/format';
import { addDays, dayOf } from '../../core/days/days';
import { isLate } from '../../core/days/schedule';
import type { DayOfBench, DaysPage } from '../../server/days/daysPage';
import { ActionLink } from '../../ui/controls/ActionLink';
import { shortDay, WEEKDAYS } from '../../ui/figures/dates';
import { pendingCareWords } from '../../ui/feedback/PendingCare';
import { PageHead } from '../../ui/frame/PageHead';
import { Notice, Problem } from '../../ui/feedback/Notice';
import styles from './DaysScreen.module.css';
import { DayBar } from './DayBar';
import { DayMinutes } from './DayMinutes';
import { FeedPanel } from './FeedPanel';
import { strandOf, waitStretch } from './strands';
import { DaysRow, Part, TaskRow } from './TaskRow';
import { useMovedTasks } from './useMovedTasks';
import { TimePanel } from './TimePanel';
import { taskTitle } from '../../core/days/taskWords';

/** What is to be done, day by day: what is confirmed, what is proposed, what would be late and what would help. */
export function DaysScreen({ page }: { page: DaysPage }) {
  const { today, from, days } = page;
  const { tasks, move, confirmAll, announced, problem, busy } = useMovedTasks(page);
  const shown = { from, count: days.length, today };
  const rows = tasks.map((task) => ({ task, strand: strandOf(task, shown) }));
  const rowsShown = rows
    .filter(({ task }) => task.on !== null || task.doneOn !== null)
    .filter(({ strand }) => Object.values(strand).some((part) => part !== null))
    .sort(({ task: a }, { task: b }) => ((a.doneOn ?? a.on)! < (b.doneOn ?? b.on)! ? -1 : 1));
  const proposed = tasks.filter(
    ({ doneOn, on, plannedOn, missed }) => doneOn === null && on !== null && (plannedOn === null || missed),
  );
  const unshown = rows.filter(({ task }) => task.doneOn === null && task.on === null);
  // A tap opens; only what moves is dragged.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, delta }: DragEndEvent) => {
    const task = tasks.find(({ id }) => id === active.id);
    const dayPx = active.rect.current.initial?.width ?? 0;
    const moved = dayPx > 0 ? Math.round(delta.x / dayPx) : 0;
    if (task?.on && moved !== 0) move(task, addDays(task.on, moved));
  };
  const rowsOf = (some: typeof rows) =>
    some.map(({ task, strand }) => (
      <TaskRow key={task.id} task={task} strand={strand} tasks={tasks} today={today} onMove={move} />
    ));

  return (
    <>
      <PageHead title="Days" under={inShort(page)}>
        <ActionLink href="/days/new">Add a task</ActionLink>
        {proposed.length > 0 && (
          <Button size="large" onClick={() => confirmAll(proposed)} loading={busy}>
            Confirm what is proposed
          </Button>
        )}
      </PageHead>
      <Problem words={problem} />
      <Trouble page={page} />
      <DndContext sensors={sensors} onDragEnd={drop}>
        <section aria-label="Days" className={styles.board}>
          <BoardHead page={page} />
          <ul>
            <PendingCareRows page={page} />
            {rowsOf(rowsShown)}
          </ul>
        </section>
        {unshown.length > 0 && (
          <section className={`${styles.board} mt-4`} aria-labelledby="never">
            <h2 id="never">Without a day</h2>
            <ul>{rowsOf(unshown)}</ul>
          </section>
        )}
      </DndContext>
      <p role="status" className="visually-hidden">
        {announced}
      </p>
      <p className="mt-3 mr-0 mb-6 ml-0 text-ink-soft" data-screen-only>
        Drag a bead along its strand to another day, or choose a task and use the arrow keys. A dashed bead is a
        proposal and may change; a whole one stays where it is until you move it. Dots: it rests, dries, or is not
        wanted yet. A thin line: the cake stands until its project is cast on. The flag: it is due.
      </p>
      <div className="grid grid-cols-[1.3fr_1fr] gap-wide pt-4 border-t-[1.5px] border-line max-tablet:grid-cols-[minmax(0,1fr)]">
        <TimePanel time={page.time} />
        <FeedPanel />
      </div>
    </>
  );
}

/** The days that are shown, and the way to those before and after. */
function BoardHead({ page: { from, days, today } }: { page: DaysPage }) {
  return (
    <div className={styles.row}>
      <div className={`${styles.turn} [&_a]:hover:bg-sunk flex items-center gap-1 font-semibold text-small`}>
        <Link href={`/days?from=${addDays(from, -7)}`} aria-label="A week earlier">
          ←
        </Link>
        <span>
          {shortDay(from)}
          <span className="max-tablet:hidden"> to {shortDay(addDays(from, days.length - 1))}</span>
        </span>
        <Link href={`/days?from=${addDays(from, 7)}`} aria-label="A week later">
          →
        </Link>
      </div>
      <ol className={styles.heads}>
        {days.map((day) => (
          <DayHead key={day.day} day={day} today={today} />
        ))}
      </ol>
    </div>
  );
}

/** What rests or dries, over the days in which it does. */
function PendingCareRows({ page: { pendingCare, from, days, today } }: { page: DaysPage }) {
  const dayOrNull = (iso: string | null) => (iso === null ? null : dayOf(iso));
  return pendingCare.map((wait) => {
    const lies = waitStretch(dayOrNull(wait.since), dayOrNull(wait.until), { from, count: days.length, today });
    return (
      lies && (
        <li key={`${wait.href} ${wait.what}`} className={styles.row}>
          <DaysRow
            glyph={wait}
            words={
              <>
                <Link href={wait.href}>
                  {wait.yarnName}, {wait.what}
                </Link>
                <span className="text-ink-soft">{upperFirst(pendingCareWords(wait))}</span>
              </>
            }
          >
            <Part of={lies} is="waits" />
          </DaysRow>
        </li>
      )
    );
  });
}

/** "Four things to do, two of them proposed; one is late." */
function inShort({ tasks }: DaysPage): string {
  const open = tasks.filter(({ doneOn }) => doneOn === null);
  if (open.length === 0) return 'Nothing is planned. Put on the list what is to be done, and days are proposed for it.';
  const late = open.filter(isLate).length;
  const proposed = open.filter(({ plannedOn }) => plannedOn === null).length;
  return [
    open.length === 1 ? 'One thing to do' : `${open.length} things to do`,
    proposed > 0 && (proposed === open.length ? 'their days are proposed' : `${proposed} of them with a proposed day`),
    late > 0 && (late === 1 ? 'one would be late' : `${late} would be late`),
  ]
    .filter(Boolean)
    .join(', ')
    .concat('.');
}

function Trouble({ page: { tasks, helps, overfull } }: { page: DaysPage }) {
  const late = tasks.filter(isLate);
  const title = (id: number) => taskTitle(tasks.find((task) => task.id === id)!);
  return (
    <div className="grid gap-2 mb-3">
      {late.length > 0 && (
        <Notice tone="bad">
          <strong>
            {late.length === 1 ? `${taskTitle(late[0]!)} would be late.` : `${late.length} things would be late.`}
          </strong>{' '}
          {helps.length > 0 && (
            <>
              What would help:{' '}
              {helps
                .map((help) => {
                  switch (help.how) {
                    case 'longer evenings':
                      return `${plural(help.minutes, 'minute')} more on each evening`;
                    case 'another day':
                      return `${plural(help.minutes, 'minute')} on ${shortDay(help.day)}`;
                    case 'later due':
                      return `${title(help.taskId)} due ${shortDay(help.dueOn)} instead`;
                  }
                })
                .join('; or ')}
              .
            </>
          )}
        </Notice>
      )}
      {overfull.map(({ day, minutes, has }) => (
        <Notice key={day} tone="tight">
          {shortDay(day)} has {plural(minutes, 'minute')} confirmed and{' '}
          {has === 0 ? 'no time' : `${plural(has, 'minute')} of time`}.
        </Notice>
      ))}
    </div>
  );
}

/** The top of a day's column: its name, how much of its time is taken, and what is due or begun on it. */
function DayHead({ day: { day, weekday, has, otherwise, taken, dates }, today }: { day: DayOfBench; today: string }) {
  const past = day < today;
  const [number, month] = shortDay(day).slice(4).split(' ');
  return (
    <li className={styles.head} data-today={day === today} data-past={past}>
      <h2>
        <span>{WEEKDAYS[weekday]}</span> {number} <i className="not-italic max-desk:block">{month}</i>
        {day === today && <span className="visually-hidden">, today</span>}
      </h2>
      {!past && (
        <>
          <DayBar has={has} taken={taken} />
          <DayMinutes day={day} has={has} taken={taken} otherwise={otherwise} />
        </>
      )}
      {dates.map(({ projectId, name, what }) => (
        <Tooltip key={`${projectId} ${what}`} title={name}>
          <Link href={`/projects/${projectId}`}>
            {what}
            <span className="visually-hidden"> is {name}</span>
          </Link>
        </Tooltip>
      ))}
    </li>
  );
}
