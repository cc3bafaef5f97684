import { z } from 'zod';
import { parseLoopM } from '../../core/bench/hankLoop';
import { InputError } from '../../core/common/inputError';
import { parseHumidityPercent } from '../../core/yarn/moisture';
import { turnsPerMCounted } from '../../core/twist/plying';
import { requireWithin } from '../../core/common/require';
import { reelLength, SPREAD_BOUNDS_MM } from '../../core/bench/reel';
import { parseSpanMm } from '../../core/common/span';
import { MILLIMETRES_PER_INCH, type UnitSystem } from '../../core/common/units';
import { strandOfYarnMm } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { type PieceRow } from '../../db/yarn/pieces';
import { insertSample, NO_SAMPLE, type SampleRow } from '../../db/yarn/samples';
import { recordOnce, pieceThere } from './recordOperation';
import { longText, number, quantity, read, readOptional, requestKey, wholeNumber } from '../common/fields';
import { type SaveResult } from '../common/result';
import { fromMg, toMg, toMm } from '../common/storageUnits';
import { yarnView } from './yarnViews';

const shared = { requestKey, note: longText, washed: z.boolean() };

/** What can be measured on a piece to learn its grist, its thickness or its twist. */
function sampleForm(system: UnitSystem) {
  const scale = {
    scaleResolutionG: z.number().positive().max(100),
    humidity: readOptional((typed) => parseHumidityPercent(typed, '')),
  };
  return z.discriminatedUnion('how', [
    z.strictObject({
      how: z.literal('length'),
      ...shared,
      ...scale,
      length: read(quantity('length', system)),
      mass: read(quantity('mass', system)),
    }),
    z.strictObject({
      how: z.literal('reel'),
      ...shared,
      ...scale,
      loops: read(wholeNumber(1, 100_000)),
      loop: read((typed) => parseLoopM(typed, system, '')),
      spread: readOptional((typed) => parseSpanMm(typed, system, SPREAD_BOUNDS_MM, '')),
      /** Of the whole piece; empty: as it was last weighed. */
      mass: readOptional(quantity('mass', system)),
    }),
    z.strictObject({
      how: z.literal('wraps'),
      ...shared,
      wraps: read(number(1, 400)),
      over: read((typed) => parseSpanMm(typed, system, { lowMm: 5, highMm: 500 }, '')),
    }),
    z.strictObject({
      how: z.literal('twist'),
      ...shared,
      turns: read(number(0.5, 3000)),
      over: read((typed) => parseSpanMm(typed, system, { lowMm: 20, highMm: 2000 }, '')),
      leans: z.enum(['S', 'Z'], 'does it lean like S or like Z?'),
    }),
  ]);
}
export type SampleForm = z.input<ReturnType<typeof sampleForm>>;
type Sample = z.output<ReturnType<typeof sampleForm>>;

/** Keeps what was measured on a piece; its yarn's grist follows from it. */
export function addSample(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, sampleForm(system), input, (form) => {
    const piece = pieceThere(db, pieceId);
    const { requestKey, note } = form;
    const operationId = insertOperation(db, { kind: 'sample', at: now.toISOString(), note, requestKey });
    const sample = {
      ...NO_SAMPLE,
      ...measured(db, piece, form),
      operationId,
      pieceId,
      washed: form.washed ? (1 as const) : (0 as const),
    };
    // A whole skein that was put on the scale for it has been weighed by the way.
    const weighed = form.how === 'reel' && form.mass !== null;
    insertOperationPiece(db, {
      operationId,
      pieceId,
      side: 'on',
      massMg: weighed ? sample.massMg : null,
      massFrom: weighed ? 'scale' : null,
      tareMg: 0,
      resolutionMg: weighed ? sample.resolutionMg : null,
      humidityPercent: weighed ? sample.humidityPercent : null,
    });
    insertSample(db, sample);
    return operationId;
  });
}

type Measured = Partial<SampleRow> & Pick<SampleRow, 'how'>;

function measured(db: Db, piece: PieceRow, form: Sample): Measured {
  switch (form.how) {
    case 'length': {
      if (piece.massMg !== null && piece.massFrom === 'scale' && toMg(form.mass) > piece.massMg * 1.02)
        throw new InputError('the sample cannot weigh more than the whole piece', 'mass');
      return {
        how: 'length',
        lengthMm: toMm(form.length),
        massMg: toMg(form.mass),
        resolutionMg: Math.max(1, toMg(form.scaleResolutionG)),
        humidityPercent: form.humidity,
      };
    }
    case 'reel': {
      const { measuredWpi, wpi, grist } = yarnView(db, piece.yarnId)!;
      const { lengthM } = reelLength({
        loops: form.loops,
        loopM: form.loop,
        strandMm: strandOfYarnMm({ wpi: measuredWpi ?? wpi, gristMPerG: grist?.mean ?? null }),
        spreadMm: form.spread,
      });
      return {
        how: 'reel',
        lengthMm: toMm(lengthM.mean),
        ...massOnReel(piece, form),
        loops: form.loops,
        loopMm: toMm(form.loop),
        spreadMm: form.spread === null ? null : Math.round(form.spread),
      };
    }
    case 'wraps':
      return { how: 'wraps', wpi: (form.wraps * MILLIMETRES_PER_INCH) / form.over };
    case 'twist':
      requireWithin(turnsPerMCounted(form.turns, form.over), 1, 3000, 'turns');
      return { how: 'twist', turns: form.turns, overMm: Math.round(form.over), leans: form.leans };
  }
}

/** The whole piece's mass: what was typed, else its last weighing. */
function massOnReel(piece: PieceRow, form: Extract<Sample, { how: 'reel' }>) {
  if (form.mass !== null)
    return {
      massMg: toMg(form.mass),
      resolutionMg: Math.max(1, toMg(form.scaleResolutionG)),
      humidityPercent: form.humidity,
    };
  if (piece.massFrom !== 'scale' || fromMg(piece.massMg!) <= 0)
    throw new InputError('what does the whole piece weigh? It has not been weighed yet', 'mass');
  return { massMg: piece.massMg, resolutionMg: piece.resolutionMg, humidityPercent: piece.humidityPercent };
}
