import { grouped } from '../../core/common/grouped';
import { addDays, addMonths, dayOf, isDay, startOfDay } from '../../core/days/days';
import { massBalance, type MassBalance } from '../../core/logbook/massBalance';
import type { PieceForm, MassFact, OperationKind, Side, WriteOffReason } from '../../core/yarn/piece';
import { DEFAULT_SCALE_RESOLUTION_G } from '../../core/yarn/yardage';
import type { Db } from '../../db/common/connection';
import { consumptionBy } from '../../db/yarn/consumption';
import {
  eventsBetween,
  type EventRow as LogEvent,
  findOperations,
  type LogQuery,
  type NamedOperationPiece,
  namedOperationPieces,
  yarnsWorked,
} from '../../db/logbook/logbook';
import type { OperationRow } from '../../db/yarn/operations';
import { samplesOfOperations } from '../../db/yarn/samples';
import { type YarnRow, yarnsById } from '../../db/yarn/yarns';
import { refreshSummaries } from '../yarn/shelf';
import { fromMg } from '../common/storageUnits';
import { massFactOf } from '../common/weighing';
import { nameOfYarn, type SampleView, sampleView } from '../yarn/yarnViews';
import { rowNumber } from '../common/rowNumber';
import { asDyed } from '../yarn/colourways';

export type { LogEvent };

/** A piece's part in an entry. */
export interface LogPiece {
  id: number;
  label: string;
  form: PieceForm;
  side: Side;
  mass: MassFact | null;
}

/** One entry of the logbook, as a line tells it. */
export interface LogLine {
  id: number;
  kind: OperationKind;
  at: string;
  note: string;
  live: boolean;
  yarn: { id: number; name: string; colourHex: string };
  pieces: LogPiece[];
  /** What was measured. */
  sample: SampleView | null;
  /** What went of it, and where to; null where nothing did. */
  consumption: {
    massG: number | null;
    why: WriteOffReason | null;
    project: { id: number; name: string } | null;
  } | null;
  /** Only where both sides were weighed. */
  balance: MassBalance | null;
}

/** Kinds of entries as one looks for them. */
export const LOG_KINDS = {
  wound: ['wind', 'reel', 'join'],
  minis: ['split'],
  plied: ['ply'],
  measured: ['weigh', 'sample', 'inspect'],
  'washed and dyed': ['wash', 'dye', 'dry', 'open'],
  'came in': ['receive'],
  'used and gone': ['use', 'write off'],
} as const satisfies Record<string, readonly OperationKind[]>;
export type LogKind = keyof typeof LOG_KINDS;

/** What is asked of the logbook, as it stands in the address; empty: does not count. */
export interface LogAsked {
  q: string;
  what: LogKind | '';
  yarn: number | null;
  /** "2026-11-24" */
  day: string;
  /** "2026-11": the month that the calendar shows. */
  month: string;
  /** Older than this entry: its moment and its number. */
  before: { at: string; id: number } | null;
}

/** A day of the calendar on which something was done. */
export interface LogDay {
  day: string;
  operations: number;
  /** The yarns that were worked with, the most first. */
  yarns: { id: number; colourHex: string }[];
}

export interface LogbookPage {
  lines: LogLine[];
  /** What happened between them and is no entry; only where nothing is looked for. */
  events: LogEvent[];
  /** Where the older ones begin; null: these are all. */
  older: LogAsked['before'];
  month: string;
  days: LogDay[];
  /** The day that it is. */
  today: string;
  /** The yarn that is looked for. */
  yarn: { id: number; name: string } | null;
  /** Nothing was ever logged. */
  empty: boolean;
}

/** What an address asks; what cannot be read in it does not count. */
export function readLogAsked(params: Record<string, string | undefined>): LogAsked {
  const one = (name: string) => params[name] ?? '';
  const [, at = '', id = ''] = /^(\d{4}-[\dT:.-]+Z)_(\d{1,15})$/.exec(one('before')) ?? [];
  return {
    q: one('q').slice(0, 200),
    what: one('what') in LOG_KINDS ? (one('what') as LogKind) : '',
    yarn: rowNumber(one('yarn')),
    day: isDay(one('day')) ? one('day') : '',
    month: isDay(`${one('month')}-01`) ? one('month') : '',
    before: at ? { at, id: Number(id) } : null,
  };
}

const LINES_ON_A_PAGE = 50;
const MOST_EVENTS = 50;

/** What happened, newest first; undos are told at what they undid. */
export function logbookPage(db: Db, asked: LogAsked, now: Date): LogbookPage {
  const words = asked.q.split(/\s+/).filter(Boolean);
  // Yarns are found by the words that they are found by on the shelf.
  if (words.length > 0) refreshSummaries(db);
  const query: LogQuery = {
    ...(asked.what !== '' && { kinds: LOG_KINDS[asked.what] }),
    ...(asked.yarn !== null && { yarnId: asked.yarn }),
    ...(words.length > 0 && { words }),
    ...(asked.day !== '' && { from: startOfDay(asked.day), until: startOfDay(addDays(asked.day, 1)) }),
    ...(asked.before && { before: asked.before }),
  };
  const found = findOperations(db, query, LINES_ON_A_PAGE + 1);
  const shown = found.slice(0, LINES_ON_A_PAGE);
  const last = found.length > LINES_ON_A_PAGE ? shown.at(-1)! : null;
  const plain = asked.what === '' && asked.yarn === null && words.length === 0;
  const yarn = asked.yarn === null ? undefined : yarnsById(db, [asked.yarn])[0];
  const month = asked.month || (asked.day || dayOf(now)).slice(0, 7);
  return {
    lines: linesOf(db, shown),
    events: plain
      ? eventsBetween(db, last?.at ?? query.from ?? '', asked.before?.at ?? query.until ?? '9999', MOST_EVENTS)
      : [],
    older: last && { at: last.at, id: last.id },
    month,
    days: daysOfMonth(db, month),
    today: dayOf(now),
    yarn: yarn ? { id: yarn.id, name: nameOfYarn(asDyed(db, yarn)) } : null,
    empty: shown.length === 0 && findOperations(db, {}, 1).length === 0,
  };
}

/** What happened last. */
export function latestOperations(db: Db, most: number): LogLine[] {
  return linesOf(db, findOperations(db, {}, most));
}

function daysOfMonth(db: Db, month: string): LogDay[] {
  const worked = yarnsWorked(db, startOfDay(`${month}-01`), startOfDay(`${addMonths(month, 1)}-01`));
  return [...grouped(worked, ({ at }) => dayOf(at))].map(([day, rows]) => ({
    day,
    operations: new Set(rows.map(({ operationId }) => operationId)).size,
    yarns: [...grouped(rows, ({ yarnId }) => yarnId).values()]
      .sort((a, b) => b.length - a.length)
      .map(([first]) => ({ id: first!.yarnId, colourHex: first!.colourHex })),
  }));
}

/** Entries as their lines tell them. */
export function linesOf(db: Db, operations: readonly (OperationRow & { live: 0 | 1 })[]): LogLine[] {
  const ids = operations.map(({ id }) => id);
  const parts = new Map<number, NamedOperationPiece[]>(ids.map((id) => [id, []]));
  for (const part of namedOperationPieces(db, ids)) parts.get(part.operationId)!.push(part);
  const yarnIds = [...new Set([...parts.values()].flatMap((some) => some.map(({ yarnId }) => yarnId)))];
  const yarns = new Map<number, YarnRow>(yarnsById(db, yarnIds).map((yarn) => [yarn.id, yarn]));
  const samples = new Map(samplesOfOperations(db, ids).map((sample) => [sample.operationId, sample]));
  return operations.map((operation) => {
    const mine = parts.get(operation.id)!;
    const pieces = mine.map((part): LogPiece => ({
      id: part.pieceId,
      label: part.label,
      form: part.form,
      side: part.side,
      mass: massFactOf(part),
    }));
    const yarn = asDyed(db, yarns.get(mine[0]!.yarnId)!);
    const sample = samples.get(operation.id);
    const { id, kind, at, note, live } = operation;
    return {
      id,
      kind,
      at,
      note,
      live: live === 1,
      yarn: { id: yarn.id, name: nameOfYarn(yarn), colourHex: yarn.colourHex },
      pieces,
      sample: sample ? sampleView(sample, true) : null,
      consumption: kind === 'use' || kind === 'write off' ? consumptionOf(db, id) : null,
      balance: balanceOf(pieces, fromMg(operation.wasteMg + operation.tiesMg)),
    };
  });
}

/** What went by an operation, and where to. */
export function consumptionOf(db: Db, operationId: number): LogLine['consumption'] {
  const row = consumptionBy(db, operationId);
  if (!row) return null;
  const project = row.projectId === null ? null : { id: row.projectId, name: row.project! };
  return { massG: row.massMg === null ? null : fromMg(row.massMg), why: row.why, project };
}

/** Nothing balances against a mass that only the band tells: the band is a promise, not a weighing. */
export function balanceOf(pieces: readonly LogPiece[], wasteG: number): MassBalance | null {
  const side = (wanted: Side) => pieces.filter((piece) => piece.side === wanted).map(({ mass }) => mass);
  const [before, after] = [side('in'), side('out')];
  // What was used up has nothing on its other side.
  if (before.length === 0 || after.length === 0 || [...before, ...after].some((mass) => mass?.from !== 'scale'))
    return null;
  const weighed = (masses: (MassFact | null)[]) =>
    masses.flatMap((mass) =>
      mass
        ? { massG: mass.massG, resolutionG: mass.from === 'scale' ? mass.resolutionG : DEFAULT_SCALE_RESOLUTION_G }
        : [],
    );
  return massBalance({ in: weighed(before), out: weighed(after), wasteG });
}
