import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { YARN_KINDS } from '../../core/yarn/fibre';
import { HAND_FORMS } from '../../core/winding/run';
import { keptFault, keptHex } from '../yarn/faults';
import type { SwiftResult } from '../../core/bench/swift';

const positive = z.number().positive();
const notNegative = z.number().min(0);

/** How a piece's mass is known. */
const massFact = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('scale'),
    massG: positive,
    tareG: notNegative,
    resolutionG: positive,
    humidityPercent: z.number().min(0).max(90).nullish(),
  }),
  z.strictObject({
    from: z.literal('band'),
    massG: positive,
    seen: z.strictObject({ mean: positive, sd: notNegative, lotSd: notNegative }).optional(),
  }),
]);

/** How the swift is set; null where the hank's loop was not measured, or is not for this swift. */
const swiftSetting = z.union([
  z.strictObject({ hole: z.int().positive().nullable(), slackPercent: z.number().nullable() }),
  z.strictObject({ openDiameterMm: positive }),
  z.strictObject({ gapMm: positive }),
]) satisfies z.ZodType<SwiftResult>;

/** A winder or a form in the hand, as it was then. */
const tool = z.strictObject({
  /** Null in runs from before tools were kept by number. */
  id: z.int().positive().nullable(),
  onto: z.enum(['winder', ...HAND_FORMS]),
  name: z.string(),
  coreDiameterMm: positive,
  heightMm: positive,
  ball: z.literal(true).optional(),
  maxDiameterMm: positive,
  maxMassG: positive,
  spindleTurnsPerCrank: positive,
  /** Of a hand, and of winders in runs from before their guides were known to be geared. */
  crossingAngleDeg: z.number().min(0).max(89).optional(),
  leadMm: notNegative.optional(),
});

/** The figures that a run was begun with. They stay as they were, whatever becomes of the tools. */
const plan = z.strictObject({
  mass: massFact,
  gristMPerG: positive,
  gristSdMPerG: notNegative,
  swift: z
    .strictObject({ name: z.string(), kind: z.enum(['pegs', 'umbrella', 'chairs']), setting: swiftSetting.nullable() })
    .nullable(),
  handling: z.array(z.enum(['sticky', 'slippery', 'fragile'])),
  yarnKind: z.enum(YARN_KINDS),
  /** The end that leaves the piece first. */
  fromEnd: z.enum(PACKAGE_ENDS),
  /** The piece was wound before, so that its cakes come out softer. */
  again: z.boolean(),
  /** Its cakes are to be wound once more. */
  twice: z.boolean(),
  workFrom: z.enum(['centre', 'outside']),
  schools: z.strictObject({
    ties: z.enum(['after mounting', 'before mounting']),
    startingEnd: z.enum(['doubled', 'knotted']),
    joinedEnds: z.enum(['cut', 'untied']),
    slip: z.enum(['in the hole', 'apart']),
  }),
  /** What was known to lie along the strand, from the end that leaves first. */
  faults: z.array(keptFault),
  /** Its colours, in the same order. */
  colours: z
    .array(
      z.strictObject({
        hex: keptHex.nullable(),
        fromM: notNegative,
        toM: notNegative,
        place: z.int().nonnegative().nullable(),
        sure: z.boolean(),
      }),
    )
    .default([]),
  /** Those that may be marked, in the order in which they come again. */
  palette: z.array(keptHex).default([]),
  /** Pieces to be wound after this one in the same way. */
  queue: z.array(z.int().positive()),
  /** What was asked for, so that the next can be asked for alike. */
  asked: z.record(z.string(), z.unknown()).nullable(),
  cakes: z
    .array(
      z.strictObject({
        name: z.string(),
        cutAt: z.strictObject({ hex: keptHex, beforeM: notNegative }).optional(),
        massG: positive,
        lengthM: positive,
        startM: notNegative,
        outerDiameterMm: positive,
        crankTurns: z.strictObject({ mean: positive, sd: notNegative }),
        slowFromTurn: notNegative,
        usableMassG: positive,
        densityGPerCm3: positive,
        densitySd: notNegative,
        crankRatioSd: notNegative,
        secondsPerTurn: positive,
        tool,
      }),
    )
    .min(1),
});

export type RunPlan = z.infer<typeof plan>;
export type RunTool = z.infer<typeof tool>;

/** Reads the plan of a run, also one that was kept by an earlier version. */
export function readPlan(json: string): RunPlan {
  return plan.parse(upgraded(JSON.parse(json)));
}

export function isPlan(json: string): boolean {
  return plan.safeParse(upgraded(JSON.parse(json))).success;
}

interface OldPlan {
  winder: Omit<RunTool, 'id' | 'onto'>;
  densityGPerCm3: number;
  cakes: Record<string, number>[];
}

/** The first version had one winder and one firmness for all cakes, and none of the schools. */
function upgraded(kept: unknown): unknown {
  if (typeof kept !== 'object' || kept === null || !('winder' in kept)) return kept;
  const { winder, densityGPerCm3, cakes, ...rest } = kept as OldPlan;
  let startM = 0;
  return {
    yarnKind: 'mixed or not known',
    fromEnd: 'inner',
    again: false,
    twice: false,
    workFrom: 'centre',
    schools: { ties: 'after mounting', startingEnd: 'doubled', joinedEnds: 'cut', slip: 'in the hole' },
    faults: [],
    queue: [],
    asked: null,
    ...rest,
    cakes: cakes.map((cake) => {
      const from = startM;
      startM += cake.lengthM!;
      return {
        ...cake,
        name: '',
        startM: from,
        usableMassG: winder.maxMassG,
        densityGPerCm3,
        densitySd: 0.1 * densityGPerCm3,
        crankRatioSd: 0.07 * winder.spindleTurnsPerCrank,
        secondsPerTurn: 1,
        tool: { id: null, onto: 'winder', ...winder },
      };
    }),
  };
}
