import { massAtTurnsG } from '../../core/bench/cake';
import { type LimitSeen, type WinderLimit, winderLimit } from '../../core/bench/winderLimit';
import type { PlanTool } from '../../core/winding/piecePlan';
import type { RunState } from '../../core/winding/run';
import { spindleOf } from '../../core/winding/windingPlan';
import type { Db } from '../../db/common/connection';
import { loggedRuns } from '../../db/winding/runs';
import type { Bench } from '../bench/bench';
import { toolOfKey } from '../bench/planTools';
import { loggedWinding } from './loggedWinding';
import type { RunPlan } from './runPlan';

const RUNS_REMEMBERED = 60;
/** Troubles that a cake has which is larger than its winder holds. */
const SPILLS: readonly string[] = ['over the base', 'in the gears'];
/** So far beyond its limit a cake is planned in one without asking, with a warning. */
const MOST_SLACK = 0.05;

/** What each winder holds by all that came off it, clean or over its base; by the winder's number. */
export function winderLimits(db: Db, { winders }: Pick<Bench, 'winders'>): Record<number, WinderLimit> {
  const seen = limitsSeen(db);
  return Object.fromEntries(
    winders.map(({ id, maxMassG, measured }) => {
      const basis = measured.includes('maxMassG') ? 'entered' : 'rule of thumb';
      return [id, winderLimit(maxMassG, basis, seen.get(id) ?? [])];
    }),
  );
}

/** The same tools, each winder with what it holds. */
export function withLimits(db: Db, tools: readonly PlanTool[], bench: Pick<Bench, 'winders'>): PlanTool[] {
  const limits = winderLimits(db, bench);
  return tools.map((tool) => {
    const { table, id } = toolOfKey(tool.key);
    const limit = table === 'winder' ? limits[id] : undefined;
    if (!limit) return tool;
    return {
      ...tool,
      limit,
      maxMassG: limit.mean,
      limitSlack: limit.known === 'entered' ? 0 : Math.min(MOST_SLACK, limit.sd / limit.mean),
    };
  });
}

/** What every cake of the last windings said of its winder, by the winder's number. */
function limitsSeen(db: Db): Map<number, LimitSeen[]> {
  const seen = new Map<number, LimitSeen[]>();
  for (const run of loggedRuns(db, 'wind', RUNS_REMEMBERED)) {
    const { plan, state, cakes } = loggedWinding(db, run);
    for (const { part, planned, massG } of cakes) {
      const { onto, id } = planned.tool;
      if (onto !== 'winder' || id === null) continue;
      const spilledG = spilledAtG(plan, state, part);
      // Where nobody counted, nobody knows when it spilled.
      if (spilledG !== null && state.uncounted.includes(part)) continue;
      const each = spilledG === null ? { massG, spilled: false } : { massG: spilledG, spilled: true };
      seen.set(id, [...(seen.get(id) ?? []), each]);
    }
  }
  return seen;
}

/** What lay on the spindle when it first spilled; null where it did not. */
function spilledAtG(plan: RunPlan, state: RunState, part: number): number | null {
  const turns = [
    ...state.stops.filter(({ reason }) => reason === 'over the base'),
    ...state.troubles.filter(({ trouble }) => SPILLS.includes(trouble)),
  ].flatMap((each) => (each.part === part && each.atTurn > 0 ? [each.atTurn] : []));
  return turns.length === 0 ? null : massAtTurnsG(spindleOf(plan, part), Math.min(...turns), plan.gristMPerG);
}
