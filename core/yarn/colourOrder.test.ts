import { colourOrder } from './colourOrder';

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
