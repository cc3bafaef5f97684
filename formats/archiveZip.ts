import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { ZipFile } from 'yazl';
import { z } from 'zod';
import { InputError } from '../core/common/inputError';
import { ARCHIVE_FORMAT, type ArchiveTable, isArchiveTable } from './archive';

/**
 * The archive as a file: a zip with `archive.json`, which says what it is; one file of JSON Lines for each table,
 * `tables/yarn.jsonl`, a row a line, in the same columns as the one-document archive; and the pictures, as they are, in
 * `pictures/`. It is written and read as a stream, so its size does not matter to the memory.
 */

/** What the archive says of itself. */
export const archiveHead = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT, 'this is not a Lazy Acorn archive'),
  version: z.int().positive(),
  exportedAt: z.iso.datetime(),
  /** Rows of each table, so that a torn archive is known for one. */
  rows: z.record(z.string(), z.int().nonnegative()),
});
export type ArchiveHead = z.infer<typeof archiveHead>;

const HEAD = 'archive.json';
const TABLE = /^tables\/([a-z_]{1,40})\.jsonl$/;
const PICTURE = /^pictures\/([0-9a-f]{8,64}\.webp)$/;

/** Unpacked, all of it. More is no yarn any more, but a trap. */
const LARGEST_UNPACKED_BYTES = 900 * 1024 * 1024;
/** A plan of a thousand minis is the longest line there is. */
const LONGEST_LINE = 4 * 1024 * 1024;
const MOST_FILES = 100_000;

/** Lines are handed on in pieces of about this size. */
const CHUNK_CHARS = 1 << 16;

/**
 * Writes an archive, one table after another, as fast as it is read.
 *
 * @param tables each with its rows, which are asked for only when their turn comes
 * @param pictures names and where their files lie
 */
export function writeArchiveZip(
  head: ArchiveHead,
  tables: readonly { table: ArchiveTable; rows: () => Iterable<object> }[],
  pictures: readonly { file: string; path: string }[],
): Readable {
  const zip = new ZipFile();
  // The same archive is the same file, whenever it is written.
  const mtime = new Date(head.exportedAt);
  zip.addBuffer(Buffer.from(`${JSON.stringify(head, null, 2)}\n`), HEAD, { mtime });
  for (const { table, rows } of tables)
    zip.addReadStreamLazy(`tables/${table}.jsonl`, { mtime }, (give) => give(null, Readable.from(inChunks(rows()))));
  for (const { file, path } of pictures)
    // They are packed already.
    zip.addReadStreamLazy(`pictures/${file}`, { compress: false, mtime }, (give) => give(null, createReadStream(path)));
  zip.end();
  return zip.outputStream as unknown as Readable;
}

function* inChunks(rows: Iterable<object>): Generator<string> {
  let chunk = '';
  for (const row of rows) {
    chunk += `${JSON.stringify(row)}\n`;
    if (chunk.length < CHUNK_CHARS) continue;
    yield chunk;
    chunk = '';
  }
  // An empty table still has its file.
  yield chunk;
}

/** An archive that has been opened; its parts are read as they are asked for. */
export interface OpenArchive {
  head: ArchiveHead;
  /** The rows of one table, each with its place. */
  rows: (table: string) => AsyncGenerator<{ row: unknown; place: string }>;
  pictures: string[];
  picture: (file: string) => Promise<Readable>;
  close: () => void;
}

/**
 * Opens an archive and looks at what is in it, before anything is unpacked.
 *
 * @throws InputError where it is torn, holds anything that is none of ours, or more than is sane
 */
export async function openArchiveZip(path: string): Promise<OpenArchive> {
  const zip = await opened(path);
  try {
    const entries = await listed(zip);
    const stream = (name: string) => entryStream(zip, entries.get(name)!);
    if (!entries.has(HEAD)) throw new InputError('this is not a Lazy Acorn archive', '');
    const text = await textOf(await stream(HEAD), 1 << 20);
    const head = archiveHead.safeParse(jsonOrUndefined(text));
    if (!head.success) throw new InputError(head.error.issues[0]!.message, HEAD);
    return {
      head: head.data,
      async *rows(table) {
        const name = `tables/${table}.jsonl`;
        if (!entries.has(name)) throw new InputError('this table is missing', name);
        yield* linesOf(await stream(name), name);
      },
      pictures: [...entries.keys()].flatMap((name) => PICTURE.exec(name)?.[1] ?? []),
      picture: (file) => stream(`pictures/${file}`),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

function opened(path: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) =>
    yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) =>
      error ? reject(torn(error)) : resolve(zip),
    ),
  );
}

/** Every file in it by its name; a name that climbs out, is there twice or is none of ours is refused. */
function listed(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    let unpacked = 0;
    const refuse = (message: string, place: string) => reject(new InputError(message, place));
    zip.on('entry', (entry: yauzl.Entry) => {
      const name = entry.fileName;
      const table = TABLE.exec(name)?.[1];
      if (name !== HEAD && !PICTURE.test(name) && !(table && isArchiveTable(table)))
        return refuse('the archive holds a file that is none of ours', name);
      if (entries.has(name)) return refuse('this file is in the archive twice', name);
      unpacked += entry.uncompressedSize;
      if (unpacked > LARGEST_UNPACKED_BYTES || entries.size >= MOST_FILES)
        return refuse(`the archive is too large: unpacked, at most ${LARGEST_UNPACKED_BYTES / 1024 / 1024} MB`, '');
      entries.set(name, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', (error: Error) =>
      reject(
        /relative path|absolute path|invalid characters/.test(error.message)
          ? new InputError('the archive holds a file whose name climbs out of it', '')
          : torn(error),
      ),
    );
    zip.readEntry();
  });
}

function entryStream(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Readable> {
  return new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) => (error ? reject(torn(error)) : resolve(stream))),
  );
}

async function* linesOf(stream: Readable, name: string): AsyncGenerator<{ row: unknown; place: string }> {
  let number = 0;
  const placeOf = () => `${name.slice(0, -'.jsonl'.length).replace('/', '.')}.${number}`;
  const read = (line: string) => {
    const row = jsonOrUndefined(line);
    if (row === undefined) throw new InputError('this row is torn or is not JSON', placeOf());
    return { row, place: placeOf() };
  };
  let rest = '';
  stream.setEncoding('utf8');
  try {
    for await (const chunk of stream as AsyncIterable<string>) {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!;
      if (rest.length > LONGEST_LINE) throw new InputError('this row is too long', placeOf());
      for (const line of lines) {
        yield read(line);
        number++;
      }
    }
  } catch (error) {
    throw error instanceof InputError ? error : torn(error);
  }
  if (rest !== '') yield read(rest);
}

async function textOf(stream: Readable, most: number): Promise<string> {
  const chunks: Buffer[] = [];
  let size = 0;
  try {
    for await (const chunk of stream as AsyncIterable<Buffer>) {
      size += chunk.length;
      if (size > most) throw new InputError('this file is too long', HEAD);
      chunks.push(chunk);
    }
  } catch (error) {
    throw error instanceof InputError ? error : torn(error);
  }
  return Buffer.concat(chunks).toString('utf8');
}

function jsonOrUndefined(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

function torn(error: unknown): InputError {
  return new InputError(
    `this file is torn or is not an archive: it cannot be read to its end (${error instanceof Error ? error.message : String(error)})`,
    '',
  );
}
