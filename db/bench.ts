import { type Db, prepared } from './connection';

export interface WinderRow {
  id: number;
  name: string;
  spindleTurnsPer1000Cranks: number;
  coreUm: number;
  heightUm: number;
  maxDiameterUm: number;
  maxMg: number;
  crossingMillideg: number;
  measured: 0 | 1;
}

export interface SwiftRow {
  id: number;
  name: string;
  kind: 'pegs' | 'umbrella' | 'chairs';
  /** JSON: whole millimetres */
  holeRadiiMm: string | null;
  ribs: number | null;
  minOpenMm: number | null;
  maxOpenMm: number | null;
  backDepthMm: number | null;
  measured: 0 | 1;
}

export interface ScaleRow {
  id: number;
  name: string;
  resolutionMg: number;
}

export function allWinders(db: Db): WinderRow[] {
  return prepared<WinderRow>(
    db,
    `SELECT id, name, spindle_turns_per_1000_cranks AS spindleTurnsPer1000Cranks, core_um AS coreUm,
       height_um AS heightUm, max_diameter_um AS maxDiameterUm, max_mg AS maxMg,
       crossing_millideg AS crossingMillideg, measured FROM winder ORDER BY id`,
  ).all();
}

export function updateWinder(db: Db, winder: WinderRow): void {
  prepared(
    db,
    `UPDATE winder SET name = @name, spindle_turns_per_1000_cranks = @spindleTurnsPer1000Cranks, core_um = @coreUm,
       height_um = @heightUm, max_diameter_um = @maxDiameterUm, max_mg = @maxMg,
       crossing_millideg = @crossingMillideg, measured = @measured WHERE id = @id`,
  ).run(winder);
}

export function allSwifts(db: Db): SwiftRow[] {
  return prepared<SwiftRow>(
    db,
    `SELECT id, name, kind, hole_radii_mm AS holeRadiiMm, ribs, min_open_mm AS minOpenMm, max_open_mm AS maxOpenMm,
       back_depth_mm AS backDepthMm, measured FROM swift ORDER BY id`,
  ).all();
}

export function updateSwift(db: Db, swift: SwiftRow): void {
  prepared(
    db,
    `UPDATE swift SET name = @name, hole_radii_mm = @holeRadiiMm, ribs = @ribs, min_open_mm = @minOpenMm,
       max_open_mm = @maxOpenMm, back_depth_mm = @backDepthMm, measured = @measured WHERE id = @id`,
  ).run(swift);
}

export function allScales(db: Db): ScaleRow[] {
  return prepared<ScaleRow>(db, 'SELECT id, name, resolution_mg AS resolutionMg FROM scale ORDER BY id').all();
}
