import jsQR from 'jsqr';
import QRCode from 'qrcode';
import { cutMarks, LABEL_SHEETS, labelPlaces, type LabelSheet, type LabelSheetName } from '../core/exchange/labelSheet';
import { drawnPages, type DrawnPage, FONTS } from '../tests/support/pdfTesting';
import { type Label, labelsPdf } from './labels';

const POINTS = 72 / 25.4;

const label = (more: Partial<Label> = {}): Label => ({
  title: 'Lichen three-ply, Orchil violet',
  figures: '18.2 g · 63 m',
  lines: ['100 % wool', 'lot L3', 'Mini skein 4, 4 of 5 from hank 1', 'Tern Rock', 'hand wash cool, dry flat'],
  url: 'http://tern-rock.example/pieces/65',
  ...more,
});

async function pagesOf(labels: Label[], name: LabelSheetName, skip = 0): Promise<DrawnPage[]> {
  return drawnPages(await labelsPdf(labels, LABEL_SHEETS[name], FONTS, skip));
}

/** What a phone reads in the squares that lie in one place, and how large each of them is. */
function codeIn({ boxes }: DrawnPage, place: { x: number; y: number; width: number; height: number }) {
  const inside = boxes.filter(
    ({ x, y }) => x >= place.x && x <= place.x + place.width && y >= place.y && y <= place.y + place.height,
  );
  const [left, top] = [Math.min(...inside.map(({ x }) => x)), Math.min(...inside.map(({ y }) => y))];
  const right = Math.max(...inside.map(({ x, width }) => x + width));
  const dot = Math.min(...inside.map(({ width }) => width)) / 1.02;
  const size = Math.round((right - left) / dot);
  // Four pixels to a module, and a quiet border.
  const [scale, border] = [4, 16];
  const side = size * scale + 2 * border;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const { x, y } of inside)
    for (let i = 0; i < scale * scale; i++) {
      const [column, row] = [
        Math.round((x - left) / dot) * scale + (i % scale),
        Math.round((y - top) / dot) * scale + Math.floor(i / scale),
      ];
      pixels.fill(0, 4 * ((row + border) * side + column + border), 4 * ((row + border) * side + column + border) + 3);
    }
  const dark = new Set(inside.map(({ x, y }) => `${Math.round((x - left) / dot)} ${Math.round((y - top) / dot)}`));
  return {
    dark,
    reads: jsQR(pixels, side, side, { inversionAttempts: 'dontInvert' })?.data,
    moduleMm: dot / POINTS,
    left,
    top,
    right,
  };
}

/** The places of the labels of a page, in points. */
const placesOf = (name: LabelSheetName, labels: number, skip = 0) => {
  const { widthMm, heightMm } = LABEL_SHEETS[name];
  return labelPlaces(LABEL_SHEETS[name], labels, skip).map(({ xMm, yMm, page }) => ({
    page,
    x: xMm * POINTS,
    y: yMm * POINTS,
    width: widthMm * POINTS,
    height: heightMm * POINTS,
  }));
};

describe.each(Object.keys(LABEL_SHEETS) as LabelSheetName[])('on %s', (name) => {
  test('every code is read back, is no mirror image, and fine enough for a phone and no finer', async () => {
    const urls = [65, 66, 6700].map((id) => `http://tern-rock.example/pieces/${id}`);
    const pages = await pagesOf(
      urls.map((url) => label({ url })),
      name,
    );
    placesOf(name, urls.length).forEach((place, i) => {
      const { reads, moduleMm, dark } = codeIn(pages[place.page]!, place);
      expect(reads).toBe(urls[i]);
      // A phone reads a mirrored one too; a simpler reader does not.
      const { data, size } = QRCode.create(urls[i]!, { errorCorrectionLevel: 'M' }).modules;
      expect(dark).toEqual(
        new Set([...data].flatMap((on, at) => (on ? [`${at % size} ${Math.floor(at / size)}`] : []))),
      );
      expect(moduleMm).toBeGreaterThanOrEqual(0.3);
    });
  });

  test('words and code stay on their label, beside each other or beneath, and never on one another', async () => {
    const labels = Array.from({ length: 4 }, (_, i) =>
      label({ title: i === 2 ? 'Reindeer lichen, a long name of a colour' : label().title }),
    );
    const pages = await pagesOf(labels, name);
    for (const place of placesOf(name, labels.length)) {
      const page = pages[place.page]!;
      const { left, top, right } = codeIn(page, place);
      expect(left).toBeGreaterThan(place.x);
      expect(right).toBeLessThan(place.x + place.width);
      const words = page.texts.filter(
        ({ x, y }) => x > place.x && x < place.x + place.width && y > place.y && y < place.y + place.height,
      );
      expect(words.length).toBeGreaterThanOrEqual(3);
      for (const { x, y, size, signs } of words) {
        // No sign of this face is wider than its size.
        const end = Math.min(x + signs * size * 0.62, place.x + place.width);
        expect(y - size * 0.7).toBeGreaterThan(place.y);
        expect(y).toBeLessThan(place.y + place.height);
        expect(
          (LABEL_SHEETS[name] as LabelSheet).upright ? y < top : end <= left + 1 || x + signs * size * 0.45 <= left,
        ).toBe(true);
      }
    }
    const inside = placesOf(name, labels.length);
    const onSome = ({ x, y }: { x: number; y: number }) =>
      inside.some((place) => x > place.x && x < place.x + place.width && y > place.y && y < place.y + place.height);
    expect(pages.flatMap(({ texts }) => texts).filter((text) => !onSome(text))).toEqual([]);
  });
});

test.each(Object.keys(LABEL_SHEETS) as LabelSheetName[])(
  'on %s a hole is marked where one is punched, words and code keep clear of it and are as large as the label bears',
  async (name) => {
    const sheet = LABEL_SHEETS[name] as LabelSheet;
    const [page] = await pagesOf([label(), label()], name);
    const places = placesOf(name, 2);
    expect(page!.circles).toHaveLength(sheet.hole ? 2 : 0);
    places.forEach((place, i) => {
      const { left, right, top, moduleMm } = codeIn(page!, place);
      const side = right - left;
      const words = page!.texts.filter(
        ({ x, y }) => x > place.x && x < place.x + place.width && y > place.y && y < place.y + place.height,
      );
      const hole = page!.circles[i];
      if (hole) {
        expect(hole.x).toBeCloseTo(place.x + place.width / 2, 2);
        expect(hole.radius / POINTS).toBeGreaterThan(1.5);
        expect(hole.radius / POINTS).toBeLessThan(4);
        expect(hole.y - hole.radius).toBeGreaterThan(place.y + 0.5 * hole.radius);
        for (const { y, size } of words) expect(y - size * 0.75).toBeGreaterThan(hole.y + hole.radius);
      }
      if (sheet.upright) {
        // In the middle, and above the label's foot by a border.
        expect((left + right) / 2).toBeCloseTo(place.x + place.width / 2, 0);
        expect(side / place.width).toBeGreaterThan(0.39);
        expect(side / place.width).toBeLessThan(0.63);
        const foot = place.y + place.height - (top + side);
        expect(foot).toBeGreaterThan(0);
        expect(foot).toBeLessThan(4 * POINTS);
      } else {
        expect(side / place.width).toBeLessThan(0.41);
        expect(top + side / 2).toBeCloseTo(place.y + place.height / 2, 0);
      }
      // As large as a phone likes it, where the label has the room.
      if (side / place.width < 0.39) expect(moduleMm).toBeGreaterThan(0.3);
      // One row beneath the other, the largest at most a sixth larger than the next.
      const sizes = [...new Set(words.map(({ size }) => size))].sort((a, b) => b - a);
      expect(sizes[0]! / sizes[1]!).toBeCloseTo(1.15, 1);
      expect(sizes.at(-1)! / sizes[1]!).toBeCloseTo(0.8, 1);
      const rows = [...new Set(words.map(({ y }) => Number(y.toFixed(1))))].sort((a, b) => a - b);
      rows.slice(1).forEach((y, at) => expect(y - rows[at]!).toBeGreaterThan(sizes.at(-1)! * 0.9));
    });
  },
);

test('of a title that no label holds as much is printed as its place has room for, ending in dots', async () => {
  const words = 'Reindeer lichen over sea thrift';
  const title = Array.from({ length: 30 }, () => words).join(', ');
  const [page] = await pagesOf([label({ title })], 'a4-21');
  const [place] = placesOf('a4-21', 1);
  const rows = page!.texts.filter(({ x }) => x < place!.x + place!.width);
  expect(rows.length).toBeGreaterThan(3);
  expect(Math.max(...rows.map(({ y }) => y))).toBeLessThan(place!.y + place!.height);
  // Broken into rows as wide as what the code leaves free, and one sign longer than the words that fit.
  expect(Math.max(...rows.map(({ signs }) => signs))).toBeLessThan(2 * words.length);
  expect(rows.at(-1)!.signs).toBeGreaterThan(0);
});

test('plain paper has its marks where one cuts, on every page; a sheet of labels has none', async () => {
  const pages = await pagesOf(
    Array.from({ length: 22 }, () => label()),
    'a4-plain',
  );
  expect(pages).toHaveLength(2);
  const marks = cutMarks(LABEL_SHEETS['a4-plain']).map(({ fromMm, toMm }) =>
    [...fromMm, ...toMm].map((mm) => mm * POINTS),
  );
  for (const { lines } of pages) {
    expect(lines).toHaveLength(marks.length);
    lines.forEach(({ from, to }, i) => [...from, ...to].forEach((at, n) => expect(at).toBeCloseTo(marks[i]![n]!, 3)));
  }
  // They end before any label begins, and lie at its edges.
  const [{ widthMm, heightMm }, edges] = [LABEL_SHEETS['a4-plain'], placesOf('a4-plain', 22)];
  for (const { fromMm, toMm } of cutMarks(LABEL_SHEETS['a4-plain'])) {
    const upright = fromMm[0] === toMm[0];
    const at = (upright ? fromMm[0] : fromMm[1]) * POINTS;
    const [start, far] = upright ? (['x', widthMm] as const) : (['y', heightMm] as const);
    expect(
      edges.some((place) => Math.abs(place[start] - at) < 0.01 || Math.abs(place[start] + far * POINTS - at) < 0.01),
    ).toBe(true);
  }
  expect((await pagesOf([label()], 'a4-21'))[0]!.lines).toEqual([]);
});

test('a sheet that was begun goes on after what is used of it', async () => {
  const [begun] = await pagesOf([label()], 'a4-21', 4);
  const [place] = placesOf('a4-21', 1, 4);
  expect(codeIn(begun!, place!).reads).toBe(label().url);
  expect(begun!.boxes.every(({ x, y }) => x > place!.x && y > place!.y)).toBe(true);
  await expect(labelsPdf([label()], LABEL_SHEETS['a4-21'], FONTS, 21)).rejects.toMatchObject({ path: 'skip' });
});

test('what does not fit is left out from the last line on; a title that is longer than all is cut short', async () => {
  const long = (words: number) => Array.from({ length: words }, () => 'saltmarsh').join(' ');
  const [full] = await pagesOf([label()], 'letter-30');
  const [crowded] = await pagesOf([label({ lines: [...label().lines, long(40)] })], 'letter-30');
  const [endless] = await pagesOf([label({ title: long(120) })], 'letter-30');
  const signs = (page: DrawnPage) => page.texts.map((text) => text.signs);
  expect(signs(crowded!)).toEqual(signs(full!));
  expect(endless!.texts.length).toBeGreaterThan(0);
  const [place] = placesOf('letter-30', 1);
  for (const { y } of endless!.texts) expect(y).toBeLessThan(place!.y + place!.height);
});

test('what is most read is largest, and all labels of a sheet are set in one size', async () => {
  const sizes = (page: DrawnPage) => [...new Set(page.texts.map(({ size }) => size))];
  const [short] = await pagesOf([label({ lines: [] })], 'a4-plain');
  expect(sizes(short!)).toEqual([11, 12.65]);
  const [two] = await pagesOf(
    [label({ lines: [] }), label({ lines: Array.from({ length: 9 }, (_, i) => `line ${i}`) })],
    'a4-21',
  );
  const titles = two!.texts.filter(({ size }) => size === two!.texts[0]!.size);
  expect(titles.length).toBeGreaterThanOrEqual(2);
  expect(two!.texts[0]!.size).toBeLessThan(11);
});

test('letters of all Europe, Cyrillic and Greek are drawn in a face that has them, and no other word changes its own', async () => {
  const text = (words: string) => [label({ title: words, lines: [] })];
  const drawn = async (words: string) =>
    (await labelsPdf(text(words), LABEL_SHEETS['a4-21'], FONTS)).toString('latin1');
  for (const words of ['Žluťoučký kůň, Łódź', 'Șerb, Ţară, Ğ', 'Мох и камень, ґ', 'Θάλασσα, ώρα'])
    expect(await drawn(words)).toMatch(/DejaVu/);
  for (const words of ['Crème brûlée, naïve – “42 €”', 'Ærø, Þingvellir, ß'])
    expect(await drawn(words)).not.toMatch(/DejaVu/);
});
