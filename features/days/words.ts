import { jobTitle } from '../../core/days/taskWords';
import type { JobCard } from '../../server/days/daysPage';
import { dayInWords, shortDay } from '../../ui/figures/dates';

/** Where one does it. */
export function jobHref({ kind, piece }: Pick<JobCard, 'kind' | 'piece'>): string | null {
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

/** What has to be said of a job's day. */
export function jobNews(job: JobCard, jobs: readonly JobCard[]): { tone: 'bad' | 'tight' | 'plain'; words: string }[] {
  const name = (id: number) => {
    const other = jobs.find((each) => each.id === id);
    return other ? jobTitle(other).toLowerCase() : '';
  };
  return [
    ...(job.never
      ? [
          {
            tone: 'bad' as const,
            words: 'There is no day for it: nobody has time, or it waits for something that has none.',
          },
        ]
      : []),
    ...(job.lateDays !== null
      ? [
          {
            tone: 'bad' as const,
            words: `${job.lateDays === 1 ? 'A day' : `${job.lateDays} days`} late: due ${shortDay(job.dueOn!)}.`,
          },
        ]
      : []),
    ...(job.missed ? [{ tone: 'tight' as const, words: `It was to be done on ${shortDay(job.plannedOn!)}.` }] : []),
    ...(job.tooEarly ? [{ tone: 'tight' as const, words: `Too early: ${earliestWords(job, name)}.` }] : []),
  ];
}

/** Why it is not to be done before its day. */
function earliestWords(job: JobCard, name: (id: number) => string): string {
  const [first] = job.after;
  if (job.earliestWhy === 'cast on') return `not before ${dayInWords(job.earliestOn!)}, so that the cake stands less`;
  if (job.earliestWhy === 'rests') return `it rests until ${shortDay(job.earliestOn!)}`;
  if (job.earliestWhy === 'dries') return `it will not be dry before ${shortDay(job.earliestOn!)}`;
  if (first)
    return `it waits for “${name(first.jobId)}”${first.waitDays > 0 ? ` and ${daysInWords(first.waitDays)}` : ''}`;
  return 'its time has not come';
}

export function daysInWords(days: number): string {
  return days === 1 ? 'one day' : `${days} days`;
}
