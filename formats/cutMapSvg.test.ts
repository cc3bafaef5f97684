import { cutMapSvg, type DrawnParent } from './cutMapSvg';

const parent = (more: Partial<DrawnParent> = {}): DrawnParent => ({
  name: 'Hank 1',
  about: 'Kelp',
  colourHex: '#345a43',
  massG: 100,
  stretches: [
    { kind: 'mini', massG: 20, words: 'swatch, 20 g' },
    { kind: 'loss', massG: 1, words: 'ends' },
    { kind: 'knot', massG: 0, words: 'a knot' },
    { kind: 'left', massG: 79, words: 'left: 79 g' },
  ],
  ...more,
});

test('stretches lie one after another, to scale by mass', () => {
  const svg = cutMapSvg('Minis', [
    parent(),
    parent({ name: 'Hank 2', massG: 50, stretches: [{ kind: 'left', massG: 50, words: '' }] }),
  ]);
  const rects = [...svg.matchAll(/<rect x="([\d.]+)"[^>]*? width="([\d.]+)"/g)].map(([, x, width]) => [
    Number(x),
    Number(width),
  ]);
  expect(rects).toEqual([
    [20, 192],
    [212, 9.6],
    [221.6, 758.4],
    [20, 480],
  ]);
  expect(svg).toContain('M221.6 ');
  // The drawing ends below its last bar, and not far below.
  const height = Number(/viewBox="0 0 1000 (\d+)"/.exec(svg)![1]);
  const feet = [...svg.matchAll(/ y="([\d.]+)"[^>]*? height="([\d.]+)"/g)].map(
    ([, y, high]) => Number(y) + Number(high),
  );
  expect(height - Math.max(...feet)).toBeGreaterThan(10);
  expect(height - Math.max(...feet)).toBeLessThan(92);
  // Each with its words in its middle, over the bar and on its own row.
  const words = [...svg.matchAll(/<text x="([\d.]+)" y="(\d+)"[^>]*text-anchor="middle"[^>]*>([^<]*)</g)];
  expect(words.map(([, x, y, text]) => [Number(x), Number(y), text])).toEqual([
    [20 + 192 / 2, 64 + 33, 'swatch, 20 g'],
    [221.6 + 758.4 / 2, 64 + 33, 'left: 79 g'],
  ]);
});

test('words that have no room are left out, and still spoken', () => {
  const svg = cutMapSvg('Minis', [parent({ stretches: [{ kind: 'mini', massG: 1, words: 'a very long name' }] })]);
  expect(svg).toContain('<title>a very long name</title>');
  expect(svg).not.toContain('>a very long name</text>');
});

test('no name can break out of it', () => {
  const svg = cutMapSvg('<script>&"', [parent({ name: '</text><script>', about: 'a & b' })]);
  expect(svg).not.toContain('<script');
  expect(svg).toContain('&lt;script&gt;&amp;&quot;');
});
