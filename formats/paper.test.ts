import sharp from 'sharp';
import { drawnPages, FONTS } from '../tests/support/pdfTesting';
import { type Paper, paperPdf } from './paper';

const paper = (blocks: Paper['blocks'], more: Partial<Paper> = {}): Paper => ({
  title: 'Kelp, Wrack',
  under: '3 cakes',
  colourHex: '#345a43',
  url: 'http://127.0.0.1/yarns/1',
  blocks,
  ...more,
});
const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;

test('one page of a few blocks, another as soon as there is no room', async () => {
  const rows = (count: number) => Array.from({ length: count }, (_, i) => [String(i), 'wound', 'steady']);
  const table = (count: number) => paper([{ kind: 'table', head: ['', 'what', 'how'], rows: rows(count) }]);
  expect(pages(await paperPdf(table(5), FONTS, 'A4'))).toBe(1);
  expect(pages(await paperPdf(table(120), FONTS, 'A4'))).toBeGreaterThan(2);
  expect(pages(await paperPdf(table(120), FONTS, 'LETTER'))).toBeGreaterThan(2);
});

test('a box to tick for each item, beside its words, and the strip in the yarn’s own colour', async () => {
  const [page] = drawnPages(await paperPdf(paper([{ kind: 'ticks', items: ['one', 'two', 'three'] }]), FONTS, 'A4'));
  const ticks = page!.boxes.filter(({ width }) => width === 11);
  expect(ticks.map(({ x, height }) => [x, height])).toEqual([11, 11, 11].map((height) => [48, height]));
  // The words stand on the foot of their box.
  for (const { y } of ticks)
    expect(page!.texts.some((text) => text.x === 68 && text.y > y + 9 && text.y < y + 12)).toBe(true);
  expect(page!.boxes).toContainEqual({ x: 0, y: 0, width: 595.28, height: 14 });
  const [plain] = drawnPages(await paperPdf(paper([], { colourHex: null }), FONTS, 'A4'));
  expect(plain!.boxes.filter(({ width }) => width > 500)).toEqual([]);
});

test('a table has its head above its rows, in columns as wide as they are said to be, again on every page', async () => {
  const rows = Array.from({ length: 90 }, (_, i) => [`${i}`, 'wound', 'steady']);
  const table = { kind: 'table' as const, head: ['n', 'what', 'how'], rows, widths: [1, 2, 1] };
  const pages = drawnPages(await paperPdf(paper([table]), FONTS, 'A4'));
  expect(pages.length).toBeGreaterThan(1);
  const width = 595.28 - 2 * 48;
  const columns = [48, 48 + width / 4, 48 + (3 * width) / 4];
  for (const [i, { texts }] of pages.entries()) {
    const body = texts.filter(({ y }) => y > (i === 0 ? 140 : 40) && y < 780);
    const [head] = body;
    const first = body.filter(({ y }) => Math.abs(y - head!.y) < 1);
    expect(first.map(({ signs }) => signs)).toEqual([1, 4, 3]);
    first.forEach(({ x }, column) => expect(x).toBeCloseTo(columns[column]!, 0));
    // Rows follow in order, none over another, and none beneath the margin.
    const starts = body.filter(({ x }) => Math.abs(x - 48) < 1).map(({ y }) => y);
    expect([...starts].sort((a, b) => a - b)).toEqual(starts);
    expect(new Set(starts).size).toBe(starts.length);
    expect(Math.max(...starts)).toBeLessThan(841.89 - 48);
  }
});

test('a heading is larger than the words beneath it, and begins at the margin', async () => {
  const [page] = drawnPages(
    await paperPdf(
      paper([
        { kind: 'heading', words: 'Cakes' },
        { kind: 'text', words: 'Three of them' },
      ]),
      FONTS,
      'A4',
    ),
  );
  const [heading, text] = ['Cakes', 'Three of them'].map((words) =>
    page!.texts.find(({ signs, size }) => signs === words.length && size < 20)!,
  );
  expect([heading!.size, heading!.x, text!.size, text!.x]).toEqual([14, 48, 11, 48]);
  expect(text!.y - heading!.y).toBeGreaterThan(11);
});

test('every page says at its foot which of how many it is; words stay within the margins', async () => {
  const words = 'wool '.repeat(1800).trim();
  const pages = drawnPages(await paperPdf(paper([{ kind: 'text', words }]), FONTS, 'A4'));
  expect(pages.length).toBeGreaterThan(1);
  for (const [i, { texts }] of pages.entries()) {
    const foot = texts.filter(({ y }) => y > 841.89 - 48);
    expect(foot.map(({ x, size, signs }) => [x, size, signs])).toEqual([
      [48, 9, `Kelp, Wrack · page ${i + 1} of ${pages.length}`.length],
    ]);
  }
  // Broken into many lines, each of which begins at the margin and could not be longer than the page is wide.
  const lines = pages.flatMap(({ texts }) => texts.filter(({ size, x, y }) => size === 11 && x === 48 && y < 790));
  expect(lines.length).toBeGreaterThan(60);
  expect(Math.max(...lines.map(({ signs }) => signs))).toBeLessThan((595.28 - 2 * 48) / 4);
});

test('the line beneath a row lies clear of its words and of those of the next', async () => {
  const rows = Array.from({ length: 6 }, (_, i) => [
    `${i}`,
    'wound once more, in a sentence that takes two lines of it '.repeat(3),
  ]);
  const [page] = drawnPages(await paperPdf(paper([{ kind: 'table', head: ['n', 'what'], rows }]), FONTS, 'A4'));
  const ruled = page!.lines.map(({ from }) => from[1]);
  expect(ruled).toHaveLength(7);
  for (const y of ruled)
    for (const text of page!.texts) expect(y > text.y + 2 || y < text.y - text.size * 0.75).toBe(true);
});

test('a table without a head begins with its rows', async () => {
  const drawn = async (head: string[]) => {
    const table = { kind: 'table' as const, head, rows: [['1', 'wound']] };
    const [page] = drawnPages(await paperPdf(paper([table]), FONTS, 'A4'));
    return { lines: page!.lines.length, texts: page!.texts.length };
  };
  const [bare, half, whole] = [await drawn(['', '']), await drawn(['', 'what']), await drawn(['n', 'what'])];
  expect([half.lines - bare.lines, whole.lines - bare.lines]).toEqual([1, 1]);
  expect(whole.texts - bare.texts).toBe(2);
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

test('pictures lie two to a row, none wider than half the page, and go on to another page', async () => {
  const data = await sharp({ create: { width: 60, height: 90, channels: 3, background: '#556b2f' } })
    .jpeg()
    .toBuffer();
  const pictures = Array.from({ length: 9 }, () => ({ data, width: 60, height: 90 }));
  const pdf = await paperPdf(paper([{ kind: 'pictures', pictures }]), FONTS, 'A4');
  expect(pdf.toString('latin1').match(/\/Subtype \/Image/g)!.length).toBeGreaterThan(0);
  expect(pages(pdf)).toBe(3);
  const side = (595.28 - 2 * 48 - 10) / 2;
  const [first] = drawnPages(pdf);
  expect(first!.images.map(({ x }) => Math.round(x - 48))).toEqual([0, side + 10, 0, side + 10].map(Math.round));
  for (const { width, height } of first!.images) {
    expect(height).toBeCloseTo(side, 1);
    expect(width).toBeCloseTo((side * 60) / 90, 1);
  }
  const [one, , other] = first!.images;
  expect(other!.y - one!.y).toBeCloseTo(side + 10, 1);
});
