import { z } from 'zod';
import type { SwiftResult } from '../core/swift';

const positive = z.number().positive();

/** How a piece's mass is known. */
const massFact = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('scale'),
    massG: positive,
    tareG: z.number().min(0),
    resolutionG: positive,
    humidityPercent: z.number().min(0).max(90).nullish(),
  }),
  z.strictObject({ from: z.literal('band'), massG: positive }),
]);

/** How the swift is set; null where the hank's loop was not measured, or is not for this swift. */
const swiftSetting = z.union([
  z.strictObject({ hole: z.int().positive().nullable(), slackPercent: z.number().nullable() }),
  z.strictObject({ openDiameterMm: positive }),
  z.strictObject({ gapMm: positive }),
]) satisfies z.ZodType<SwiftResult>;

/** The figures that a run was begun with. They stay as they were, whatever becomes of the tools. */
export const runPlan = z.strictObject({
  mass: massFact,
  gristMPerG: positive,
  gristSdMPerG: z.number().min(0),
  winder: z.strictObject({
    name: z.string(),
    coreDiameterMm: positive,
    heightMm: positive,
    maxDiameterMm: positive,
    maxMassG: positive,
    spindleTurnsPerCrank: positive,
    crossingAngleDeg: z.number().min(0).max(89),
  }),
  swift: z
    .strictObject({ name: z.string(), kind: z.enum(['pegs', 'umbrella', 'chairs']), setting: swiftSetting.nullable() })
    .nullable(),
  densityGPerCm3: positive,
  handling: z.array(z.enum(['sticky', 'slippery', 'fragile'])),
  cakes: z
    .array(
      z.strictObject({
        massG: positive,
        lengthM: positive,
        outerDiameterMm: positive,
        crankTurns: z.strictObject({ mean: positive, sd: z.number().min(0) }),
        slowFromTurn: z.number().min(0),
      }),
    )
    .min(1),
});

export type RunPlan = z.infer<typeof runPlan>;
