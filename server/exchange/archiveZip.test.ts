import { createWriteStream, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import loadHighs from 'highs';
import sharp from 'sharp';
import { ZipFile } from 'yazl';
import yauzl from 'yauzl';
import type { Db } from '../../db/common/connection';
import { ARCHIVE_VERSION } from '../../formats/archive';
import { manyYarns } from '../../scripts/manyYarns';
import { ternRock } from '../../scripts/ternRock';
import { ternRockDyeing } from '../../scripts/ternRockDyeing';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { ternRockThread } from '../../scripts/ternRockThread';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import { exportArchive, exportZip } from './archive';
import { asVersion, readZipIn } from '../../tests/support/archiveTesting';
import { dyeBook } from '../dyeing/bathPages';
import { consumePiece } from '../yarn/pieceOperations';
import { receiveArchive, takeArchive } from './archiveUpload';
import { backupFolder, backups, restore } from './backup';
import { piecesOfYarn } from '../../db/yarn/pieces';
import { emptyDatabase, everything, consumeValues, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { addPicture, readPictureFile } from '../logbook/pictures';
import { yarnOverview } from '../logbook/yarnOverview';

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-zip-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));
const fileOf = (name: string) => path.join(FOLDER, name);

async function zipped(db: Db, name: string): Promise<string> {
  await pipeline(exportZip(db, fileOf('pictures'), NOW), createWriteStream(fileOf(name)));
  return fileOf(name);
}

let demo: Db;
let demoZip: string;
beforeAll(async () => {
  demo = emptyDatabase();
  ternRock(demo, NOW);
  ternRockMinis(demo, await loadHighs(), NOW);
  ternRockTwist(demo, NOW);
  ternRockThread(demo, NOW);
  demoZip = await zipped(demo, 'demo.zip');
});

const documentOf = (db: Db) => JSON.stringify(exportArchive(db, fileOf('pictures'), NOW));

test('the demo goes out as a zip and comes back equal, to the last row', async () => {
  const db = emptyDatabase();
  await readZipIn(db, FOLDER, demoZip);
  expect(documentOf(db)).toBe(documentOf(demo));
  for (const { id } of demo.prepare('SELECT id FROM yarn').all() as { id: number }[])
    expect(yarnOverview(db, id)).toEqual(yarnOverview(demo, id));
});

test('a zip of version 6, with its tables by their earlier names, comes back equal too', async () => {
  const { version, tables } = asVersion(exportArchive(demo, fileOf('pictures'), NOW), 6);
  const lines = Object.entries(tables).map(([table, rows]) => [
    `tables/${table}.jsonl`,
    rows.map((row) => `${JSON.stringify(row)}\n`).join(''),
  ]);
  const rows = Object.fromEntries(Object.entries(tables).map(([table, { length }]) => [table, length]));
  for (const table of ['job', 'went', 'mini_job', 'strand_left']) expect(rows[table]).toBeGreaterThan(0);
  const files = await unpacked(demoZip);
  const head = JSON.parse(files['archive.json']!.toString()) as object;
  const zip = { ...files, 'archive.json': JSON.stringify({ ...head, version, rows }) };
  const earlier = Object.entries(zip).filter(([name]) => !name.startsWith('tables/'));
  const made = (files: string[][]) => madeOf({ ...Object.fromEntries(earlier), ...Object.fromEntries(files) });
  const db = emptyDatabase();
  await readZipIn(db, FOLDER, await made(lines));
  expect(documentOf(db)).toBe(documentOf(demo));
  // A row that is missing is missed.
  const torn = lines.map(([name, text]) => [name!, name!.includes('/job.') ? text!.replace(/^.*\n/, '') : text!]);
  await expect(readZipIn(emptyDatabase(), FOLDER, await made(torn))).rejects.toThrow(/rows were written/);
});

test('generated data goes out and comes back equal', async () => {
  const db = emptyDatabase();
  manyYarns(db, 300);
  const again = emptyDatabase();
  await readZipIn(again, FOLDER, await zipped(db, 'many.zip'));
  expect(documentOf(again)).toBe(documentOf(db));
});

test('in place of what is there, nothing of that is left', async () => {
  const db = emptyDatabase();
  shelved(db, { line: 'Was here' });
  await readZipIn(db, FOLDER, demoZip, 'replace');
  expect(documentOf(db)).toBe(documentOf(demo));
});

describe('merged', () => {
  test('beside what is there, every yarn keeps its story; read in twice, nothing is there twice', async () => {
    const dyed = emptyDatabase();
    await readZipIn(dyed, FOLDER, demoZip);
    ternRockDyeing(dyed, NOW);
    const dyedZip = await zipped(dyed, 'dyed.zip');
    const db = emptyDatabase();
    const mine = shelved(db, { line: 'Mine', masses: ['99'] });
    const before = yarnOverview(db, mine.yarnId);
    const yarns = dyed.prepare('SELECT id, line, colour_name AS colour, created_at AS at FROM yarn').all() as {
      id: number;
      line: string;
      colour: string;
      at: string;
    }[];
    const taken = await readZipIn(db, FOLDER, dyedZip, 'merge');
    expect(taken).toMatchObject({ yarns: yarns.length, already: 0 });
    expect(yarnOverview(db, mine.yarnId)).toEqual(before);
    for (const { id, line, colour, at } of yarns) {
      const [here] = db
        .prepare('SELECT id FROM yarn WHERE line = ? AND colour_name = ? AND created_at = ? ORDER BY id')
        .all(line, colour, at) as { id: number }[];
      const [there, came] = [yarnOverview(dyed, id)!, yarnOverview(db, here!.id)!];
      expect(came.balance.cameInG).toBeCloseTo(there.balance.cameInG, 9);
      expect(came.pieces.map(({ label, mass, faults }) => [label, mass, faults])).toEqual(
        there.pieces.map(({ label, mass, faults }) => [label, mass, faults]),
      );
      expect(came.pieces.map(({ colourway }) => colourway?.name)).toEqual(
        there.pieces.map(({ colourway }) => colourway?.name),
      );
      expect(came.steps.map(({ kind }) => kind)).toEqual(there.steps.map(({ kind }) => kind));
      expect(Object.values(came.twists)).toEqual(Object.values(there.twists));
    }
    expect(dyeBook(db).baths.map(({ name, at, colourHex }) => ({ name, at, colourHex }))).toEqual(
      dyeBook(dyed).baths.map(({ name, at, colourHex }) => ({ name, at, colourHex })),
    );
    expect(db.pragma('foreign_key_check')).toEqual([]);
    const counts = everything(db);
    expect(await readZipIn(db, FOLDER, dyedZip, 'merge')).toEqual({ yarns: 0, operations: 0, already: yarns.length });
    expect(everything(db)).toBe(counts);
  });

  test('into a database that it came from: only what was added since comes along', async () => {
    const db = emptyDatabase();
    await readZipIn(db, FOLDER, demoZip);
    shelved(db, { line: 'Came later' });
    const target = emptyDatabase();
    await readZipIn(target, FOLDER, demoZip);
    expect(await readZipIn(target, FOLDER, await zipped(db, 'later.zip'), 'merge')).toMatchObject({ yarns: 1 });
    expect(target.prepare("SELECT count(*) AS n FROM yarn WHERE line = 'Came later'").get()).toEqual({ n: 1 });
  });
});

/** A zip with these files in it. */
async function madeOf(files: Record<string, string | Buffer>, name = 'bad.zip'): Promise<string> {
  const zip = new ZipFile();
  for (const [file, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), file);
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(fileOf(name)));
  return fileOf(name);
}

async function unpacked(file: string): Promise<Record<string, Buffer>> {
  const files: Record<string, Buffer> = {};
  await new Promise<void>((resolve, reject) =>
    yauzl.open(file, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      zip.on('end', resolve);
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (problem, stream) => {
          if (problem) return reject(problem);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            files[entry.fileName] = Buffer.concat(chunks);
            zip.readEntry();
          });
        }),
      );
      zip.readEntry();
    }),
  );
  return files;
}

/** Replaces a name in a zip by another of the same length, as only a forger would. */
function renamed(file: string, from: string, to: string): string {
  const bytes = readFileSync(file).toString('latin1').replaceAll(from, to);
  writeFileSync(fileOf('renamed.zip'), bytes, 'latin1');
  return fileOf('renamed.zip');
}

describe('refused with the reason, and nothing is written', () => {
  const refusal = async (file: string) => {
    const db = emptyDatabase();
    const before = everything(db);
    const error = await readZipIn(db, FOLDER, file).then(
      () => null,
      (refused: Error & { path: string }) => refused,
    );
    expect(everything(db)).toBe(before);
    expect(error).not.toBeNull();
    expect(readdirSync(FOLDER)).not.toContain('staging');
    return error!;
  };
  let files: Record<string, Buffer>;
  beforeAll(async () => {
    files = await unpacked(demoZip);
  });
  const withLine = (table: string, change: (rows: Record<string, unknown>[]) => void) => {
    const name = `tables/${table}.jsonl`;
    const rows = files[name]!.toString()
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    change(rows);
    const head = JSON.parse(files['archive.json']!.toString()) as { rows: Record<string, number> };
    head.rows[table] = rows.length;
    return {
      ...files,
      [name]: rows.map((row) => `${JSON.stringify(row)}\n`).join(''),
      'archive.json': JSON.stringify(head),
    };
  };

  test.each([0.02, 0.3, 0.7, 0.999])('torn after %d of it', async (share) => {
    const whole = readFileSync(demoZip);
    writeFileSync(fileOf('torn.zip'), whole.subarray(0, Math.floor(whole.length * share)));
    expect((await refusal(fileOf('torn.zip'))).message).toMatch(/torn/);
  });

  test('a byte that fell over in the middle', async () => {
    const whole = Buffer.from(readFileSync(demoZip));
    const at = whole.indexOf('tables/run_event.jsonl') + 60;
    whole.fill(0xaa, at, at + 40);
    writeFileSync(fileOf('fallen.zip'), whole);
    expect((await refusal(fileOf('fallen.zip'))).message).toMatch(/torn|size|no JSON/);
  });

  test('another program’s zip', async () => {
    expect((await refusal(await madeOf({ 'readme.txt': 'hello' }))).message).toMatch(/none of ours/);
    expect((await refusal(await madeOf({ 'archive.json': '{"format":"other"}' }))).message).toMatch(/not a Lazy Acorn/);
  });

  test('a newer version', async () => {
    const head = JSON.parse(files['archive.json']!.toString()) as object;
    const newer = { ...files, 'archive.json': JSON.stringify({ ...head, version: ARCHIVE_VERSION + 1 }) };
    expect((await refusal(await madeOf(newer))).message).toMatch(/only versions 1 to/);
  });

  test('a first page that is a book', async () => {
    const head = files['archive.json']!.toString();
    const long = { ...files, 'archive.json': head.padEnd((1 << 20) + 1) };
    expect(await refusal(await madeOf(long))).toMatchObject({
      message: 'this file is too long',
      path: 'archive.json',
    });
    await expect(madeOf({ ...files, 'archive.json': head.padEnd(1 << 20) }).then(refusal)).rejects.toBeDefined();
  });

  test('names that climb out of it, or into the system', async () => {
    const good = await madeOf({ ...files, 'pictures/0123456789abcdef0123456789abcdef01234567.webp': 'x' }, 'named.zip');
    const name = 'pictures/0123456789abcdef0123456789abcdef01234567.webp';
    for (const forged of [
      '../../../../../../../../../../../../../../tmp/evil.web',
      '/etc/passwd.................................webpweb',
    ])
      expect(
        (await refusal(renamed(good, name, forged.padEnd(name.length, 'x').slice(0, name.length)))).message,
      ).toMatch(/climbs out|none of ours/);
    // What its name promises is what is in it.
    expect((await refusal(good)).message).toMatch(/not the one that its name says/);
  });

  test('one file twice', async () => {
    const zip = new ZipFile();
    for (const [file, content] of Object.entries(files)) zip.addBuffer(content, file);
    zip.addBuffer(files['tables/yarn.jsonl']!, 'tables/yarn.jsonl');
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(fileOf('twice.zip')));
    expect(await refusal(fileOf('twice.zip'))).toMatchObject({ path: 'tables/yarn.jsonl' });
  });

  test('more than a gigabyte, packed small', async () => {
    // The directory says how large each file will be: what promises so much is refused before it is unpacked.
    const bytes = Buffer.from(readFileSync(demoZip));
    const at = bytes.lastIndexOf('tables/yarn.jsonl') - 46;
    expect(bytes.readUInt32LE(at)).toBe(0x02014b50);
    bytes.writeUInt32LE(1024 * 1024 * 1024, at + 24);
    writeFileSync(fileOf('bomb.zip'), bytes);
    expect((await refusal(fileOf('bomb.zip'))).message).toMatch(/too large/);
  });

  test('a row too many or too few, twice the same number, a line that is no row', async () => {
    const few = {
      ...files,
      'tables/piece.jsonl': files['tables/piece.jsonl']!.toString().split('\n').slice(1).join('\n'),
    };
    expect((await refusal(await madeOf(few))).message).toMatch(/rows were written|points at/);
    const twice = withLine('yarn', (rows) => (rows[1]!.id = rows[0]!.id));
    expect(await refusal(await madeOf(twice))).toMatchObject({ path: 'tables.yarn.1' });
    const broken = { ...files, 'tables/yarn.jsonl': `{"id":1,\n${files['tables/yarn.jsonl']!.toString()}` };
    expect(await refusal(await madeOf(broken))).toMatchObject({ path: 'tables.yarn.0' });
  });

  test('pieces that come of themselves, entries that undo what came later, jobs that wait for themselves', async () => {
    const ring = withLine('operation_piece', (rows) => {
      const out = rows.find(({ side, operation_id }) => side === 'out' && Number(operation_id) > 5)!;
      rows.push({ ...out, operation_id: 1, side: 'in' });
    });
    expect((await refusal(await madeOf(ring))).message).toMatch(/come of itself/);
    const undo = withLine('operation', (rows) => {
      const one = rows.find(({ kind }) => kind === 'undo')!;
      one.undoes = Math.max(...rows.map(({ id }) => Number(id)));
    });
    expect((await refusal(await madeOf(undo))).message).toMatch(/undoes one that came after|contradicts/);
    const tasks = withLine('task_after', (rows) => {
      const [first] = rows as [Record<string, unknown>];
      rows.push({ ...first, task_id: first.after_id, after_id: first.task_id });
    });
    expect((await refusal(await madeOf(tasks))).message).toMatch(/wait for one another/);
  });
});

describe('handed in, looked at, taken over', () => {
  /** From the first hundredth to the last, none of them twice. */
  function expectReported(shares: readonly number[]) {
    expect(shares).toHaveLength(100);
    expect(shares).toEqual([...new Set(shares)].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
  }

  const streamOf = (file: string) => Readable.from([readFileSync(file)]) as AsyncIterable<Uint8Array>;

  test('a preview tells what is in it; merged, and taken back by the snapshot from before', async () => {
    const file = fileOf('user.sqlite');
    const pictures = fileOf('user-pictures');
    const db = emptyDatabase();
    shelved(db, { line: 'Mine' });
    const before = documentOf(db);
    const read: number[] = [];
    const preview = await receiveArchive(db, file, streamOf(demoZip), NOW, (share) => read.push(share));
    expectReported(read);
    const yarns = (demo.prepare('SELECT count(*) AS n FROM yarn').get() as { n: number }).n;
    expect(preview).toMatchObject({ yarns, fresh: yarns, already: 0, empty: false });
    expect(preview.names[0]).toEqual({ name: expect.any(String) as string, already: false });
    expect(documentOf(db)).toBe(before);

    const merged: number[] = [];
    const taken = await takeArchive(db, { file, pictures }, preview.token, 'merge', NOW, (share) => merged.push(share));
    expectReported(merged);
    expect(taken).toMatchObject({ yarns, before: expect.stringContaining('before import') as string });
    expect(documentOf(db)).not.toBe(before);
    await expect(takeArchive(db, { file, pictures }, preview.token, 'merge', NOW)).rejects.toThrow(/choose it again/);

    await restore(db, backupFolder(file), taken.before!, new Date(NOW.getTime() + 1000));
    expect(documentOf(db)).toBe(before);
    expect(backups(backupFolder(file)).map(({ why }) => why)).toEqual(['before restore', 'before import']);
  });

  test.each(['merge', 'replace'] as const)('its pictures are counted, and come along: %s', async (how) => {
    const from = emptyDatabase();
    const { yarnId } = shelved(from);
    const upload = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#d3bd93' } })
      .png()
      .toBuffer();
    const { id } = await addPicture(from, fileOf('pictures'), yarnId, upload, NOW);
    const zip = await zipped(from, `pictured ${how}.zip`);
    const db = emptyDatabase();
    const file = fileOf(`pictured ${how}.sqlite`);
    const pictures = fileOf(`pictured ${how}`);
    const preview = await receiveArchive(db, file, streamOf(zip), NOW);
    expect(preview).toMatchObject({ yarns: 1, pictures: 1, empty: true });
    await takeArchive(db, { file, pictures }, preview.token, how, NOW);
    const kept = readPictureFile(from, fileOf('pictures'), id)!;
    expect(kept.length).toBeGreaterThan(20);
    expect(readPictureFile(db, pictures, id)).toEqual(kept);
  });

  test('a document of an earlier kind is taken as well; what is no archive is refused', async () => {
    const db = emptyDatabase();
    const file = fileOf('other.sqlite');
    writeFileSync(fileOf('whole.json'), documentOf(demo));
    const preview = await receiveArchive(db, file, streamOf(fileOf('whole.json')), NOW);
    expect(preview.empty).toBe(true);
    const put: number[] = [];
    await takeArchive(db, { file, pictures: fileOf('p') }, preview.token, 'replace', NOW, (share) => put.push(share));
    expectReported(put);
    expect(documentOf(db)).toBe(documentOf(demo));
    writeFileSync(fileOf('no.json'), 'no');
    await expect(receiveArchive(db, file, streamOf(fileOf('no.json')), NOW)).rejects.toThrow(/torn/);
    await expect(receiveArchive(db, file, Readable.from([]), NOW)).rejects.toThrow(/torn/);
    await expect(takeArchive(db, { file, pictures: fileOf('p') }, '../../etc', 'merge', NOW)).rejects.toThrow(
      /not here/,
    );
  });

  test('what was done since a snapshot is gone with going back to it, and back with going back again', async () => {
    const file = fileOf('third.sqlite');
    const db = emptyDatabase();
    const { yarnId } = shelved(db, { line: 'Mine' });
    const preview = await receiveArchive(db, file, streamOf(demoZip), NOW);
    const { before } = await takeArchive(db, { file, pictures: fileOf('p') }, preview.token, 'replace', NOW);
    const later = new Date(NOW.getTime() + 5000);
    const kept = await restore(db, backupFolder(file), before!, later);
    const [piece] = piecesOfYarn(db, yarnId);
    idOf(consumePiece(db, piece!.id, consumeValues(), 'metric', later));
    await restore(db, backupFolder(file), kept.name, new Date(NOW.getTime() + 9000));
    expect(documentOf(db)).toBe(documentOf(demo));
  });
});
