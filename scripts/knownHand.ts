import { cake } from '../core/bench/cake';
import type { Db } from '../db/common/connection';
import { idOf, logValues, NOW, screenOf, shelved, startValues } from '../tests/support/serverTesting';
import { logRun } from '../server/winding/runLog';
import { runPage } from '../server/winding/runEvents';
import { startRun } from '../server/winding/runStart';

/** A maker's own figures, which no log tells outright: what can be learned is judged against them. */
export interface KnownHand {
  densityGPerCm3: number;
  spindleTurnsPerCrank: number;
  secondsPerTurn: number;
  /** How much single cakes differ, as a share. */
  cakesDiffer: number;
  /** How much the pace differs from day to day. */
  paceDiffers: number;
  /** A ruler held against a soft cake. */
  rulerMm: number;
}

export const A_HAND: KnownHand = {
  densityGPerCm3: 0.255,
  spindleTurnsPerCrank: 4.3,
  secondsPerTurn: 0.78,
  cakesDiffer: 0.05,
  paceDiffers: 0.1,
  rulerMm: 1,
};

/** Winds, weighs, measures and logs so many hanks on the first winder, each as this hand does it; gives the entries. */
export function windAsKnown(db: Db, hand: KnownHand, cakes: number, normal: () => number): number[] {
  const masses = Array.from({ length: cakes }, () => Math.round(72 + 7 * normal()));
  const { pieceIds } = shelved(db, { count: String(cakes), masses: masses.map(String) });
  return pieceIds.map((pieceId, i) => {
    const runId = idOf(startRun(db, pieceId, startValues(), 'metric', NOW));
    const { plan } = runPage(db, runId)!;
    const made = cake({
      ...plan.cakes[0]!.tool,
      massG: masses[i]!,
      gristMPerG: plan.gristMPerG,
      densityGPerCm3: hand.densityGPerCm3 * (1 + hand.cakesDiffer * normal()),
      spindleTurnsPerCrank: hand.spindleTurnsPerCrank,
    });
    const turns = Math.round(made.crankTurns);
    const windingMs = turns * 1000 * hand.secondsPerTurn * (1 + hand.paceDiffers * normal());
    const { send, event } = screenOf(db, runId, 'known-hand');
    send([
      event({ kind: 'turns', part: 0, amount: 1 }),
      event({ kind: 'turns', part: 0, amount: turns - 1 }, NOW.getTime() + Math.round(windingMs)),
    ]);
    const ruler = (mm: number) => `${(mm + hand.rulerMm * normal()).toFixed(0)} mm`;
    const size = { diameters: [ruler(made.outerDiameterMm)], heights: [ruler(plan.cakes[0]!.tool.heightMm)] };
    return idOf(logRun(db, runId, logValues([String(masses[i])], size), 'metric', NOW));
  });
}
