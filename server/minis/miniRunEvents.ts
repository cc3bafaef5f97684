import { z } from 'zod';
import { afterMiniEvent, MINI_STAGES, type MiniEvent, type MiniRunState, newMiniRun } from '../../core/minis/miniRun';
import type { Db } from '../../db/common/connection';
import { type RunRow, stateOfRun } from '../../db/winding/runs';
import { eventBase, eventsOf, troubleReport } from '../common/eventBase';
import type { RunKind } from '../winding/runSync';
import { readMiniRunPlan } from './miniRunPlan';

const reading = {
  massG: z.number().positive().max(100_000),
  resolutionG: z.number().positive().max(100),
};

const miniEvents = eventsOf<MiniEvent>(
  z.discriminatedUnion('kind', [
    z.strictObject({ ...eventBase, kind: z.literal('loops'), amount: z.int().min(-100_000).max(100_000) }),
    z.strictObject({ ...eventBase, kind: z.literal('stage'), stage: z.enum(MINI_STAGES) }),
    z.strictObject({ ...eventBase, kind: z.literal('weigh'), ...reading, odd: z.boolean() }),
    z.strictObject({ ...eventBase, kind: z.literal('unweigh') }),
    z.strictObject({ ...eventBase, kind: z.literal('weigh parent'), ...reading }),
    z.strictObject({ ...eventBase, kind: z.literal('unweigh parent') }),
    z.strictObject({ ...eventBase, kind: z.literal('skip'), skipped: z.boolean() }),
    z.strictObject({ ...eventBase, kind: z.literal('pause') }),
    z.strictObject({ ...eventBase, kind: z.literal('resume') }),
    z.strictObject({
      ...eventBase,
      kind: z.literal('trouble'),
      ...troubleReport,
      atLoop: z.int().min(0).max(10_000_000),
    }),
  ]),
);

/** Minis are counted off a skein. */
export const MINI_COUNTING: RunKind<MiniRunState, MiniEvent> = {
  events: miniEvents,
  fold: (plan) => {
    const parts = readMiniRunPlan(plan).minis.length;
    return { parts, start: newMiniRun(parts), after: afterMiniEvent };
  },
};

/** Where the counting of a parent's minis stands now. */
export function miniStateOf(db: Db, run: RunRow): MiniRunState {
  return stateOfRun(db, run.id, MINI_COUNTING.fold(run.plan));
}
