import { plyStage, type PlyStage } from '../../core/twist/plyCare';
import type { PlyMethod } from '../../core/twist/plying';
import { turnsPerMCounted } from '../../core/twist/plying';
import { type HungTwist, hungTwist } from '../../core/twist/spinning';
import type { OwnTwist, TwistDirection } from '../../core/twist/twist';
import type { Db } from '../../db/common/connection';
import { operationPiecesOf } from '../../db/yarn/operations';
import { everMade, pieceById, wetBy } from '../../db/yarn/pieces';
import { hangingsOf, type HungSkeinRow } from '../../db/twist/hungSkeins';
import { lastOn, pliedPieces, plyOf } from '../../db/twist/plies';
import { fromMm } from '../common/storageUnits';
import { type PieceView, pieceView, type SampleView, yarnView, type YarnView } from '../yarn/yarnViews';

/** What was measured of a plied yarn, before it was washed or after. */
export interface PlyFigures {
  twist: OwnTwist | null;
  loops: { loops: number; loopM: number; lengthM: number } | null;
  wpi: number | null;
  /** As it hung by itself; undefined: it never did, null: it did not turn. */
  hung: HungTwist | null | undefined;
}

/** A plied piece: how it came about, and where it stands. */
export interface PliedRecord {
  operationId: number;
  method: PlyMethod;
  singles: { label: string; yarnId: number; yarnName: string }[];
  spun: TwistDirection | null;
  spunTurnsPerM: number | null;
  plied: TwistDirection;
  /** As it was meant. */
  meantTurnsPerM: number | null;
  restUntil: string | null;
  washedAt: string | null;
  stage: PlyStage;
  before: PlyFigures;
  after: PlyFigures;
}

/** Undefined where the piece was not plied here. */
export function pliedRecord(db: Db, yarn: YarnView, piece: PieceView, now: Date): PliedRecord | undefined {
  const ply = plyOf(db, piece.createdBy);
  if (!ply) return undefined;
  const singles = operationPiecesOf(db, ply.operationId)
    .filter(({ side }) => side === 'in')
    .map(({ pieceId }) => everMade(db, pieceId));
  // What was left over of a single came of the same plying.
  if (singles.some(({ yarnId }) => yarnId === yarn.id)) return undefined;
  const wash = lastOn(db, piece.id, 'wash');
  const mine = yarn.samples.filter(({ pieceId }) => pieceId === piece.id);
  const hung = hangingsOf(db, piece.id);
  const figures = (isWashed: boolean) =>
    figuresOf(
      mine.filter(({ washed }) => washed === isWashed),
      hung.filter(({ washed }) => (washed === 1) === isWashed),
    );
  const after = figures(true);
  return {
    operationId: ply.operationId,
    method: ply.method,
    singles: singles.map(({ label, yarnId }) => ({ label, yarnId, yarnName: yarnView(db, yarnId)!.name })),
    spun: ply.spun,
    spunTurnsPerM: ply.spunTurnsPerKm === null ? null : ply.spunTurnsPerKm / 1000,
    plied: ply.plied,
    meantTurnsPerM: ply.pliedTurnsPerKm === null ? null : ply.pliedTurnsPerKm / 1000,
    restUntil: ply.restUntil,
    washedAt: wash?.at ?? null,
    stage: plyStage({
      restUntilMs: ply.restUntil === null ? null : Date.parse(ply.restUntil),
      nowMs: now.getTime(),
      washed: wash !== undefined,
      dry: wash !== undefined && wetBy(db, piece.id) === null,
      measured: after.loops !== null,
    }),
    before: figures(false),
    after,
  };
}

function figuresOf(samples: readonly SampleView[], hung: readonly HungSkeinRow[]): PlyFigures {
  const lastHung = hung.at(-1);
  const last = (how: SampleView['how']) => samples.filter((sample) => sample.how === how).at(-1);
  const [twist, reel, wraps] = [last('twist')?.twist, last('reel'), last('wraps')];
  return {
    twist: twist ? { direction: twist.leans, turnsPerM: turnsPerMCounted(twist.turns, twist.overMm) } : null,
    loops: reel ? { loops: reel.loops!, loopM: reel.loopM!, lengthM: reel.lengthM! } : null,
    wpi: wraps?.wpi ?? null,
    hung: lastHung && hungTwist(fromMm(lastHung.loopMm), lastHung.halfTurns, lastHung.sides),
  };
}

/** A plied piece that waits for something. */
export interface PlyWait {
  pieceId: number;
  label: string;
  yarnName: string;
  colourHex: string;
  stage: Exclude<PlyStage, 'done'>;
  restUntil: string | null;
  washedAt: string | null;
}

/** What waits of what was plied: to have rested, to be washed, to dry, to be measured. */
export function plyWaits(db: Db, now: Date): PlyWait[] {
  return pliedPieces(db).flatMap(({ pieceId }): PlyWait[] => {
    const row = pieceById(db, pieceId)!;
    const yarn = yarnView(db, row.yarnId)!;
    const record = pliedRecord(db, yarn, pieceView(db, yarn, row), now);
    if (!record || record.stage === 'done' || yarn.gone) return [];
    const { stage, restUntil, washedAt } = record;
    return [{ pieceId, label: row.label, yarnName: yarn.name, colourHex: yarn.colourHex, stage, restUntil, washedAt }];
  });
}
