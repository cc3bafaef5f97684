import { crankTurnsAtG } from '../../core/bench/cake';
import { learn, type Learned, type StartingFigure } from '../../core/bench/calibration';
import { isPaced, turnsOn } from '../../core/winding/run';
import { spindleOf } from '../../core/winding/windingPlan';
import type { Db } from '../../db/common/connection';
import { loggedRuns } from '../../db/winding/runs';
import { loggedWinding } from './loggedWinding';

/** Whoever follows a tick keeps to it; how well, the scale tells. */
const STARTING: StartingFigure = { mean: 1, sd: 0.04, single: 0.04 };

const RUNS_REMEMBERED = 30;

/**
 * How many turns were made for each that a pace ticked, from the cakes that were wound to one and weighed: below 1 for
 * hands that fall behind.
 */
export function paceDrift(db: Db): Learned {
  const seen = loggedRuns(db, 'wind', RUNS_REMEMBERED).flatMap((run) => {
    const { plan, state, cakes } = loggedWinding(db, run);
    return cakes
      .filter(({ part }) => isPaced(state, part))
      .map(({ part, massG }) => crankTurnsAtG(spindleOf(plan, part), massG, plan.gristMPerG) / turnsOn(state, part));
  });
  return learn(seen, STARTING);
}
