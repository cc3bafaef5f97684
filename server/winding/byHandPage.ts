import type { Db } from '../../db/common/connection';
import { bench, type HandTool } from '../bench/bench';

/** What the ways to wind by hand are worked out with: the user's own forms, and their own arm. */
export interface ByHandPage {
  forms: HandTool[];
  /** Once round hand and elbow. */
  armLoopM: number;
  /** From the front of a chair's back to its rear. */
  chairDepthMm: number;
}

/** Round hand and elbow, until somebody has measured theirs. */
const USUAL_ARM_M = 0.64;
const USUAL_CHAIR_MM = 45;

export function byHandPage(db: Db): ByHandPage {
  const { handForms, reels, swifts } = bench(db);
  const chairs = swifts.find((swift) => swift.kind === 'chairs');
  return {
    forms: handForms,
    armLoopM: reels.find(({ kind }) => kind === 'arm')?.loopM ?? USUAL_ARM_M,
    chairDepthMm: chairs?.backDepthMm ?? USUAL_CHAIR_MM,
  };
}
