import fc from 'fast-check';
import { angleTakeUp, gristPlied, lengthKept, takeUpLearned } from './takeUp';

const single = (yarnId: number, mean = 4, sd = 0.1) => ({ yarnId, grist: { mean, sd } });
const AS_THE_ANGLE = { mean: 1, sd: 0.4, from: 0 };

test('plying takes up two to seven percent at usual twists, more the harder it is plied, and nothing where it is not twisted', () => {
  expect(angleTakeUp(2, 4, 0)).toBe(0);
  expect(angleTakeUp(2, 4, 90)).toBeGreaterThan(0.02);
  expect(angleTakeUp(2, 4, 150)).toBeLessThan(0.07);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 400 }), (a, b) => {
      const [less, more] = [angleTakeUp(2, 4, Math.min(a, b)), angleTakeUp(2, 4, Math.max(a, b))];
      expect(more).toBeGreaterThanOrEqual(less);
    }),
  );
});

test('a ply is never longer than its strands, whatever they are', () => {
  const strand = fc.record({ mean: fc.double({ min: 0.5, max: 12, noNaN: true }) });
  fc.assert(
    fc.property(fc.array(strand, { minLength: 2, maxLength: 4 }), fc.integer({ min: 0, max: 300 }), (grists, turns) => {
      const strands = grists.map(({ mean }, i) => single(i, mean));
      const together = 1 / strands.reduce((sum, { grist }) => sum + 1 / grist.mean, 0);
      expect(gristPlied(strands, turns, AS_THE_ANGLE).mean).toBeLessThanOrEqual(together);
    }),
  );
});

test('strands of one yarn err together, of two yarns apart', () => {
  const sure = { mean: 1, sd: 0, from: 0 };
  const relative = (strands: ReturnType<typeof single>[]) => {
    const { mean, sd } = gristPlied(strands, 85, sure);
    return sd / mean;
  };
  expect(relative([single(1), single(1)])).toBeCloseTo(0.025, 9);
  expect(relative([single(1), single(2)])).toBeCloseTo(0.025 / Math.SQRT2, 9);
});

test('take-up is learned from what the reel counted, and is surer then', () => {
  const strands = [single(1), single(1)];
  const counted = (times: number) => ({
    strands,
    turnsPerM: 85,
    gristMPerG: gristPlied(strands, 85, { mean: times, sd: 0, from: 0 }).mean,
  });
  const learned = takeUpLearned([1.5, 1.55, 1.45, 1.5, 1.52].map(counted));
  expect(learned.from).toBe(5);
  expect(learned.mean).toBeGreaterThan(1.4);
  expect(lengthKept(strands, 85, learned).sd).toBeLessThan(lengthKept(strands, 85, AS_THE_ANGLE).sd);
  // Longer than its strands: somebody counted wrongly.
  expect(takeUpLearned([{ strands, turnsPerM: 85, gristMPerG: 3 }]).from).toBe(0);
});
