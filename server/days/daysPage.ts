import { addDays, dayOf, weekdayOf } from '../../core/days/days';
import { benchPace, taskMinutes } from '../../core/days/taskMinutes';
import type { PieceForm } from '../../core/yarn/piece';
import {
  type TaskKind,
  minutesOn,
  proposeDays,
  type ScheduleHelp,
  waitBetween,
  whatHelps,
} from '../../core/days/schedule';
import type { Db } from '../../db/common/connection';
import { allAfter, type TaskRow, tasksSince } from '../../db/days/tasks';
import { everMade, pieceById, type PieceRow, wetBy } from '../../db/yarn/pieces';
import { plyOf } from '../../db/twist/plies';
import { projectById, projectsUnderWay } from '../../db/projects/projects';
import { operationById } from '../../db/yarn/operations';
import { benchTime, type KeptTime } from './benchTime';
import { timedWindings } from '../logbook/benchAnswers';
import { schools } from '../bench/schools';
import { pieceView, yarnView, type YarnView } from '../yarn/yarnViews';
import { hoursToDryHere, type PendingCare, pendingCare } from './pendingCare';

/** Something on the list, as its card shows it. */
export interface TaskCard {
  id: number;
  kind: TaskKind;
  title: string;
  piece: { id: number; label: string; form: PieceForm; yarnId: number; yarnName: string; colourHex: string } | null;
  project: { id: number; name: string; castOn: string | null } | null;
  minutes: number;
  /** How the minutes are known. */
  minutesFrom: 'entered' | 'learned' | 'usual';
  dueOn: string | null;
  earliestOn: string | null;
  /** Why not before. */
  earliestWhy: 'cast on' | 'rests' | 'dries' | null;
  after: { taskId: number; waitDays: number; entered: boolean }[];
  plannedOn: string | null;
  /** Confirmed or proposed; null: there is no day for it, or it is done. */
  on: string | null;
  doneOn: string | null;
  /** Days after its due date. */
  lateDays: number | null;
  never: boolean;
  tooEarly: boolean;
  missed: boolean;
}

export interface DayOfBench {
  day: string;
  weekday: number;
  /** Minutes that there are. */
  has: number;
  /** It is otherwise than its weekday. */
  otherwise: boolean;
  taken: number;
  /** Projects that are cast on or due. */
  dates: { projectId: number; name: string; what: 'cast on' | 'due' }[];
}

export interface DaysPage {
  today: string;
  /** The first day shown. */
  from: string;
  days: DayOfBench[];
  tasks: TaskCard[];
  helps: ScheduleHelp[];
  overfull: { day: string; minutes: number; has: number }[];
  pendingCare: PendingCare[];
  time: KeptTime;
}

const DAYS_SHOWN = 14;
const DONE_SHOWN_DAYS = 14;
/** That a ply rests before it is washed. */
const REST_DAYS = 1;

export function daysPage(db: Db, now: Date, fromAsked?: string): DaysPage {
  const today = dayOf(now);
  const from = fromAsked ?? today;
  const { cards, tasks, time, overfull } = placed(db, now);
  return {
    today,
    from,
    days: daysOf(db, { tasks, time }, from),
    tasks,
    helps: whatHelps(cards, time, today),
    overfull,
    pendingCare: pendingCare(db, now),
    time,
  };
}

/** Everything on the list, each with its day, confirmed or proposed. */
export function taskCards(db: Db, now: Date): TaskCard[] {
  return placed(db, now).tasks;
}

/** What is to be done besides a task, and the days from today on with what that takes of them. */
export function othersAndDays(db: Db, now: Date, taskId: number | null): { others: TaskCard[]; days: DayOfBench[] } {
  const { tasks, time } = placed(db, now);
  const others = tasks.filter(({ id, doneOn }) => id !== taskId && doneOn === null);
  return { others, days: daysOf(db, { tasks: others, time }, dayOf(now)) };
}

function daysOf(db: Db, { tasks, time }: Pick<DaysPage, 'tasks' | 'time'>, from: string): DayOfBench[] {
  const projects = projectsUnderWay(db);
  return Array.from({ length: DAYS_SHOWN }, (_, i): DayOfBench => {
    const day = addDays(from, i);
    return {
      day,
      weekday: weekdayOf(day),
      has: minutesOn(time, day),
      otherwise: day in time.days,
      taken: tasks.filter(({ on }) => on === day).reduce((sum, { minutes }) => sum + minutes, 0),
      dates: projects.flatMap(({ id, name, castOn, dueOn }) => [
        ...(castOn === day ? [{ projectId: id, name, what: 'cast on' as const }] : []),
        ...(dueOn === day ? [{ projectId: id, name, what: 'due' as const }] : []),
      ]),
    };
  });
}

function placed(db: Db, now: Date): Pick<DaysPage, 'tasks' | 'time' | 'overfull'> & { cards: Unplaced[] } {
  const time = benchTime(db);
  const cards = listed(db, now);
  const schedule = proposeDays(cards, time, dayOf(now));
  const late = new Map(schedule.late.map(({ taskId, byDays }) => [taskId, byDays]));
  const tasks = cards.map((card): TaskCard => {
    const byDays = late.get(card.id);
    return {
      ...card,
      on: card.doneOn === null ? (schedule.days.get(card.id) ?? null) : null,
      lateDays: byDays ?? null,
      never: card.doneOn === null && (schedule.days.get(card.id) ?? null) === null,
      tooEarly: schedule.tooEarly.includes(card.id),
      missed: schedule.missed.includes(card.id),
    };
  });
  return { cards, tasks, time, overfull: schedule.overfull };
}

type Unplaced = Omit<TaskCard, 'on' | 'lateDays' | 'never' | 'tooEarly' | 'missed'>;

/** Everything on the list, with what its day has to make room for. */
function listed(db: Db, now: Date): Unplaced[] {
  const since = new Date(now.getTime() - DONE_SHOWN_DAYS * 24 * 3600_000).toISOString();
  const rows = tasksSince(db, since);
  const pace = benchPace(rows.some(({ kind }) => kind === 'wind') ? timedWindings(db) : []);
  const days = { dryDays: Math.ceil(hoursToDryHere(db) / 24), restDays: REST_DAYS };
  const { earliestDays } = schools(db);
  const entered = allAfter(db);
  const yarns = new Map<number, YarnView>();
  const yarnOf = (id: number) => {
    const yarn = yarns.get(id) ?? yarnView(db, id)!;
    yarns.set(id, yarn);
    return yarn;
  };
  return rows.map((row): Unplaced => {
    const made = row.pieceId === null ? undefined : everMade(db, row.pieceId);
    const piece = row.pieceId === null ? undefined : pieceById(db, row.pieceId);
    const yarn = made && yarnOf(made.yarnId);
    const lengthM = piece && yarn ? (pieceView(db, yarn, piece).lengthM?.mean ?? null) : null;
    const usual = taskMinutes(row.kind, lengthM, pace);
    const project = row.projectId === null ? undefined : projectById(db, row.projectId);
    return {
      id: row.id,
      kind: row.kind,
      title: row.title,
      piece: made && yarn ? { id: row.pieceId!, ...made, yarnName: yarn.name, colourHex: yarn.colourHex } : null,
      project: project ? { id: project.id, name: project.name, castOn: project.castOn } : null,
      minutes: row.minutes ?? usual.minutes,
      minutesFrom: row.minutes !== null ? 'entered' : usual.learned ? 'learned' : 'usual',
      dueOn: row.dueOn,
      ...earliestOf(db, row, piece, { castOn: project?.castOn ?? null, earliestDays, ...days }),
      after: [
        ...entered
          .filter(({ taskId }) => taskId === row.id)
          .map(({ afterId, waitDays }) => ({ taskId: afterId, waitDays, entered: true })),
        ...impliedAfter(row, rows, entered, days),
      ],
      plannedOn: row.plannedOn,
      doneOn: row.doneAt !== null ? dayOf(new Date(row.doneAt)) : doneByOperation(db, row, piece),
    };
  });
}

/** A winding that was logged is done, whether somebody ticked it off or not. */
function doneByOperation(db: Db, { kind, createdAt }: TaskRow, piece: PieceRow | undefined): string | null {
  if (kind !== 'wind' && kind !== 'minis' && kind !== 'ply') return null;
  const consumedBy = piece?.consumedBy ?? null;
  const operation = consumedBy === null ? undefined : operationById(db, consumedBy);
  return operation && operation.at >= createdAt ? dayOf(new Date(operation.at)) : null;
}

function earliestOf(
  db: Db,
  { kind, pieceId }: TaskRow,
  piece: PieceRow | undefined,
  { castOn, earliestDays, dryDays }: { castOn: string | null; earliestDays: number; dryDays: number },
): Pick<TaskCard, 'earliestOn' | 'earliestWhy'> {
  if (kind === 'wash' || kind === 'dye') {
    const restUntil = piece ? plyOf(db, piece.createdBy)?.restUntil : null;
    return restUntil
      ? { earliestOn: dayOf(new Date(restUntil)), earliestWhy: 'rests' }
      : { earliestOn: null, earliestWhy: null };
  }
  const wet = pieceId === null ? null : wetBy(db, pieceId);
  if (wet !== null)
    return { earliestOn: addDays(dayOf(new Date(operationById(db, wet)!.at)), dryDays), earliestWhy: 'dries' };
  if (kind === 'wind' && castOn !== null) return { earliestOn: addDays(castOn, -earliestDays), earliestWhy: 'cast on' };
  return { earliestOn: null, earliestWhy: null };
}

/** What is done with the same piece waits for one another, unless the user has said otherwise. */
function impliedAfter(
  row: TaskRow,
  rows: readonly TaskRow[],
  entered: ReturnType<typeof allAfter>,
  days: { dryDays: number; restDays: number },
): TaskCard['after'] {
  if (row.pieceId === null) return [];
  return rows.flatMap((other) => {
    if (other.id === row.id || other.pieceId !== row.pieceId) return [];
    const isEntered = entered.some(
      ({ taskId, afterId }) =>
        (taskId === row.id && afterId === other.id) || (taskId === other.id && afterId === row.id),
    );
    const waitDays = isEntered ? null : waitBetween(other.kind, row.kind, days);
    return waitDays === null ? [] : [{ taskId: other.id, waitDays, entered: false }];
  });
}
