import fc from 'fast-check';
import { loopMass, loopsForMass, loopsMassG, type LoopsWeighed } from './gramsPerLoop';

const BEFORE = { mean: 0.2, sd: 0.02 };

/** Minis of so many loops each, of a yarn whose loops weigh `start` at first and drift by so much a loop. */
function minis(count: number, loops: number, start: number, drift: number, sdG = 0.03): LoopsWeighed[] {
  return Array.from({ length: count }, (_, i) => {
    const [fromLoop, toLoop] = [i * loops, (i + 1) * loops];
    return { fromLoop, toLoop, massG: loops * (start + drift * (fromLoop + loops / 2)), sdG, minis: 1 };
  });
}

test('without a weighing, what was known before is what is known', () => {
  expect(loopMass([], BEFORE, 500)).toMatchObject({ gramsPerLoop: 0.2, driftPerLoop: 0 });
});

test('minis of a true mass are found out, and the more of them the nearer', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.17, max: 0.23, noNaN: true }), (truth) => {
      const off = [1, 4, 16].map((count) => {
        const learned = loopMass(minis(count, 50, truth, 0), BEFORE, 800);
        return Math.abs(loopsMassG(learned, count * 50, 50).mean / (50 * truth) - 1);
      });
      expect(off[0]).toBeLessThan(0.015);
      expect(off[2]).toBeLessThan(0.004);
      expect(off[2]).toBeLessThanOrEqual(off[0]! + 1e-9);
    }),
  );
});

test('a drift is followed, so that the next mini is foreseen better than by the mean of all', () => {
  const drift = 0.00004;
  const seen = minis(12, 50, 0.2, drift);
  const truth = 50 * (0.2 + drift * 625);
  const byMean = seen.reduce((sum, { massG }) => sum + massG, 0) / seen.length;
  const foreseen = loopsMassG(loopMass(seen, BEFORE, 700), 600, 50).mean;
  expect(Math.abs(foreseen - truth)).toBeLessThan(0.4 * Math.abs(byMean - truth));
});

test('each weighing makes it surer, and never less so', () => {
  const sds = [0, 1, 2, 4, 8].map((count) => loopsMassG(loopMass(minis(count, 50, 0.21, 0), BEFORE, 500), 400, 50).sd);
  sds.slice(1).forEach((sd, i) => expect(sd).toBeLessThan(sds[i]!));
});

test('readings of the parent share the error of its first one: it is not learned away as if it were drift', () => {
  // The first reading was 0.4 g too much; every difference to it is.
  const seen = Array.from({ length: 10 }, (_, i) => ({
    fromLoop: 0,
    toLoop: (i + 1) * 50,
    massG: (i + 1) * 50 * 0.21 + 0.4,
    sdG: 0.29,
    minis: i + 1,
    byParent: true,
  }));
  const foreseen = loopsMassG(loopMass(seen, BEFORE, 600, 0.29), 500, 50).mean;
  expect(Math.abs(foreseen / 10.5 - 1)).toBeLessThan(0.01);
});

test('loops for a mass are the nearest whole ones', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 3, max: 40, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      fc.integer({ min: 0, max: 900 }),
      (massG, gramsPerLoop, fromLoop) => {
        const learned = { gramsPerLoop, driftPerLoop: gramsPerLoop * 1e-5, covariance: [0, 0, 0] as const };
        const loops = loopsForMass(learned, fromLoop, massG);
        const off = (n: number) => Math.abs(loopsMassG(learned, fromLoop, n).mean - massG);
        expect(Number.isInteger(loops)).toBe(true);
        for (const other of [loops - 1, loops + 1])
          if (other > 0) expect(off(loops)).toBeLessThanOrEqual(off(other) + 1e-9);
      },
    ),
  );
});
