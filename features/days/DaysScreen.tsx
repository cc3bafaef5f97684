'use client';

import { Button } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import { addDays } from '../../core/days/days';
import { isLate } from '../../core/days/schedule';
import type { DayOfBench, DaysPage, TaskCard } from '../../server/days/daysPage';
import { ActionLink } from '../../ui/controls/ActionLink';
import { shortDay, WEEKDAYS } from '../../ui/figures/dates';
import { PageHead } from '../../ui/frame/PageHead';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { settle } from './actions';
import styles from './DaysScreen.module.css';
import { DayMinutes } from './DayMinutes';
import { FeedPanel } from './FeedPanel';
import { TaskBox } from './TaskBox';
import { TimePanel } from './TimePanel';
import { taskTitle } from '../../core/days/taskWords';

/** What is to be done, day by day: what is settled, what is proposed, what would be late and what would help. */
export function DaysScreen({ page }: { page: DaysPage }) {
  const { today, from, days, tasks, pendingCare } = page;
  const open = tasks.filter(({ doneOn }) => doneOn === null);
  const proposed = open.filter(({ on, plannedOn, missed }) => on !== null && (plannedOn === null || missed));
  const unshown = open.filter(({ on }) => on === null);
  const { run, problem, busy } = useTask();
  const offer = useUndoOffer();
  const [announced, setAnnounced] = useState('');

  const move = (task: TaskCard, day: string | null) => {
    if (day !== null && day < today) return setAnnounced('A day that has passed cannot be chosen.');
    run(
      () => settle({ [task.id]: day }),
      () => {
        setAnnounced(
          day === null ? `${taskTitle(task)}: its day is proposed again.` : `${taskTitle(task)}: ${shortDay(day)}.`,
        );
        offer({
          words: day === null ? 'Its day is proposed again.' : `Confirmed for ${shortDay(day)}.`,
          undo: () => settle({ [task.id]: task.plannedOn }),
        });
      },
    );
  };
  const takeAll = () =>
    run(
      () => settle(Object.fromEntries(proposed.map(({ id, on }) => [id, on]))),
      () =>
        offer({
          words: `${proposed.length === 1 ? 'One day is' : `${proposed.length} days are`} settled.`,
          undo: () => settle(Object.fromEntries(proposed.map(({ id, plannedOn }) => [id, plannedOn]))),
        }),
    );

  return (
    <>
      <PageHead title="Days" under={inShort(page)}>
        <ActionLink href="/days/new">Add a task</ActionLink>
        {proposed.length > 0 && (
          <Button size="large" onClick={takeAll} loading={busy}>
            Confirm what is proposed
          </Button>
        )}
      </PageHead>
      <Problem words={problem} />
      <Trouble page={page} />
      <div className={`${styles.turn} [&_a]:hover:bg-sunk flex items-center gap-3 font-semibold`}>
        <Link href={`/days?from=${addDays(from, -7)}`} aria-label="A week earlier">
          ←
        </Link>
        <span>
          {shortDay(from)} to {shortDay(addDays(from, days.length - 1))}
        </span>
        <Link href={`/days?from=${addDays(from, 7)}`} aria-label="A week later">
          →
        </Link>
      </div>
      <ol className="grid grid-cols-[repeat(7,minmax(0,1fr))] gap-2 mt-1 max-tablet:grid-cols-[minmax(0,1fr)]">
        {days.map((day) => (
          <Day key={day.day} day={day} page={page} onMove={move} />
        ))}
      </ol>
      {unshown.length > 0 && (
        <section className={`${styles.never} mt-4`} aria-labelledby="never">
          <h2 id="never">Without a day</h2>
          <ul className={`${styles.list} grid gap-1`}>
            {unshown.map((task) => (
              <TaskBox key={task.id} task={task} tasks={tasks} today={today} onMove={move} />
            ))}
          </ul>
        </section>
      )}
      <p role="status" className="visually-hidden">
        {announced}
      </p>
      <p className="mt-3 mr-0 mb-6 ml-0 text-ink-soft" data-screen-only>
        Drag a card to another day, or use the arrow keys on it. Dashed cards are proposals: they may change; what is
        settled stays where it is until you move it.{' '}
        {pendingCare.some(({ ready }) => ready) && <Link href="/">Something waits to be gone on with.</Link>}
      </p>
      <div className="grid grid-cols-[1.3fr_1fr] gap-wide pt-4 border-t-[1.5px] border-line max-tablet:grid-cols-[minmax(0,1fr)]">
        <TimePanel time={page.time} />
        <FeedPanel />
      </div>
    </>
  );
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
                      return `${help.minutes} minutes more on each evening`;
                    case 'another day':
                      return `${help.minutes} minutes on ${shortDay(help.day)}`;
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
          {shortDay(day)} has {minutes} minutes settled and {has === 0 ? 'no time' : `${has} minutes of time`}.
        </Notice>
      ))}
    </div>
  );
}

function Day({
  day: { day, weekday, has, otherwise, taken, dates },
  page: { tasks, today },
  onMove,
}: {
  day: DayOfBench;
  page: DaysPage;
  onMove: (task: TaskCard, day: string | null) => void;
}) {
  const [over, setOver] = useState(false);
  const here = tasks.filter(({ on, doneOn }) => on === day || doneOn === day);
  const past = day < today;
  return (
    <li
      className={styles.day}
      data-today={day === today}
      data-past={past}
      data-over={over}
      onDragOver={(event) => {
        if (past || !event.dataTransfer.types.includes('application/x-job')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const id = Number(event.dataTransfer.getData('application/x-job'));
        const task = tasks.find((each) => each.id === id);
        if (!task) return;
        event.preventDefault();
        onMove(task, day);
      }}
    >
      <h2>
        <span>{WEEKDAYS[weekday]}</span> {shortDay(day).slice(4)}
        {day === today && <em>today</em>}
      </h2>
      {!past && (
        <div
          className="[&_i]:block [&_i]:h-full [&_i]:bg-lichen data-[full=true]:[&_i]:bg-amber h-[7px] rounded-sm bg-sunk overflow-hidden"
          role="img"
          aria-label={has === 0 ? 'no time' : `${taken} of ${has} minutes taken`}
          data-full={taken > has}
        >
          {has > 0 && <i style={{ width: `${Math.min(100, (100 * taken) / has)}%` }} />}
        </div>
      )}
      {!past && <DayMinutes day={day} has={has} taken={taken} otherwise={otherwise} />}
      {dates.map(({ projectId, name, what }) => (
        <p key={`${projectId} ${what}`} className="py-1 px-2 rounded-sm bg-amber-wash text-small">
          <Link href={`/projects/${projectId}`}>{name}</Link> {what === 'due' ? 'is due' : 'is cast on'}
        </p>
      ))}
      <ul className={`${styles.list} grid gap-1`}>
        {here.map((task) => (
          <TaskBox key={task.id} task={task} tasks={tasks} today={today} onMove={onMove} />
        ))}
      </ul>
    </li>
  );
}
