import { z } from 'zod';
import { parseCare } from '../core/care';
import { readOrNull } from '../core/inputError';
import { FIBRE_NAMES } from '../core/fibre';
import { FORMS, OPERATION_KINDS } from '../core/piece';

/**
 * The archive: everything the app keeps, as one JSON document, in whole milligrams, millimetres and micrometres as it
 * is stored. Read back into an empty database, it makes the same one.
 */

export const ARCHIVE_FORMAT = 'lazy-acorn archive';
export const ARCHIVE_VERSION = 2;

const id = z.int().positive();
const whole = z.int().positive();
const wholeOrNone = whole.nullable();
const notNegative = z.int().nonnegative();
const time = z.iso.datetime();
const humidity = z.int().min(0).max(90).nullable();
const flag = z.union([z.literal(0), z.literal(1)]);
const json = z.string().refine((text) => {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}, 'must be JSON');

const radii = json.refine(
  (text) => z.array(whole).min(1).safeParse(JSON.parse(text)).success,
  'must be an array of whole millimetres',
);

/** One array a table, in the order in which the tables refer to one another. */
export const archiveTables = {
  yarn: z.strictObject({
    id,
    maker: z.string(),
    line: z.string(),
    colour_name: z.string(),
    colour_hex: z.string().regex(/^#[0-9a-f]{6}$/),
    dye_lot: z.string(),
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
    care: z.string(),
    care_symbols: z
      .string()
      .refine(
        (codes) => readOrNull(() => parseCare(codes, '')) !== null,
        'must be care symbols that are known, one of each kind',
      ),
    place: z.string(),
    notes: z.string(),
    like_yarn_id: id.nullable(),
    trust: z.enum(['band', 'samples']).nullable(),
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
    undoes: id.nullable(),
    request_key: z.string().nullable(),
  }),
  piece: z.strictObject({
    id,
    yarn_id: id,
    form: z.enum(FORMS),
    label: z.string(),
    loop_mm: wholeOrNone,
    born_by: id,
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
    how: z.enum(['length', 'reel', 'wraps']),
    washed: flag,
    length_mm: wholeOrNone,
    mass_mg: wholeOrNone,
    resolution_mg: wholeOrNone,
    humidity_percent: humidity,
    loops: wholeOrNone,
    loop_mm: wholeOrNone,
    spread_mm: wholeOrNone,
    wpi: z.number().positive().nullable(),
  }),
  picture: z.strictObject({
    id,
    yarn_id: id,
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
    filled: json.refine(
      (text) => z.array(z.string()).safeParse(JSON.parse(text)).success,
      'must be an array of names of columns',
    ),
    undone_at: time.nullable(),
  }),
  yarn_merge_piece: z.strictObject({ merge_id: id, piece_id: id, label: z.string() }),
  project: z.strictObject({
    id,
    name: z.string(),
    notes: z.string(),
    due_on: z.iso.date().nullable(),
    margin_per_mille: z.int().min(0).max(1000),
    spare: z.int().min(0).max(20),
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
  mark: z.strictObject({ id, operation_id: id, piece_id: id, kind: z.string(), at_mm: notNegative }),
  winder: z.strictObject({
    id,
    name: z.string(),
    spindle_turns_per_1000_cranks: whole,
    core_um: whole,
    height_um: whole,
    max_diameter_um: whole,
    max_mg: whole,
    crossing_millideg: z.int().min(0).max(89000),
    measured: flag,
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
    measured: flag,
  }),
  scale: z.strictObject({ id, name: z.string(), resolution_mg: whole }),
  run: z.strictObject({
    id,
    piece_id: id,
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

/** Tables and columns that an archive of version 1 does not have, and what stands for them. */
const SINCE_VERSION_1 = {
  columns: {
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
  } as Record<string, object>,
  tables: [
    'sample',
    'picture',
    'yarn_merge',
    'yarn_merge_piece',
    'project',
    'project_need',
    'project_need_yarn',
  ] satisfies ArchiveTable[],
};

/** Brings an archive of an earlier version up to date; what is no such archive stays as it is. */
export function upgraded(document: unknown): unknown {
  const old = document as { version?: unknown; tables?: unknown } | null;
  if (typeof old !== 'object' || old?.version !== 1 || typeof old.tables !== 'object' || old.tables === null)
    return document;
  const withColumns = Object.entries(old.tables).map(([table, rows]: [string, unknown]) => [
    table,
    Array.isArray(rows) ? rows.map((row: object) => ({ ...SINCE_VERSION_1.columns[table], ...row })) : rows,
  ]);
  const newTables = SINCE_VERSION_1.tables.map((table) => [table, []]);
  return {
    ...old,
    version: ARCHIVE_VERSION,
    tables: Object.fromEntries([...withColumns, ...newTables]) as object,
    pictures: {},
  };
}

/** The archive's own description, as JSON Schema. */
export function archiveJsonSchema(): object {
  return z.toJSONSchema(archive, { unrepresentable: 'any' });
}
