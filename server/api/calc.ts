import { z } from 'zod';
import { cake, type CakeInput } from '../../core/bench/cake';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { FIBRE_NAMES } from '../../core/yarn/fibre';
import { InputError } from '../../core/common/inputError';
import type { MinisInput } from '../../core/minis/minis';
import { plyBothEnds, type PlyBothEndsInput } from '../../core/twist/plyBothEnds';
import { swift, type SwiftInput } from '../../core/bench/swift';
import { PACKAGE_SIDES, twist, type TwistInput } from '../../core/twist/twist';
import { winderFit, type WinderFitInput } from '../../core/bench/winderFit';
import { yardage, type YardageInput } from '../../core/yarn/yardage';
import { minisAnswer } from '../minis/minis';
import { checked, parsedJson } from '../common/result';

/** The calculations that can be called from outside, by command and by POST; both come through here. */

const number = z.number({
  error: ({ input }) => (input === undefined ? 'is missing' : 'must be a finite number'),
});
/** Past these no yarn, tool or room can be, and sums would no longer be finite. */
const positive = number
  .positive('must be above zero')
  .min(1e-9, 'is smaller than anything here can be')
  .max(1e9, 'is larger than anything here can be');
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
  ball: z.literal(true).optional(),
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
    ball: z.literal(true).optional(),
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

/** More than this no table holds, and no search ends. */
const MOST_PARENT_G = 100_000;
const LEAST_MINI_G = 0.1;
const MOST_MINIS = 100_000;
const MOST_PAIRS = 60_000;

const minisInput = z
  .strictObject({
    parents: z
      .array(
        z.strictObject({
          id: name,
          massG: positive.max(MOST_PARENT_G, `must be ${MOST_PARENT_G} g or less`),
          segmentsG: z.array(positive).min(1).max(1000).optional(),
          yarn: name.optional(),
        }),
      )
      .min(1, 'there must be at least one')
      .max(2000, 'at most 2000 skeins'),
    demands: z
      .array(
        z.strictObject({
          id: name,
          massG: positive.min(LEAST_MINI_G, `must be ${LEAST_MINI_G} g or more`),
          count: z.int('must be a whole number').min(0).max(MOST_MINIS, `must be ${MOST_MINIS} or less`),
          yarn: name.optional(),
          priority: z.int('must be a whole number').min(1).max(9).optional(),
        }),
      )
      .min(1, 'there must be at least one')
      .max(200, 'at most 200 sizes'),
    cutLossG: number.min(0, 'must be 0 or more').max(1000, 'must be 1000 or less'),
  })
  .superRefine(({ parents, demands }, context) => {
    const segments = parents.reduce((sum, { segmentsG }) => sum + (segmentsG?.length ?? 1), 0);
    if (segments * demands.length > MOST_PAIRS)
      context.addIssue({
        code: 'custom',
        path: ['parents'],
        message: `${segments} stretches by ${demands.length} sizes are too many at once: at most ${MOST_PAIRS} pairs`,
      });
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

/** How minis are searched for: here, or in a thread of its own. */
type MinisSearch = (input: MinisInput, seconds: number) => Promise<object>;

const CALCULATIONS = new Map<
  string,
  (input: unknown, seconds: number, search: MinisSearch) => object | Promise<object>
>([
  ['yardage', (input) => yardage(checked(yardageInput, input))],
  ['cake', (input) => cake(checked(cakeInput, input))],
  ['winder-fit', (input) => winderFit(checked(winderFitInput, input))],
  ['swift', (input) => swift(checked(swiftInput, input))],
  ['twist', (input) => twist(checked(twistInput, input))],
  ['ply-both-ends', (input) => plyBothEnds(checked(plyBothEndsInput, input))],
  ['minis', (input, seconds, search) => search(checked(minisInput, input), seconds)],
]);

export type CalcAnswer = { ok: true; output: object } | { ok: false; error: { message: string; path: string } };

/**
 * Answers one calculation from the text of a JSON object.
 *
 * @param seconds that a search may take, after which the best that was found is told
 */
export async function calculate(
  name: string,
  json: string,
  seconds = 10,
  search: MinisSearch = minisAnswer,
): Promise<CalcAnswer> {
  try {
    const calculation = CALCULATIONS.get(name);
    if (!calculation)
      throw new InputError(
        `no calculation is called "${name}"; there are ${[...CALCULATIONS.keys()].join(', ')}`,
        'name',
      );
    const output = await calculation(parsedJson(json), seconds, search);
    if (!isFinite(output)) throw new InputError('these figures cannot all be right', '');
    return { ok: true, output };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { ok: false, error: { message: error.message, path: error.path } };
  }
}

/** Every number in it is one. */
function isFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  return typeof value !== 'object' || value === null || Object.values(value).every(isFinite);
}
