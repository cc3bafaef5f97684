import { type Estimate, sumOf } from '../../core/common/estimate';
import type { RowWeighing } from '../../core/projects/consumptionFit';
import {
  type Border,
  type Knitting,
  type KnittingLine,
  type RowForecast,
  rowForecast,
} from '../../core/projects/rowForecast';
import type { RowPattern } from '../../core/projects/rowPattern';
import { massOf } from '../../core/yarn/piece';
import { type Db, remembered } from '../../db/common/connection';
import {
  knittingById,
  type KnittingRow,
  knittingsOfProject,
  knittingsPast,
  knittingsUnderWay,
  type RowWeighingRow,
  rowWeighingsOf,
} from '../../db/projects/knittings';
import { needsOf, projectById } from '../../db/projects/projects';
import { openRunOfPiece } from '../../db/winding/runs';
import { takeoffsOfYarn } from '../../db/yarn/consumption';
import { whereItIs } from '../../db/yarn/merges';
import { everMade, pieceById, type PieceRow, piecesOfYarn } from '../../db/yarn/pieces';
import { projectChoices } from '../common/projectChoices';
import { fromMg } from '../common/storageUnits';
import { massFactOf } from '../common/weighing';
import { massNow, type YarnView, yarnView } from '../yarn/yarnViews';

/** One weighing, as it is told. */
export interface RowWeighingView {
  operationId: number;
  row: number;
  at: string;
  ballLabel: string;
  massG: number;
  resolutionG: number;
  usedUp: boolean;
  /** False where the rows were ripped back since. */
  counts: boolean;
}

/** A ball that it can be knitted from. */
export interface BallChoice {
  id: number;
  label: string;
  yarnName: string;
  dyeLot: string;
  massG: number | null;
}

export interface KnittingPage {
  id: number;
  name: string;
  finishedAt: string | null;
  deletedAt: string | null;
  project: { id: number; name: string } | null;
  yarn: Pick<YarnView, 'id' | 'name' | 'colourHex' | 'dyeLot'> & { gristMPerG: number | null };
  pattern: RowPattern;
  lastRow: number | null;
  border: Border | null;
  /** The ball that it is knitted from; null once it is used up or has become something else. */
  ballId: number | null;
  balls: BallChoice[];
  /** The newest first. */
  weighings: RowWeighingView[];
  forecast: RowForecast | null;
  /** How far it goes with the rest of its yarn; null where there is none. */
  withOthers: { pieces: number; massG: number; rowsLeft: number } | null;
}

export function knittingPage(db: Db, id: number): KnittingPage | undefined {
  const row = knittingById(db, id);
  if (!row) return undefined;
  const { yarn, rows, counted, balls, ballId, others, forecast, withAll } = followed(db, row);
  const project = row.projectId === null ? undefined : projectById(db, row.projectId);
  const { id: yarnId, name, colourHex, dyeLot, grist } = yarn;
  return {
    id,
    name: row.name,
    finishedAt: row.finishedAt,
    deletedAt: row.deletedAt,
    project: project ? { id: project.id, name: project.name } : null,
    yarn: { id: yarnId, name, colourHex, dyeLot, gristMPerG: grist?.mean ?? null },
    pattern: row.pattern,
    lastRow: row.lastRow,
    border: row.border,
    ballId,
    balls: balls.map(choiceOf),
    weighings: rows.map((weighing) => viewOf(db, weighing, counted.includes(weighing))).reverse(),
    forecast: forecast ?? null,
    withOthers: withAll
      ? {
          pieces: others.length,
          massG: sumOf(others.map(({ mass }) => mass!)).mean,
          rowsLeft: withAll.rowsLeft.likely,
        }
      : null,
  };
}

/** What a new one can be begun from, and what it may be for. */
export interface NewKnittingPage {
  balls: BallChoice[];
  projects: { id: number; name: string }[];
}

/** A knitting from one piece, or from whatever a project has; undefined where the piece is not there any more. */
export function newKnittingPage(
  db: Db,
  { pieceId, projectId }: { pieceId: number | null; projectId: number | null },
): NewKnittingPage | undefined {
  const piece = pieceId === null ? undefined : pieceById(db, pieceId);
  if (pieceId !== null && (!piece || !isFree(db, piece))) return undefined;
  const yarnIds = piece ? [piece.yarnId] : yarnsOfProject(db, projectId);
  const balls = ballsOf(db, new Set(yarnIds)).filter(({ id }) => pieceId === null || id === pieceId);
  return { balls: balls.map(choiceOf), projects: projectChoices(db) };
}

/** What is on the needles, the latest begun first. */
export function onNeedles(db: Db): KnittingLine[] {
  return remembered(db, 'on needles', null, () => knittingsUnderWay(db).map((row) => lineOf(db, row)));
}

/** What is on the needles, and what is off them again. */
export interface Needles {
  underWay: KnittingLine[];
  past: Pick<KnittingRow, 'id' | 'name' | 'finishedAt' | 'deletedAt'>[];
}

export function needles(db: Db): Needles {
  const past = knittingsPast(db).map(({ id, name, finishedAt, deletedAt }) => ({ id, name, finishedAt, deletedAt }));
  return { underWay: onNeedles(db), past };
}

export function knittingLines(db: Db, projectId: number): KnittingLine[] {
  return knittingsOfProject(db, projectId).map((row) => lineOf(db, row));
}

/** The yarns that a project is knitted from while they are weighed. */
export function yarnsWeighedFor(db: Db, projectId: number): ReadonlySet<number> {
  return new Set(
    knittingsOfProject(db, projectId)
      .filter(({ id }) => rowWeighingsOf(db, id).length > 0)
      .map(({ pieceId }) => everMade(db, pieceId).yarnId),
  );
}

function lineOf(db: Db, row: KnittingRow): KnittingLine {
  const { yarn, rows, forecast } = followed(db, row);
  const { rowsLeft, border, reaches, nextBall, weighAgain } = forecast ?? {};
  const { id, name } = row;
  const about = { id, name, colourHex: yarn.colourHex, row: rows.at(-1)?.rowsDone ?? null };
  return { ...about, rowsLeft, border, reaches, nextBall, weighAgain };
}

/** A knitting with its weighings, those of them that count, and what they tell. */
function followed(db: Db, row: KnittingRow) {
  const yarn = yarnView(db, everMade(db, row.pieceId).yarnId)!;
  const rows = rowWeighingsOf(db, row.id);
  // Rows that were ripped back since are knitted anew.
  const counted = rows.filter(({ rowsDone }, i) => rows.slice(i + 1).every((later) => later.rowsDone >= rowsDone));
  const knitting: Knitting = {
    pattern: row.pattern,
    lastRow: row.lastRow,
    border: row.border,
    gristMPerG: yarn.grist?.mean ?? null,
    weighings: weighingsOf(db, yarn, rows, counted),
    reserveG: { mean: 0, sd: 0 },
  };
  const balls = ballsOf(db, yarnsFor(db, row));
  const current = pieceById(db, rows.at(-1)?.pieceId ?? row.pieceId);
  const ballId = current && current.consumedBy === null ? current.id : null;
  const others = balls.filter((ball) => ball.id !== ballId && ball.yarnId === yarn.id && ball.mass !== null);
  const alone = rowForecast(knitting);
  const withAll =
    others.length > 0 ? rowForecast({ ...knitting, reserveG: sumOf(others.map(({ mass }) => mass!)) }) : undefined;
  // How many rows a ball makes is asked of that ball; whether a last row is reached, of all there is.
  const { reaches, weighAgain, doneShare } = withAll ?? alone ?? {};
  const forecast =
    alone && row.lastRow !== null
      ? { ...alone, reaches: reaches!, weighAgain: weighAgain!, doneShare: doneShare! }
      : alone;
  return { yarn, rows, counted, balls, ballId, others, forecast, withAll };
}

/** Where a ball ends is known to a hand's breadth. */
const END_WITHIN_G = 0.02;

/** Weighings in the order of their rows. What was taken from the ball for something else begins it anew, lighter by that. */
function weighingsOf(
  db: Db,
  yarn: YarnView,
  all: readonly RowWeighingRow[],
  counted: readonly RowWeighingRow[],
): RowWeighing[] {
  const own = new Set(all.map(({ operationId }) => operationId));
  const yarnIds = new Set(counted.map(({ pieceId }) => everMade(db, pieceId).yarnId));
  const foreign = [...yarnIds]
    .flatMap((each) => takeoffsOfYarn(db, each))
    .filter(({ operationId }) => !own.has(operationId));
  let ballId = 0;
  return counted.flatMap((row, i) => {
    const before = counted[i - 1];
    const weighed = { row: row.rowsDone, massG: readingOf(yarn, row) };
    if (before?.pieceId !== row.pieceId) return [{ ...weighed, ballId: ++ballId }];
    const takenMg = foreign
      .filter(({ pieceId }) => pieceId === row.pieceId)
      .filter(({ operationId }) => operationId > before.operationId && operationId < row.operationId)
      .reduce((sum, { tookMg }) => sum + tookMg, 0);
    if (takenMg === 0) return [{ ...weighed, ballId }];
    const { mean, sd } = readingOf(yarn, before);
    ballId++;
    return [
      { row: before.rowsDone, massG: { mean: mean - fromMg(takenMg), sd }, ballId },
      { ...weighed, ballId },
    ];
  });
}

function readingOf({ fibres }: YarnView, { massMg, ...scale }: RowWeighingRow): Estimate {
  if (massMg === null) return { mean: 0, sd: END_WITHIN_G };
  return massOf(massFactOf({ ...scale, massMg, massFrom: 'scale' })!, fibres);
}

function viewOf(db: Db, row: RowWeighingRow, counts: boolean): RowWeighingView {
  const { operationId, rowsDone, at, pieceId, massMg, resolutionMg } = row;
  return {
    operationId,
    row: rowsDone,
    at,
    ballLabel: everMade(db, pieceId).label,
    massG: fromMg(massMg ?? 0),
    resolutionG: fromMg(resolutionMg ?? 1),
    usedUp: massMg === null,
    counts,
  };
}

interface Ball extends Omit<BallChoice, 'massG'> {
  yarnId: number;
  yarnName: string;
  mass: Estimate | null;
}

/** Pieces of these yarns that are there to knit from. */
function ballsOf(db: Db, yarnIds: ReadonlySet<number>): Ball[] {
  return [...yarnIds].flatMap((yarnId) => {
    const yarn = yarnView(db, yarnId)!;
    const { dyeLot, name } = yarn;
    return piecesOfYarn(db, yarnId)
      .filter((piece) => isFree(db, piece))
      .map((piece) => {
        const fact = massNow(yarn, piece);
        return { id: piece.id, label: piece.label, dyeLot, yarnId, yarnName: name, mass: fact && massOf(fact) };
      });
  });
}

const choiceOf = ({ id, label, dyeLot, yarnName, mass }: Ball) => ({
  id,
  label,
  dyeLot,
  yarnName,
  massG: mass?.mean ?? null,
});

const isFree = (db: Db, { id, consumedBy }: PieceRow) => consumedBy === null && !openRunOfPiece(db, id);

/** Its own yarn, and the others that its project has for the same colour. */
export function yarnsFor(db: Db, { pieceId, projectId }: Pick<KnittingRow, 'pieceId' | 'projectId'>): Set<number> {
  const { yarnId } = everMade(db, pieceId);
  return new Set([yarnId, ...(coloursOf(db, projectId).find((yarnIds) => yarnIds.includes(yarnId)) ?? [])]);
}

const yarnsOfProject = (db: Db, projectId: number | null) => coloursOf(db, projectId).flat();

/** The yarns of each colour of a project, where they are now. */
function coloursOf(db: Db, projectId: number | null): number[][] {
  const needs = projectId === null ? [] : needsOf(db, projectId);
  return needs.map(({ yarnIds }) => yarnIds.map((id) => whereItIs(db, id)));
}
