import { type MiniCaution, miniCautions } from '../../core/minis/miniTies';
import type { Recipe } from '../../core/dyeing/recipe';
import type { FibreShare } from '../../core/yarn/fibre';
import type { MassFact, PieceForm } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import { allBaths, bathAwaiting, bathById, type BathRow, bathsOfSeries, piecesOfBath } from '../../db/dyeing/baths';
import { miniPlanById, minisOfPlan } from '../../db/minis/minis';
import { operationPiecesOf } from '../../db/yarn/operations';
import { picturesOfOperation } from '../../db/yarn/pictures';
import { pieceById, type PieceRow, piecesOfYarn, wetBy } from '../../db/yarn/pieces';
import { yarnById } from '../../db/yarn/yarns';
import { scales } from '../bench/bench';
import { fromMg } from '../common/storageUnits';
import { massNow, pieceView, type YarnView, yarnView } from '../yarn/yarnViews';
import { goesIn, usualLot } from './baths';

/** A bath among others. */
export interface BathLine {
  id: number;
  name: string;
  series: string;
  fibreG: number;
  recipe: Recipe;
  note: string;
  /** When its pieces went into the pot; null: they have not. */
  at: string | null;
  colourHex: string | null;
  dyeLot: string;
  createdAt: string;
  deletedAt: string | null;
}

/** A piece that goes into a bath, or could. */
export interface DyeablePiece {
  id: number;
  label: string;
  form: PieceForm;
  yarnId: number;
  yarnName: string;
  colourHex: string;
  mass: MassFact | null;
  isWet: boolean;
  /** It is there no more. */
  gone: boolean;
  /** Another bath that it is to go into. */
  awaiting: { id: number; name: string } | null;
}

export interface BathPage extends BathLine {
  potMl: number | null;
  operationId: number | null;
  /** Stands for what is to go in, as it is shown. */
  goesIn: string;
  /** What went in, or is to. */
  pieces: DyeablePiece[];
  pictures: { id: number; width: number; height: number }[];
  cautions: MiniCaution[];
  /** Others of the series that it was planned in, itself among them, in their order. */
  seriesBaths: BathLine[];
  usualLot: string;
  /** The finest step of the scales on the bench, in grams. */
  scaleStepG: number;
}

/** Everything that is in the dye book. */
export interface DyeBookPage {
  baths: BathLine[];
  deleted: BathLine[];
}

export function dyeBook(db: Db): DyeBookPage {
  const all = allBaths(db).map(lineOf);
  return {
    baths: all.filter(({ deletedAt }) => deletedAt === null),
    deleted: all.filter(({ deletedAt }) => deletedAt !== null),
  };
}

export function bathPage(db: Db, id: number): BathPage | undefined {
  const row = bathById(db, id);
  if (!row) return undefined;
  const ids =
    row.operationId === null
      ? piecesOfBath(db, id)
      : operationPiecesOf(db, row.operationId).map(({ pieceId }) => pieceId);
  const pieces = dyeable(db, ids, id);
  return {
    ...lineOf(row),
    potMl: row.potMl,
    operationId: row.operationId,
    goesIn: goesIn(row, ids),
    pieces,
    pictures:
      row.operationId === null
        ? []
        : picturesOfOperation(db, row.operationId).map(({ id, width, height }) => ({ id, width, height })),
    cautions: cautionsFor(db, pieces),
    seriesBaths: row.series === '' ? [] : bathsOfSeries(db, row.series).map(lineOf),
    usualLot: usualLot(row),
    scaleStepG: finestStepG(db),
  };
}

/** What a new bath, or one that is changed, can take in. */
export interface BathFormPage {
  choices: DyeablePiece[];
  /** The plan of minis that they are of. */
  plan: { id: number; name: string } | null;
  cautions: MiniCaution[];
  scaleStepG: number;
}

/** What a bath may be made for: minis of a plan, a piece with others of its yarn, or those that are in a bath already. */
export interface DyedFor {
  planId: number | null;
  pieceId: number | null;
  bathId: number | null;
  /** A dyeing whose recipe nobody has noted. */
  operationId: number | null;
}

/** Undefined where what it was asked for is not there. */
export function bathFormPage(
  db: Db,
  { planId, pieceId, bathId, operationId }: Readonly<Partial<DyedFor>>,
): BathFormPage | undefined {
  const plan = planId ? miniPlanById(db, planId) : undefined;
  const piece = pieceId ? pieceById(db, pieceId) : undefined;
  const dyed = operationId ? operationPiecesOf(db, operationId).map((part) => part.pieceId) : [];
  if ((planId && !plan) || (pieceId && !piece) || (operationId && dyed.length === 0)) return undefined;
  const own = bathId ? piecesOfBath(db, bathId) : [];
  const ids = new Set([
    ...own,
    ...dyed,
    ...(plan ? minisOfPlan(db, plan.id).map((mini) => mini.pieceId) : []),
    ...(piece ? piecesOfYarn(db, piece.yarnId).map(({ id }) => id) : []),
    ...own.flatMap((id) => piecesOfYarn(db, pieceById(db, id)?.yarnId ?? 0).map((each) => each.id)),
  ]);
  const choices = dyeable(
    db,
    [...ids].sort((a, b) => a - b),
    bathId ?? null,
  ).filter(({ gone }) => !gone);
  return {
    choices,
    plan: plan ? { id: plan.id, name: plan.name } : null,
    cautions: cautionsFor(db, choices),
    scaleStepG: finestStepG(db),
  };
}

function lineOf({
  id,
  name,
  series,
  fibreMg,
  recipe,
  note,
  at,
  colourHex,
  dyeLot,
  createdAt,
  deletedAt,
}: BathRow): BathLine {
  // Undone, it has come out as nothing; done again, it is as it was.
  const seen = at === null ? { colourHex: null, dyeLot: '' } : { colourHex, dyeLot };
  return { id, name, series, fibreG: fromMg(fibreMg), recipe, note, at, ...seen, createdAt, deletedAt };
}

function dyeable(db: Db, ids: readonly number[], bathId: number | null): DyeablePiece[] {
  const yarns = new Map<number, YarnView>();
  return ids.flatMap((id) => {
    const row: PieceRow | undefined = pieceById(db, id);
    if (!row) return [];
    const yarn = yarns.get(row.yarnId) ?? yarnView(db, row.yarnId)!;
    yarns.set(row.yarnId, yarn);
    const other = bathAwaiting(db, id);
    return [
      {
        id,
        label: row.label,
        form: row.form,
        yarnId: yarn.id,
        yarnName: yarn.name,
        colourHex: pieceView(db, yarn, row).colourHex,
        mass: massNow(yarn, row),
        isWet: wetBy(db, id) !== null,
        gone: row.consumedBy !== null,
        awaiting: other && other.id !== bathId ? { id: other.id, name: other.name } : null,
      },
    ];
  });
}

function cautionsFor(db: Db, pieces: readonly DyeablePiece[]): MiniCaution[] {
  const fibres: FibreShare[] = [...new Set(pieces.map(({ yarnId }) => yarnId))].flatMap((id) =>
    yarnById(db, id) ? yarnView(db, id)!.fibres : [],
  );
  return miniCautions(fibres, 'dye');
}

const USUAL_STEP_G = 0.1;

function finestStepG(db: Db): number {
  return Math.min(...scales(db).map(({ resolutionG }) => resolutionG), USUAL_STEP_G * 10);
}
