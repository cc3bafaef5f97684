import { InputError } from '../../core/common/inputError';
import type { TwistDirection } from '../../core/twist/twist';
import { turnsPerMCounted } from '../../core/twist/plying';
import { requireWithin } from '../../core/common/require';
import { reelLength } from '../../core/bench/reel';
import { MILLIMETRES_PER_INCH } from '../../core/common/units';
import { strandOfYarnMm } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { type PieceRow } from '../../db/yarn/pieces';
import { insertSample, NO_SAMPLE, type SampleRow } from '../../db/yarn/samples';
import { massOfReading, type ScaleReading } from '../common/weighing';
import { pieceThere, type Recorded } from './recordOperation';
import { fromMg, toMm } from '../common/storageUnits';
import { yarnView } from './yarnViews';

/** What can be measured on a piece to learn its grist, its thickness or its twist. */
export type Measurement =
  | { how: 'length'; lengthM: number; mass: ScaleReading }
  /** With the mass of the whole piece; null: as it was last weighed. */
  | { how: 'reel'; loops: number; loopM: number; spreadMm: number | null; mass: ScaleReading | null }
  | { how: 'wraps'; wraps: number; overMm: number }
  | { how: 'twist'; turns: number; overMm: number; leans: TwistDirection };

export interface Sampling extends Recorded {
  kind: 'sample';
  pieceId: number;
  washed: boolean;
  measured: Measurement;
}

/** Keeps what was measured on a piece; its yarn's grist follows from it. */
export function sample(db: Db, { pieceId, washed, measured, requestKey, note }: Sampling, now: Date): number {
  const piece = pieceThere(db, pieceId);
  const operationId = insertOperation(db, { kind: 'sample', at: now.toISOString(), note, requestKey });
  const row = { ...NO_SAMPLE, ...rowOf(db, piece, measured), operationId, pieceId, washed: washed ? 1 : 0 } as const;
  // A whole skein that was put on the scale for it has been weighed by the way.
  const weighed = measured.how === 'reel' && measured.mass !== null;
  insertOperationPiece(db, {
    operationId,
    pieceId,
    side: 'on',
    massMg: weighed ? row.massMg : null,
    massFrom: weighed ? 'scale' : null,
    tareMg: 0,
    resolutionMg: weighed ? row.resolutionMg : null,
    humidityPercent: weighed ? row.humidityPercent : null,
  });
  insertSample(db, row);
  return operationId;
}

function rowOf(db: Db, piece: PieceRow, measured: Measurement): Partial<SampleRow> & Pick<SampleRow, 'how'> {
  switch (measured.how) {
    case 'length': {
      const mass = massOfReading(measured.mass, 'mass');
      if (piece.massMg !== null && piece.massFrom === 'scale' && mass.massMg > piece.massMg * 1.02)
        throw new InputError('the sample cannot weigh more than the whole piece', 'mass');
      return { how: 'length', lengthMm: toMm(measured.lengthM), ...scaleOf(mass) };
    }
    case 'reel': {
      const { measuredWpi, wpi, grist } = yarnView(db, piece.yarnId)!;
      const { lengthM } = reelLength({
        loops: measured.loops,
        loopM: measured.loopM,
        strandMm: strandOfYarnMm({ wpi: measuredWpi ?? wpi, gristMPerG: grist?.mean ?? null }),
        spreadMm: measured.spreadMm,
      });
      return {
        how: 'reel',
        lengthMm: toMm(lengthM.mean),
        ...scaleOf(measured.mass === null ? lastWeighing(piece) : massOfReading(measured.mass, 'mass')),
        loops: measured.loops,
        loopMm: toMm(measured.loopM),
        spreadMm: measured.spreadMm === null ? null : Math.round(measured.spreadMm),
      };
    }
    case 'wraps':
      return { how: 'wraps', wpi: (measured.wraps * MILLIMETRES_PER_INCH) / measured.overMm };
    case 'twist':
      requireWithin(turnsPerMCounted(measured.turns, measured.overMm), 1, 3000, 'turns');
      return { how: 'twist', turns: measured.turns, overMm: Math.round(measured.overMm), leans: measured.leans };
  }
}

type OnScale = Pick<PieceRow, 'massMg' | 'resolutionMg' | 'humidityPercent'>;
const scaleOf = ({ massMg, resolutionMg, humidityPercent }: OnScale): OnScale => ({
  massMg,
  resolutionMg,
  humidityPercent,
});

function lastWeighing(piece: PieceRow): OnScale {
  if (piece.massFrom !== 'scale' || fromMg(piece.massMg!) <= 0)
    throw new InputError('what does the whole piece weigh? It has not been weighed yet', 'mass');
  return piece;
}
