import { addDays, weekdayOf } from '../../core/days/days';
import { benchPace, jobMinutes } from '../../core/days/taskMinutes';
import type { Form } from '../../core/yarn/piece';
import {
  type JobKind,
  minutesOn,
  proposeDays,
  type ScheduleHelp,
  waitBetween,
  whatHelps,
} from '../../core/days/schedule';
import type { Db } from '../../db/common/connection';
import { allAfter, type JobRow, jobsSince } from '../../db/days/tasks';
import { everMade, pieceById, type PieceRow, wetBy } from '../../db/yarn/pieces';
import { plyOf } from '../../db/twist/plies';
import { projectById, projectsUnderWay } from '../../db/projects/projects';
import { operationById } from '../../db/yarn/operations';
import { benchTime, type KeptTime } from './benchTime';
import { timedWindings } from '../logbook/benchAnswers';
import { dayOf } from '../common/days';
import { schools } from '../bench/schools';
import { pieceView, yarnView, type YarnView } from '../yarn/yarnViews';
import { hoursToDryHere, type Wait, waits } from './pendingCare';

/** Something on the list, as its card shows it. */
export interface JobCard {
  id: number;
  kind: JobKind;
  title: string;
  piece: { id: number; label: string; form: Form; yarnId: number; yarnName: string; colourHex: string } | null;
  project: { id: number; name: string } | null;
  minutes: number;
  /** How the minutes are known. */
  minutesFrom: 'said' | 'learned' | 'usual';
  dueOn: string | null;
  earliestOn: string | null;
  /** Why not before. */
  earliestWhy: 'cast on' | 'rests' | 'dries' | null;
  after: { jobId: number; waitDays: number; said: boolean }[];
  plannedOn: string | null;
  /** Settled or proposed; null: there is no day for it, or it is done. */
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
  jobs: JobCard[];
  helps: ScheduleHelp[];
  overfull: { day: string; minutes: number; has: number }[];
  waits: Wait[];
  time: KeptTime;
}

const DAYS_SHOWN = 14;
const DONE_SHOWN_DAYS = 14;
/** That a ply rests before it is washed. */
const REST_DAYS = 1;

export function daysPage(db: Db, now: Date, fromAsked?: string): DaysPage {
  const today = dayOf(now);
  const from = fromAsked ?? today;
  const { cards, jobs, time, overfull } = placed(db, now);
  const projects = projectsUnderWay(db);
  return {
    today,
    from,
    days: Array.from({ length: DAYS_SHOWN }, (_, i): DayOfBench => {
      const day = addDays(from, i);
      return {
        day,
        weekday: weekdayOf(day),
        has: minutesOn(time, day),
        otherwise: day in time.days,
        taken: jobs.filter(({ on }) => on === day).reduce((sum, { minutes }) => sum + minutes, 0),
        dates: projects.flatMap(({ id, name, castOn, dueOn }) => [
          ...(castOn === day ? [{ projectId: id, name, what: 'cast on' as const }] : []),
          ...(dueOn === day ? [{ projectId: id, name, what: 'due' as const }] : []),
        ]),
      };
    }),
    jobs,
    helps: whatHelps(cards, time, today),
    overfull,
    waits: waits(db, now),
    time,
  };
}

/** Everything on the list, each with its day, settled or proposed. */
export function jobCards(db: Db, now: Date): JobCard[] {
  return placed(db, now).jobs;
}

function placed(db: Db, now: Date): Pick<DaysPage, 'jobs' | 'time' | 'overfull'> & { cards: Unplaced[] } {
  const time = benchTime(db);
  const cards = listed(db, now);
  const schedule = proposeDays(cards, time, dayOf(now));
  const late = new Map(schedule.late.map(({ jobId, byDays }) => [jobId, byDays]));
  const jobs = cards.map((card): JobCard => {
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
  return { cards, jobs, time, overfull: schedule.overfull };
}

type Unplaced = Omit<JobCard, 'on' | 'lateDays' | 'never' | 'tooEarly' | 'missed'>;

/** Everything on the list, with what its day has to reckon with. */
function listed(db: Db, now: Date): Unplaced[] {
  const since = new Date(now.getTime() - DONE_SHOWN_DAYS * 24 * 3600_000).toISOString();
  const rows = jobsSince(db, since);
  const pace = benchPace(rows.some(({ kind }) => kind === 'wind') ? timedWindings(db) : []);
  const days = { dryDays: Math.ceil(hoursToDryHere(db) / 24), restDays: REST_DAYS };
  const { earliestDays } = schools(db);
  const said = allAfter(db);
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
    const usual = jobMinutes(row.kind, lengthM, pace);
    const project = row.projectId === null ? undefined : projectById(db, row.projectId);
    return {
      id: row.id,
      kind: row.kind,
      title: row.title,
      piece: made && yarn ? { id: row.pieceId!, ...made, yarnName: yarn.name, colourHex: yarn.colourHex } : null,
      project: project ? { id: project.id, name: project.name } : null,
      minutes: row.minutes ?? usual.minutes,
      minutesFrom: row.minutes !== null ? 'said' : usual.learned ? 'learned' : 'usual',
      dueOn: row.dueOn,
      ...earliestOf(db, row, piece, { castOn: project?.castOn ?? null, earliestDays, ...days }),
      after: [
        ...said
          .filter(({ jobId }) => jobId === row.id)
          .map(({ afterId, waitDays }) => ({ jobId: afterId, waitDays, said: true })),
        ...impliedAfter(row, rows, said, days),
      ],
      plannedOn: row.plannedOn,
      doneOn: row.doneAt !== null ? dayOf(new Date(row.doneAt)) : doneByEntry(db, row, piece),
    };
  });
}

/** A winding that was logged is done, whether somebody ticked it off or not. */
function doneByEntry(db: Db, { kind, createdAt }: JobRow, piece: PieceRow | undefined): string | null {
  if (kind !== 'wind' && kind !== 'minis' && kind !== 'ply') return null;
  const consumedBy = piece?.consumedBy ?? null;
  const entry = consumedBy === null ? undefined : operationById(db, consumedBy);
  return entry && entry.at >= createdAt ? dayOf(new Date(entry.at)) : null;
}

function earliestOf(
  db: Db,
  { kind, pieceId }: JobRow,
  piece: PieceRow | undefined,
  { castOn, earliestDays, dryDays }: { castOn: string | null; earliestDays: number; dryDays: number },
): Pick<JobCard, 'earliestOn' | 'earliestWhy'> {
  if (kind === 'wash' || kind === 'dye') {
    const restUntil = piece ? plyOf(db, piece.bornBy)?.restUntil : null;
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
  row: JobRow,
  rows: readonly JobRow[],
  said: ReturnType<typeof allAfter>,
  days: { dryDays: number; restDays: number },
): JobCard['after'] {
  if (row.pieceId === null) return [];
  return rows.flatMap((other) => {
    if (other.id === row.id || other.pieceId !== row.pieceId) return [];
    const isSaid = said.some(
      ({ jobId, afterId }) => (jobId === row.id && afterId === other.id) || (jobId === other.id && afterId === row.id),
    );
    const waitDays = isSaid ? null : waitBetween(other.kind, row.kind, days);
    return waitDays === null ? [] : [{ jobId: other.id, waitDays, said: false }];
  });
}
