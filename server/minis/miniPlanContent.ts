import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { MINI_NEXT } from '../../core/minis/miniTies';
import { reelThen } from './miniRunPlan';

const positive = z.number().positive();
const notNegative = z.number().min(0);
const text = z.string().trim().max(400);

/** What is asked for, as it was typed, so that it can be asked for anew. */
export const typedMinis = z.strictObject({
  sizes: z
    .array(
      z.strictObject({
        id: z.string().regex(/^[\w-]{1,40}$/),
        name: text,
        yarnId: z.string().regex(/^\d{0,15}$/),
        amount: text,
        tolerance: text,
        count: text,
        priority: z.int().min(1).max(9),
      }),
    )
    .min(1, 'say at least one size')
    .max(60, 'at most 60 sizes'),
  kits: z.boolean(),
  kitCount: text,
  oneKnot: z.boolean(),
  oneColour: z.boolean().default(false),
  next: z.enum(MINI_NEXT),
  tiesOfOwn: z.boolean(),
  ends: text,
  reelId: z.int().positive(),
  pieceIds: z.array(z.int().positive()).min(1, 'take at least one skein').max(2000),
});

/** How good a plan is known to be. */
export const proven = z.strictObject({
  grams: z.boolean(),
  parents: z.boolean(),
  left: z.boolean(),
  /** No plan makes more grams than this. */
  mostG: notNegative,
  byHand: z.boolean(),
});

const miniPlanContent = z.strictObject({
  asked: typedMinis,
  sizes: z
    .array(
      z.strictObject({
        id: z.string(),
        name: z.string(),
        yarnId: z.int().positive().nullable(),
        massG: positive,
        toleranceG: positive,
        count: z.int().positive().nullable(),
        priority: z.int().min(1),
      }),
    )
    .min(1),
  /** How many kits the plan makes; null where none are made. */
  kits: z.int().min(0).nullable(),
  cutLossG: notNegative,
  tiesG: notNegative,
  reel: reelThen,
  parents: z
    .array(
      z.strictObject({
        pieceId: z.int().positive(),
        yarnId: z.int().positive(),
        massG: positive,
        fromEnd: z.enum(PACKAGE_ENDS),
        segmentsG: z.array(positive).min(1),
        holdsKnot: z.array(z.boolean()).min(1),
        /** How many of each size out of each segment. */
        counts: z.array(z.array(z.int().min(0))).min(1),
      }),
    )
    .min(1),
  proven,
});

export type MiniPlanContent = z.infer<typeof miniPlanContent>;

export function readMiniPlanContent(json: string): MiniPlanContent {
  return miniPlanContent.parse(JSON.parse(json));
}

export function isMiniPlanContent(json: string): boolean {
  return miniPlanContent.safeParse(JSON.parse(json)).success;
}
