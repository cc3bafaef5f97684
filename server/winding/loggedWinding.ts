import { type RunState, woundParts } from '../../core/winding/run';
import type { Db } from '../../db/common/connection';
import { type NamedOperationPiece, namedOperationPieces } from '../../db/logbook/logbook';
import type { RunRow } from '../../db/winding/runs';
import { fromMg } from '../common/storageUnits';
import { stateOf } from './runEvents';
import { readPlan, type RunPlan } from './runPlan';

/** A winding that is in the log: its plan, how it ended, and what each of its cakes weighed. */
export interface LoggedWinding {
  plan: RunPlan;
  state: RunState;
  /** The pieces that came of it, in the order of winding. */
  made: NamedOperationPiece[];
  /** Those of them that were planned and weighed. */
  cakes: { part: number; planned: RunPlan['cakes'][number]; pieceId: number; massG: number }[];
}

export function loggedWinding(db: Db, run: RunRow): LoggedWinding {
  const plan = readPlan(run.plan);
  const state = stateOf(db, run);
  const made = namedOperationPieces(db, [run.operationId!]).filter(({ side }) => side === 'out');
  const cakes = woundParts(state).flatMap((part, i) => {
    const planned = plan.cakes[part];
    const { pieceId, massMg } = made[i] ?? {};
    return planned && pieceId && massMg ? [{ part, planned, pieceId, massG: fromMg(massMg) }] : [];
  });
  return { plan, state, made, cakes };
}
