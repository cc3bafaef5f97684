'use client';

import { useMemo } from 'react';
import type { LoopMass } from '../../../core/minis/gramsPerLoop';
import { type MiniRunState, nextMini, type NextMini } from '../../../core/minis/miniRun';
import type { MiniRunPlan } from '../../../server/minis/miniRunPlan';

/** What a session goes by just now. */
export interface Session {
  learned: LoopMass;
  next: NextMini;
  /** Minis that taught what a loop weighs. */
  taughtBy: number;
}

export function useSession(plan: MiniRunPlan, state: MiniRunState): Session {
  return useMemo(() => {
    const next = nextMini(plan, state, plan.parent);
    return {
      next,
      learned: next.learned,
      taughtBy: state.weighed.filter((weighing) => weighing && !weighing.odd).length + state.parent.length,
    };
  }, [plan, state]);
}
