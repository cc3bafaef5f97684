import { lowerFirst } from '../common/format';
import type { TaskKind } from './schedule';

/** What is done, as a list names it. */
export const TASK_WORDS: Record<TaskKind, string> = {
  wind: 'Wind',
  minis: 'Cut minis from',
  ply: 'Ply',
  wash: 'Wash',
  dye: 'Dye',
  measure: 'Measure',
  weigh: 'Weigh',
  other: 'Something else',
};

/**
 * What a task is called.
 *
 * @example
 * taskTitle({ kind: 'wash', title: '', piece: { label: 'Hank 2', yarnName: 'Kelp' } }) // => 'Wash hank 2 of Kelp'
 */
export function taskTitle({
  kind,
  title,
  piece,
}: {
  kind: TaskKind;
  title: string;
  piece: { label: string; yarnName: string } | null;
}): string {
  if (kind === 'other' || !piece) return title;
  return `${TASK_WORDS[kind]} ${lowerFirst(piece.label)} of ${piece.yarnName}${title ? `: ${title}` : ''}`;
}
