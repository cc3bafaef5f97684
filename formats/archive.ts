import { z } from 'zod';
import { FIBRE_NAMES } from '../core/fibre';
import { FORMS, OPERATION_KINDS } from '../core/piece';

/**
 * The archive: everything the app keeps, as one JSON document, in whole milligrams, millimetres and micrometres as it
 * is stored. Read back into an empty database, it makes the same one.
 */

export const ARCHIVE_FORMAT = 'lazy-acorn archive';
export const ARCHIVE_VERSION = 1;

const id = z.int().positive();
const whole = z.int().positive();
const wholeOrNone = whole.nullable();
const notNegative = z.int().nonnegative();
const time = z.iso.datetime();
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
    care: z.string(),
    notes: z.string(),
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
  }),
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
  version: z.literal(ARCHIVE_VERSION, `only version ${ARCHIVE_VERSION} can be read`),
  exportedAt: time,
  tables: z.strictObject(
    Object.fromEntries(Object.entries(archiveTables).map(([table, row]) => [table, z.array(row)])) as {
      [Table in ArchiveTable]: z.ZodArray<(typeof archiveTables)[Table]>;
    },
  ),
});

export type Archive = z.infer<typeof archive>;

/** The archive's own description, as JSON Schema. */
export function archiveJsonSchema(): object {
  return z.toJSONSchema(archive, { unrepresentable: 'any' });
}
