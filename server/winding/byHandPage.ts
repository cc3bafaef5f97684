import type { Db } from '../../db/common/connection';
import { bench, type HandTool } from '../bench/bench';

/** What the ways to wind by hand are worked out with: the user's own forms, and their own arm. */
export interface ByHandPage {
  forms: HandTool[];
  /** Once round hand and elbow. */
  armLoopM: number;
}

/** Round hand and elbow, until somebody has measured theirs. */
const USUAL_ARM_M = 0.64;

export function byHandPage(db: Db): ByHandPage {
  const { handForms, reels } = bench(db);
  return { forms: handForms, armLoopM: reels.find(({ kind }) => kind === 'arm')?.loopM ?? USUAL_ARM_M };
}
