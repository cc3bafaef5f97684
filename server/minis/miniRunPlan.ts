import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { keptFault } from '../yarn/faults';
import { MINI_NEXT } from '../../core/minis/miniTies';
import { REEL_KINDS } from '../../core/minis/miniLoops';

const positive = z.number().positive();
const notNegative = z.number().min(0);

/** What minis are wound round, as it was then. */
export const reelThen = z.strictObject({
  id: z.int().positive(),
  name: z.string(),
  kind: z.enum(REEL_KINDS),
  loopM: positive,
  spreadMm: positive,
});

/** What the counting of one parent's minis was begun with. It stays as it was, whatever becomes of the tools. */
const miniRunPlan = z.strictObject({
  /** What the parent weighed, and how sure that is. */
  parent: z.strictObject({ massG: positive, resolutionG: positive, byBand: z.boolean() }),
  gristMPerG: positive,
  gristSdMPerG: notNegative,
  strandMm: positive,
  reel: reelThen,
  fromEnd: z.enum(PACKAGE_ENDS),
  /** From the end that leaves first. */
  faults: z.array(keptFault),
  segmentsG: z.array(positive).min(1),
  cutLossG: notNegative,
  /** Of that, what goes into ties. */
  tiesG: notNegative,
  next: z.enum(MINI_NEXT),
  gramsPerLoop: z.strictObject({ mean: positive, sd: positive }),
  /** Minis that a loop's mass was learned from; 0: from the grist. */
  learnedFrom: z.int().min(0),
  minis: z
    .array(
      z.strictObject({
        sizeId: z.string(),
        name: z.string(),
        massG: positive,
        toleranceG: positive,
        segment: z.int().min(0),
        /** Its stretch holds a knot, which it may get. */
        mayHoldKnot: z.boolean(),
      }),
    )
    .min(1)
    .max(999),
  /** What stays over, as it is foreseen: after so many minis. */
  left: z.array(z.strictObject({ afterMini: z.int().min(0), massG: positive, knots: z.int().min(0) })),
});

export type MiniRunPlan = z.infer<typeof miniRunPlan>;

export function readMiniRunPlan(json: string): MiniRunPlan {
  return miniRunPlan.parse(JSON.parse(json));
}

export function isMiniRunPlan(json: string): boolean {
  return miniRunPlan.safeParse(JSON.parse(json)).success;
}
