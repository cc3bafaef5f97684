import { readFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import { type Paper, paperPdf } from './paper';

const font = (weight: number) =>
  readFileSync(
    `node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  );
const FONTS = { regular: font(400), bold: font(700) };

const paper = (blocks: Paper['blocks'], more: Partial<Paper> = {}): Paper => ({
  title: 'Kelp, Wrack',
  under: '3 cakes',
  colourHex: '#345a43',
  url: 'http://127.0.0.1/yarns/1',
  blocks,
  ...more,
});
const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;

/** How many streams of a PDF draw something. */
function drawn(pdf: Buffer): string {
  const text = pdf.toString('latin1');
  return [...text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)]
    .map(([, data]) => {
      try {
        return inflateSync(Buffer.from(data!, 'latin1')).toString('latin1');
      } catch {
        return '';
      }
    })
    .join('\n');
}

test('one page of a few blocks, another as soon as there is no room', async () => {
  const rows = (count: number) => Array.from({ length: count }, (_, i) => [String(i), 'wound', 'steady']);
  const table = (count: number) => paper([{ kind: 'table', head: ['', 'what', 'how'], rows: rows(count) }]);
  expect(pages(await paperPdf(table(5), FONTS, 'A4'))).toBe(1);
  expect(pages(await paperPdf(table(120), FONTS, 'A4'))).toBeGreaterThan(2);
  expect(pages(await paperPdf(table(120), FONTS, 'LETTER'))).toBeGreaterThan(2);
});

test('a box to tick for each item, and the strip in the yarn’s own colour', async () => {
  const ops = drawn(await paperPdf(paper([{ kind: 'ticks', items: ['one', 'two', 'three'] }]), FONTS, 'A4'));
  expect(ops.match(/ 11 11 re/g)).toHaveLength(3);
  expect(ops).toContain('0 0 595.28 14 re');
  const plain = drawn(await paperPdf(paper([], { colourHex: null }), FONTS, 'A4'));
  expect(plain).not.toContain('0 0 595.28 14 re');
});

test('the paper is the paper that was asked for', async () => {
  const size = async (name: 'A4' | 'LETTER') =>
    /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec((await paperPdf(paper([]), FONTS, name)).toString('latin1'))!.slice(1, 3);
  expect(await size('A4')).toEqual(['595.28', '841.89']);
  expect(await size('LETTER')).toEqual(['612', '792']);
});

test('an endless word and an empty table break nothing', async () => {
  const odd: Paper['blocks'] = [
    { kind: 'text', words: 'x'.repeat(4000) },
    { kind: 'table', head: ['', ''], rows: [] },
    { kind: 'figures', figures: [{ number: '1234567', label: 'y'.repeat(200) }] },
    { kind: 'heading', words: '' },
  ];
  expect((await paperPdf(paper(odd, { title: 'z'.repeat(300) }), FONTS, 'A4')).subarray(0, 5).toString()).toBe('%PDF-');
});
