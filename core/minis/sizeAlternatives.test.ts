import fc from 'fast-check';
import { madeOfEach, type MinisInput } from './minis';
import { filledWell } from './minisByHand';
import { sizeAlternatives } from './sizeAlternatives';

const madeOf = (input: MinisInput) => madeOfEach(filledWell(input), input.demands.length);
const grams = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);

test('of one size and one piece: the largest smaller one that makes more, the largest that makes as many', () => {
  fc.assert(
    fc.property(
      grams(40, 130),
      grams(6, 20),
      grams(0, 1),
      fc.integer({ min: 1, max: 20 }),
      (strandG, massG, cutLossG, count) => {
        const input = { parents: [{ id: 'a', massG: strandG }], demands: [{ id: 'm', massG, count }], cutLossG };
        const made = madeOf(input)[0]!;
        const many = (sizeG: number) => Math.min(count, Math.floor(strandG / (sizeG + cutLossG) + 1e-9));
        const sizes = Array.from({ length: 1301 }, (_, i) => i / 10);
        const near = (size: number | undefined) =>
          size !== undefined && Math.abs(size / massG - 1) <= 0.15 ? size : undefined;
        const smaller = sizes.findLast((size) => size < massG && many(size) > made);
        const larger = sizes.findLast((size) => size > massG && many(size) >= made);
        const bring = sizeAlternatives(input, [made]);
        expect(bring.find(({ more }) => more > 0)?.massG).toBe(made < count ? near(smaller) : undefined);
        // Where all that are wanted are made, it grows no further than to where one fewer would fill the piece.
        if (made < count) expect(bring.find(({ more }) => more === 0)?.massG).toBe(made > 0 ? near(larger) : undefined);
      },
    ),
  );
});

test('no size grows or shrinks at the cost of another', () => {
  const size = fc.record({ massG: grams(5, 25), count: fc.integer({ min: 1, max: 8 }) });
  const anyInput = fc.record({
    parents: fc
      .array(grams(30, 110), { minLength: 1, maxLength: 3 })
      .map((masses) => masses.map((massG, i) => ({ id: `parent ${i}`, massG }))),
    demands: fc
      .array(size, { minLength: 2, maxLength: 3 })
      .map((demands) => demands.map((each, i) => ({ ...each, id: `size ${i}` }))),
    cutLossG: grams(0, 1),
  });
  let offered = 0;
  fc.assert(
    fc.property(anyInput, (input) => {
      const made = madeOf(input);
      for (const { demandId, massG, more } of sizeAlternatives(input, made)) {
        const d = input.demands.findIndex(({ id }) => id === demandId);
        const { massG: now } = input.demands[d]!;
        const then = madeOf({
          ...input,
          demands: input.demands.map((each, i) => (i === d ? { ...each, massG } : each)),
        });
        expect(then.every((count, i) => i === d || count >= made[i]!)).toBe(true);
        expect(then[d]! - made[d]!).toBeGreaterThanOrEqual(more);
        expect(Math.sign(massG - now)).toBe(more > 0 ? -1 : 1);
        expect(Math.abs(massG / now - 1)).toBeLessThan(0.1501);
        offered++;
      }
    }),
  );
  expect(offered).toBeGreaterThan(20);
});

test('one that would be made at the cost of another is not offered', () => {
  // 36 g: two of 12 g and one of 10 g leave 2 g. At 13 g there are two still, and no room for the third.
  const input = {
    parents: [{ id: 'a', massG: 36 }],
    demands: [
      { id: 'large', massG: 12, count: 2 },
      { id: 'small', massG: 10, count: 1 },
    ],
    cutLossG: 0,
  };
  expect(madeOf(input)).toEqual([2, 1]);
  const offered = sizeAlternatives(input, [2, 1]);
  expect(offered.filter(({ demandId, massG }) => demandId === 'large' && massG > 13)).toEqual([]);
});

test('of several pieces the largest smaller size is told, whichever piece it comes of', () => {
  const demands = [{ id: 'm', massG: 12, count: 50 }];
  const alternatives = (masses: number[]) =>
    sizeAlternatives({ parents: masses.map((massG, i) => ({ id: `${i}`, massG })), demands, cutLossG: 0.2 }, [17]);
  // At 11.3 g the piece of 104 g makes nine instead of eight; at 10.8 g that of 110 g would make ten.
  expect(alternatives([110, 104])[0]).toEqual({ demandId: 'm', massG: 11.3, more: 1 });
  expect(alternatives([110, 104])).toEqual(alternatives([104, 110]));
});
