import fc from 'fast-check';
import { colourOrderOf, type ColourStretch, colourRepeat, sureWithinM } from './colourRepeat';

const [GREEN, GREY, RUST] = ['#5f7a4c', '#8b8f90', '#9c4a24'];
const of = (...list: [hex: string, lengthM: number | null][]) => list.map(([hex, lengthM]) => ({ hex, lengthM }));

test('one repeat that was measured once, by hand: its lengths, and the rule of thumb for how it varies', () => {
  const repeat = colourRepeat([of([GREEN, 2.4], [GREY, 1.8], [RUST, 3])])!;
  expect(repeat.stretches.map(({ lengthM }) => lengthM)).toEqual([2.4, 1.8, 3]);
  expect(repeat.measured).toBe(1);
  // A tenth of each, put together: 0.1 x sqrt(2.4^2 + 1.8^2 + 3^2) = 0.424.
  expect(repeat.spreadM).toBeCloseTo(0.4243, 4);
  expect(repeat.lengthM).toEqual({ mean: expect.closeTo(7.2, 9) as number, sd: expect.closeTo(0.4243, 4) as number });
});

test('measured again it is surer, and varies by what was seen', () => {
  const repeat = colourRepeat([of([GREEN, 2.4], [GREY, 2]), of([GREEN, 2.6], [GREY, 2])])!;
  expect(repeat.stretches).toEqual([
    { hex: GREEN, lengthM: 2.5 },
    { hex: GREY, lengthM: 2 },
  ]);
  // (3 x 0.1^2 + 2 x 0.04^2 + 0) / (3 + 2): what was seen is worth two, the rule of thumb three.
  const share = Math.sqrt((3 * 0.1 ** 2 + 2 * 0.04 ** 2) / 5);
  expect(repeat.spreadM).toBeCloseTo(share * Math.hypot(2.5, 2), 9);
  expect(repeat.lengthM.sd).toBeCloseTo((share * Math.hypot(2.5, 2)) / Math.SQRT2, 9);
});

test('what was not seen whole has a place in the order and no length', () => {
  expect(colourRepeat([of([GREEN, null], [GREY, 1.8], [RUST, 3])])).toBeNull();
  expect(colourOrderOf([of([GREEN, null], [GREY, 1.8], [RUST, 3])])).toEqual([GREEN, GREY, RUST]);
  const closed = colourRepeat([of([GREEN, null], [GREY, 1.8], [RUST, 3], [GREEN, 2], [GREY, null])])!;
  expect(closed.stretches).toEqual([
    { hex: GREEN, lengthM: 2 },
    { hex: GREY, lengthM: 1.8 },
    { hex: RUST, lengthM: 3 },
  ]);
});

test.each([
  ['nothing', []],
  ['nothing measured', [[]]],
  ['one colour', [of([GREEN, 3])]],
  ['one colour twice on end', [of([GREEN, 3], [GREEN, 2])]],
])('%s is no repeat', (_, measured) => {
  expect(colourRepeat(measured)).toBeNull();
});

test('two stretches of one colour on end are one', () => {
  expect(colourRepeat([of([GREEN, 1], [GREEN, 1.4], [GREY, 2])])!.stretches[0]).toEqual({ hex: GREEN, lengthM: 2.4 });
  expect(colourRepeat([of([GREEN, 1], [GREEN, null], [GREY, 2])])).toBeNull();
});

test('a colour may come twice in a repeat, each time as long as it is there', () => {
  const list = of([GREEN, 1], [GREY, 2], [GREEN, 3], [RUST, 4]);
  const backwards = [...list, ...list].reverse();
  const repeat = colourRepeat([list, backwards])!;
  expect(repeat.measured).toBe(3);
  expect(repeat.stretches.map(({ lengthM }) => lengthM).sort()).toEqual([1, 2, 3, 4]);
});

test.each([
  [
    'a stretch that was not seen whole',
    of([GREEN, 1], [GREY, 2], [GREEN, 3], [RUST, 4]),
    of([GREEN, null], [GREY, 2], [GREEN, 1]),
  ],
  [
    'a place that has no length yet',
    of([GREEN, null], [GREY, 2], [GREEN, 3], [RUST, 4]),
    of([GREEN, 3], [GREY, 2], [GREEN, 1]),
  ],
])('of two ways the one that fits the lengths counts, whatever is said of %s', (_, order, backwards) => {
  expect(colourRepeat([order, backwards])!.stretches.map(({ lengthM }) => lengthM)).toEqual([1, 2, 3, 4]);
});

test('what does not keep to the order is left out', () => {
  const order = of([GREEN, 2], [GREY, 2], [RUST, 2]);
  const repeat = colourRepeat([order, of([GREY, 9], [GREEN, 9])])!;
  // Two colours alone may be a piece of the order the other way round; a third place they cannot have.
  expect(repeat.stretches).toHaveLength(3);
  expect(colourRepeat([order, of(['#000000', 9], [GREEN, 9])])!.lengthM.mean).toBe(6);
});

const repeats = fc
  .integer({ min: 2, max: 6 })
  .chain((count) => fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: count, maxLength: count }))
  .map((lengths) => lengths.map((lengthM, i): ColourStretch => ({ hex: `#00000${i}`, lengthM })));

test('whatever it is begun with and whichever way it is measured, the same repeat is found', () => {
  fc.assert(
    fc.property(repeats, fc.nat(20), fc.integer({ min: 1, max: 3 }), fc.boolean(), (repeat, turn, times, backwards) => {
      const turned = repeat.map((_, i) => repeat[(i + turn) % repeat.length]!);
      const strip = Array.from({ length: times }, () => turned).flat();
      const found = colourRepeat([backwards ? strip.reverse() : strip])!;
      expect(found.measured).toBe(times);
      const order = found.stretches.map(({ hex }) => hex);
      expect([...order].sort()).toEqual(repeat.map(({ hex }) => hex).sort());
      for (const { hex, lengthM } of found.stretches)
        expect(lengthM).toBeCloseTo(repeat.find((each) => each.hex === hex)!.lengthM, 9);
      expect(found.lengthM.mean).toBeCloseTo(
        repeat.reduce((sum, { lengthM }) => sum + lengthM, 0),
        9,
      );
    }),
  );
});

test('the more often a repeat was measured, the further a place is told from it', () => {
  fc.assert(
    fc.property(repeats, fc.integer({ min: 1, max: 6 }), (repeat, times) => {
      const measured = (count: number) => sureWithinM(colourRepeat(Array.from({ length: count }, () => repeat))!);
      expect(measured(times + 1)).toBeGreaterThan(measured(times));
    }),
  );
});

test('so far away its place is known to half a stretch, nine times in ten', () => {
  const [repeat, stretchM] = [colourRepeat([of([GREEN, 2.4], [GREY, 1.8], [RUST, 3])])!, 7.2 / 3];
  const repeats = sureWithinM(repeat) / 7.2;
  const sdM = Math.hypot(repeat.spreadM * Math.sqrt(repeats), repeat.lengthM.sd * repeats);
  expect(1.6448536 * sdM).toBeCloseTo(stretchM / 2, 9);
});
