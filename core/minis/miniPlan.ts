import type { Estimate } from '../common/estimate';
import type { Fault, PackageEnd } from '../yarn/faults';
import { InputError } from '../common/inputError';
import { withOneKnot } from './cutMap';
import { type LoopForm, loopsForLength } from './miniLoops';
import type { MiniDemand, MinisInput } from './minis';
import { type MiniNext, miniTies } from './miniTies';
import { parseSpanMm } from '../common/span';
import { parseAmount, parseNumber, parseQuantity, type UnitSystem } from '../common/units';

/** A piece that minis may be cut from. */
export interface ParentPiece {
  pieceId: number;
  yarnId: number;
  massG: number;
  resolutionG: number;
  /** Of its yarn. */
  grist: Estimate;
  faults: readonly Fault[];
  fromEnd: PackageEnd;
}

/** One size as it is typed. */
export interface TypedSize {
  id: string;
  name: string;
  /** The yarn that it is of; empty: any. */
  yarnId: string;
  /** Each: grams or metres, in any unit. */
  amount: string;
  /** In grams, or in percent; empty: `DEFAULT_TOLERANCE`. */
  tolerance: string;
  /** How many, or how many in each kit; empty: as many as there can be. */
  count: string;
  /** 1 is made first. */
  priority: number;
}

/** A size as it was read. */
export interface MiniSize {
  id: string;
  name: string;
  yarnId: number | null;
  massG: number;
  toleranceG: number;
  /** In all, or in each kit; null: as many as there can be. */
  count: number | null;
  priority: number;
}

/** Of its mass, where nothing is said. */
const DEFAULT_TOLERANCE = 0.04;

/** More of one size than anybody makes. */
const MOST_MINIS = 999;

/**
 * Reads one size as it was typed. Metres become grams by the grist of its yarn, or of the only yarn there is.
 *
 * @param grists of the yarns that minis are cut from
 * @param path of the size, under which errors are reported
 * @throws InputError at the field
 * @example
 * readSize({ id: 'a', name: '', yarnId: '', amount: '30 m', tolerance: '5 %', count: '12', priority: 1 }, new Map([[7, 3]]), 'metric', 'sizes.0') // => { id: 'a', name: '', yarnId: null, massG: 10, toleranceG: 0.5, count: 12, priority: 1 }
 */
export function readSize(
  typed: TypedSize,
  grists: ReadonlyMap<number, number>,
  system: UnitSystem,
  path: string,
): MiniSize {
  const yarnId = typed.yarnId === '' ? null : Number(typed.yarnId);
  if (yarnId !== null && !grists.has(yarnId)) throw new InputError('no skein of this yarn is taken', `${path}.yarnId`);
  const massG = sizeG(readAmount(typed.amount, system, `${path}.amount`), yarnId, grists, `${path}.amount`);
  if (massG < 0.1) throw new InputError('that is too little for a mini', `${path}.amount`);
  const count = typed.count.trim() === '' ? null : parseNumber(typed.count, `${path}.count`);
  if (count !== null && (!Number.isInteger(count) || count < 1 || count > MOST_MINIS))
    throw new InputError(`a whole number, 1 to ${MOST_MINIS}, or empty: as many as possible`, `${path}.count`);
  return {
    id: typed.id,
    name: typed.name.trim(),
    yarnId,
    massG,
    toleranceG: toleranceG(typed.tolerance, massG, system, `${path}.tolerance`),
    count,
    priority: typed.priority,
  };
}

/** Minis are weighed, so a bare number is a mass. */
function readAmount(typed: string, system: UnitSystem, path: string): { metres: number } | { grams: number } {
  const isBare = /^[\d.,\s/]+$/.test(typed) && typed.trim() !== '';
  return isBare ? { grams: parseQuantity(typed, 'mass', system, path) } : parseAmount(typed, system, path);
}

function sizeG(
  amount: { metres: number } | { grams: number },
  yarnId: number | null,
  grists: ReadonlyMap<number, number>,
  path: string,
): number {
  if ('grams' in amount) return amount.grams;
  const [only, ...others] = grists.values();
  const gristMPerG = yarnId === null ? only : grists.get(yarnId);
  if (gristMPerG === undefined) throw new InputError('take a skein first: its yarn tells what a metre weighs', path);
  if (yarnId === null && others.some((other) => Math.abs(other / gristMPerG - 1) > SAME_GRIST))
    throw new InputError('a metre of each yarn weighs differently: say of which yarn, or give grams', path);
  return amount.metres / gristMPerG;
}

/** Yarns that differ by less are as good as the same. */
const SAME_GRIST = 0.01;

function toleranceG(typed: string, massG: number, system: UnitSystem, path: string): number {
  if (typed.trim() === '') return DEFAULT_TOLERANCE * massG;
  const percent = /^(.*)%\s*$/.exec(typed);
  const value = percent
    ? (parseNumber(percent[1]!, path) / 100) * massG
    : parseQuantity(typed.replace(/^\s*(±|\+-|\+\/-)/, ''), 'mass', system, path);
  if (!(value > 0)) throw new InputError('must be above zero: no two minis are quite alike', path);
  if (value > massG / 2) throw new InputError('that is more than half the mini', path);
  return value;
}

/**
 * Grams between the knots of a parent, from the end that it is worked from; where each mini is to be of one colour, between
 * the changes of colour that were seen as well.
 *
 * @example
 * segmentsBetweenKnots({ massG: 60, grist: { mean: 3, sd: 0 }, faults: [{ kind: 'knot', atM: 45 }], fromEnd: 'outer' }) // => [45, 15]
 */
export function segmentsBetweenKnots({
  massG,
  grist,
  faults,
  fromEnd,
  oneColour = false,
}: Pick<ParentPiece, 'massG' | 'grist' | 'faults' | 'fromEnd'> & { oneColour?: boolean }): number[] {
  const knotsG = faults
    .filter(({ kind }) => kind === 'knot' || (oneColour && kind === 'colour change'))
    .map(({ atM }) => Math.min(massG, Math.max(0, atM / grist.mean)))
    .map((atG) => (fromEnd === 'inner' ? atG : massG - atG))
    .sort((a, b) => a - b);
  const ends = [...knotsG, massG];
  return ends
    .map((endG, i) => Number((endG - (ends[i - 1] ?? 0)).toFixed(6)))
    .filter((segmentG) => segmentG > LEAST_SEGMENT_G);
}

/**
 * What the stretches of a parent end at, in a word: at its knots, and where there are more of them than knots explain, at
 * changes of colour.
 *
 * @example
 * whereItEnds([{ kind: 'colour change' }, { kind: 'thin spot' }], 2) // => 'change of colour'
 * @example
 * whereItEnds([{ kind: 'colour change' }, { kind: 'knot' }], 2) // => 'knot'
 */
export function whereItEnds(faults: readonly Pick<Fault, 'kind'>[], stretches: number): string {
  const knots = faults.filter(({ kind }) => kind === 'knot').length;
  if (stretches - 1 <= knots) return 'knot';
  return knots > 0 ? 'knot or the change of colour' : 'change of colour';
}

/** A knot at the very end cuts nothing off. */
const LEAST_SEGMENT_G = 0.05;

/** What minis are to be made, as it is typed. */
export interface TypedMinis {
  sizes: readonly TypedSize[];
  /** The sizes are what one kit takes. */
  kits: boolean;
  /** Empty: as many as there can be. */
  kitCount: string;
  oneKnot: boolean;
  /** No mini goes over a change of colour that was seen; left out, they may. */
  oneColour?: boolean;
  next: MiniNext;
  tiesOfOwn: boolean;
  /** What the two ends of a mini take together. */
  ends: string;
}

const ENDS_BOUNDS_MM = { lowMm: 0, highMm: 2000 };

/** Everything that was asked for, as it was read; and of what each mini costs, what goes into ties. */
export interface ReadMinis {
  wanted: MinisWanted;
  tiesG: number;
}

/**
 * Reads what minis are to be made of some pieces.
 *
 * @param strandsMm how thick each yarn's strand lies, in millimetres
 * @throws InputError at the field
 * @example
 * readMinis({ sizes: [], kits: true, kitCount: '4', oneKnot: false, next: 'sell', tiesOfOwn: false, ends: '' }, [], new Map(), { loopM: 0.6 }, 'metric').wanted.kits // => { count: 4 }
 */
export function readMinis(
  typed: TypedMinis,
  parents: readonly ParentPiece[],
  strandsMm: ReadonlyMap<number, number>,
  form: Pick<LoopForm, 'loopM' | 'spreadMm'>,
  system: UnitSystem,
): ReadMinis {
  const grists = new Map(parents.map(({ yarnId, grist }) => [yarnId, grist.mean]));
  const sizes = typed.sizes.map((size, i) => readSize(size, grists, system, `sizes.${i}`));
  const endsM = typed.ends.trim() === '' ? 0 : parseSpanMm(typed.ends, system, ENDS_BOUNDS_MM, 'ends') / 1000;
  const thickest = parents.reduce<ParentPiece | undefined>(
    (found, each) => (found && found.grist.mean <= each.grist.mean ? found : each),
    undefined,
  );
  const largestG = Math.max(0, ...sizes.map(({ massG }) => massG));
  const strandMm = (thickest && strandsMm.get(thickest.yarnId)) ?? STRAND_MM;
  const { cutLossG, tiesG } =
    thickest && largestG > 0
      ? lossOfMini({
          next: typed.next,
          massG: largestG,
          gristMPerG: thickest.grist.mean,
          form: { ...form, strandMm },
          strandMm,
          endsM,
          tiesOfOwn: typed.tiesOfOwn,
        })
      : { cutLossG: 0, tiesG: 0 };
  return {
    wanted: {
      parents,
      sizes,
      kits: typed.kits ? { count: readKitCount(typed.kitCount) } : null,
      oneKnot: typed.oneKnot,
      oneColour: typed.oneColour,
      cutLossG: Number(cutLossG.toFixed(4)),
    },
    tiesG: Number(tiesG.toFixed(4)),
  };
}

/** Where nothing tells a yarn's thickness. */
const STRAND_MM = 2;

function readKitCount(typed: string): number | null {
  if (typed.trim() === '') return null;
  const count = parseNumber(typed, 'kitCount');
  if (!Number.isInteger(count) || count < 1 || count > MOST_MINIS)
    throw new InputError(`a whole number, 1 to ${MOST_MINIS}, or empty: as many as possible`, 'kitCount');
  return count;
}

/** A parent as it is planned with: its stretches, and which of them hold a knot after all. */
export interface PlannedParent {
  piece: ParentPiece;
  segmentsG: number[];
  holdsKnot: boolean[];
}

/** Everything that is asked for, read. */
export interface MinisWanted {
  parents: readonly ParentPiece[];
  sizes: readonly MiniSize[];
  /** How many kits; null in it: as many as there can be. Null: no kits. */
  kits: { count: number | null } | null;
  /** A mini may hold one knot, where no stretch is long enough for it. */
  oneKnot: boolean;
  /** None goes over a change of colour that was seen; then none holds a knot either. Left out, they may. */
  oneColour?: boolean;
  /** What each mini costs beyond its own mass. */
  cutLossG: number;
}

/**
 * What the planning works with. Sizes without a count are wanted as often as the yarn could ever give; kits that are not
 * counted are given as `kits`.
 *
 * @param kits how many there are going to be, where kits are made
 * @example
 * planningOf({ parents: [], sizes: [{ id: 'a', name: '', yarnId: null, massG: 12, toleranceG: 1, count: 2, priority: 1 }], kits: { count: 3 }, oneKnot: false, cutLossG: 0.2 }, 3).input.demands // => [{ id: 'a', massG: 12, count: 6, priority: 1 }]
 */
export function planningOf(wanted: MinisWanted, kits = 1): { input: MinisInput; parents: PlannedParent[] } {
  const largestG = Math.max(0, ...wanted.sizes.map(({ massG }) => massG + wanted.cutLossG));
  const parents = wanted.parents.map((piece): PlannedParent => {
    const { oneColour } = wanted;
    const segmentsG = segmentsBetweenKnots({ ...piece, oneColour });
    return {
      piece,
      ...(wanted.oneKnot && !oneColour
        ? withOneKnot(segmentsG, largestG)
        : { segmentsG, holdsKnot: segmentsG.map(() => false) }),
    };
  });
  const totalG = (yarnId: number | null) =>
    wanted.parents.reduce(
      (sum, { massG, ...piece }) => sum + (yarnId === null || piece.yarnId === yarnId ? massG : 0),
      0,
    );
  const demands = wanted.sizes.map(({ id, massG, yarnId, count, priority }): MiniDemand => {
    const most = Math.floor(totalG(yarnId) / (massG + wanted.cutLossG) + 1e-9);
    const inAll = wanted.kits ? (count ?? 1) * kits : (count ?? most);
    return { id, massG, count: inAll, priority, ...(yarnId !== null && { yarn: String(yarnId) }) };
  });
  return {
    parents,
    input: {
      parents: parents.map(({ piece, segmentsG }) => ({
        id: String(piece.pieceId),
        // The stretches' own sum: a float may not make them more than their parent.
        massG: segmentsG.reduce((sum, each) => sum + each, 0),
        segmentsG,
        yarn: String(piece.yarnId),
      })),
      demands,
      cutLossG: wanted.cutLossG,
    },
  };
}

/**
 * The most kits that the yarn could ever give, by its mass alone.
 *
 * @example
 * mostKits({ parents: [{ pieceId: 1, yarnId: 7, massG: 50, resolutionG: 1, grist: { mean: 3, sd: 0 }, faults: [], fromEnd: 'inner' }], sizes: [{ id: 'a', name: '', yarnId: 7, massG: 11.8, toleranceG: 1, count: 2, priority: 1 }], kits: { count: null }, oneKnot: false, cutLossG: 0.2 }) // => 2
 */
export function mostKits({ parents, sizes, cutLossG }: MinisWanted): number {
  const perYarn = new Map<number | null, number>();
  for (const { yarnId, massG, count } of sizes)
    perYarn.set(yarnId, (perYarn.get(yarnId) ?? 0) + (count ?? 1) * (massG + cutLossG));
  const most = [...perYarn].map(([yarnId, kitG]) => {
    const thereG = parents.reduce(
      (sum, piece) => sum + (yarnId === null || piece.yarnId === yarnId ? piece.massG : 0),
      0,
    );
    return Math.floor(thereG / kitG + 1e-9);
  });
  return Math.min(MOST_MINIS, ...most);
}

/**
 * What each mini costs beyond its own mass: its two ends, and its ties where they are of the same yarn. With several
 * yarns the heaviest counts, so that none comes out short.
 */
function lossOfMini({
  next,
  massG,
  gristMPerG,
  form,
  strandMm,
  endsM,
  tiesOfOwn,
}: {
  next: MiniNext;
  massG: number;
  gristMPerG: number;
  form: LoopForm;
  strandMm: number;
  endsM: number;
  tiesOfOwn: boolean;
}): { cutLossG: number; tiesG: number } {
  const loops = loopsForLength(massG * gristMPerG, form);
  const ties = miniTies({ next, loopM: form.loopM, loops, strandMm });
  const tiesG = tiesOfOwn ? ties.allM / gristMPerG : 0;
  return { cutLossG: endsM / gristMPerG + tiesG, tiesG };
}

/** What cannot be made of what was asked for, and why. */
export type Shortage =
  | { kind: 'longer than any stretch'; sizeId: string; longestG: number }
  | { kind: 'missing'; sizeId: string; missing: number; missingG: number };

/**
 * What a plan leaves unmade, and exactly how much is short for it.
 *
 * @param made how many of each size the plan makes
 * @example
 * shortages({ parents: [{ id: 'p', massG: 40, segmentsG: [18, 22] }], demands: [{ id: 'm', massG: 25, count: 1 }], cutLossG: 0 }, [0]) // => [{ kind: 'longer than any stretch', sizeId: 'm', longestG: 22 }]
 */
export function shortages(input: MinisInput, made: readonly number[]): Shortage[] {
  return input.demands.flatMap((demand, d): Shortage[] => {
    const missing = demand.count - made[d]!;
    if (missing <= 0) return [];
    const stretches = input.parents.flatMap(({ yarn, massG, segmentsG = [massG] }) =>
      demand.yarn === undefined || demand.yarn === yarn ? segmentsG : [],
    );
    const longestG = Math.max(0, ...stretches);
    if (longestG < demand.massG + input.cutLossG - 1e-6)
      return [{ kind: 'longer than any stretch', sizeId: demand.id, longestG }];
    return [{ kind: 'missing', sizeId: demand.id, missing, missingG: missing * (demand.massG + input.cutLossG) }];
  });
}
