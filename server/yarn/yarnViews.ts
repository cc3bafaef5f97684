import { type BandText, bandTexts } from '../../core/yarn/band';
import { type BandGuesses, bandGuesses } from '../../core/yarn/bandGuess';
import type { Estimate } from '../../core/common/estimate';
import type { Fault } from '../../core/yarn/faults';
import type { FibreShare } from '../../core/yarn/fibre';
import type { Colourway, ShownColour } from '../../core/yarn/colourways';
import { grouped } from '../../core/common/grouped';
import type { Gauge } from '../../core/yarn/gauge';
import type { Trust } from '../../core/yarn/gristFacts';
import { massHistory, type MassStep } from '../../core/logbook/massHistory';
import { type PieceForm, type MassFact, massOf, type OperationKind } from '../../core/yarn/piece';
import type { TreatedMasses } from '../../core/yarn/treated';
import { remainingFaults, takenSince } from '../../core/yarn/faultPropagation';
import { type PutUpMass, putUpSeen } from '../../core/yarn/putUp';
import { shrinkagePercent } from '../../core/bench/reel';
import { type KnownTwist, ownTwist } from '../../core/twist/ownTwist';
import type { TwistDirection } from '../../core/twist/twist';
import type { WeightClassNumber } from '../../core/yarn/weightClass';
import type { Sample } from '../../core/yarn/yardage';
import {
  gristAsWeighed,
  gristOfYarn,
  type KnownGrist,
  remainingLength,
  type RemainingLength,
} from '../../core/yarn/yarnLength';
import type { Db } from '../../db/common/connection';
import { miniPlanById, miniOfPiece } from '../../db/minis/minis';
import {
  liveOfYarn,
  operationById,
  type OperationRow,
  type OperationPieceRow,
  operationPiecesOf,
} from '../../db/yarn/operations';
import { takeoffsOfYarn } from '../../db/yarn/consumption';
import { yarnWithMerged } from '../../db/yarn/merges';
import { picturesOf } from '../../db/yarn/pictures';
import {
  everMade,
  type MarkRow,
  marksOfYarn,
  pieceById,
  type PieceRow,
  piecesOfYarn,
  wetBy,
} from '../../db/yarn/pieces';
import { openRuns } from '../../db/winding/runs';
import { type SampleHow, samplesOfYarn } from '../../db/yarn/samples';
import { fibresOf, type Gone, yarnById, type YarnRow } from '../../db/yarn/yarns';
import { asDyed, coloursOfYarnPieces } from './colourways';
import { pliedGrist } from './pliedGrist';
import { treatedOfYarn } from './treated';
import { massFactOf } from '../common/weighing';
import { fromMg, fromMm, fromUm } from '../common/storageUnits';
import { endUsed } from './workedEnd';

/** A yarn as its band describes it, in SI, with what follows from it. */
export interface YarnView extends Record<BandText, string> {
  id: number;
  /** Line and colour, or the best there is. */
  name: string;
  colourHex: string;
  /** As the band says, whatever its pieces were dyed since. */
  printed: ShownColour;
  fibres: FibreShare[];
  putUpG: number | null;
  putUpM: number | null;
  weightClass: WeightClassNumber | null;
  /** What the band does not say and the rest of it suggests. */
  guesses: BandGuesses;
  wpi: number | null;
  /** As it was counted on a piece, last. */
  measuredWpi: number | null;
  needleMm: number | null;
  hookMm: number | null;
  plies: number | null;
  twistDirection: TwistDirection | null;
  turnsPerM: number | null;
  /** As it was counted, or as the band says; null where neither tells both its lean and its turns. */
  ownTwist: KnownTwist | null;
  gauge: Gauge | null;
  /** Codes of care symbols. */
  careSymbols: string[];
  grist: KnownGrist | null;
  /** Everything that was measured on its pieces and still holds, oldest first. */
  samples: SampleView[];
  trust: Trust | null;
  /** What one of its put-ups weighs that nobody weighed, by those that were. */
  putUpSeen: PutUpMass | null;
  /** Where its cakes are worked from, once it was said. */
  workFrom: 'centre' | 'outside' | null;
  /** The yarn whose figures it borrows. */
  like: { id: number; name: string } | null;
  /** What water and dye have made of each gram that a piece had; pieces that were not treated are left out. */
  treated: Record<number, number>;
  /** By how much it drew in when it was washed, in percent; null where it was not measured before and after. */
  shrinkagePercent: number | null;
  gone: Gone | null;
}

/** What was measured on a piece. */
export interface SampleView {
  operationId: number;
  pieceId: number;
  pieceLabel: string;
  how: SampleHow;
  at: string;
  washed: boolean;
  lengthM: number | null;
  massG: number | null;
  loops: number | null;
  loopM: number | null;
  wpi: number | null;
  /** Turns of twist over so many millimetres, and the way it leant. */
  twist: { turns: number; overMm: number; leans: TwistDirection } | null;
  /** False where a later measurement of the same kind stands for it. */
  counts: boolean;
}

export interface PieceView {
  id: number;
  yarnId: number;
  form: PieceForm;
  label: string;
  loopM: number | null;
  createdBy: number;
  consumedBy: number | null;
  mass: MassFact | null;
  massAt: string | null;
  /** Metres in each gram as it was weighed: in that room's air, and after whatever treated it. */
  grist: Estimate | null;
  lengthM: RemainingLength['lengthM'] | null;
  /** What it was dyed in; null: it is as it came. */
  colourway: Colourway | null;
  colourHex: string;
  /** What was done with it as a whole: opened, washed, dyed, found dry; oldest first. */
  treatments: { kind: OperationKind; at: string }[];
  /** From its inner end. */
  faults: Fault[];
  openRunId: number | null;
}

/** One operation of a yarn's thread, and the pieces it joins. */
export interface ThreadStep {
  operationId: number;
  kind: OperationKind;
  at: string;
  in: number[];
  out: number[];
  /** Those of the second that all of the first went into. */
  together: number[];
}

export interface YarnPage {
  yarn: YarnView;
  pieces: PieceView[];
  steps: ThreadStep[];
  /** Over all pieces that there are now and whose mass is known; null where none is. */
  remaining: RemainingLength | null;
  /** How much there was of it after each change, oldest first, in grams. */
  history: { atMs: number; massG: number }[];
  pictures: { id: number; width: number; height: number }[];
}

/**
 * What is known of a yarn; undefined where there is none.
 *
 * @param within those whose figures are being worked out from it: none of them lends it any
 */
export function yarnView(db: Db, id: number, within: readonly number[] = []): YarnView | undefined {
  const row = yarnById(db, id);
  return row && viewOf(db, row, within);
}

/** Line and colour, or the best there is. */
export function nameOfYarn({ line, maker, colourName }: Pick<YarnRow, 'line' | 'maker' | 'colourName'>): string {
  return [line || maker, colourName].filter(Boolean).join(', ') || 'Yarn without a band';
}

/** The same of a row that was read already. */
export function viewOf(db: Db, row: YarnRow, within: readonly number[] = []): YarnView {
  const fibres = fibresOf(db, row.id);
  const rows = samplesOfYarn(db, row.id);
  const treated = treatedOfYarn(db, row.id, fibres);
  const { facts, counting, washing, wraps } = knownOf(db, row, rows, fibres, treated, within);
  const like = row.likeYarnId === null ? undefined : yarnById(db, row.likeYarnId);
  const lends = like && !within.includes(like.id);
  const grist = gristOfYarn({ ...facts, likeMPerG: lends ? gristAlone(db, like, [...within, row.id]) : null }) ?? null;
  const shown = asDyed(db, row);
  const { colourName, colourHex, dyeLot } = row;
  return {
    id: row.id,
    name: nameOfYarn(shown),
    ...bandTexts((name) => shown[name]),
    colourHex: shown.colourHex,
    printed: { colourName, colourHex, dyeLot },
    fibres,
    putUpG: facts.putUpG,
    putUpM: facts.putUpM,
    weightClass: facts.weightClass,
    wpi: row.wpi,
    measuredWpi: wraps?.wpi ?? null,
    needleMm: facts.needleMm,
    guesses: bandGuesses(facts),
    hookMm: facts.hookMm,
    plies: row.plies,
    twistDirection: row.twistDirection,
    turnsPerM: row.twistTurnsPerKm === null ? null : row.twistTurnsPerKm / 1000,
    ownTwist: ownTwistOf(row, rows),
    gauge: facts.gauge,
    careSymbols: row.careSymbols.split(' ').filter(Boolean),
    grist,
    samples: rows.map((sample) => sampleView(sample, counting.has(sample.operationId))),
    trust: row.trust,
    putUpSeen: facts.putUpG === null ? null : putUpSeen(facts.putUpG, weighedUntouched(db, row.id)),
    workFrom: row.workFrom,
    treated: Object.fromEntries([...treated.now].filter(([, factor]) => factor !== 1)),
    like: like ? { id: like.id, name: nameOfYarn(asDyed(db, like)) } : null,
    shrinkagePercent: washing && shrinkagePercent(fromMm(washing.before.lengthMm!), fromMm(washing.after.lengthMm!)),
    gone: row.gone,
  };
}

function ownTwistOf({ twistDirection, twistTurnsPerKm }: YarnRow, rows: readonly SampleOfYarn[]): KnownTwist | null {
  const counts = rows
    .filter(({ how }) => how === 'twist')
    .map(({ turns, overMm, leans, washed }) => ({
      turns: turns!,
      overMm: overMm!,
      leans: leans!,
      washed: washed === 1,
    }));
  const band =
    twistDirection === null || twistTurnsPerKm === null
      ? null
      : { direction: twistDirection, turnsPerM: twistTurnsPerKm / 1000 };
  return ownTwist(counts, band);
}

/** Facts about a yarn, from its band and from what was measured, and which of the measurements they rest on. */
function knownOf(
  db: Db,
  row: YarnRow,
  rows: readonly SampleOfYarn[],
  fibres: readonly FibreShare[],
  treated: TreatedMasses,
  within: readonly number[],
) {
  const strand = (db: Db, id: number) => yarnView(db, id, [...within, row.id]);
  // A skein is counted again after washing: the later count is what it is now. So with wraps.
  const latest = new Map(
    rows.map((sample) => [
      // Every length and every count of twist is one more look at the same yarn.
      sample.how === 'length' || sample.how === 'twist' ? sample.operationId : keyOf(sample),
      sample,
    ]),
  );
  const counting = [...latest.values()];
  const wraps = counting.filter(({ how }) => how === 'wraps').at(-1);
  const lengths = counting.filter(({ how }) => how === 'length' || how === 'reel');
  return {
    counting: new Set(counting.map(({ operationId }) => operationId)),
    washing: washingOf(rows),
    wraps,
    facts: {
      putUpG: row.putUpMg === null ? null : fromMg(row.putUpMg),
      putUpM: row.putUpMm === null ? null : fromMm(row.putUpMm),
      weightClass: row.weightClass,
      wpi: wraps?.wpi ?? row.wpi,
      needleMm: row.needleUm === null ? null : fromUm(row.needleUm),
      hookMm: row.hookUm === null ? null : fromUm(row.hookUm),
      gauge:
        row.gaugeStitchesPer10M === null
          ? null
          : {
              stitchesPer10Cm: row.gaugeStitchesPer10M / 100,
              rowsPer10Cm: row.gaugeRowsPer10M === null ? null : row.gaugeRowsPer10M / 100,
            },
      samples: lengths.map((sample) => sampleFact(sample, treated)),
      fibres,
      plied: lengths.length > 0 || within.includes(row.id) ? null : pliedGrist(db, row.id, strand),
      trust: row.trust,
    },
  };
}

type SampleOfYarn = ReturnType<typeof samplesOfYarn>[number];

const keyOf = ({ pieceId, how }: SampleOfYarn) => `${pieceId} ${how}`;

/** The last skein that was counted before and after it was washed. */
function washingOf(rows: readonly SampleOfYarn[]): { before: SampleOfYarn; after: SampleOfYarn } | null {
  const after = rows.filter(({ how, washed }) => how === 'reel' && washed === 1).at(-1);
  const before = rows
    .filter(({ how, washed, pieceId }) => how === 'reel' && washed === 0 && pieceId === after?.pieceId)
    .at(-1);
  return before && after ? { before, after } : null;
}

/** As the estimator takes it: each gram as it was before any treatment. */
function sampleFact(sample: SampleOfYarn, treated: TreatedMasses): Sample {
  const factor = treated.after(sample.operationId, sample.pieceId);
  return {
    lengthM: fromMm(sample.lengthMm!),
    massG: fromMg(sample.massMg!) / factor,
    scaleResolutionG: fromMg(sample.resolutionMg!) / factor,
    ...(sample.humidityPercent !== null && { humidityPercent: sample.humidityPercent }),
  };
}

/** A measurement as pages tell it. */
export function sampleView(sample: SampleOfYarn, counts: boolean): SampleView {
  return {
    operationId: sample.operationId,
    pieceId: sample.pieceId,
    pieceLabel: sample.pieceLabel,
    how: sample.how,
    at: sample.at,
    washed: sample.washed === 1,
    lengthM: sample.lengthMm === null ? null : fromMm(sample.lengthMm),
    massG: sample.massMg === null ? null : fromMg(sample.massMg),
    loops: sample.loops,
    loopM: sample.loopMm === null ? null : fromMm(sample.loopMm),
    wpi: sample.wpi,
    twist: sample.turns === null ? null : { turns: sample.turns, overMm: sample.overMm!, leans: sample.leans! },
    counts,
  };
}

/** A yarn's grist without what it borrows itself, so that no two can lean on each other. */
function gristAlone(db: Db, row: YarnRow, within: readonly number[]): number | null {
  const fibres = fibresOf(db, row.id);
  const { facts } = knownOf(db, row, samplesOfYarn(db, row.id), fibres, treatedOfYarn(db, row.id, fibres), within);
  return gristOfYarn(facts)?.mean ?? null;
}

export function yarnPage(db: Db, id: number): YarnPage | undefined {
  const yarn = yarnView(db, id);
  if (!yarn) return undefined;
  const pieces = pieceViews(db, yarn);
  const present = pieces.filter(({ consumedBy }) => consumedBy === null);
  return {
    yarn,
    pieces,
    steps: threadSteps(db, id),
    remaining: leftOf(yarn, present),
    history: massHistory(massSteps(db, yarn)),
    pictures: picturesOf(db, yarnWithMerged(db, id)).map(({ id, width, height }) => ({ id, width, height })),
  };
}

/** What each operation that holds did to the masses of a yarn's pieces. */
function massSteps(db: Db, yarn: YarnView): MassStep[] {
  const treated = treatedOfYarn(db, yarn.id, yarn.fibres);
  return liveOfYarn(db, yarn.id).flatMap(({ id, at, parts }) =>
    parts.map((part) => {
      const fact = massFactOf(part);
      const { pieceId, side } = part;
      // As many grams as it was before it was washed or dyed: that is what its metres follow from.
      const massG = fact && massOf(fact, yarn.fibres).mean / treated.after(id, pieceId);
      return { atMs: Date.parse(at), pieceId, side, massG };
    }),
  );
}

/** The mass of a piece now: what nobody weighed weighs what others of its lot do. */
export function massNow({ putUpG, putUpSeen }: Pick<YarnView, 'putUpG' | 'putUpSeen'>, row: PieceRow): MassFact | null {
  const fact = massFactOf(row);
  return fact?.from === 'band' && fact.massG === putUpG && putUpSeen
    ? { ...fact, massG: putUpSeen.mean, seen: putUpSeen }
    : fact;
}

const TOUCHES_NOTHING: readonly OperationKind[] = ['receive', 'weigh', 'sample', 'inspect'];

/**
 * What each put-up of a yarn weighed first, in grams, where it came in whole and nothing had been done with it. Where all
 * were weighed, nobody asks.
 */
function weighedUntouched(db: Db, yarnId: number): number[] {
  if (!piecesOfYarn(db, yarnId).some(({ massFrom }) => massFrom === 'band')) return [];
  const weighed = new Map<number, number | null>();
  for (const { kind, parts } of liveOfYarn(db, yarnId))
    for (const { pieceId, side, massMg, massFrom } of parts) {
      const isNew = kind === 'receive' && side === 'out';
      if (!isNew && weighed.get(pieceId) !== 0) continue;
      const massG = massFrom === 'scale' ? fromMg(massMg!) : 0;
      weighed.set(pieceId, TOUCHES_NOTHING.includes(kind) ? massG : null);
    }
  return [...weighed.values()].filter((massG): massG is number => massG !== null && massG > 0);
}

/** How much there is of some pieces of a yarn together; null where nothing tells. */
export function leftOf(
  yarn: Pick<YarnView, 'grist' | 'fibres' | 'treated'>,
  pieces: readonly { id: number; mass: MassFact | null }[],
): RemainingLength | null {
  const masses = pieces.flatMap(({ id, mass }) => (mass ? [{ ...mass, treated: yarn.treated[id] }] : []));
  return yarn.grist && masses.length > 0 ? remainingLength(yarn.grist, masses, yarn.fibres) : null;
}

function pieceViews(db: Db, yarn: YarnView): PieceView[] {
  const view = viewer(db, yarn);
  return piecesOfYarn(db, yarn.id).map(view);
}

/** One piece of a yarn, as its pages show it. */
export function pieceView(db: Db, yarn: YarnView, row: PieceRow): PieceView {
  return viewer(db, yarn)(row);
}

function viewer(db: Db, yarn: YarnView): (row: PieceRow) => PieceView {
  const faults = faultsOfYarn(db, yarn);
  const colours = coloursOfYarnPieces(db, yarn.id);
  const treatments = treatmentsOf(db, yarn.id);
  const runs = new Map(openRuns(db).map(({ pieceId, id }) => [pieceId, id]));
  return (row) => {
    const mass = massNow(yarn, row);
    const lengthM = leftOf(yarn, [{ id: row.id, mass }])?.lengthM ?? null;
    return {
      id: row.id,
      yarnId: row.yarnId,
      form: row.form,
      label: row.label,
      loopM: row.loopMm === null ? null : fromMm(row.loopMm),
      createdBy: row.createdBy,
      consumedBy: row.consumedBy,
      mass,
      massAt: row.massAt,
      grist: mass && lengthM && gristAsWeighed(lengthM, mass),
      lengthM,
      colourway: colours.get(row.id) ?? null,
      colourHex: colours.get(row.id)?.hex ?? yarn.printed.colourHex,
      treatments: treatments.get(row.id) ?? [],
      faults: faults(row.id),
      openRunId: runs.get(row.id) ?? null,
    };
  };
}

const TREATS: readonly OperationKind[] = ['open', 'wash', 'dye', 'dry'];

/** What was done with each piece of a yarn as a whole, oldest first. */
function treatmentsOf(db: Db, yarnId: number): Map<number, PieceView['treatments']> {
  const done = liveOfYarn(db, yarnId)
    .filter(({ kind }) => TREATS.includes(kind))
    .flatMap(({ kind, at, parts }) => parts.map(({ pieceId }) => ({ pieceId, kind, at })));
  return new Map(
    [...grouped(done, ({ pieceId }) => pieceId)].map(([pieceId, all]) => [
      pieceId,
      all.map(({ kind, at }) => ({ kind, at })),
    ]),
  );
}

/** What lies along each piece of a yarn now: what was taken of it since has taken its faults along. */
export function faultsOfYarn(db: Db, yarn: YarnView): (pieceId: number) => Fault[] {
  const marks = marksOfYarn(db, yarn.id);
  const gristMPerG = yarn.grist?.mean ?? null;
  if (marks.length === 0 || gristMPerG === null) return (pieceId) => faultsOf(marks, pieceId);
  const treated = treatedOfYarn(db, yarn.id, yarn.fibres);
  const lengthM = (massMg: number, operationId: number, pieceId: number) =>
    (fromMg(massMg) * gristMPerG) / treated.after(operationId, pieceId);
  // What a band promised and the scale does not find was never there to be taken.
  const weighed = liveOfYarn(db, yarn.id)
    .flatMap(({ parts }) => parts)
    .flatMap((part) =>
      part.side !== 'in' && part.massMg !== null && part.massFrom === 'scale'
        ? [{ ...part, lengthM: lengthM(part.massMg, part.operationId, part.pieceId) }]
        : [],
    );
  const idOf = ({ pieceId }: { pieceId: number }) => pieceId;
  const marksOf = grouped(marks, idOf);
  const weighedOf = grouped(weighed, idOf);
  const reportedOf = grouped(takeoffsOfYarn(db, yarn.id), idOf);
  return (pieceId) => {
    const mine = marksOf.get(pieceId) ?? [];
    if (mine.length === 0) return [];
    const known = weighedOf.get(pieceId) ?? [];
    const nowM = known.at(-1)?.lengthM;
    if (nowM === undefined) return faultsOf(marks, pieceId);
    const reportedSince = (operationId: number) =>
      (reportedOf.get(pieceId) ?? [])
        .filter((part) => part.operationId > operationId)
        .map((part) => ({
          took: lengthM(part.tookMg, part.operationId, pieceId),
          remaining: lengthM(part.remainingMg, part.operationId, pieceId),
          fromEnd: part.fromEnd ?? 'inner',
        }));
    return mine.flatMap((mark) => {
      const { operationId } = mark;
      const then = known.findLast((part) => part.operationId <= operationId) ?? known[0]!;
      const taken = takenSince(then.lengthM, reportedSince(operationId), nowM, endUsed(db, yarn, pieceId));
      return remainingFaults([faultOf(mark)], taken);
    });
  };
}

function faultsOf(marks: readonly MarkRow[], pieceId: number): Fault[] {
  return marks.filter((mark) => mark.pieceId === pieceId).map(faultOf);
}

function faultOf({ kind, atMm, innerHex, outerHex }: MarkRow): Fault {
  return { kind, atM: fromMm(atMm), ...(innerHex && { innerHex }), ...(outerHex && { outerHex }) };
}

/** The operations of a yarn that hold and that turn pieces into pieces, oldest first. */
function threadSteps(db: Db, yarnId: number): ThreadStep[] {
  return liveOfYarn(db, yarnId)
    .map((operation) => threadStep(operation, operation.parts))
    .filter((step) => step.in.length + step.out.length > 0);
}

/** An operation as the thread draws it, with those of these parts that are its own. */
export function threadStep({ id, kind, at }: OperationRow, parts: readonly OperationPieceRow[]): ThreadStep {
  const on = (side: OperationPieceRow['side']) =>
    parts.filter((part) => part.operationId === id && part.side === side).map(({ pieceId }) => pieceId);
  const out = on('out');
  return { operationId: id, kind, at, in: on('in'), out, together: kind === 'join' ? out : [] };
}

/** A piece with its yarn, and every weighing it has had, oldest first. */
export interface PiecePage {
  yarn: YarnView;
  piece: PieceView;
  /** What else there is of its yarn now. */
  others: PieceView[];
  history: {
    operationId: number;
    kind: OperationKind;
    at: string;
    side: OperationPieceRow['side'];
    mass: MassFact | null;
  }[];
  /** By what it is wet, where it is as far as the log knows. */
  wet: { operationId: number; kind: 'dye' | 'wash'; at: string } | null;
  /** Where a mini comes from. */
  mini: { planId: number; planName: string; place: number; places: number; loops: number; parent: string } | null;
}

export function piecePage(db: Db, pieceId: number): PiecePage | undefined {
  const row = pieceById(db, pieceId);
  if (!row) return undefined;
  const yarn = yarnView(db, row.yarnId)!;
  const history = liveOfYarn(db, row.yarnId).flatMap(({ id, kind, at, parts }) =>
    parts
      .filter((part) => part.pieceId === pieceId)
      .map((part) => ({ operationId: id, kind, at, side: part.side, mass: massFactOf(part) })),
  );
  const pieces = pieceViews(db, yarn);
  return {
    yarn,
    piece: pieces.find(({ id }) => id === pieceId)!,
    others: pieces.filter(({ id, consumedBy }) => consumedBy === null && id !== pieceId),
    history,
    wet: wetSince(db, pieceId),
    mini: miniOf(db, pieceId),
  };
}

/** What a piece was wetted by; null: it is dry, as far as the log knows. */
export function wetSince(db: Db, pieceId: number): PiecePage['wet'] {
  const operationId = wetBy(db, pieceId);
  if (operationId === null) return null;
  const { kind, at } = operationById(db, operationId)!;
  return { operationId, kind: kind === 'dye' ? 'dye' : 'wash', at };
}

function miniOf(db: Db, pieceId: number): PiecePage['mini'] {
  const mini = miniOfPiece(db, pieceId);
  if (!mini) return null;
  const { planId, place, places, loops, operationId } = mini;
  const parent = operationPiecesOf(db, operationId).find(({ side }) => side === 'in')!;
  const planName = miniPlanById(db, planId)!.name;
  return { planId, planName, place, places, loops, parent: everMade(db, parent.pieceId).label };
}
