import fc from 'fast-check';
import { chanceToSpill, type LimitSeen, winderLimit } from './winderLimit';

const clean = (massG: number) => ({ massG, spilled: false });
const spilled = (massG: number) => ({ massG, spilled: true });

test('without a cake it is what it is said to be, and less sure by a rule of thumb', () => {
  expect(winderLimit(113, 'rule of thumb', [])).toMatchObject({ mean: 113, known: 'rule of thumb', cleanG: null });
  expect(winderLimit(113, 'entered', []).sd).toBeLessThan(winderLimit(113, 'rule of thumb', []).sd / 2);
  // Light cakes say nothing.
  expect(winderLimit(113, 'rule of thumb', [clean(50), clean(60)])).toMatchObject({
    mean: 113,
    known: 'rule of thumb',
    cleanG: 60,
  });
});

test('a clean 120 g is evidence of a larger winder, a spill at 100 g of a smaller one', () => {
  const before = winderLimit(113, 'rule of thumb', []);
  const more = winderLimit(113, 'rule of thumb', [clean(120)]);
  const less = winderLimit(113, 'rule of thumb', [spilled(100)]);
  expect(more.mean).toBeGreaterThan(120);
  expect(less.mean).toBeLessThan(105);
  for (const each of [more, less]) expect(each.sd).toBeLessThan(before.sd);
  expect(more).toMatchObject({ known: 'cakes', cleanG: 120, spilledG: null });
});

test('what came off clean is believed, however little it was said to hold', () => {
  for (const [enteredG, basis, massG] of [
    [113, 'rule of thumb', 160],
    [113, 'rule of thumb', 200],
    [113, 'entered', 140],
    [50, 'entered', 115],
    [7, 'entered', 230],
  ] as const) {
    const [once, twice] = [1, 2].map((times) => winderLimit(enteredG, basis, Array(times).fill(clean(massG))));
    expect(once!.mean).toBeGreaterThan(massG);
    expect(twice!.mean).toBeGreaterThanOrEqual(once!.mean);
    // No licence for a cake half as heavy again.
    expect(chanceToSpill(1.5 * massG, twice!)).toBeGreaterThan(0.9);
    expect(chanceToSpill(massG, twice!)).toBeLessThan(0.25);
  }
});

test('and so is what spills again and again', () => {
  const often = (times: number) => winderLimit(500, 'entered', Array(times).fill(spilled(150)));
  expect(often(1).mean).toBeGreaterThan(480);
  expect(often(6).mean).toBeLessThan(155);
});

test('between a clean one and a spilled one it is known well', () => {
  const both = winderLimit(113, 'rule of thumb', [clean(120), clean(121), spilled(130), spilled(129)]);
  expect(both.mean).toBeGreaterThan(120);
  expect(both.mean).toBeLessThan(130);
  expect(both.sd).toBeLessThan(5);
  expect(chanceToSpill(115, both)).toBeLessThan(0.1);
  expect(chanceToSpill(140, both)).toBeGreaterThan(0.95);
});

test('one that spilled long before it was full has other causes: loose wraps, a guide out of place', () => {
  expect(winderLimit(113, 'rule of thumb', [spilled(40)]).mean).toBeGreaterThan(100);
});

test('clean cakes never make it smaller, spilled ones never larger', () => {
  const masses = fc.array(fc.double({ min: 60, max: 180, noNaN: true }), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(masses, masses, (before, more) => {
      const seen = before.map((massG, i) => (i % 2 ? clean(massG) : spilled(massG)));
      const limit = (extra: typeof seen) => winderLimit(113, 'rule of thumb', [...seen, ...extra]).mean;
      expect(limit(more.map(clean))).toBeGreaterThanOrEqual(limit([]) - 0.5);
      expect(limit(more.map(spilled))).toBeLessThanOrEqual(limit([]) + 0.5);
    }),
  );
});

test('half of those of just its limit spill, and more the heavier they are', () => {
  const limit = winderLimit(113, 'entered', []);
  expect(chanceToSpill(113, limit)).toBeCloseTo(0.5, 9);
  expect(chanceToSpill(118, limit)).toBeGreaterThan(chanceToSpill(114, limit));
});

test.each([
  // Worked out apart from this program.
  [113, 'rule of thumb', [clean(120)], 128.185, 9.044],
  [113, 'rule of thumb', [clean(120), clean(121), spilled(130), spilled(129)], 124.517, 3.452],
  [113, 'entered', [clean(140)], 150.37, 26.146],
  [113, 'rule of thumb', [...Array<LimitSeen>(5).fill(spilled(100)), clean(120)], 95.699, 3.375],
] as const)('of %d g, %s, %j make %d ± %d g', (enteredG, basis, seen, mean, sd) => {
  const limit = winderLimit(enteredG, basis, seen);
  expect(limit.mean).toBeCloseTo(mean, 2);
  expect(limit.sd).toBeCloseTo(sd, 2);
});

test('the heaviest clean one and the lightest spilled one are named', () => {
  const seen = [clean(98), spilled(118), clean(104), spilled(111), clean(90)];
  expect(winderLimit(113, 'rule of thumb', seen)).toMatchObject({ cleanG: 104, spilledG: 111 });
});

test('a cake spills by how far it is past the limit, against what both are unsure by', () =>
  // 7 g over, against 5 g of the limit and 3 % of the cake.
  expect(chanceToSpill(120, { mean: 113, sd: 5 })).toBeCloseTo(0.87205, 4));
