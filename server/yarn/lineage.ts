import type { Db } from '../../db/common/connection';
import { operationById, type OperationPieceRow, operationPiecesOf } from '../../db/yarn/operations';
import { everMade, pieceById, type PieceRow } from '../../db/yarn/pieces';
import { yarnWithMerged } from '../../db/yarn/merges';
import { picturesOf } from '../../db/yarn/pictures';
import { pieceView, type PieceView, threadStep, type ThreadStep, yarnView, type YarnView } from './yarnViews';

/** A piece in the family of another, with the yarn that it is of. */
export type LineagePiece = PieceView & { yarnName: string };

/** A band that a family begins with. */
export interface RootBand {
  yarnId: number;
  yarnName: string;
  maker: string;
  dyeLot: string;
  /** Its first picture, where there is one. */
  pictureId: number | null;
}

/** Everything that a piece came of, back to the bands, and everything that came of it. */
export interface Lineage {
  pieces: LineagePiece[];
  steps: ThreadStep[];
  bands: RootBand[];
}

/** More would be no drawing any more: what is further off is found from the pieces in between. */
const MOST_RELATIVES = 120;

export function lineageOf(db: Db, pieceId: number): Lineage {
  const relatives = new Map<number, PieceRow>();
  const own = pieceById(db, pieceId);
  if (own) relatives.set(own.id, own);
  const follow = (from: PieceRow | undefined, next: (row: PieceRow) => number[]) => {
    const waiting = from ? [from] : [];
    for (let row = waiting.shift(); row && relatives.size < MOST_RELATIVES; row = waiting.shift())
      for (const id of next(row)) {
        const other = relatives.has(id) ? undefined : pieceById(db, id);
        if (!other) continue;
        relatives.set(id, other);
        waiting.push(other);
      }
  };
  const on = (operationId: number | null, side: OperationPieceRow['side']) =>
    operationId === null
      ? []
      : operationPiecesOf(db, operationId)
          .filter((part) => part.side === side)
          .map((part) => part.pieceId);
  follow(own, (row) => on(row.createdBy, 'in'));
  follow(own, (row) => cameOf(db, row, on(row.consumedBy, 'out')));

  const yarns = new Map<number, YarnView>();
  const yarnOf = (row: PieceRow): YarnView => {
    const known = yarns.get(row.yarnId) ?? yarnView(db, row.yarnId)!;
    yarns.set(row.yarnId, known);
    return known;
  };
  const rows = [...relatives.values()].sort((a, b) => a.id - b.id);
  const steps = stepsAmong(db, rows);
  const roots = new Set(
    steps.filter((step) => step.in.length === 0).flatMap(({ out }) => out.map((id) => relatives.get(id)!.yarnId)),
  );
  return {
    pieces: rows.map((row) => {
      const yarn = yarnOf(row);
      return { ...pieceView(db, yarn, row), yarnName: yarn.name };
    }),
    steps,
    bands: [...roots].map((yarnId) => {
      const { name, maker, dyeLot } = yarns.get(yarnId) ?? yarnView(db, yarnId)!;
      const [picture] = picturesOf(db, yarnWithMerged(db, yarnId));
      return { yarnId, yarnName: name, maker, dyeLot, pictureId: picture?.id ?? null };
    }),
  };
}

/** What came of a piece: what was left over of another that was plied with it did not. */
function cameOf(db: Db, row: PieceRow, made: readonly number[]): number[] {
  if (row.consumedBy === null) return [];
  const singles = operationPiecesOf(db, row.consumedBy)
    .filter(({ side }) => side === 'in')
    .map(({ pieceId }) => everMade(db, pieceId).yarnId);
  return made.filter((id) => {
    const { yarnId } = everMade(db, id);
    return yarnId === row.yarnId || !singles.includes(yarnId);
  });
}

/** The operations that join these pieces, oldest first, with only these in them. */
function stepsAmong(db: Db, rows: readonly PieceRow[]): ThreadStep[] {
  const yarnOf = new Map(rows.map(({ id, yarnId }) => [id, yarnId]));
  const ids = new Set(
    rows.flatMap(({ createdBy, consumedBy }) => [createdBy, ...(consumedBy === null ? [] : [consumedBy])]),
  );
  return [...ids]
    .sort((a, b) => a - b)
    .map((id) => {
      const parts = operationPiecesOf(db, id).filter(({ pieceId }) => yarnOf.has(pieceId));
      const step = threadStep(operationById(db, id)!, parts);
      if (step.kind !== 'ply') return step;
      // All strands went into the ply; what is left over is of its own yarn.
      const singles = new Set(step.in.map((pieceId) => yarnOf.get(pieceId)));
      return { ...step, together: step.out.filter((pieceId) => !singles.has(yarnOf.get(pieceId))) };
    });
}
