import { massAtTurnsG, yarnVolumeMm3 } from '../../core/bench/cake';
import { widthOfMm } from '../../core/bench/winderFit';
import { type LimitSeen, type WinderHolds, winderLimit } from '../../core/bench/winderLimit';
import type { PlanTool } from '../../core/winding/piecePlan';
import type { RunState } from '../../core/winding/run';
import { spindleOf } from '../../core/winding/windingPlan';
import type { Db } from '../../db/common/connection';
import { loggedRuns } from '../../db/winding/runs';
import { woundBy } from '../../db/winding/woundCakes';
import type { Bench } from '../bench/bench';
import { densityOf, isMeasured } from '../bench/calibration';
import { toolOfKey } from '../bench/planTools';
import { loggedWinding } from './loggedWinding';
import type { RunPlan } from './runPlan';

const RUNS_REMEMBERED = 60;
/** Troubles that a cake has which is larger than its winder holds. */
const SPILLS: readonly string[] = ['over the base', 'in the gears'];
/** So far beyond its limit a cake is planned in one without asking, with a warning. */
const MOST_SLACK = 0.05;

/** What each winder holds by all that came off it, clean or over its base; by the winder's number. */
export function winderLimits(db: Db, { winders }: Pick<Bench, 'winders'>): Record<number, WinderHolds> {
  const seen = cakesSeen(db);
  return Object.fromEntries(
    winders.map((winder) => {
      const roomCm3 = yarnVolumeMm3(winder, winder.maxDiameterMm) / 1000;
      const cakes = seen.get(winder.id) ?? [];
      const basis = (figure: 'maxMassG' | 'maxDiameterMm') =>
        winder.measured.includes(figure) ? 'entered' : 'rule of thumb';
      // What spilled tells of the limit that it was nearer to.
      const tooWide = ({ massG, volumeCm3 }: CakeSeen) => volumeCm3 / roomCm3 > massG / winder.maxMassG;
      const tellingOf = (byRoom: boolean, reached: (cake: CakeSeen) => number): LimitSeen[] =>
        cakes
          .filter((cake) => !cake.spilled || tooWide(cake) === byRoom)
          .map((cake) => ({ reached: reached(cake), spilled: cake.spilled }));
      const holds: WinderHolds = {
        massG: winderLimit(
          winder.maxMassG,
          basis('maxMassG'),
          tellingOf(false, ({ massG }) => massG),
        ),
        roomCm3: winderLimit(
          roomCm3,
          basis('maxDiameterMm'),
          tellingOf(true, ({ volumeCm3 }) => volumeCm3),
        ),
      };
      return [winder.id, holds];
    }),
  );
}

/** The same tools, each winder with what it holds. */
export function withLimits(db: Db, tools: readonly PlanTool[], bench: Pick<Bench, 'winders'>): PlanTool[] {
  const limits = winderLimits(db, bench);
  return tools.map((tool) => {
    const { table, id } = toolOfKey(tool.key);
    const holds = table === 'winder' ? limits[id] : undefined;
    if (!holds) return tool;
    const { massG, roomCm3 } = holds;
    return {
      ...tool,
      holds,
      maxMassG: massG.mean,
      maxDiameterMm: widthOfMm(tool, roomCm3.mean),
      limitSlack: massG.known === 'entered' ? 0 : Math.min(MOST_SLACK, massG.sd / massG.mean),
    };
  });
}

/** A cake as it came off clean, or as it was when it spilled. */
interface CakeSeen {
  massG: number;
  volumeCm3: number;
  spilled: boolean;
}

/** Every cake of the last windings, by the number of its winder. */
function cakesSeen(db: Db): Map<number, CakeSeen[]> {
  const seen = new Map<number, CakeSeen[]>();
  for (const run of loggedRuns(db, 'wind', RUNS_REMEMBERED)) {
    const { plan, state, cakes } = loggedWinding(db, run);
    const measured = new Map(
      woundBy(db, run.operationId!)
        .filter(isMeasured)
        .map((cake) => [cake.pieceId, densityOf(cake)]),
    );
    for (const { part, planned, pieceId, massG } of cakes) {
      const { onto, id } = planned.tool;
      if (onto !== 'winder' || id === null) continue;
      const spilledG = spilledAtG(plan, state, part);
      // Where nobody counted, nobody knows when it spilled.
      if (spilledG !== null && state.uncounted.includes(part)) continue;
      // As firm as it was measured, else as such yarn was expected to be.
      const densityGPerCm3 = measured.get(pieceId) ?? planned.densityGPerCm3;
      const reachedG = spilledG ?? massG;
      const each = { massG: reachedG, volumeCm3: reachedG / densityGPerCm3, spilled: spilledG !== null };
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
