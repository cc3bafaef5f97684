import { readFileSync } from 'node:fs';
import path from 'node:path';
import { inflateSync } from 'node:zlib';
import QRCode from 'qrcode';
import { cutMarks, LABEL_SHEETS, type LabelSheetName } from '../core/exchange/labelSheet';
import { type Label, labelsPdf } from './labels';

const file = (weight: number) =>
  readFileSync(
    path.join(
      __dirname,
      '../node_modules/@fontsource/atkinson-hyperlegible-next/files',
      `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
    ),
  );
const FONTS = { regular: file(400), bold: file(700) };

const label = (more: Partial<Label> = {}): Label => ({
  title: 'Lichen three-ply, Orchil violet',
  figures: '18.2 g · 63 m',
  lines: ['100 % wool', 'lot L3', 'Mini skein 4, 4 of 5 from hank 1', 'Tern Rock', 'hand wash cool, dry flat'],
  url: 'http://tern-rock.example/pieces/65',
  ...more,
});

/** The drawing instructions of each page. */
async function pagesOf(labels: Label[], name: LabelSheetName, skip = 0): Promise<string[]> {
  const pdf = (await labelsPdf(labels, LABEL_SHEETS[name], FONTS, skip)).toString('latin1');
  return [...pdf.matchAll(/stream\n([\s\S]*?)\nendstream/g)].flatMap(([, stream]) => {
    try {
      const text = inflateSync(Buffer.from(stream!, 'latin1')).toString('latin1');
      return / re\b/.test(text) ? [text] : [];
    } catch {
      return [];
    }
  });
}

const squares = (page: string) => page.match(/ re$/gm)?.length ?? 0;
const lines = (page: string) => page.match(/ l$/gm)?.length ?? 0;
const texts = (page: string) => page.match(/\bT[Jj]\b/g)?.length ?? 0;

test('each label has its code, square by square, and its words', async () => {
  const [page] = await pagesOf([label()], 'a4-21');
  const dark = [...QRCode.create(label().url, { errorCorrectionLevel: 'M' }).modules.data].filter(Boolean).length;
  expect(squares(page!)).toBe(dark);
  expect(texts(page!)).toBeGreaterThanOrEqual(7);
  expect(lines(page!)).toBe(0);
});

test('plain paper has marks to cut along, on every page', async () => {
  const pages = await pagesOf(
    Array.from({ length: 22 }, () => label()),
    'a4-plain',
  );
  expect(pages).toHaveLength(2);
  for (const page of pages) expect(lines(page)).toBe(cutMarks(LABEL_SHEETS['a4-plain']).length);
});

test('a sheet that was begun goes on after what is used of it', async () => {
  const places = (page: string) =>
    [...page.matchAll(/^([\d.]+) ([\d.]+) [\d.]+ [\d.]+ re$/gm)].map(([, x, y]) => [Number(x), Number(y)] as const);
  const [fresh] = await pagesOf([label()], 'a4-21');
  const [begun] = await pagesOf([label()], 'a4-21', 4);
  const [first, fifth] = [places(fresh!)[0]!, places(begun!)[0]!];
  const points = 72 / 25.4;
  expect(fifth[0] - first[0]).toBeCloseTo((63.5 + 2.5) * points, 1);
  expect(fifth[1] - first[1]).toBeCloseTo(38.1 * points, 1);
  await expect(labelsPdf([label()], LABEL_SHEETS['a4-21'], FONTS, 21)).rejects.toMatchObject({ path: 'skip' });
});

test('what does not fit is left out from the last line on; a title that is longer than all is cut short', async () => {
  const long = (words: number) => Array.from({ length: words }, () => 'saltmarsh').join(' ');
  const [full] = await pagesOf([label()], 'letter-30');
  const [crowded] = await pagesOf([label({ lines: [...label().lines, long(40)] })], 'letter-30');
  const [endless] = await pagesOf([label({ title: long(120) })], 'letter-30');
  expect(texts(crowded!)).toBe(texts(full!));
  expect(texts(endless!)).toBeGreaterThan(0);
});
