import { colourNames, colourOrder } from './colourOrder';

test('round the wheel: red, yellow, green, cyan, blue, magenta', () => {
  expect(['#c00000', '#c0c000', '#00c000', '#00c0c0', '#0000c0', '#c000c0'].map(colourOrder)).toEqual([
    0, 60, 120, 180, 240, 300,
  ]);
  expect(colourOrder('#c00010')).toBe(355);
});

test('greys come after all colours, from dark to light', () => {
  expect(['#000000', '#303030', '#ffffff'].map(colourOrder)).toEqual([1000, 1048, 1255]);
});

test('what is next to grey is a grey: by its share of the lightest part, and by so little that no eye sees it', () => {
  // 25 of 200 is more than 12 in a hundred, 23 is less.
  expect(colourOrder('#c8c8af')).toBe(60);
  expect(colourOrder('#c8c8b1')).toBe(1200);
  // Dark: 9 of 60 is a large share, and still nothing to see; 10 is.
  expect(colourOrder('#3c3c33')).toBe(1060);
  expect(colourOrder('#3c3c32')).toBe(60);
});

test.each([
  ['#1f2d4a', 'blue'],
  ['#84abc9', 'blue'],
  ['#2f7480', 'teal'],
  ['#47734a', 'green'],
  ['#dcb93a', 'yellow'],
  ['#cf6f2a', 'orange'],
  ['#a32a30', 'red'],
  ['#d48a9c', 'pink'],
  ['#6a4380', 'purple'],
  ['#6d4a30', 'brown'],
  ['#ece3cd', 'cream'],
  ['#f1efe8', 'white'],
  ['#8b8f90', 'grey'],
  ['#23211f', 'black'],
])('a swatch of %s is called %s', (hex, name) => expect(colourNames(hex)).toContain(name));

/** A swatch by its place on the wheel, its lightest part, and its darkest as a share of that. */
function swatch(hue: number, value: number, least: number): string {
  const channel = (shift: number) => {
    const k = (shift + hue / 60) % 6;
    return Math.round(value * (1 - (1 - least) * Math.max(0, Math.min(k, 4 - k, 1))));
  };
  return `#${[5, 3, 1].map((shift) => channel(shift).toString(16).padStart(2, '0')).join('')}`;
}

test('round the wheel each colour has its names, and where two meet it has both', () => {
  const names = [6, 17, 32, 46, 58, 73, 120, 175, 220, 259, 284, 315, 340, 354].map((hue) =>
    colourNames(swatch(hue, 200, 0)).join(', '),
  );
  expect(names).toEqual([
    'red',
    'red, orange',
    'orange',
    'orange, yellow, gold',
    'yellow, gold',
    'yellow, green',
    'green',
    'teal, turquoise, green, blue',
    'blue',
    'blue, purple',
    'purple',
    'purple, pink',
    'pink, red',
    'red',
  ]);
});

test('dark, pale and next to nothing have names of their own', () => {
  expect(colourNames(swatch(30, 140, 0.3))).toEqual(['brown', 'orange']);
  expect(colourNames(swatch(30, 140, 0.5))).toEqual(['brown']);
  expect(colourNames(swatch(6, 140, 0.3))).toEqual(['red']);
  expect(colourNames(swatch(220, 50, 0))).toEqual(['blue', 'black']);
  expect(colourNames(swatch(6, 220, 0.6))).toEqual(['pink', 'red']);
  expect(colourNames(swatch(340, 220, 0.6))).toEqual(['pink', 'red']);
  expect(colourNames(swatch(354, 220, 0.6))).toEqual(['pink', 'red']);
  // Neither a pale blue nor a dim or a full red is a pink.
  expect(colourNames(swatch(220, 220, 0.6))).toEqual(['blue']);
  expect(colourNames(swatch(30, 220, 0.6))).toEqual(['orange']);
  expect(colourNames(swatch(6, 180, 0.6))).toEqual(['red']);
  expect(colourNames(swatch(6, 220, 0.5))).toEqual(['red']);
  expect(colourNames(swatch(30, 220, 0.75))).toEqual(['cream', 'beige', 'white']);
  expect(colourNames('#3b3b3b')).toEqual(['black', 'grey']);
  expect(colourNames('#3c3c3c')).toEqual(['grey']);
  expect(colourNames('#cdcdcd')).toEqual(['white', 'grey']);
});

test('every colour has a name', () => {
  for (let hue = 0; hue < 360; hue += 3)
    for (const value of [40, 120, 200, 255])
      for (const least of [0, 0.5, 0.85]) expect(colourNames(swatch(hue, value, least)).length).toBeGreaterThan(0);
});
