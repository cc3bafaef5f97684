import type { PieceForm } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import { piecesOfYarn, pieceById } from '../../db/yarn/pieces';
import { taskById } from '../../db/days/tasks';
import { projectChoices } from '../common/projectChoices';
import { type DayOfBench, type TaskCard, taskCards, othersAndDays } from './daysPage';
import { newestOnShelf } from '../yarn/shelf';
import { nameOfYarn } from '../yarn/yarnViews';
import { yarnsById } from '../../db/yarn/yarns';
import { asDyed } from '../yarn/colourways';

/** What a task's form chooses from. */
export interface TaskChoices {
  pieces: { id: number; label: string; form: PieceForm; yarnName: string; colourHex: string }[];
  projects: { id: number; name: string }[];
  /** What it could wait for. */
  others: TaskCard[];
  /** When it could be done. */
  days: DayOfBench[];
}

const YARNS_OFFERED = 40;

/** @param pieceId that one came with, of whichever yarn it is */
export function taskChoices(db: Db, now: Date, taskId: number | null, pieceId: number | null): TaskChoices {
  const task = taskId === null ? undefined : taskById(db, taskId);
  const own = pieceId === null ? undefined : pieceById(db, pieceId);
  const yarnIds = [...new Set([...(own ? [own.yarnId] : []), ...newestOnShelf(db, YARNS_OFFERED).map(({ id }) => id)])];
  const yarns = new Map(yarnsById(db, yarnIds).map((yarn) => [yarn.id, yarn]));
  return {
    pieces: yarnIds.flatMap((yarnId) =>
      piecesOfYarn(db, yarnId)
        .filter(({ consumedBy, id }) => consumedBy === null || id === pieceId)
        .map(({ id, label, form }) => {
          const yarn = asDyed(db, yarns.get(yarnId)!);
          return { id, label, form, yarnName: nameOfYarn(yarn), colourHex: yarn.colourHex };
        }),
    ),
    projects: projectChoices(db, task?.projectId),
    ...othersAndDays(db, now, taskId),
  };
}

export function taskCard(db: Db, now: Date, taskId: number): TaskCard | undefined {
  return taskCards(db, now).find(({ id }) => id === taskId);
}
