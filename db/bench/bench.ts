import { type Db, prepared } from '../common/connection';
import { columnNames, type Sql, sql, sqlList, sqlName } from '../common/sql';

/** The user's tools. `measuredFigures` is a JSON array of the names of those figures that were measured. */
interface ToolRow {
  id: number;
  name: string;
  measuredFigures: string;
}

export interface WinderRow extends ToolRow {
  spindleTurnsPer1000Cranks: number;
  coreUm: number;
  heightUm: number;
  maxDiameterUm: number;
  maxMg: number;
  crossingMillideg: number;
  turning: 'clockwise' | 'counterclockwise' | null;
  drive: 'hand' | 'motor';
  base: 'flat' | 'dished' | 'rimmed';
}

export interface SwiftRow extends ToolRow {
  kind: 'pegs' | 'umbrella' | 'chairs';
  /** JSON: whole millimetres */
  holeRadiiMm: string | null;
  ribs: number | null;
  minOpenMm: number | null;
  maxOpenMm: number | null;
  backDepthMm: number | null;
}

export interface HandFormRow extends ToolRow {
  kind: 'nostepinne' | 'tube' | 'thumb' | 'fingers';
  coreUm: number;
  heightUm: number;
  maxDiameterUm: number;
  maxMg: number;
}

export interface ScaleRow extends ToolRow {
  resolutionMg: number;
  maxMg: number | null;
  knownMg: number | null;
  shownMg: number | null;
}

export interface CounterRow extends ToolRow {
  umPerPulse: number;
}

export interface ReelRow extends ToolRow {
  kind: 'arm' | 'frame' | 'reel' | 'chair';
  loopMm: number;
  spreadUm: number;
}

export interface WheelRow extends ToolRow {
  kind: 'wheel' | 'spindle';
  /** JSON: turns to a thousand treadles or rolls, whorl by whorl. */
  turnsPer1000: string;
  slipPerMille: number;
  drawMm: number;
  pacePerMin: number;
}

export interface BenchRows {
  winder: WinderRow;
  swift: SwiftRow;
  hand_form: HandFormRow;
  scale: ScaleRow;
  counter: CounterRow;
  reel: ReelRow;
  wheel: WheelRow;
}

/** The tables of the bench; each holds one kind of tool. */
export type ToolTable = keyof BenchRows;

/** The columns of each table by the names that they go by here. */
const COLUMNS: { [Table in ToolTable]: Record<Exclude<keyof BenchRows[Table], 'id'> & string, string> } = {
  winder: {
    name: 'name',
    measuredFigures: 'measured_figures',
    spindleTurnsPer1000Cranks: 'spindle_turns_per_1000_cranks',
    coreUm: 'core_um',
    heightUm: 'height_um',
    maxDiameterUm: 'max_diameter_um',
    maxMg: 'max_mg',
    crossingMillideg: 'crossing_millideg',
    turning: 'turning',
    drive: 'drive',
    base: 'base',
  },
  swift: {
    name: 'name',
    measuredFigures: 'measured_figures',
    kind: 'kind',
    holeRadiiMm: 'hole_radii_mm',
    ribs: 'ribs',
    minOpenMm: 'min_open_mm',
    maxOpenMm: 'max_open_mm',
    backDepthMm: 'back_depth_mm',
  },
  hand_form: {
    name: 'name',
    measuredFigures: 'measured_figures',
    kind: 'kind',
    coreUm: 'core_um',
    heightUm: 'height_um',
    maxDiameterUm: 'max_diameter_um',
    maxMg: 'max_mg',
  },
  scale: {
    name: 'name',
    measuredFigures: 'measured_figures',
    resolutionMg: 'resolution_mg',
    maxMg: 'max_mg',
    knownMg: 'known_mg',
    shownMg: 'shown_mg',
  },
  counter: { name: 'name', measuredFigures: 'measured_figures', umPerPulse: 'um_per_pulse' },
  reel: {
    name: 'name',
    measuredFigures: 'measured_figures',
    kind: 'kind',
    loopMm: 'loop_mm',
    spreadUm: 'spread_um',
  },
  wheel: {
    name: 'name',
    measuredFigures: 'measured_figures',
    kind: 'kind',
    turnsPer1000: 'turns_per_1000',
    slipPerMille: 'slip_per_mille',
    drawMm: 'draw_mm',
    pacePerMin: 'pace_per_min',
  },
};

function selected(table: ToolTable): Sql {
  const columns = Object.entries(COLUMNS[table]).map(([name, column]) => sql`${sqlName(column)} AS ${fieldName(name)}`);
  return sql`SELECT id, ${sqlList(columns)} FROM ${sqlName(table)}`;
}

/** A field is called as the column is, in the program's own way of writing: `coreUm`, `maxMg`. */
function fieldName(name: string): Sql {
  sqlName(name.toLowerCase());
  return name as Sql;
}

/** The tools of one kind that are on the bench. */
export function toolsOf<Table extends ToolTable>(db: Db, table: Table): BenchRows[Table][] {
  return prepared<BenchRows[Table]>(db, sql`${selected(table)} WHERE removed_at IS NULL ORDER BY id`).all();
}

/** A tool, also one that was taken off the bench. */
export function toolById<Table extends ToolTable>(db: Db, table: Table, id: number): BenchRows[Table] | undefined {
  return prepared<BenchRows[Table]>(db, sql`${selected(table)} WHERE id = ?`).get(id);
}

export function insertTool<Table extends ToolTable>(db: Db, table: Table, tool: Omit<BenchRows[Table], 'id'>): number {
  const columns = Object.entries(COLUMNS[table]);
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO ${sqlName(table)} (${columnNames(columns.map(([, column]) => column))})
     VALUES (${sqlList(columns.map(([name]) => sql`@${fieldName(name)}`))})`,
  ).run(tool);
  return Number(lastInsertRowid);
}

export function updateTool<Table extends ToolTable>(db: Db, table: Table, tool: BenchRows[Table]): void {
  const columns = Object.entries(COLUMNS[table]).map(([name, column]) => sql`${sqlName(column)} = @${fieldName(name)}`);
  prepared(db, sql`UPDATE ${sqlName(table)} SET ${sqlList(columns)} WHERE id = @id`).run(tool);
}

/** Takes a tool off the bench, or puts it back; what was wound with it stays as it was. */
export function setRemoved(db: Db, table: ToolTable, id: number, removedAt: string | null): void {
  prepared(db, sql`UPDATE ${sqlName(table)} SET removed_at = ? WHERE id = ?`).run(removedAt, id);
}
