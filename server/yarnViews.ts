import { type BandGuesses, bandGuesses } from '../core/bandGuess';
import type { FibreShare } from '../core/fibre';
import { type Form, liveOperations, type MassFact, type OperationKind } from '../core/piece';
import type { TwistDirection } from '../core/twist';
import type { WeightClassNumber } from '../core/weightClass';
import { gristOfYarn, type KnownGrist, lengthLeft, type LengthLeft } from '../core/yarnLength';
import type { Db } from '../db/connection';
import { operationsOfYarn, type OperationRow, type PartRow, partsOfYarn } from '../db/operations';
import { marksOfYarn, pieceById, type PieceRow, piecesOfYarn, presentPieces } from '../db/pieces';
import { openRuns } from '../db/runs';
import { allYarns, fibresOf, yarnById, type YarnRow } from '../db/yarns';
import { fromMg, fromMm, fromUm } from './whole';

/** A yarn as its band describes it, in SI, with what follows from it. */
export interface YarnView {
  id: number;
  /** Line and colour, or the best there is. */
  name: string;
  maker: string;
  line: string;
  colourName: string;
  colourHex: string;
  dyeLot: string;
  fibres: FibreShare[];
  putUpG: number | null;
  putUpM: number | null;
  weightClass: WeightClassNumber | null;
  /** What the band does not say and the rest of it suggests. */
  guesses: BandGuesses;
  wpi: number | null;
  needleMm: number | null;
  hookMm: number | null;
  plies: number | null;
  twistDirection: TwistDirection | null;
  turnsPerM: number | null;
  care: string;
  notes: string;
  grist: KnownGrist | null;
}

export interface PieceView {
  id: number;
  yarnId: number;
  form: Form;
  label: string;
  loopM: number | null;
  bornBy: number;
  consumedBy: number | null;
  mass: MassFact | null;
  massAt: string | null;
  lengthM: LengthLeft['lengthM'] | null;
  knotsAtM: number[];
  openRunId: number | null;
}

/** One operation of a yarn's thread, and the pieces it joins. */
export interface ThreadStep {
  operationId: number;
  kind: OperationKind;
  at: string;
  in: number[];
  out: number[];
}

export interface YarnPage {
  yarn: YarnView;
  pieces: PieceView[];
  steps: ThreadStep[];
  /** Over all pieces that there are now and whose mass is known; null where none is. */
  left: LengthLeft | null;
}

export function yarnView(db: Db, id: number): YarnView | undefined {
  const row = yarnById(db, id);
  return row && viewOf(db, row);
}

function viewOf(db: Db, row: YarnRow): YarnView {
  const facts = {
    putUpG: row.putUpMg === null ? null : fromMg(row.putUpMg),
    putUpM: row.putUpMm === null ? null : fromMm(row.putUpMm),
    weightClass: row.weightClass,
    wpi: row.wpi,
    needleMm: row.needleUm === null ? null : fromUm(row.needleUm),
  };
  const grist = gristOfYarn(facts) ?? null;
  return {
    id: row.id,
    name: [row.line || row.maker, row.colourName].filter(Boolean).join(', ') || 'Yarn without a band',
    maker: row.maker,
    line: row.line,
    colourName: row.colourName,
    colourHex: row.colourHex,
    dyeLot: row.dyeLot,
    fibres: fibresOf(db, row.id),
    ...facts,
    guesses: bandGuesses(facts),
    hookMm: row.hookUm === null ? null : fromUm(row.hookUm),
    plies: row.plies,
    twistDirection: row.twistDirection,
    turnsPerM: row.twistTurnsPerKm === null ? null : row.twistTurnsPerKm / 1000,
    care: row.care,
    notes: row.notes,
    grist,
  };
}

/** The mass of a piece as it is known now; null where it is not. */
export function massFactOf(row: Pick<PieceRow, 'massMg' | 'massFrom' | 'tareMg' | 'resolutionMg'>): MassFact | null {
  if (row.massMg === null) return null;
  if (row.massFrom === 'band') return { from: 'band', massG: fromMg(row.massMg) };
  return {
    from: 'scale',
    massG: fromMg(row.massMg),
    tareG: fromMg(row.tareMg ?? 0),
    resolutionG: fromMg(row.resolutionMg!),
  };
}

export function yarnPage(db: Db, id: number): YarnPage | undefined {
  const yarn = yarnView(db, id);
  if (!yarn) return undefined;
  const pieces = pieceViews(db, yarn);
  const present = pieces.filter(({ consumedBy }) => consumedBy === null);
  return { yarn, pieces, steps: threadSteps(db, id), left: leftOf(yarn, present) };
}

function leftOf(yarn: YarnView, pieces: readonly PieceView[]): LengthLeft | null {
  const masses = pieces.flatMap(({ mass }) => mass ?? []);
  return yarn.grist && masses.length > 0 ? lengthLeft(yarn.grist, masses) : null;
}

function pieceViews(db: Db, yarn: YarnView): PieceView[] {
  const marks = marksOfYarn(db, yarn.id);
  const runs = openRuns(db);
  return piecesOfYarn(db, yarn.id).map((row) => {
    const mass = massFactOf(row);
    return {
      id: row.id,
      yarnId: row.yarnId,
      form: row.form,
      label: row.label,
      loopM: row.loopMm === null ? null : fromMm(row.loopMm),
      bornBy: row.bornBy,
      consumedBy: row.consumedBy,
      mass,
      massAt: row.massAt,
      lengthM: mass && yarn.grist ? lengthLeft(yarn.grist, [mass]).lengthM : null,
      knotsAtM: marks.filter(({ pieceId }) => pieceId === row.id).map(({ atMm }) => fromMm(atMm)),
      openRunId: runs.find(({ pieceId }) => pieceId === row.id)?.id ?? null,
    };
  });
}

/** The operations of a yarn that hold and that turn pieces into pieces, oldest first. */
function threadSteps(db: Db, yarnId: number): ThreadStep[] {
  const operations = operationsOfYarn(db, yarnId);
  const live = new Set(liveOperations(operations));
  const parts = partsOfYarn(db, yarnId);
  return operations
    .filter(({ id, kind }) => live.has(id) && kind !== 'weigh')
    .map((operation) => stepOf(operation, parts));
}

function stepOf(operation: OperationRow, parts: readonly PartRow[]): ThreadStep {
  const mine = parts.filter(({ operationId }) => operationId === operation.id);
  const on = (side: PartRow['side']) => mine.filter((part) => part.side === side).map(({ pieceId }) => pieceId);
  return { operationId: operation.id, kind: operation.kind, at: operation.at, in: on('in'), out: on('out') };
}

/** A piece with its yarn, and every weighing it has had, oldest first. */
export interface PiecePage {
  yarn: YarnView;
  piece: PieceView;
  /** What else there is of its yarn now. */
  others: PieceView[];
  history: { operationId: number; kind: OperationKind; at: string; side: PartRow['side']; mass: MassFact | null }[];
}

export function piecePage(db: Db, pieceId: number): PiecePage | undefined {
  const row = pieceById(db, pieceId);
  if (!row) return undefined;
  const yarn = yarnView(db, row.yarnId)!;
  const operations = operationsOfYarn(db, row.yarnId);
  const live = new Set(liveOperations(operations));
  const history = partsOfYarn(db, row.yarnId)
    .filter((part) => part.pieceId === pieceId && live.has(part.operationId))
    .map((part) => {
      const { kind, at } = operations.find(({ id }) => id === part.operationId)!;
      return { operationId: part.operationId, kind, at, side: part.side, mass: massFactOf(part) };
    });
  const pieces = pieceViews(db, yarn);
  return {
    yarn,
    piece: pieces.find(({ id }) => id === pieceId)!,
    others: pieces.filter(({ id, consumedBy }) => consumedBy === null && id !== pieceId),
    history,
  };
}

/** One yarn on the shelf: what there is of it. */
export interface ShelfYarn {
  yarn: YarnView;
  pieces: { id: number; form: Form; label: string; massG: number | null; openRunId: number | null }[];
  left: LengthLeft | null;
}

/** Every yarn, the newest first. */
export function shelf(db: Db): ShelfYarn[] {
  const byYarn = groupBy(presentPieces(db), ({ yarnId }) => yarnId);
  const runs = new Map(openRuns(db).map((run) => [run.pieceId, run.id]));
  return allYarns(db)
    .reverse()
    .map((row) => {
      const yarn = viewOf(db, row);
      const rows = byYarn.get(row.id) ?? [];
      const masses = rows.flatMap((piece) => massFactOf(piece) ?? []);
      return {
        yarn,
        pieces: rows.map((piece) => ({
          id: piece.id,
          form: piece.form,
          label: piece.label,
          massG: piece.massMg === null ? null : fromMg(piece.massMg),
          openRunId: runs.get(piece.id) ?? null,
        })),
        left: yarn.grist && masses.length > 0 ? lengthLeft(yarn.grist, masses) : null,
      };
    });
}

function groupBy<Item, Key>(items: readonly Item[], keyOf: (item: Item) => Key): Map<Key, Item[]> {
  const groups = new Map<Key, Item[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}
