import fc from 'fast-check';
import { parseCare } from './yarn/care';
import { colourFromWords } from './yarn/colourWords';
import { gaugeInWords, parseGauge } from './yarn/gauge';
import { InputError } from './common/inputError';
import { massHistory } from './logbook/massHistory';
import { likeness } from './yarn/likeYarns';
import { parseToolMm, toolSizeInWords } from './yarn/needle';
import { reelLength, shrinkagePercent } from './bench/reel';
import { readNeed } from './projects/shelfNeed';
import { parseSpanMm } from './common/span';
import { classCalled, WEIGHT_CLASSES } from './yarn/weightClass';

describe('a reel', () => {
  test('without a spread its loops are all alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0.3, max: 4, noNaN: true }), (loops, loopM) => {
        expect(reelLength({ loops, loopM })).toMatchObject({ layers: 1, growthM: 0 });
        expect(reelLength({ loops, loopM }).lengthM.mean).toBeCloseTo(loops * loopM, 9);
      }),
    );
  });

  test('is as long as its layers one by one', () => {
    // 120 strands of 2 mm on 60 mm: four full layers of 30, the middle of each half a strand above the one beneath.
    const strandMm = 2;
    const byLayers = [0, 1, 2, 3].reduce(
      (sum, layer) => sum + 30 * (1.52 + (2 * Math.PI * (layer + 0.5) * strandMm) / 1000),
      0,
    );
    const { lengthM, layers } = reelLength({ loops: 120, loopM: 1.52, strandMm, spreadMm: 60 });
    expect(layers).toBe(4);
    expect(lengthM.mean).toBeCloseTo(byLayers, 9);
  });

  test('shrinkage is what is gone, growth below zero, and nonsense is refused', () => {
    expect(shrinkagePercent(494, 473)).toBeCloseTo(4.251, 3);
    expect(shrinkagePercent(100, 103)).toBeCloseTo(-3, 9);
    expect(() => shrinkagePercent(0, 5)).toThrow(InputError);
    expect(() => reelLength({ loops: 0, loopM: 1 })).toThrow(InputError);
  });
});

test.each([
  ['22 x 30', 22, 30],
  ['22 sts x 30 rows to 10 cm', 22, 30],
  ['22 sts, 30 rows / 4 in', 22, 30],
  ['28 st = 10 cm', 28, null],
  ['17 stitches by 23 rows over 4"', 17, 23],
  ['5.5 sts per inch', 22, null],
  ['5 st and 7 rows to 1 in', 20, 28],
  ['18,5', 18.5, null],
])('a gauge written "%s"', (text, stitchesPer10Cm, rowsPer10Cm) => {
  expect(parseGauge(text, 'gauge')).toEqual({ stitchesPer10Cm, rowsPer10Cm });
  expect(parseGauge(gaugeInWords({ stitchesPer10Cm, rowsPer10Cm }).replace(' (4 in)', ''), 'g')).toEqual({
    stitchesPer10Cm,
    rowsPer10Cm,
  });
});
test.each(['tight', '22 x', '0', '900', '22 sts to 7 cm'])('a gauge written "%s" is refused', (text) =>
  expect(() => parseGauge(text, 'gauge')).toThrow(InputError),
);

test.each([
  ['US 6', 'needle', 4],
  ['UK 8', 'needle', 4],
  ['uk 000', 'needle', 10],
  ['4 mm (US 6)', 'needle', 4],
  ['3.25mm / US 3 / UK 10', 'needle', 3.25],
  ['H', 'hook', 5],
  ['h-8', 'hook', 5],
  ['US G', 'hook', 4],
  ['UK 12', 'hook', 2.5],
] as const)('%s as a %s has %d mm', (text, tool, mm) => expect(parseToolMm(text, tool, '')).toBe(mm));
test.each([
  ['H', 'needle'],
  ['US 6 / 5 mm', 'needle'],
  ['UK 99', 'needle'],
  ['Z', 'hook'],
  ['', 'hook'],
] as const)('%s as a %s is refused', (text, tool) => expect(() => parseToolMm(text, tool, '')).toThrow(InputError));
test('every size that has a name is read back from it', () => {
  for (const tool of ['needle', 'hook'] as const)
    for (let mm = 2; mm <= 12; mm += 0.25)
      expect(parseToolMm(toolSizeInWords(mm, tool).replace(', ', '/'), tool, '')).toBe(mm);
});

test('every name of a weight class is known, its number too', () => {
  for (const { number, name, names } of WEIGHT_CLASSES) {
    expect(classCalled(String(number), '')).toBe(number);
    expect(classCalled(name.toUpperCase(), '')).toBe(number);
    for (const one of names.us.split(', ')) expect(classCalled(one, '')).toBeLessThanOrEqual(number);
  }
  expect(classCalled('10-ply', '')).toBe(4);
  expect(() => classCalled('heavy', 'weightClass')).toThrow(InputError);
});

test.each([
  ['at least 300 m, about 4 m/g, wool', { atLeastM: 300, aboutMPerG: 4, fibre: 'wool', words: [] }],
  ['gannet 2217', { atLeastM: null, aboutMPerG: null, fibre: null, words: ['gannet', '2217'] }],
  ['400 m/100 g', { atLeastM: null, aboutMPerG: 4, words: [] }],
  ['>= 1.5 km silk and tide', { atLeastM: 1500, fibre: 'silk', words: ['tide'] }],
  ['over 200 yd of linen', { atLeastM: expect.closeTo(182.88, 6) as number, fibre: 'linen', words: [] }],
  ['~120 yd/oz', { aboutMPerG: expect.closeTo(3.87, 2) as number, words: [] }],
  ['', { atLeastM: null, aboutMPerG: null, fibre: null, words: [] }],
])('the shelf asked for "%s"', (text, need) => expect(readNeed(text, 'metric')).toMatchObject(need));

test('no words that are typed make the search fail', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (text) => {
      expect(readNeed(text, 'imperial').words.every((word) => word !== '')).toBe(true);
    }),
  );
});

test('spans in every unit, and too long ones refused', () => {
  const bounds = { lowMm: 5, highMm: 900 };
  expect(parseSpanMm('6', 'metric', bounds, '')).toBe(60);
  expect(parseSpanMm('2', 'imperial', bounds, '')).toBe(50.8);
  expect(parseSpanMm('60 mm', 'imperial', bounds, '')).toBe(60);
  for (const wrong of ['', 'wide', '0', '3 m', '5 g'])
    expect(() => parseSpanMm(wrong, 'metric', bounds, '')).toThrow(InputError);
});

test('care symbols: one of each kind, all of them known', () => {
  expect(parseCare('', '')).toEqual([]);
  expect(() => parseCare('wash-30 wash-40', '')).toThrow('one symbol of each kind');
  expect(() => parseCare('wash-1000', '')).toThrow('not a care symbol');
});

test('the last colour that is named counts', () => {
  expect(colourFromWords('Fog Blue')).toBe(colourFromWords('blue'));
  expect(colourFromWords('Number 12')).toBeUndefined();
});

test('how it went down: wound, used, measured', () => {
  expect(
    massHistory([
      { atMs: 1, pieceId: 1, side: 'out', massG: 100 },
      { atMs: 1, pieceId: 2, side: 'out', massG: 100 },
      { atMs: 2, pieceId: 1, side: 'on', massG: null },
      { atMs: 3, pieceId: 1, side: 'in', massG: 100 },
      { atMs: 3, pieceId: 3, side: 'out', massG: 98 },
      { atMs: 4, pieceId: 3, side: 'on', massG: 40 },
    ]),
  ).toEqual([
    { atMs: 1, massG: 200 },
    { atMs: 3, massG: 198 },
    { atMs: 4, massG: 140 },
  ]);
});

test('a yarn is most like itself, and likeness goes both ways', () => {
  const yarn = fc.record({
    maker: fc.constantFrom('', 'Limpet Hill Farm', 'Northstack Mill'),
    line: fc.constantFrom('', 'Peat', 'Squall'),
    weightClass: fc.constantFrom(null, 3, 4, 5),
    needleMm: fc.constantFrom(null, 4, 4.5, 6),
    wpi: fc.constantFrom(null, 9, 12),
    plies: fc.constantFrom(null, 2, 3),
    fibres: fc.constantFrom([], [{ name: 'wool' as const, percent: 100 }], [{ name: 'silk' as const, percent: 100 }]),
  });
  fc.assert(
    fc.property(yarn, yarn, (a, b) => {
      expect(likeness(a as never, b as never)).toBeCloseTo(likeness(b as never, a as never), 12);
      expect(likeness(a as never, b as never)).toBeLessThanOrEqual(1);
    }),
  );
});
