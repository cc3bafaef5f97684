import { bandTexts } from '../../core/yarn/band';
import { z } from 'zod';
import type { Estimate } from '../../core/common/estimate';
import { PACKAGE_ENDS, type PackageEnd } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import type { KnownTwist } from '../../core/twist/ownTwist';
import { type PieceForm, type MassFact, massOf } from '../../core/yarn/piece';
import { MOST_STRANDS, PLY_METHODS, type PlyMethod } from '../../core/twist/plying';
import { LEAVING_WAYS, type LeavingWay } from '../../core/twist/strandWays';
import type { TakeUp } from '../../core/twist/takeUp';
import { parseTurnsPerM, type TwistDirection } from '../../core/twist/twist';
import type { PieceTwist } from '../../core/twist/twistAccount';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertUsedUp, operationPiecesOf } from '../../db/yarn/operations';
import { pieceById, piecesOfYarn, type PieceRow } from '../../db/yarn/pieces';
import { insertPly, lastMethodOf } from '../../db/twist/plies';
import { openRunOfPiece } from '../../db/winding/runs';
import { fibresOf, insertYarn, replaceFibres, type YarnRow, yarnById } from '../../db/yarn/yarns';
import { pieceThere, putPiece, type Recorded } from '../yarn/recordOperation';
import { once } from '../common/askedBefore';
import { longText, quantity, read, readOptional, requestKey, text, wholeNumber } from '../common/fields';
import { takeUp } from '../yarn/pliedGrist';
import { ConflictError, runForm, type SaveResult } from '../common/result';
import { recordLaidTurning, recordLeaving, leavingWay } from '../yarn/strandWays';
import { newestOnShelf, onShelf } from '../yarn/shelf';
import { strandFigures, twistOfYarn } from './twist';
import {
  isTooMuch,
  massOfReading,
  readingOfForm,
  type ScaleReading,
  type WeighedMass,
  weighingFields,
} from '../common/weighing';
import { nameOfYarn, pieceView, yarnView, type YarnView } from '../yarn/yarnViews';

/** A single, or any yarn, that can be plied. */
export interface PlySingle {
  pieceId: number;
  label: string;
  form: PieceForm;
  yarnId: number;
  yarnName: string;
  colourHex: string;
  plies: number | null;
  mass: MassFact | null;
  massG: number | null;
  gristMPerG: number;
  /** With how sure it is. */
  length: Estimate | null;
  lengthM: number | null;
  strandMm: number;
  own: KnownTwist | null;
  /** The lean alone, where the turns are not known. */
  leans: TwistDirection | null;
  twist: PieceTwist;
  /** How its yarn was plied last; null: it never was. */
  lastMethod: PlyMethod | null;
}

export interface PlyPage {
  singles: PlySingle[];
  /** Those that one came here with. */
  chosen: number[];
  /** How much shorter a ply is than its strands, as the reel has taught. */
  takeUp: TakeUp;
}

/** The pieces that an operation made, to be plied next. */
export function madeBy(db: Db, operationId: number): number[] {
  return operationPiecesOf(db, operationId)
    .filter(({ side }) => side === 'out')
    .map(({ pieceId }) => pieceId);
}

/** Of the newest; one that is older is plied from its own page. */
const SINGLES_OFFERED = 16;
const OTHERS_OFFERED = 8;

/** What can be plied: singles first, then whatever else is not a hank; and what was asked for, whatever it is. */
export function plyPage(db: Db, pieceIds: readonly number[]): PlyPage {
  const asked = pieceIds.flatMap((id) => pieceById(db, id)?.yarnId ?? []);
  const offered = [...onShelf(db, { singles: true }, SINGLES_OFFERED), ...newestOnShelf(db, OTHERS_OFFERED)]
    .filter(({ pieces }) => pieces.some(({ form }) => form !== 'hank'))
    .map(({ id }) => id);
  const singles = [...new Set([...asked, ...offered])].flatMap((yarnId) => singlesOf(db, yarnView(db, yarnId)!));
  return {
    singles: singles
      .filter(({ form, pieceId }) => (form !== 'hank' && form !== 'mini skein') || pieceIds.includes(pieceId))
      .sort((a, b) => likely(b) - likely(a) || (b.massG ?? 0) - (a.massG ?? 0)),
    chosen: pieceIds.filter((id) => singles.some(({ pieceId }) => pieceId === id)).slice(0, MOST_STRANDS),
    takeUp: takeUp(db, yarnView),
  };
}

/** A single is what is plied; one of which it is known how it lies can be told most of. */
const likely = ({ plies, twist }: PlySingle) => (plies === 1 ? 2 : 0) + (twist.laid ? 1 : 0);

function singlesOf(db: Db, yarn: YarnView): PlySingle[] {
  const account = twistOfYarn(db, yarn);
  const figures = strandFigures(yarn);
  const lastMethod = lastMethodOf(db, yarn.id);
  return piecesOfYarn(db, yarn.id).flatMap((row): PlySingle[] => {
    const twist = account.get(row.id);
    if (!twist || row.consumedBy !== null) return [];
    const { id: pieceId, label, form, mass, grist, lengthM } = pieceView(db, yarn, row);
    return [
      {
        pieceId,
        label,
        form,
        yarnId: yarn.id,
        yarnName: yarn.name,
        colourHex: yarn.colourHex,
        plies: yarn.plies,
        mass,
        massG: mass && massOf(mass, yarn.fibres).mean,
        ...figures,
        gristMPerG: grist?.mean ?? figures.gristMPerG,
        length: lengthM && { mean: lengthM.mean, sd: lengthM.sd },
        lengthM: lengthM?.mean ?? null,
        own: yarn.ownTwist,
        leans: yarn.ownTwist?.direction ?? yarn.twistDirection,
        twist,
        lastMethod,
      },
    ];
  });
}

function plyForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    method: z.enum(PLY_METHODS),
    pieceIds: z
      .array(z.int().positive())
      .min(1, 'choose what is plied')
      .max(MOST_STRANDS, `at most ${MOST_STRANDS} strands`),
    end: z.enum(PACKAGE_ENDS),
    left: z.enum(LEAVING_WAYS),
    plied: z.enum(['S', 'Z']),
    /** The ply twist that was meant; empty: by feel. */
    turns: readOptional((typed) => parseTurnsPerM(typed, system, '')),
    name: text.min(1, 'give the plied yarn a name'),
    form: z.enum(['hank', 'cake', 'ball', 'bobbin']),
    mass: readOptional(quantity('mass', system)),
    /** What is left over of each, in the order of the pieces; empty: nothing. */
    rests: z.array(readOptional(quantity('mass', system))).max(MOST_STRANDS),
    ...weighingFields(system),
    restDays: read(wholeNumber(0, 30)),
    note: longText,
  });
}
export type PlyForm = z.input<ReturnType<typeof plyForm>>;

interface Plying extends Recorded {
  method: PlyMethod;
  /** One that is plied with itself, or several. */
  pieceIds: readonly number[];
  end: PackageEnd;
  leaving: LeavingWay;
  plied: TwistDirection;
  /** The ply twist that was meant; null: by feel. */
  turnsPerM: number | null;
  name: string;
  form: 'hank' | 'cake' | 'ball' | 'bobbin';
  mass: ScaleReading | null;
  /** What is left over of each, in their order. */
  rests: readonly (ScaleReading | null)[];
  restDays: number;
}

const DAY_MS = 24 * 3600 * 1000;

/** Plies singles, by what a form says. */
export function plySingles(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(plyForm(system), input, ({ left, turns, tare, humidity, scaleResolutionG, ...form }) => {
    const scale = { tare, humidity, scaleResolutionG };
    const mass = readingOfForm(form.mass, scale);
    const rests = form.rests.map((rest) => readingOfForm(rest, scale));
    return ply(db, { ...form, mass, rests, leaving: left, turnsPerM: turns }, now);
  });
}

/** Plies singles: they become one piece of a new yarn, that rests, is washed and measured. */
function ply(db: Db, plying: Plying, now: Date): number {
  return once(db, 'operation', plying.requestKey, () => {
    requireMany(plying.method, plying.pieceIds);
    const rows = plying.pieceIds.map((id) => stillThere(db, id));
    const mass = plying.mass && massOfReading(plying.mass, 'mass');
    const rests = rows.map((row, i) => restOf(row, plying.rests[i] ?? null, i));
    requireNotMore(
      rows,
      [mass, ...rests].flatMap((each) => each ?? []),
      mass !== null,
    );
    const operationId = insertOperation(db, {
      kind: 'ply',
      at: now.toISOString(),
      note: plying.note,
      requestKey: plying.requestKey,
      fromEnd: plying.leaving === 'turning' ? 'outer' : plying.end,
    });
    for (const row of rows) insertUsedUp(db, operationId, row);
    const [first] = rows as [PieceRow, ...PieceRow[]];
    const fromEnd = plying.leaving === 'turning' && first.form !== 'hank' ? 'outer' : plying.end;
    recordLeaving(db, operationId, { form: first.form, fromEnd }, plying.leaving);
    const yarn = yarnById(db, first.yarnId)!;
    const yarnId = newPliedYarn(db, yarn, rows, plying, now);
    putPiece(db, operationId, { yarnId, form: plying.form, loopMm: null }, mass);
    rests.forEach((rest, i) => rest && putPiece(db, operationId, rows[i]!, rest));
    const { ownTwist, twistDirection } = yarnView(db, yarn.id)!;
    insertPly(db, {
      operationId,
      method: plying.method,
      spun: ownTwist?.direction ?? twistDirection,
      spunTurnsPerKm: ownTwist ? Math.round(ownTwist.turnsPerM * 1000) : null,
      plied: plying.plied,
      pliedTurnsPerKm: plying.turnsPerM === null ? null : Math.max(1, Math.round(plying.turnsPerM * 1000)),
      restUntil: plying.restDays === 0 ? null : new Date(now.getTime() + plying.restDays * DAY_MS).toISOString(),
    });
    return operationId;
  });
}

function requireMany(method: PlyMethod, pieceIds: readonly number[]): void {
  const isOfOne = method === 'both ends' || method === 'chain';
  if (isOfOne ? pieceIds.length !== 1 : pieceIds.length < 2 || new Set(pieceIds).size < pieceIds.length)
    throw new InputError(isOfOne ? 'choose one' : 'choose two or more, one for each strand', 'pieceIds');
}

function stillThere(db: Db, pieceId: number): PieceRow {
  const row = pieceThere(db, pieceId, 'one of these is');
  if (openRunOfPiece(db, pieceId)) throw new ConflictError('one of these is on the bench for something else');
  return row;
}

function restOf({ massMg }: PieceRow, reading: ScaleReading | null, at: number): WeighedMass | null {
  const rest = reading && massOfReading(reading, `rests.${at}`);
  if (rest && massMg !== null && isTooMuch(rest.massMg, massMg))
    throw new InputError('that is more than it weighed; weigh it again', `rests.${at}`);
  return rest;
}

function requireNotMore(rows: readonly PieceRow[], out: readonly WeighedMass[], isWhole: boolean): void {
  if (!isWhole || rows.some(({ massMg }) => massMg === null)) return;
  const putInMg = rows.reduce((sum, { massMg }) => sum + massMg!, 0);
  if (
    isTooMuch(
      out.reduce((sum, { massMg }) => sum + massMg, 0),
      putInMg,
    )
  )
    throw new InputError('that is more than went in; weigh it again', 'mass');
}

function newPliedYarn(db: Db, yarn: YarnRow, rows: readonly PieceRow[], plying: Plying, now: Date): number {
  const others = rows.map(({ yarnId }) => yarnById(db, yarnId)!);
  const same = <Key extends keyof YarnRow>(key: Key) => others.every((each) => each[key] === yarn[key]);
  const yarnId = insertYarn(
    db,
    {
      ...bandTexts((name) => (same(name) ? yarn[name] : '')),
      line: plying.name,
      colourHex: yarn.colourHex,
      putUpMg: null,
      putUpMm: null,
      weightClass: null,
      wpi: null,
      needleUm: null,
      hookUm: null,
      plies: pliesOf(plying.method, others),
      twistDirection: plying.plied,
      // Only what is counted of it is its twist; what was meant stands with the plying.
      twistTurnsPerKm: null,
      gaugeStitchesPer10M: null,
      gaugeRowsPer10M: null,
      care: yarn.care,
      careSymbols: yarn.careSymbols,
      place: yarn.place,
      notes: `Plied from ${[...new Set(others.map(nameOfYarn))].join(' and ')}.`,
    },
    now.toISOString(),
  );
  const fibres = others.map(({ id }) => JSON.stringify(fibresOf(db, id)));
  if (fibres.every((each) => each === fibres[0])) replaceFibres(db, yarnId, fibresOf(db, yarn.id));
  return yarnId;
}

/** Strands, each as often as it is plied itself: two that are plied already make a cable of four. */
function pliesOf(method: PlyMethod, strands: readonly YarnRow[]): number {
  const times = method === 'chain' ? 3 : method === 'both ends' ? 2 : 1;
  return Math.min(99, times * strands.reduce((sum, { plies }) => sum + (plies ?? 1), 0));
}

function splitForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** What is on each bobbin. */
    masses: z.tuple([read(quantity('mass', system)), read(quantity('mass', system))]),
    ...weighingFields(system),
    left: leavingWay,
    end: z.enum(PACKAGE_ENDS),
    note: longText,
  });
}
export type BobbinSplitForm = z.input<ReturnType<typeof splitForm>>;

interface BobbinSplit extends Recorded {
  pieceId: number;
  /** What is on each bobbin. */
  masses: readonly [ScaleReading, ScaleReading];
  fromEnd: PackageEnd;
  /** Empty: nobody looked. */
  leaving: LeavingWay | '';
}

/** A single that was split over two bobbins, by what a form says. */
export function splitOverBobbins(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(splitForm(system), input, (form) => {
    const { requestKey, note, end, left } = form;
    const masses = [readingOfForm(form.masses[0], form), readingOfForm(form.masses[1], form)] as const;
    return splitSingle(db, { pieceId, requestKey, note, masses, fromEnd: end, leaving: left }, now);
  });
}

/** A single that was split by mass over two bobbins, which turned. */
function splitSingle(db: Db, { pieceId, fromEnd, leaving, ...split }: BobbinSplit, now: Date): number {
  return once(db, 'operation', split.requestKey, () => {
    const row = stillThere(db, pieceId);
    const masses = split.masses.map((mass, i) => massOfReading(mass, `masses.${i}`));
    requireNotMore([row], masses, true);
    const { note, requestKey } = split;
    const operationId = insertOperation(db, { kind: 'wind', at: now.toISOString(), note, requestKey, fromEnd });
    insertUsedUp(db, operationId, row);
    recordLeaving(db, operationId, { form: row.form, fromEnd }, leaving);
    for (const mass of masses) {
      const bobbinId = putPiece(db, operationId, { yarnId: row.yarnId, form: 'bobbin', loopMm: null }, mass);
      recordLaidTurning(db, { operationId, pieceId: bobbinId });
    }
    return operationId;
  });
}
