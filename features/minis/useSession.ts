'use client';

import { useMemo } from 'react';
import type { LoopMass } from '../../core/gramsPerLoop';
import { loopMassOf, type MiniRunState, type MiniSession, nextMini, type NextMini } from '../../core/miniRun';
import type { MiniRunPlan } from '../../server/miniRunPlan';

/** What a session reckons with just now. */
export interface Session {
  about: MiniSession;
  learned: LoopMass;
  next: NextMini;
  /** Minis that taught what a loop weighs. */
  taughtBy: number;
}

export function useSession(plan: MiniRunPlan, state: MiniRunState): Session {
  return useMemo(() => {
    const { minis, segmentsG, cutLossG, left, gramsPerLoop } = plan;
    const about: MiniSession = { minis, segmentsG, cutLossG, left, gramsPerLoop };
    return {
      about,
      learned: loopMassOf(about, state, plan.parent),
      next: nextMini(about, state, plan.parent),
      taughtBy: state.weighed.filter((weighing) => weighing && !weighing.odd).length + state.parent.length,
    };
  }, [plan, state]);
}
