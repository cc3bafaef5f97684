import { readingFields, readingOfFields, scaleG } from '../common/weighing';
import { requestKey, longText } from '../common/fields';
import { record, type Command, type Consumption } from '../yarn/operationCommands';
import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import { markedKey } from '../../core/common/request';
import { WRITE_OFF_REASONS } from '../../core/yarn/piece';
import { type Db, remembered } from '../../db/common/connection';
import { countRows, dumpFrom, type DumpedRow, keyOf } from '../../db/exchange/dump';
import { type ArchiveTable, archiveTables } from '../../formats/archive';
import { CSV_TABLES, type CsvTableName } from '../../formats/tablesCsv';
import { CSV_FIELDS } from '../../formats/yarnCsv';
import { NotFoundError } from '../common/jsonResponse';
import { ARCHIVE_TABLES, columnsOf } from '../exchange/archiveStaging';
import { newWeighings, type NewWeighings } from '../exchange/csvRead';
import { undoOperation } from '../yarn/pieces';
import { otherKeyNeeded } from '../common/askedBefore';
import { checked, saving } from '../common/result';

/**
 * The local API for other programs on this machine: everything can be read as it is stored, table by table; weighings and
 * operations can be added. What it takes and gives is described by the same schemas that check it.
 */

const pageQuery = z.strictObject({
  /** The key of the row that the page begins with, as `next` of the page before has it; its parts between commas. */
  from: z.string().max(200).optional(),
  limit: z
    .string()
    .regex(/^\d{1,4}$/, 'a whole number')
    .transform(Number)
    .pipe(z.int().min(1).max(1000))
    .default(100),
});

export interface ApiPage {
  rows: DumpedRow[];
  total: number;
  /** The key that the next page begins with; null: this was the last. */
  next: string | null;
}

/**
 * Some rows of a table.
 *
 * @throws NotFoundError where there is no such table
 * @throws InputError where the page cannot be read
 */
export function apiTable(db: Db, table: string, query: Record<string, string>): ApiPage {
  const name = ARCHIVE_TABLES.find((each) => each === table);
  if (!name) throw new NotFoundError('there is no such table');
  const { from, limit } = checked(pageQuery, query);
  const key = keyOf(db, name);
  const rows = dumpFrom(db, name, columnsOf(name), from === undefined ? [] : readKey(name, key, from), limit + 1);
  const following = rows[limit];
  return {
    rows: rows.slice(0, limit),
    // Who reads a table page by page asks for it each time.
    total: remembered(db, 'rows', name, () => countRows(db, name)),
    next: following ? key.map((column) => following[column]).join(',') : null,
  };
}

/**
 * A key as an address has it, or the first part of one.
 *
 * @throws InputError where it cannot be a key of that table
 */
function readKey(table: ArchiveTable, key: readonly string[], from: string): (number | string)[] {
  if (table === 'setting') return [from];
  const parts = from.split(',');
  // Written as we write them: no sign, no point, no exponent.
  if (parts.length > key.length || !parts.every((part) => /^\d{1,15}$/.test(part)))
    throw new InputError(`write ${key.join(',')} in whole numbers, as “next” has them`, 'from');
  return parts.map(Number);
}

const shared = { key: requestKey, note: longText.default('') };
const pieceId = z.int().positive();

/** What can be entered. `key` is chosen by whoever asks: sent twice with the same one, it is entered once. */
const newOperation = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.enum(['wash', 'dye', 'open']), pieceIds: z.array(pieceId).min(1).max(500), ...shared }),
  z.strictObject({ kind: z.literal('dry'), pieceId, isDry: z.boolean().default(false), ...readingFields, ...shared }),
  z.strictObject({
    kind: z.enum(['use', 'write off']),
    pieceId,
    /** All of it; or what is left on the scale; or what was taken. */
    howMuch: z.enum(['all', 'left', 'took']),
    tookG: scaleG.optional(),
    tookM: z.number().min(0.001).max(1_000_000).optional(),
    fromEnd: z.enum(PACKAGE_ENDS).default('outer'),
    why: z.enum(WRITE_OFF_REASONS).default('given away'),
    projectId: z.int().positive().optional(),
    ...readingFields,
    ...shared,
  }),
  z.strictObject({ kind: z.literal('undo'), operationId: z.int().positive() }),
]);

/**
 * Enters an operation.
 *
 * @returns its number
 * @throws InputError at the field that cannot be
 */
export function enterOperation(db: Db, body: unknown, now: Date): { operationId: number } {
  const operation = checked(newOperation, body);
  const saved =
    operation.kind === 'undo'
      ? undoOperation(db, operation.operationId, now)
      : saving(() => record(db, commandOf(operation), now));
  if (saved.ok) return { operationId: saved.id };
  const [path, message] = Object.entries(saved.errors)[0]!;
  throw path === 'requestKey' ? otherKeyNeeded('key') : new InputError(message, path);
}

type NewOperation = Exclude<z.output<typeof newOperation>, { kind: 'undo' }>;

function commandOf({ key, note, ...operation }: NewOperation): Command {
  const shared = { requestKey: markedKey(key, { note, ...operation }), note };
  switch (operation.kind) {
    case 'wash':
    case 'dye':
    case 'open':
      return { ...shared, kind: operation.kind, pieceIds: operation.pieceIds };
    case 'dry':
      return {
        ...shared,
        kind: 'dry',
        pieceId: operation.pieceId,
        isDry: operation.isDry,
        mass: readingOfFields(operation),
      };
    case 'use':
    case 'write off': {
      const { kind, pieceId, fromEnd, why, projectId = null } = operation;
      const amount = amountOf(operation);
      return { ...shared, kind, pieceId, amount, fromEnd, why: kind === 'use' ? null : why, projectId };
    }
  }
}

function amountOf(operation: Omit<Extract<NewOperation, { howMuch: string }>, 'key' | 'note'>): Consumption['amount'] {
  const { howMuch, tookG, tookM } = operation;
  if (howMuch === 'all') return 'all';
  if (howMuch === 'left') {
    const remaining = readingOfFields(operation);
    if (!remaining) throw new InputError('what does the rest weigh?', 'netG');
    return { remaining };
  }
  if (tookG !== undefined) return { tookG };
  if (tookM === undefined) throw new InputError('how much was taken?', 'tookG');
  return { tookM };
}

export function checkedWeighings(body: unknown): NewWeighings {
  return checked(newWeighings, body);
}

/** What a table of comma-separated values holds, column by column. */
function csvWords(table: string): string {
  const columns: [string, string][] =
    table === 'yarns'
      ? Object.values(CSV_FIELDS).map(({ label }) => [label, 'as the import of a list reads it'])
      : Object.entries(CSV_TABLES[table as CsvTableName]).map(([name, { about }]) => [name, about]);
  return `The table of ${table}: ${columns.map(([name, about]) => `${name} (${about})`).join('; ')}`;
}

const TITLE = 'Lazy Acorn, on this machine';

/** The whole of the API in the words of OpenAPI 3.1, made from the schemas themselves. */
export function openApi(): object {
  const schemaOf = (schema: z.ZodType, io: 'input' | 'output' = 'input') =>
    z.toJSONSchema(schema, { unrepresentable: 'any', io, target: 'draft-2020-12' });
  const json = (schema: object) => ({ content: { 'application/json': { schema } } });
  const refused = {
    description: 'Something in it is not possible; nothing was written.',
    ...json({
      type: 'object',
      properties: {
        error: { type: 'object', properties: { message: { type: 'string' }, path: { type: 'string' } } },
      },
    }),
  };
  const file = (description: string, type: string) => ({
    get: { summary: description, responses: { 200: { description, content: { [type]: {} } } } },
  });
  return {
    openapi: '3.1.0',
    info: {
      title: TITLE,
      version: '1',
      description:
        'Everything can be read, table by table, as it is stored: whole milligrams, millimetres and micrometres, times in UTC. Weighings and operations can be added.',
    },
    paths: {
      ...Object.fromEntries(
        ARCHIVE_TABLES.map((table) => [
          `/api/v1/${table}`,
          {
            get: {
              summary: `Rows of ${table}`,
              parameters: [
                {
                  name: 'from',
                  in: 'query',
                  description: 'The key that the page begins with: “next” of the page before.',
                  schema: { type: 'string' },
                },
                { name: 'limit', in: 'query', schema: { type: 'integer', minimum: 1, maximum: 1000, default: 100 } },
              ],
              responses: {
                200: {
                  description: 'Some rows, and where the next ones begin.',
                  ...json({
                    type: 'object',
                    required: ['rows', 'total', 'next'],
                    properties: {
                      rows: { type: 'array', items: { $ref: `#/components/schemas/${table}` } },
                      total: { type: 'integer' },
                      next: { type: ['string', 'null'] },
                    },
                  }),
                },
                400: refused,
              },
            },
          },
        ]),
      ),
      '/api/v1/weighings': {
        post: {
          summary: 'Adds weighings, all of them or none',
          requestBody: { required: true, ...json(schemaOf(newWeighings)) },
          responses: {
            200: {
              description: 'The entries that were made.',
              ...json({ type: 'object', properties: { entries: { type: 'array', items: { type: 'integer' } } } }),
            },
            400: refused,
          },
        },
      },
      '/api/v1/operations': {
        post: {
          summary: 'Enters an operation, or undoes one',
          requestBody: { required: true, ...json(schemaOf(newOperation)) },
          responses: {
            200: {
              description: 'Its number.',
              ...json({ type: 'object', properties: { operationId: { type: 'integer' } } }),
            },
            400: refused,
          },
        },
      },
      '/api/archive': file('Everything there is, as a zip', 'application/zip'),
      '/api/archive/schema': file('How the archive is made', 'application/json'),
      '/api/calendar': file('What is settled and due, as iCalendar', 'text/calendar'),
      ...Object.fromEntries(
        ['yarns', 'pieces', 'weighings', 'operations'].map((table) => [
          `/api/csv/${table}`,
          file(csvWords(table), 'text/csv'),
        ]),
      ),
    },
    components: {
      schemas: Object.fromEntries(Object.entries(archiveTables).map(([table, schema]) => [table, schemaOf(schema)])),
    },
  };
}
