import fc from 'fast-check';
import { allot, ballsToBuy, type Need, type Stock } from './allotment';
import { isEnough } from '../yarn/yardage';
import { gristOfYarn } from '../yarn/yarnLength';

const stock = (yarnId: number, massG: number, gristMPerG: number | null = 4): Stock => ({
  yarnId,
  massG: { mean: massG, sd: 0.3 },
  grist: gristMPerG === null ? null : (gristOfYarn({ putUpG: 100, putUpM: gristMPerG * 100 }) ?? null),
});
const need = (id: number, metres: number, yarnIds: number[], more: Partial<Need> = {}): Need => ({
  id,
  amount: { metres },
  marginPercent: 0,
  donePercent: 0,
  yarnIds,
  ...more,
});

test('no metre is promised twice, and no yarn gives more than there is of it', () => {
  const yarns = fc.array(fc.double({ min: 5, max: 500, noNaN: true }), { minLength: 1, maxLength: 5 });
  const needs = fc.array(
    fc.record({
      amount: fc.oneof(
        fc.double({ min: 1, max: 3000, noNaN: true }).map((metres) => ({ metres })),
        fc.double({ min: 1, max: 800, noNaN: true }).map((grams) => ({ grams })),
      ),
      marginPercent: fc.integer({ min: 0, max: 50 }),
      donePercent: fc.integer({ min: 0, max: 100 }),
      yarnIds: fc.uniqueArray(fc.integer({ min: 0, max: 5 })),
    }),
    { maxLength: 6 },
  );
  fc.assert(
    fc.property(yarns, needs, (masses, asked) => {
      const stocks = masses.map((massG, i) => stock(i, massG));
      const standings = allot(
        asked.map((one, id) => ({ id, ...one })),
        stocks,
      );
      for (const { yarnId } of stocks) {
        const taken = standings.flatMap(({ takes }) => takes).filter((take) => take.yarnId === yarnId);
        expect(taken.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1 + 1e-9);
      }
      standings.forEach(({ takes, target, enough, available }, i) => {
        const inGrams = 'grams' in asked[i]!.amount;
        const whole = (yarnId: number) => masses[yarnId]! * (inGrams ? 1 : 4);
        const taken = takes.reduce((sum, { yarnId, share }) => sum + share * whole(yarnId), 0);
        // Whoever has enough takes just what is needed; who has not takes all there is.
        expect(taken).toBeCloseTo(Math.min(target, available.mean), 6);
        if (enough.verdict === 'enough' && target > 0) expect(available.mean).toBeGreaterThan(target);
      });
    }),
  );
});

test('what comes first is served first, and what it leaves is what the next one sees', () => {
  const [first, second] = allot([need(1, 390, [7]), need(2, 390, [7])], [stock(7, 115)]);
  expect(first).toMatchObject({ available: { mean: 460 }, takes: [{ spokenFor: 0 }] });
  expect(first!.enough.verdict).toBe('enough');
  expect(second!.available.mean).toBeCloseTo(70, 9);
  expect(second!.takes[0]!.spokenFor).toBeCloseTo(390 / 460, 12);
  expect(second!.enough).toMatchObject({ verdict: 'short' });
  expect(second!.enough.marginM).toBeCloseTo(-320, 9);
});

test('margin and what is made already move the target', () => {
  const [standing] = allot([need(1, 400, [7], { marginPercent: 10, donePercent: 25 })], [stock(7, 115)]);
  expect(standing!.target).toBeCloseTo(330, 9);
  const [made] = allot([need(1, 400, [], { donePercent: 100 })], []);
  expect(made!.enough).toMatchObject({ probability: 1, verdict: 'enough' });
});

test('grams are taken without a grist, metres are not', () => {
  const unknown = stock(7, 90, null);
  expect(allot([need(1, 100, [7])], [unknown])[0]).toMatchObject({ unknown: [7], enough: { verdict: 'short' } });
  expect(allot([need(1, 0, [7], { amount: { grams: 60 } })], [unknown])[0]).toMatchObject({
    unknown: [],
    enough: { verdict: 'enough' },
  });
});

test('what is bought makes it enough, and one fewer would not', () => {
  const one = { mean: 180, sd: 5 };
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 900, noNaN: true }),
      fc.double({ min: 20, max: 4000, noNaN: true }),
      (has, target) => {
        const available = { mean: has, sd: 4 };
        const enough = isEnough(available, target);
        const { toReach, spare } = ballsToBuy({ available, target, enough }, one, 1)!;
        const withBalls = (n: number) =>
          isEnough({ mean: has + n * one.mean, sd: Math.hypot(4, n * one.sd) }, target).verdict;
        expect(withBalls(toReach)).toBe('enough');
        if (toReach > 0) expect(withBalls(toReach - 1)).not.toBe('enough');
        expect(spare).toBe(toReach > 0 ? 1 : 0);
      },
    ),
  );
});

test('without a put-up nobody can say how many', () => {
  const standing = { available: { mean: 1, sd: 1 }, target: 50, enough: isEnough({ mean: 1, sd: 1 }, 50) };
  expect(ballsToBuy(standing, undefined, 1)).toBeUndefined();
});
