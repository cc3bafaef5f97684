'use client';

import { startTransition, useOptimistic, useState } from 'react';
import { taskTitle } from '../../core/days/taskWords';
import type { DaysPage, TaskCard } from '../../server/days/daysPage';
import { useTask } from '../../ui/feedback/useTask';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { shortDay } from '../../ui/figures/dates';
import { keepDays } from './actions';

/** The tasks, each on the day that it was moved to, and what moves them. */
export function useMovedTasks(page: DaysPage) {
  // A task lies where it was moved to at once: the next key goes on from there, not from where it was.
  const [tasks, moveAtOnce] = useOptimistic(page.tasks, withMoved);
  const { run, problem, busy } = useTask();
  const offer = useUndoOffer();
  const [announced, setAnnounced] = useState('');

  const move = (task: TaskCard, day: string | null) => {
    if (day !== null && day < page.today) return setAnnounced('A day that has passed cannot be chosen.');
    const kept = run(
      () => keepDays({ [task.id]: day }),
      () => {
        setAnnounced(
          day === null ? `${taskTitle(task)}: its day is proposed again.` : `${taskTitle(task)}: ${shortDay(day)}.`,
        );
        offer({
          words: day === null ? 'Its day is proposed again.' : `Confirmed for ${shortDay(day)}.`,
          undo: () => keepDays({ [task.id]: task.plannedOn }),
        });
      },
    );
    startTransition(async () => {
      moveAtOnce({ task, day });
      await kept;
    });
  };
  const confirmAll = (proposed: TaskCard[]) =>
    run(
      () => keepDays(Object.fromEntries(proposed.map(({ id, on }) => [id, on]))),
      () =>
        offer({
          words: `${proposed.length === 1 ? 'One day is' : `${proposed.length} days are`} confirmed.`,
          undo: () => keepDays(Object.fromEntries(proposed.map(({ id, plannedOn }) => [id, plannedOn]))),
        }),
    );
  return { tasks, move, confirmAll, announced, problem, busy };
}

function withMoved(tasks: TaskCard[], { task: { id }, day }: { task: TaskCard; day: string | null }): TaskCard[] {
  return tasks.map((task) => (task.id === id ? { ...task, on: day ?? task.on, plannedOn: day, missed: false } : task));
}
