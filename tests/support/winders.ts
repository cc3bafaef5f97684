import type { WinderFigures } from '../../core/winding/windingPlan';

/** The small winder, with the figures that a new bench has. */
export const SMALL_WINDER: WinderFigures = {
  maxMassG: 113,
  maxDiameterMm: 98,
  coreDiameterMm: 24,
  heightMm: 68,
  spindleTurnsPerCrank: 4,
  crossingAngleDeg: 20,
};
