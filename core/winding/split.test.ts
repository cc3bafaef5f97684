import fc from 'fast-check';
import { cutsAtFaults, readSplit, type Split, splitParts } from './split';

const total = fc.double({ min: 20, max: 900, noNaN: true });
const split: fc.Arbitrary<Split> = fc.oneof(
  fc.record({ by: fc.constant('equal' as const), cakes: fc.integer({ min: 1, max: 30 }) }),
  fc.record({ by: fc.constant('size' as const), massG: fc.double({ min: 10, max: 20, noNaN: true }) }),
  fc.record({
    by: fc.constant('pieces' as const),
    over: fc.constantFrom('own cake' as const, 'shared' as const),
    pieces: fc.array(
      fc.record({
        name: fc.constant('part'),
        count: fc.integer({ min: 1, max: 2 }),
        massG: fc.double({ min: 0.5, max: 2.4, noNaN: true }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  }),
);

test('whatever way it is split, the parts add up to all there is, and each is something', () => {
  fc.assert(
    fc.property(total, split, (totalG, how) => {
      const parts = splitParts(totalG, how);
      expect(parts.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(totalG, 6);
      for (const { massG } of parts) expect(massG).toBeGreaterThan(0);
    }),
  );
});

test('no piece of a project comes out smaller than it was wanted', () => {
  const pieces = [
    { name: 'sleeve', count: 2, massG: 60 },
    { name: 'body', count: 1, massG: 130 },
  ];
  const named = (over: 'own cake' | 'shared') => splitParts(280, { by: 'pieces', pieces, over });
  expect(named('own cake')).toEqual([
    { name: 'sleeve 1', massG: 60 },
    { name: 'sleeve 2', massG: 60 },
    { name: 'body', massG: 130 },
    { name: 'what is over', massG: 30 },
  ]);
  expect(named('shared').map(({ massG }) => massG)).toEqual([67.2, 67.2, 145.6]);
});

test('cakes of one size, and a scrap stays with the last', () => {
  expect(splitParts(230, { by: 'size', massG: 50 }).map(({ massG }) => massG)).toEqual([50, 50, 50, 50, 30]);
  expect(splitParts(150.4, { by: 'size', massG: 50 }).map(({ massG }) => Number(massG.toFixed(6)))).toEqual([
    50, 50, 50.4,
  ]);
});

test.each<[string, number, Split, string, RegExp]>([
  ['more than there is', 100, { by: 'size', massG: 120 }, 'split.size', /only 100 g/],
  ['nothing of each', 100, { by: 'size', massG: 0 }, 'split.size', /above zero/],
  ['crumbs', 500, { by: 'size', massG: 2 }, 'split.size', /more than 99/],
  ['half a cake', 100, { by: 'equal', cakes: 1.5 }, 'split.cakes', /whole number/],
  ['no piece', 100, { by: 'pieces', pieces: [], over: 'shared' }, 'split.pieces', /at least one/],
  [
    'pieces for more than there is',
    100,
    { by: 'pieces', pieces: [{ name: 'a', count: 3, massG: 40 }], over: 'shared' },
    'split.pieces',
    /take 120 g and there are 100 g: 20 g are missing/,
  ],
  [
    'a part of a piece',
    100,
    { by: 'pieces', pieces: [{ name: 'a', count: 0.5, massG: 40 }], over: 'shared' },
    'split.pieces.0.count',
    /whole number/,
  ],
])('%s is refused at its field', (_, totalG, how, path, message) => {
  expect(() => splitParts(totalG, how)).toThrow(
    expect.objectContaining({ path, message: expect.stringMatching(message) }),
  );
});

test('amounts are read in metres or grams, as they are typed', () => {
  const pieces = [
    { name: ' hat ', count: '', amount: '120 m' },
    { name: '', count: '2', amount: '1 oz' },
  ];
  expect(readSplit({ by: 'pieces', pieces, over: 'shared' }, 3, 'metric')).toEqual({
    by: 'pieces',
    over: 'shared',
    pieces: [
      { name: 'hat', count: 1, massG: 40 },
      { name: '', count: 2, massG: 28.349523125 },
    ],
  });
  expect(() => readSplit({ by: 'size', size: 'lots' }, 3, 'metric')).toThrow(
    expect.objectContaining({ path: 'split.size' }),
  );
});

test('a cut moves to a knot near it, never past what a tool holds, and nothing is lost', () => {
  const gristMPerG = 2;
  const cut = fc.array(fc.double({ min: 5, max: 395, noNaN: true }), { maxLength: 6 });
  fc.assert(
    fc.property(cut, (places) => {
      const parts = splitParts(200, { by: 'equal', cakes: 4 });
      const faults = places.map((atM) => ({ kind: 'knot' as const, atM }));
      const moved = cutsAtFaults(parts, faults, gristMPerG, { mostG: [53, 53, 53, 53] });
      expect(moved.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(200, 6);
      for (const { massG } of moved) {
        expect(massG).toBeLessThanOrEqual(53 + 1e-9);
        expect(massG).toBeGreaterThanOrEqual(45 - 1e-9);
      }
    }),
  );
});

test('a thin spot is no place to cut at', () => {
  const parts = splitParts(100, { by: 'equal', cakes: 2 });
  expect(cutsAtFaults(parts, [{ kind: 'thin spot', atM: 102 }], 2)).toEqual(parts);
});
