import fc from 'fast-check';
import type { Estimate } from '../common/estimate';
import { chanceToSpill, type LimitSeen, winderLimit } from './winderLimit';

/** On a winder with room for anything. */
const tooHeavy = (massG: number, limit: Estimate) =>
  chanceToSpill(massG, { massG: limit, roomCm3: { mean: 9000, sd: 1 } }, { mean: 0.3, sd: 0.03 });

const clean = (reached: number) => ({ reached, spilled: false });
const spilled = (reached: number) => ({ reached, spilled: true });

test('without a cake it is what it is said to be, and less sure by a rule of thumb', () => {
  expect(winderLimit(113, 'rule of thumb', [])).toMatchObject({ mean: 113, known: 'rule of thumb', mostClean: null });
  expect(winderLimit(113, 'entered', []).sd).toBeLessThan(winderLimit(113, 'rule of thumb', []).sd / 2);
  // Light cakes say nothing.
  expect(winderLimit(113, 'rule of thumb', [clean(50), clean(60)])).toMatchObject({
    mean: 113,
    known: 'rule of thumb',
    mostClean: 60,
  });
  expect(winderLimit(113, 'rule of thumb', [clean(99)]).known).toBe('rule of thumb');
  expect(winderLimit(113, 'rule of thumb', [clean(100)]).known).toBe('cakes');
});

test('a clean 120 g is evidence of a larger winder, a spill at 100 g of a smaller one', () => {
  const before = winderLimit(113, 'rule of thumb', []);
  const more = winderLimit(113, 'rule of thumb', [clean(120)]);
  const less = winderLimit(113, 'rule of thumb', [spilled(100)]);
  expect(more.mean).toBeGreaterThan(120);
  expect(less.mean).toBeLessThan(105);
  for (const each of [more, less]) expect(each.sd).toBeLessThan(before.sd);
  expect(more).toMatchObject({ known: 'cakes', mostClean: 120, leastSpilled: null });
});

test('what came off clean is believed, however little it was said to hold', () => {
  for (const [entered, basis, massG] of [
    [113, 'rule of thumb', 160],
    [113, 'rule of thumb', 200],
    [113, 'entered', 140],
    [50, 'entered', 115],
    [7, 'entered', 230],
  ] as const) {
    const [once, twice] = [1, 2].map((times) => winderLimit(entered, basis, Array(times).fill(clean(massG))));
    expect(once!.mean).toBeGreaterThan(massG);
    expect(twice!.mean).toBeGreaterThanOrEqual(once!.mean);
    // No licence for a cake half as heavy again.
    expect(tooHeavy(1.5 * massG, twice!)).toBeGreaterThan(0.9);
    expect(tooHeavy(massG, twice!)).toBeLessThan(0.25);
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
  expect(tooHeavy(115, both)).toBeLessThan(0.1);
  expect(tooHeavy(140, both)).toBeGreaterThan(0.95);
});

test('where some spilled, light clean ones tell that it holds them all the same', () => {
  const spills = Array<LimitSeen>(6).fill(spilled(60));
  const without = winderLimit(113, 'rule of thumb', spills);
  const often = winderLimit(113, 'rule of thumb', [...spills, ...Array<LimitSeen>(8).fill(clean(70))]);
  expect(without.mean).toBeLessThan(62);
  expect(often.mean).toBeGreaterThan(without.mean + 3);
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
  expect(tooHeavy(113, limit)).toBeCloseTo(0.5, 9);
  expect(tooHeavy(118, limit)).toBeGreaterThan(tooHeavy(114, limit));
});

test.each([
  // Worked out apart from this program.
  [113, 'rule of thumb', [clean(120)], 128.185, 9.044],
  [113, 'rule of thumb', [clean(120), clean(121), spilled(130), spilled(129)], 124.517, 3.452],
  [113, 'entered', [clean(140)], 150.37, 26.146],
  [113, 'rule of thumb', [...Array<LimitSeen>(5).fill(spilled(100)), clean(120)], 95.699, 3.375],
] as const)('of %d g, %s, %j make %d ± %d g', (entered, basis, seen, mean, sd) => {
  const limit = winderLimit(entered, basis, seen);
  expect(limit.mean).toBeCloseTo(mean, 2);
  expect(limit.sd).toBeCloseTo(sd, 2);
});

test('the heaviest clean one and the lightest spilled one are named', () => {
  const seen = [clean(98), spilled(118), clean(104), spilled(111), clean(90)];
  expect(winderLimit(113, 'rule of thumb', seen)).toMatchObject({ mostClean: 104, leastSpilled: 111 });
});

test('a cake spills by how far it is past the limit, against what both are unsure by', () =>
  // 7 g over, against 5 g of the limit and 3 % of the cake.
  expect(tooHeavy(120, { mean: 113, sd: 5 })).toBeCloseTo(0.87205, 4));

test('one that is light and wide spills by its room, by how firm it comes out too', () => {
  // 482 cm3 hold 72.3 g of such yarn, give or take 10 % by the yarn and 4 % by the room; the cake differs by 3 %.
  const spills = (massG: number) =>
    chanceToSpill(massG, { massG: { mean: 113, sd: 5 }, roomCm3: { mean: 482, sd: 19.28 } }, { mean: 0.15, sd: 0.015 });
  expect(spills(72.3)).toBeCloseTo(0.5, 9);
  expect(spills(80)).toBeCloseTo(0.82764, 4);
  expect(spills(60)).toBeLessThan(0.1);
});
