import { z } from 'zod';
import { cake, type CakeInput } from '../core/cake';
import { PACKAGE_ENDS } from '../core/faults';
import { FIBRE_NAMES } from '../core/fibre';
import { InputError } from '../core/inputError';
import type { MinisInput } from '../core/minis';
import { plyBothEnds, type PlyBothEndsInput } from '../core/plyBothEnds';
import { swift, type SwiftInput } from '../core/swift';
import { PACKAGE_SIDES, twist, type TwistInput } from '../core/twist';
import { winderFit, type WinderFitInput } from '../core/winderFit';
import { yardage, type YardageInput } from '../core/yardage';
import { minisAnswer } from './minis';
import { checked } from './result';

/** The calculations that can be called from outside, by command and by POST; both come through here. */

const number = z.number({
  error: ({ input }) => (input === undefined ? 'is missing' : 'must be a finite number'),
});
const positive = number.positive('must be above zero');
const percent = number.min(0, 'must be 0 or more').max(100, 'must be 100 or less');

const humidity = number.min(0, 'must be 0 or more').max(90, 'must be 90 or less').optional();

const yardageInput = z.strictObject({
  band: z
    .strictObject({ lengthM: positive, massG: positive, tolerancePercent: positive.max(100).optional() })
    .optional(),
  samples: z
    .array(
      z.strictObject({
        lengthM: positive,
        massG: positive,
        lengthSdM: positive.optional(),
        scaleResolutionG: positive.optional(),
        humidityPercent: humidity,
      }),
    )
    .optional(),
  measuredMassG: positive,
  tareG: number.nonnegative('must be 0 or more').optional(),
  scaleResolutionG: positive.optional(),
  fibres: z.array(z.strictObject({ name: z.enum(FIBRE_NAMES), percent })).optional(),
  humidityPercent: humidity,
  needM: positive.optional(),
  needTolerancePercent: percent.optional(),
}) satisfies z.ZodType<YardageInput>;

/** What something is wound on and how. */
const shape = {
  coreDiameterMm: positive,
  heightMm: positive,
  densityGPerCm3: positive.optional(),
  crossingAngleDeg: number.min(0, 'must be 0 or more').max(89, 'must be below 90').optional(),
  leadMm: number.min(0, 'must be 0 or more').max(10_000, 'must be 10,000 or less').optional(),
};

const cakeInput = z.strictObject({
  massG: positive.optional(),
  lengthM: positive.optional(),
  gristMPerG: positive,
  ...shape,
  spindleTurnsPerCrank: positive.optional(),
  stopsAtG: z.array(positive).optional(),
}) satisfies z.ZodType<CakeInput>;

const winderFitInput = z.strictObject({
  massG: positive,
  densityGPerCm3: positive.optional(),
  winder: z.strictObject({
    maxMassG: positive,
    maxDiameterMm: positive,
    coreDiameterMm: positive,
    heightMm: positive,
  }),
}) satisfies z.ZodType<WinderFitInput>;

const swiftInput = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('pegs'), hankLoopM: positive, holeRadiiMm: z.array(positive).min(1) }),
  z.strictObject({
    kind: z.literal('umbrella'),
    hankLoopM: positive,
    ribs: z.int('must be a whole number').min(3, 'must be 3 or more'),
  }),
  z.strictObject({ kind: z.literal('chairs'), hankLoopM: positive, backDepthMm: positive }),
]) satisfies z.ZodType<SwiftInput>;

const name = z.string().min(1, 'must not be empty');

const minisInput = z.strictObject({
  parents: z
    .array(
      z.strictObject({
        id: name,
        massG: positive,
        segmentsG: z.array(positive).min(1).max(1000).optional(),
        yarn: name.optional(),
      }),
    )
    .min(1, 'there must be at least one')
    .max(2000),
  demands: z
    .array(
      z.strictObject({
        id: name,
        massG: positive,
        count: z.int('must be a whole number').min(0).max(100_000),
        yarn: name.optional(),
        priority: z.int('must be a whole number').min(1).max(9).optional(),
      }),
    )
    .min(1, 'there must be at least one')
    .max(200),
  cutLossG: number.min(0, 'must be 0 or more'),
}) satisfies z.ZodType<MinisInput>;

const round = z.enum(['cw', 'ccw']);
const access = { innerEnd: z.enum(['free', 'buried']).optional(), farSide: z.enum(['open', 'closed']).optional() };

const twistInput = z.strictObject({
  lengthM: positive,
  gristMPerG: positive,
  yarn: z
    .strictObject({
      direction: z.enum(['S', 'Z']),
      turnsPerM: number.min(0, 'must be 0 or more').max(3000, 'must be 3000 or less'),
    })
    .optional(),
  steps: z
    .array(
      z.strictObject({
        from: z.discriminatedUnion('mode', [
          z.strictObject({ mode: z.literal('rotating') }),
          z.strictObject({ mode: z.literal('stationary-loop'), loopM: positive, direction: round }),
          z.strictObject({ mode: z.literal('over-end'), end: z.enum(PACKAGE_ENDS), side: z.enum(PACKAGE_SIDES) }),
        ]),
        onto: z
          .discriminatedUnion('mode', [
            z.strictObject({ mode: z.literal('spindle'), direction: round, ...shape, ...access }),
            z.strictObject({ mode: z.literal('carried'), direction: round, ...shape, ...access }),
            z.strictObject({
              mode: z.literal('reel'),
              loopM: positive,
              carried: z.boolean().optional(),
              direction: round.optional(),
            }),
          ])
          .optional(),
      }),
    )
    .min(1, 'there must be at least one')
    .max(100),
}) satisfies z.ZodType<TwistInput>;

const plyBothEndsInput = z.strictObject({
  massG: positive,
  gristMPerG: positive,
  ...shape,
  direction: round,
  side: z.enum(PACKAGE_SIDES),
  single: z.strictObject({ direction: z.enum(['S', 'Z']), turnsPerM: positive.max(3000, 'must be 3000 or less') }),
}) satisfies z.ZodType<PlyBothEndsInput>;

const CALCULATIONS = new Map<string, (input: unknown, seconds: number) => object | Promise<object>>([
  ['yardage', (input) => yardage(checked(yardageInput, input))],
  ['cake', (input) => cake(checked(cakeInput, input))],
  ['winder-fit', (input) => winderFit(checked(winderFitInput, input))],
  ['swift', (input) => swift(checked(swiftInput, input))],
  ['twist', (input) => twist(checked(twistInput, input))],
  ['ply-both-ends', (input) => plyBothEnds(checked(plyBothEndsInput, input))],
  ['minis', (input, seconds) => minisAnswer(checked(minisInput, input), seconds)],
]);

export type CalcAnswer = { ok: true; output: object } | { ok: false; error: { message: string; path: string } };

/**
 * Answers one calculation from the text of a JSON object.
 *
 * @param seconds that a search may take, after which the best that was found is told
 */
export async function calculate(name: string, json: string, seconds = 10): Promise<CalcAnswer> {
  try {
    const calculation = CALCULATIONS.get(name);
    if (!calculation)
      throw new InputError(
        `no calculation is called "${name}"; there are ${[...CALCULATIONS.keys()].join(', ')}`,
        'name',
      );
    return { ok: true, output: await calculation(parseJson(json), seconds) };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { ok: false, error: { message: error.message, path: error.path } };
  }
}

function parseJson(json: string): unknown {
  try {
    return JSON.parse(json);
  } catch {
    throw new InputError('this is not JSON', '');
  }
}
