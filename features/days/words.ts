import { lowerFirst } from '../../core/common/format';
import { taskTitle } from '../../core/days/taskWords';
import type { TaskCard } from '../../server/days/daysPage';
import { dayInWords, shortDay } from '../../ui/figures/dates';

/** Where one does it. */
export function taskHref({ kind, piece }: Pick<TaskCard, 'kind' | 'piece'>): string | null {
  if (!piece) return null;
  switch (kind) {
    case 'wind':
      return `/winding/plan/${piece.id}`;
    case 'minis':
      return `/minis/new?pieces=${piece.id}`;
    case 'ply':
      return `/twist/ply?pieces=${piece.id}`;
    case 'wash':
    case 'dye':
      return `/pieces/${piece.id}/change?what=${kind}`;
    case 'measure':
      return `/pieces/${piece.id}?how=reel#measure`;
    case 'weigh':
      return `/pieces/${piece.id}?how=weigh#measure`;
    case 'other':
      return null;
  }
}

/** What has to be said of a task's day. */
export function taskNews(
  task: TaskCard,
  tasks: readonly TaskCard[],
): { tone: 'bad' | 'tight' | 'plain'; words: string }[] {
  const name = (id: number) => {
    const other = tasks.find((each) => each.id === id);
    return other ? lowerFirst(taskTitle(other)) : '';
  };
  return [
    ...(task.never
      ? [
          {
            tone: 'bad' as const,
            words: 'No day can be found for it: there is no time, or it waits for something that has no day.',
          },
        ]
      : []),
    ...(task.lateDays !== null
      ? [
          {
            tone: 'bad' as const,
            words: `${task.lateDays === 1 ? 'A day' : `${task.lateDays} days`} late: due ${shortDay(task.dueOn!)}.`,
          },
        ]
      : []),
    ...(task.missed ? [{ tone: 'tight' as const, words: `It was to be done on ${shortDay(task.plannedOn!)}.` }] : []),
    ...(task.tooEarly ? [{ tone: 'tight' as const, words: `Too early: ${earliestWords(task, name)}.` }] : []),
  ];
}

/** Why it is not to be done before its day. */
function earliestWords(task: TaskCard, name: (id: number) => string): string {
  const [first] = task.after;
  if (task.earliestWhy === 'cast on') return `not before ${dayInWords(task.earliestOn!)}, so that the cake stands less`;
  if (task.earliestWhy === 'rests') return `it rests until ${shortDay(task.earliestOn!)}`;
  if (task.earliestWhy === 'dries') return `it will not be dry before ${shortDay(task.earliestOn!)}`;
  if (first)
    return `it waits for “${name(first.taskId)}”${first.waitDays > 0 ? ` and ${daysInWords(first.waitDays)}` : ''}`;
  return 'its time has not come';
}

export function daysInWords(days: number): string {
  return days === 1 ? 'one day' : `${days} days`;
}
