import { z } from 'zod';
import { DENSITY_WOUND_ONCE, DENSITY_WOUND_TWICE, radiusAtMm } from '../core/bench/cake';
import { parseCare } from '../core/yarn/care';
import { readOrNull } from '../core/common/inputError';
import { FAULT_KINDS, PACKAGE_ENDS } from '../core/yarn/faults';
import { BAND_COLUMNS, BAND_TEXTS } from '../core/yarn/band';
import { FIBRE_NAMES, YARN_KINDS } from '../core/yarn/fibre';
import { PIECE_FORMS, JOINTS, OPERATION_KINDS, WRITE_OFF_REASONS } from '../core/yarn/piece';
import { INGREDIENT_KINDS, type Recipe } from '../core/dyeing/recipe';
import { parsePrice } from '../core/market/price';
import { REEL_KINDS } from '../core/minis/miniLoops';
import { PLY_METHODS } from '../core/twist/plying';
import { HAND_FORMS } from '../core/winding/run';
import { TASK_KINDS } from '../core/days/schedule';
import { LEAVING_WAYS } from '../core/twist/strandWays';
import { SEQUELS } from '../core/trouble/trouble';
import { EXERCISE_KINDS } from '../core/twist/twistPractice';
import { MOST_ROWS, parseChart, type RowPattern } from '../core/projects/rowPattern';
import type { Border } from '../core/projects/rowForecast';

/**
 * The archive: everything the app keeps, as one JSON document, in whole milligrams, millimetres and micrometres as it
 * is stored. Read back into an empty database, it makes the same one.
 */

export const ARCHIVE_FORMAT = 'lazy-acorn archive';
export const ARCHIVE_VERSION = 11;

const id = z.int().positive();
const whole = z.int().positive();
const wholeOrNone = whole.nullable();
const notNegative = z.int().nonnegative();
const time = z.iso.datetime();
const humidity = z.int().min(0).max(90).nullable();
const hex = z.string().regex(/^#[0-9a-f]{6}$/);
const flag = z.union([z.literal(0), z.literal(1)]);
/** What stands in a column as JSON; undefined where it is torn. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

const json = z.string().refine((text) => parsed(text) !== undefined, 'must be JSON');
const jsonHolding = (schema: z.ZodType, message: string) =>
  z.string().refine((text) => schema.safeParse(parsed(text)).success, message);

/** Which of a tool's figures were measured; and whether it is still on the bench. */
const tool = {
  measured_figures: jsonHolding(z.array(z.string()), 'must be an array of names of figures'),
  removed_at: time.nullable(),
};

const price = z.string().refine((text) => readOrNull(() => parsePrice(text)) !== null, 'must be a price, like 6.50 €');

const radii = jsonHolding(z.array(whole).min(1), 'must be an array of whole millimetres');

const bandTextColumns = Object.fromEntries(BAND_TEXTS.map((name) => [BAND_COLUMNS[name]!, z.string()]));

const positive = z.number().positive();
const recipe = z.strictObject({
  ingredients: z.array(
    z.strictObject({
      kind: z.enum(INGREDIENT_KINDS),
      name: z.string(),
      percent: positive,
      stockPercent: positive.max(100).nullable(),
    }),
  ),
  waterMlPerG: positive.nullable(),
  celsius: z.number().min(0).max(100).nullable(),
  minutes: positive.nullable(),
}) satisfies z.ZodType<Recipe>;
const rowPattern = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('even'), stitches: wholeOrNone }),
  z.strictObject({ kind: z.literal('stepped'), stitches: whole, change: z.int(), every: whole }),
  z.strictObject({
    kind: z.literal('chart'),
    text: z.string().refine((text) => readOrNull(() => parseChart(text, '')) !== null),
  }),
  z.strictObject({ kind: z.literal('unknown') }),
]) satisfies z.ZodType<RowPattern>;
const border = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('amount'),
    amount: z.union([z.strictObject({ grams: positive }), z.strictObject({ metres: positive })]),
  }),
  z.strictObject({ kind: z.literal('rows'), rows: whole }),
  z.strictObject({ kind: z.literal('width'), times: positive, stitchesPer10Cm: positive }),
]) satisfies z.ZodType<Border>;

/** One array a table, in the order in which the tables refer to one another. */
export const archiveTables = {
  yarn: z.strictObject({
    id,
    ...bandTextColumns,
    colour_hex: hex,
    put_up_mg: wholeOrNone,
    put_up_mm: wholeOrNone,
    weight_class: z.int().min(0).max(7).nullable(),
    wpi: z.number().positive().nullable(),
    needle_um: wholeOrNone,
    hook_um: wholeOrNone,
    plies: z.int().min(1).max(99).nullable(),
    twist_direction: z.enum(['S', 'Z']).nullable(),
    twist_turns_per_km: notNegative.nullable(),
    gauge_stitches_per_10m: wholeOrNone,
    gauge_rows_per_10m: wholeOrNone,
    care_symbols: z
      .string()
      .refine(
        (codes) => readOrNull(() => parseCare(codes, '')) !== null,
        'must be care symbols that are known, one of each kind',
      ),
    like_yarn_id: id.nullable(),
    trust: z.enum(['band', 'samples']).nullable(),
    work_from: z.enum(['centre', 'outside']).nullable(),
    gone: z.enum(['put away', 'deleted', 'merged']).nullable(),
    gone_at: time.nullable(),
    batch: z.string().nullable(),
    created_at: time,
  }),
  yarn_fibre: z.strictObject({
    yarn_id: id,
    position: notNegative,
    fibre: z.enum(FIBRE_NAMES),
    written: z.string().nullable(),
    per_mille: z.int().min(1).max(1000),
  }),
  operation: z.strictObject({
    id,
    kind: z.enum(OPERATION_KINDS),
    at: time,
    note: z.string(),
    waste_mg: notNegative,
    ties_mg: notNegative,
    undoes: id.nullable(),
    request_key: z.string().nullable(),
    from_end: z.enum(PACKAGE_ENDS).nullable(),
  }),
  piece: z.strictObject({
    id,
    yarn_id: id,
    form: z.enum(PIECE_FORMS),
    label: z.string(),
    loop_mm: wholeOrNone,
    created_by: id,
  }),
  operation_piece: z.strictObject({
    operation_id: id,
    piece_id: id,
    side: z.enum(['in', 'out', 'on']),
    mass_mg: wholeOrNone,
    mass_from: z.enum(['scale', 'band']).nullable(),
    tare_mg: notNegative,
    resolution_mg: wholeOrNone,
    humidity_percent: humidity,
  }),
  sample: z.strictObject({
    operation_id: id,
    piece_id: id,
    how: z.enum(['length', 'reel', 'wraps', 'twist']),
    washed: flag,
    length_mm: wholeOrNone,
    mass_mg: wholeOrNone,
    resolution_mg: wholeOrNone,
    humidity_percent: humidity,
    loops: wholeOrNone,
    loop_mm: wholeOrNone,
    spread_mm: wholeOrNone,
    wpi: z.number().positive().nullable(),
    turns: z.number().positive().nullable(),
    over_mm: wholeOrNone,
    leans: z.enum(['S', 'Z']).nullable(),
  }),
  picture: z.strictObject({
    id,
    yarn_id: id,
    operation_id: id.nullable(),
    file: z.string().regex(/^[0-9a-f]{8,64}\.webp$/, 'the name of a picture of ours'),
    width: whole,
    height: whole,
    added_at: time,
    removed_at: time.nullable(),
  }),
  yarn_merge: z.strictObject({
    id,
    from_yarn: id,
    into_yarn: id,
    at: time,
    filled: jsonHolding(z.array(z.string()), 'must be an array of names of columns'),
    undone_at: time.nullable(),
  }),
  yarn_merge_piece: z.strictObject({ merge_id: id, piece_id: id, label: z.string() }),
  project: z.strictObject({
    id,
    name: z.string(),
    notes: z.string(),
    due_on: z.iso.date().nullable(),
    cast_on: z.iso.date().nullable(),
    margin_per_mille: z.int().min(0).max(1000),
    spare: z.int().min(0).max(20),
    by_hand: wholeOrNone,
    created_at: time,
    finished_at: time.nullable(),
    deleted_at: time.nullable(),
    request_key: z.string().nullable(),
  }),
  project_need: z.strictObject({
    id,
    project_id: id,
    position: notNegative,
    colour: z.string(),
    need_mm: wholeOrNone,
    need_mg: wholeOrNone,
    done_per_mille: z.int().min(0).max(1000),
  }),
  project_need_yarn: z.strictObject({ need_id: id, position: notNegative, yarn_id: id }),
  mark: z.strictObject({
    id,
    operation_id: id,
    piece_id: id,
    kind: z.enum(FAULT_KINDS),
    at_mm: notNegative,
    inner_hex: hex.nullable(),
    outer_hex: hex.nullable(),
  }),
  colour_stretch: z.strictObject({
    operation_id: id,
    piece_id: id,
    position: notNegative,
    colour_hex: hex,
    length_mm: wholeOrNone,
  }),
  winder: z.strictObject({
    id,
    name: z.string(),
    spindle_turns_per_1000_cranks: whole,
    core_um: whole,
    height_um: whole,
    max_diameter_um: whole,
    max_mg: whole,
    crossing_millideg: z.int().min(0).max(89000),
    turning: z.enum(['clockwise', 'counterclockwise']).nullable(),
    drive: z.enum(['hand', 'motor']),
    base: z.enum(['flat', 'dished', 'rimmed']),
    ...tool,
  }),
  swift: z.strictObject({
    id,
    name: z.string(),
    kind: z.enum(['pegs', 'umbrella', 'chairs']),
    hole_radii_mm: radii.nullable(),
    ribs: wholeOrNone,
    min_open_mm: wholeOrNone,
    max_open_mm: wholeOrNone,
    back_depth_mm: wholeOrNone,
    ...tool,
  }),
  hand_form: z.strictObject({
    id,
    name: z.string(),
    kind: z.enum(HAND_FORMS),
    core_um: whole,
    height_um: whole,
    max_diameter_um: whole,
    max_mg: whole,
    ...tool,
  }),
  scale: z.strictObject({
    id,
    name: z.string(),
    resolution_mg: whole,
    max_mg: wholeOrNone,
    known_mg: wholeOrNone,
    shown_mg: wholeOrNone,
    ...tool,
  }),
  counter: z.strictObject({ id, name: z.string(), um_per_pulse: whole, ...tool }),
  reel: z.strictObject({
    id,
    name: z.string(),
    kind: z.enum(REEL_KINDS),
    loop_mm: whole,
    spread_um: whole,
    ...tool,
  }),
  setting: z.strictObject({ name: z.string(), value: json }),
  wound_cake: z.strictObject({
    operation_id: id,
    piece_id: id,
    winder_id: id.nullable(),
    hand_form_id: id.nullable(),
    yarn_kind: z.enum(YARN_KINDS),
    again: flag,
    core_um: whole,
    crossing_millideg: z.int().min(0).max(89000),
    turns: notNegative,
    planned_turns: notNegative,
    winding_ms: wholeOrNone,
    length_mm: whole,
    counter_mm: wholeOrNone,
    diameter_um: wholeOrNone,
    height_um: wholeOrNone,
  }),
  strand_leaving: z.strictObject({ operation_id: id, way: z.enum(LEAVING_WAYS) }),
  strand_laid: z.strictObject({
    operation_id: id,
    piece_id: id,
    how: z.enum(['spindle', 'carried', 'reel']).nullable(),
    direction: z.enum(['cw', 'ccw']).nullable(),
    core_um: wholeOrNone,
    outer_um: wholeOrNone,
    crossing_millideg: z.int().min(0).max(89000),
    loop_mm: wholeOrNone,
    inner_end: z.enum(['free', 'buried']).nullable(),
    far_side: z.enum(['open', 'closed']).nullable(),
  }),
  planned_use: z.strictObject({ piece_id: id, way: json, chosen_at: time }),
  ply: z.strictObject({
    operation_id: id,
    method: z.enum(PLY_METHODS),
    spun: z.enum(['S', 'Z']).nullable(),
    spun_turns_per_km: wholeOrNone,
    plied: z.enum(['S', 'Z']),
    plied_turns_per_km: wholeOrNone,
    rest_until: time.nullable(),
  }),
  consumption: z.strictObject({
    operation_id: id,
    mass_mg: wholeOrNone,
    why: z.enum(WRITE_OFF_REASONS).nullable(),
    project_id: id.nullable(),
  }),
  trouble: z.strictObject({
    operation_id: id,
    trouble: z.string(),
    attempt: z.string(),
    seconds: notNegative,
    lost_mm: notNegative,
    sequel: z.enum(SEQUELS),
  }),
  knitting: z.strictObject({
    id,
    name: z.string(),
    piece_id: id,
    project_id: id.nullable(),
    pattern: jsonHolding(rowPattern, 'must tell how wide its rows are'),
    last_row: z.int().min(1).max(MOST_ROWS).nullable(),
    border: jsonHolding(border, 'must tell what is kept for the border').nullable(),
    created_at: time,
    finished_at: time.nullable(),
    deleted_at: time.nullable(),
    request_key: z.string().nullable(),
  }),
  row_weighing: z.strictObject({
    operation_id: id,
    knitting_id: id,
    piece_id: id,
    rows_done: z.int().min(0).max(MOST_ROWS),
  }),
  wheel: z.strictObject({
    id,
    name: z.string(),
    kind: z.enum(['wheel', 'spindle']),
    turns_per_1000: jsonHolding(z.array(whole).min(1), 'must be an array of turns to a thousand treadles'),
    slip_per_mille: z.int().min(0).max(500),
    draw_mm: whole,
    pace_per_min: whole,
    ...tool,
  }),
  bath: z.strictObject({
    id,
    name: z.string(),
    series: z.string(),
    fibre_mg: whole,
    recipe: jsonHolding(recipe, 'must tell how the bath is made'),
    pot_ml: wholeOrNone,
    note: z.string(),
    operation_id: id.nullable(),
    colour_hex: hex.nullable(),
    dye_lot: z.string(),
    created_at: time,
    deleted_at: time.nullable(),
    request_key: z.string().nullable(),
  }),
  bath_piece: z.strictObject({ bath_id: id, piece_id: id }),
  offer: z.strictObject({ id, piece_id: id.nullable(), plan_id: id.nullable(), kit: wholeOrNone, price }),
  sale: z.strictObject({
    operation_id: id,
    first_id: id,
    price: z.union([z.literal(''), price]),
    plan_id: id.nullable(),
    kit: wholeOrNone,
  }),
  hung_skein: z.strictObject({
    operation_id: id,
    piece_id: id,
    loop_mm: whole,
    half_turns: z.number().min(0).max(200),
    sides: z.enum(['S', 'Z']),
    washed: flag,
  }),
  joined: z.strictObject({
    operation_id: id,
    joint: z.enum(JOINTS),
    pieces: jsonHolding(z.array(id).min(2), 'must be an array of numbers of pieces'),
  }),
  task: z.strictObject({
    id,
    kind: z.enum(TASK_KINDS),
    title: z.string(),
    piece_id: id.nullable(),
    project_id: id.nullable(),
    minutes: z.int().min(1).max(1440).nullable(),
    due_on: z.iso.date().nullable(),
    planned_on: z.iso.date().nullable(),
    created_at: time,
    done_at: time.nullable(),
    deleted_at: time.nullable(),
    request_key: z.string().nullable(),
  }),
  task_after: z.strictObject({ task_id: id, after_id: id, wait_days: z.int().min(0).max(365) }),
  practice_answer: z.strictObject({ id, at: time, kind: z.enum(EXERCISE_KINDS), is_right: flag }),
  mini_plan: z.strictObject({
    id,
    name: z.string(),
    plan: json,
    created_at: time,
    ended_at: time.nullable(),
    request_key: z.string().nullable(),
  }),
  mini: z.strictObject({
    piece_id: id,
    operation_id: id,
    plan_id: id,
    reel_id: id.nullable(),
    size_id: z.string(),
    place: whole,
    places: whole,
    loops: whole,
    wanted_mg: whole,
    tolerance_mg: notNegative,
    kit: wholeOrNone,
  }),
  run: z.strictObject({
    id,
    piece_id: id,
    kind: z.enum(['wind', 'minis']),
    plan_id: id.nullable(),
    plan: json,
    started_at: time,
    ended_at: time.nullable(),
    operation_id: id.nullable(),
  }),
  run_event: z.strictObject({
    id,
    run_id: id,
    writer: z.string(),
    seq: whole,
    at_ms: notNegative,
    part: notNegative,
    kind: z.string(),
    detail: json,
  }),
} as const;

export type ArchiveTable = keyof typeof archiveTables;

export const archive = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT, 'this is not a Lazy Acorn archive'),
  version: z.literal(ARCHIVE_VERSION, `only versions 1 to ${ARCHIVE_VERSION} can be read`),
  exportedAt: time,
  tables: z.strictObject(
    Object.fromEntries(Object.entries(archiveTables).map(([table, row]) => [table, z.array(row)])) as {
      [Table in ArchiveTable]: z.ZodArray<(typeof archiveTables)[Table]>;
    },
  ),
  /** The pictures' files by their names, in base 64. */
  pictures: z.record(z.string().regex(/^[0-9a-f]{8,64}\.webp$/), z.base64()),
});

export type Archive = z.infer<typeof archive>;

type OldRow = Record<string, unknown>;
type OldTables = Record<string, OldRow[]>;

/** One small step for each version, from the one it is listed under to the next. */
const UPGRADES: Record<number, (tables: OldTables) => OldTables> = {
  1: (tables) => ({
    ...withColumns(tables, {
      yarn: {
        gauge_stitches_per_10m: null,
        gauge_rows_per_10m: null,
        care_symbols: '',
        place: '',
        like_yarn_id: null,
        trust: null,
        gone: null,
        gone_at: null,
        batch: null,
      },
      operation_piece: { humidity_percent: null },
    }),
    sample: [],
    picture: [],
    yarn_merge: [],
    yarn_merge_piece: [],
    project: [],
    project_need: [],
    project_need_yarn: [],
  }),
  2: (tables) => ({
    ...withColumns(tables, {
      yarn: { work_from: null },
      operation: { from_end: null },
      scale: { max_mg: null, known_mg: null, shown_mg: null, measured_figures: '[]', removed_at: null },
    }),
    winder: tables.winder!.map((row) => ({
      turning: null,
      drive: 'hand',
      base: 'flat',
      ...measuredFigures(row, [
        'spindleTurnsPerCrank',
        'coreDiameterMm',
        'heightMm',
        'maxDiameterMm',
        'maxMassG',
        'crossingAngleDeg',
      ]),
    })),
    swift: tables.swift!.map((row) => measuredFigures(row, SWIFT_FIGURES[String(row.kind)] ?? [])),
    run_event: tables.run_event!.map(renamedEvent),
    // Earlier versions knew none, so one gets those that a new bench has.
    hand_form: [
      handForm(1, 'Nostepinne', 'nostepinne', [22_000, 75_000, 110_000], 150_000),
      handForm(2, 'Card tube', 'tube', [38_000, 80_000, 115_000], 150_000),
      handForm(3, 'Thumb', 'thumb', [26_000, 60_000, 85_000], 60_000),
    ],
    counter: [{ id: 1, name: 'Length counter', um_per_pulse: 100_000, measured_figures: '[]', removed_at: null }],
    setting: [],
    wound_cake: [],
  }),
  3: (tables) => ({
    ...withColumns(tables, { operation: { ties_mg: 0 }, run: { kind: 'wind', job_id: null } }),
    reel: [
      reel(1, 'Hand and elbow', 'arm', 640, 40_000),
      reel(2, 'Small frame', 'frame', 760, 80_000),
      reel(3, 'Hand reel', 'reel', 1460, 60_000),
      reel(4, 'Chair back', 'chair', 980, 120_000),
    ],
    mini_job: [],
    mini: [],
  }),
  4: (tables) => ({
    ...withColumns(tables, { sample: { turns: null, over_mm: null, leans: null } }),
    strand_left: [],
    strand_laid: [...laidCakes(tables), ...laidMinis(tables), ...laidBalls(tables)],
    next_way: [],
    ply: [],
    practice_answer: [],
  }),
  5: (tables) => ({
    ...withColumns(tables, { picture: { operation_id: null }, project: { cast_on: null } }),
    went: [],
    joined: [],
    job: [],
    job_after: [],
  }),
  // The same rows, in tables and columns of other names.
  6: (tables) =>
    Object.fromEntries(
      Object.entries(tables).map(([table, rows]) => {
        const names = COLUMNS_BEFORE_7[table];
        return [TABLES_BEFORE_7[table] ?? table, names ? rows.map((row) => renamed(row, names)) : rows];
      }),
    ),
  // Two fingers were not known as a form; what a new bench has, one gets.
  7: (tables) => ({
    ...tables,
    trouble: [],
    hand_form: [
      ...tables.hand_form!,
      handForm(nextId(tables.hand_form!), 'Two fingers', 'fingers', [36_000, 70_000, 110_000], 120_000),
    ],
  }),
  8: (tables) => ({ ...tables, knitting: [], row_weighing: [] }),
  9: (tables) => ({
    ...withColumns(tables, { mark: { inner_hex: null, outer_hex: null }, project: { by_hand: null } }),
    colour_stretch: [],
  }),
  // What a new bench has, one gets.
  10: (tables) => ({
    ...tables,
    wheel: [
      wheel(1, 'Wheel', 'wheel', [6000, 8500, 11_000], 300, 60),
      wheel(2, 'Hand spindle', 'spindle', [5000], 600, 12),
    ],
    bath: [],
    bath_piece: [],
    hung_skein: [],
    offer: [],
    sale: [],
  }),
};

const wheel = (
  id: number,
  name: string,
  kind: string,
  turns: number[],
  drawMm: number,
  pacePerMin: number,
): OldRow => ({
  id,
  name,
  kind,
  turns_per_1000: JSON.stringify(turns),
  slip_per_mille: 0,
  draw_mm: drawMm,
  pace_per_min: pacePerMin,
  measured_figures: '[]',
  removed_at: null,
});

const nextId = (rows: readonly OldRow[]) => 1 + Math.max(0, ...rows.map(({ id }) => Number(id)));

/** What was called otherwise until version 6, by its earlier name. */
const TABLES_BEFORE_7: Record<string, ArchiveTable> = {
  mini_job: 'mini_plan',
  job: 'task',
  job_after: 'task_after',
  went: 'consumption',
  next_way: 'planned_use',
  strand_left: 'strand_leaving',
};
const COLUMNS_BEFORE_7: Record<string, Record<string, string>> = {
  piece: { born_by: 'created_by' },
  run: { job_id: 'plan_id' },
  mini: { job_id: 'plan_id' },
  job_after: { job_id: 'task_id' },
};

/** A table of this version or of an earlier one. */
export function isArchiveTable(name: string): boolean {
  return name in archiveTables || name in TABLES_BEFORE_7;
}

function renamed(row: OldRow, names: Record<string, string>): OldRow {
  return Object.fromEntries(Object.entries(row).map(([column, value]) => [names[column] ?? column, value]));
}

/** A laying of which nobody noted how it was done. */
function notLooked(row: OldRow): OldRow {
  const nothing = { how: null, direction: null, core_um: null, outer_um: null, crossing_millideg: 0, loop_mm: null };
  return { ...nothing, inner_end: null, far_side: null, ...row };
}

/** How large a cake was is known where it was measured, and otherwise about what its firmness makes it. */
function laidCakes(tables: OldTables): OldRow[] {
  const heightUm = (row: OldRow) =>
    row.winder_id === null
      ? tables.hand_form!.find(({ id }) => id === row.hand_form_id)?.height_um
      : tables.winder!.find(({ id }) => id === row.winder_id)?.height_um;
  return tables.wound_cake!.map((row) => {
    const { operation_id, piece_id, core_um, crossing_millideg, diameter_um, again } = row;
    const part = tables.operation_piece!.find(
      (each) => each.operation_id === operation_id && each.piece_id === piece_id,
    );
    const shape = {
      coreDiameterMm: Number(core_um) / 1000,
      heightMm: Number(heightUm(row)) / 1000,
      densityGPerCm3: again === 1 ? DENSITY_WOUND_TWICE : DENSITY_WOUND_ONCE,
    };
    const outer_um = diameter_um ?? Math.round(2000 * radiusAtMm(shape, Number(part?.mass_mg) / 1000));
    return notLooked({
      operation_id,
      piece_id,
      how: row.winder_id === null ? null : 'spindle',
      core_um,
      outer_um: Math.max(Number(core_um) + 1, Number(outer_um)),
      crossing_millideg,
    });
  });
}

function laidMinis(tables: OldTables): OldRow[] {
  return tables.mini!.map(({ operation_id, piece_id }) => {
    const piece = tables.piece!.find(({ id }) => id === piece_id);
    return notLooked({ operation_id, piece_id, loop_mm: piece?.loop_mm ?? null });
  });
}

function reel(id: number, name: string, kind: string, loop_mm: number, spread_um: number): OldRow {
  return { id, name, kind, loop_mm, spread_um, measured_figures: '[]', removed_at: null };
}

function handForm(id: number, name: string, kind: string, um: [number, number, number], max_mg: number): OldRow {
  const [core_um, height_um, max_diameter_um] = um;
  return { id, name, kind, core_um, height_um, max_diameter_um, max_mg, measured_figures: '[]', removed_at: null };
}

const SWIFT_FIGURES: Record<string, string[]> = {
  pegs: ['holeRadiiMm'],
  umbrella: ['ribs', 'minOpenMm', 'maxOpenMm'],
  chairs: ['backDepthMm'],
};

function withColumns(tables: OldTables, columns: Record<string, OldRow>): OldTables {
  return Object.fromEntries(
    Object.entries(tables).map(([table, rows]) => [table, rows.map((row) => ({ ...columns[table], ...row }))]),
  );
}

/** Once a tool was measured as a whole or not at all. */
function measuredFigures({ measured, ...row }: OldRow, figures: string[]): OldRow {
  return { ...row, measured_figures: JSON.stringify(measured === 1 ? figures : []), removed_at: null };
}

function renamedEvent(row: OldRow): OldRow {
  // What is torn stays as it is: the schema says so, and where.
  if (!json.safeParse(row.detail).success) return row;
  const detail = JSON.parse(String(row.detail)) as OldRow;
  if (row.kind === 'knot') return { ...row, kind: 'mark', detail: JSON.stringify({ ...detail, mark: 'knot' }) };
  if (row.kind === 'unknot') return { ...row, kind: 'unmark' };
  if (row.kind === 'tick' && detail.step === 'strands')
    return { ...row, detail: JSON.stringify({ ...detail, step: 'folded' }) };
  return row;
}

/** Small balls that were cut out between minis; what stayed of the parent is what it was, and comes last. */
function laidBalls(tables: OldTables): OldRow[] {
  return tables
    .operation!.filter(({ kind }) => kind === 'split')
    .flatMap((operation) => {
      const made = tables
        .operation_piece!.filter(({ operation_id, side }) => operation_id === operation.id && side === 'out')
        .map(({ piece_id }) => Number(piece_id));
      const balls = made.filter((pieceId) => tables.piece!.find(({ id }) => id === pieceId)?.form === 'ball');
      return balls
        .filter((pieceId) => pieceId < Math.max(...made))
        .map((piece_id) => notLooked({ operation_id: operation.id, piece_id }));
    });
}

/** Brings an archive of an earlier version up to date, step by step; what is no such archive stays as it is. */
export function upgraded(document: unknown): unknown {
  const old = document as { version?: unknown; tables?: unknown; pictures?: unknown } | null;
  if (!isVersion(old?.version) || !isTables(old.tables)) return document;
  let tables = old.tables;
  try {
    for (let version = old.version; version < ARCHIVE_VERSION; version++) tables = UPGRADES[version]!(tables);
  } catch {
    // A table is missing or is not one: let the schema say which.
    return { ...old, version: ARCHIVE_VERSION };
  }
  return { ...old, version: ARCHIVE_VERSION, tables, pictures: old.pictures ?? {} };
}

/** An earlier version, that can be brought up to date. */
export function canUpgrade(version: number): boolean {
  return version in UPGRADES;
}

function isVersion(version: unknown): version is number {
  return typeof version === 'number' && version in UPGRADES;
}

function isTables(tables: unknown): tables is OldTables {
  return (
    typeof tables === 'object' &&
    tables !== null &&
    Object.values(tables).every(
      (rows) => Array.isArray(rows) && rows.every((row) => typeof row === 'object' && row !== null),
    )
  );
}

/** The archive's own description, as JSON Schema. */
export function archiveJsonSchema(): object {
  return z.toJSONSchema(archive, { unrepresentable: 'any' });
}
