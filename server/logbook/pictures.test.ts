import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { exportArchive } from '../exchange/archive';
import { readIn } from '../../tests/support/archiveTesting';
import { addPicture, readPictureFile, removePicture } from './pictures';
import { emptyDatabase, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { yarnPage } from '../yarn/yarnViews';

let folder: string;
beforeEach(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-pictures-'))));
afterEach(() => rmSync(folder, { recursive: true }));

const photograph = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#d3bd93' } });

test('a photograph is kept upright, no larger than it need be, and without what the camera wrote beside it', async () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const upload = await photograph(4000, 3000)
    .withMetadata({ orientation: 6, exif: { IFD0: { Copyright: 'someone', Make: 'camera' } } })
    .jpeg()
    .toBuffer();
  const { id } = await addPicture(db, folder, yarnId, upload, NOW);
  expect(yarnPage(db, yarnId)!.pictures).toEqual([{ id, width: 1350, height: 1800 }]);
  const kept = readPictureFile(db, folder, id)!;
  const { format, width, height, exif } = await sharp(kept).metadata();
  expect({ format, width, height, exif }).toEqual({ format: 'webp', width: 1350, height: 1800, exif: undefined });
});

test('the same picture twice is one file; taken away it can come back', async () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const upload = await photograph(300, 200).png().toBuffer();
  const { id: first } = await addPicture(db, folder, yarnId, upload, NOW);
  const { id: second } = await addPicture(db, folder, yarnId, upload, NOW);
  expect(readdirSync(folder)).toHaveLength(1);
  const ids = () => yarnPage(db, yarnId)!.pictures.map(({ id }) => id);
  idOf(removePicture(db, first, true, NOW));
  expect(ids()).toEqual([second]);
  idOf(removePicture(db, first, false, NOW));
  expect(ids()).toEqual([first, second]);
});

const NO_PICTURES: [string, () => Promise<Buffer>][] = [
  ['text', async () => Buffer.from('this is not a picture, whatever it is called')],
  ['nothing', async () => Buffer.alloc(0)],
  [
    'a drawing that may hold a script',
    async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
  ],
  ['a torn photograph', async () => (await photograph(900, 900).jpeg().toBuffer()).subarray(0, 2000)],
  ['more dots than anybody needs', async () => photograph(12_000, 9_000).png().toBuffer()],
];

test.each(NO_PICTURES)('%s is refused, and nothing is kept', async (_, make) => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const before = everything(db);
  const upload = await make();
  await expect(addPicture(db, folder, yarnId, upload, NOW)).rejects.toMatchObject({
    path: 'picture',
    message: expect.stringMatching(/picture|empty/) as string,
  });
  expect(everything(db)).toBe(before);
  expect(readdirSync(folder)).toEqual([]);
});

test('a picture of no yarn leaves no file', async () => {
  const upload = await photograph(300, 200).png().toBuffer();
  await expect(addPicture(emptyDatabase(), folder, 99, upload, NOW)).rejects.toThrow('not there');
  expect(readdirSync(folder)).toEqual([]);
});

test('pictures travel in the archive, and one that is not what its name says is refused', async () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const { id } = await addPicture(db, folder, yarnId, await photograph(300, 200).png().toBuffer(), NOW);
  const whole = exportArchive(db, folder, NOW);
  const elsewhere = path.join(folder, 'elsewhere');
  const other = emptyDatabase();
  await readIn(other, elsewhere, JSON.stringify(whole));
  expect(readPictureFile(other, elsewhere, id)).toEqual(readPictureFile(db, folder, id));

  const [file] = Object.keys(whole.pictures);
  const forged = { ...whole, pictures: { [file!]: Buffer.from('something else').toString('base64') } };
  const nowhere = path.join(folder, 'nowhere');
  await expect(readIn(emptyDatabase(), nowhere, JSON.stringify(forged))).rejects.toThrow('not the one');
  const climbing = { ...whole, pictures: { '../../up.webp': 'AAAA' } };
  await expect(readIn(emptyDatabase(), nowhere, JSON.stringify(climbing))).rejects.toThrow();
  expect(readdirSync(nowhere)).toEqual([]);
});

test('a file that was lost is told as lost', () => {
  const db = emptyDatabase();
  expect(readPictureFile(db, folder, 5)).toBeUndefined();
  writeFileSync(path.join(folder, 'x'), '');
});
