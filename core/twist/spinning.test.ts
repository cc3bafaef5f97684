import fc from 'fast-check';
import {
  hungRemedy,
  hungTwist,
  ratioOfDiameters,
  slipSeen,
  treadlesFor,
  twistOfAngle,
  twistOfTreadles,
  whorlsFor,
} from './spinning';

test('two wheels by hand', () => {
  // 480 mm over a whorl of 60 mm: 8 turns a treadle. 400 t/m over a draw of 30 cm: 120 turns, 15 treadles.
  expect(ratioOfDiameters(480, 60)).toBe(8);
  expect(treadlesFor(400, 0.3, { turnsEach: 8, slip: 0 })).toBe(15);
  // Counted 11.4 instead of 12 turns: the band slips by 5 %. 300 t/m over 45 cm: 135 turns, 11.84 treadles.
  const slip = slipSeen(11.4, 12);
  expect(slip).toBeCloseTo(0.05, 9);
  expect(treadlesFor(300, 0.45, { turnsEach: 12, slip })).toBeCloseTo(11.842, 3);
});

test('a spindle by hand: 5 turns a roll, 60 cm before it is wound on, 350 t/m are 42 rolls', () => {
  expect(treadlesFor(350, 0.6, { turnsEach: 5, slip: 0 })).toBe(42);
});

test('the twist of an angle, by hand: 20 wraps are 1.27 mm thick, tan 25° = 0.4663, so 0.4663 / (π 0.00127) = 116.9', () => {
  expect(twistOfAngle(20, 25)).toBeCloseTo(116.87, 1);
});

test('a hung skein by hand: 1.5 m round, three half turns, so 2 t/m at least; its sides lie Z, the yarn has too much S', () => {
  const hung = hungTwist(1.5, 3, 'Z')!;
  expect(hung).toEqual({ turnsPerM: 2, direction: 'S' });
  // 2 k / C with k = 1.5 whole turns.
  expect(hung.turnsPerM).toBe((2 * 1.5) / 1.5);
  expect(hungRemedy(hung, 'S')).toEqual({ what: 'take', turnsPerM: 2, wheelTurns: 'Z' });
  expect(hungRemedy(hung, 'Z')).toEqual({ what: 'add', turnsPerM: 2, wheelTurns: 'Z' });
  expect(hungTwist(1.5, 0, 'S')).toBeNull();
});

test('whichever way it was plied, the remedy turns the wheel against what there is too much of', () => {
  for (const sides of ['S', 'Z'] as const)
    for (const plied of ['S', 'Z'] as const) {
      const hung = hungTwist(1.4, 4, sides)!;
      const { what, wheelTurns } = hungRemedy(hung, plied);
      expect(wheelTurns).not.toBe(hung.direction);
      // Turning the wheel as it plies adds to the ply, the other way takes from it.
      expect(what).toBe(wheelTurns === plied ? 'add' : 'take');
    }
});

const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const drives = fc.record({ turnsEach: positive(1, 30), slip: positive(0, 0.4) });

test('twist by treadles and treadles by twist, both ways', () => {
  fc.assert(
    fc.property(positive(20, 2000), positive(0.05, 2), drives, (turnsPerM, drawM, drive) => {
      const treadles = treadlesFor(turnsPerM, drawM, drive);
      expect(twistOfTreadles(treadles, drawM, drive) / turnsPerM).toBeCloseTo(1, 9);
      // Twice the draw takes twice as many, half the slip fewer.
      expect(treadlesFor(turnsPerM, 2 * drawM, drive) / treadles).toBeCloseTo(2, 9);
      expect(treadlesFor(turnsPerM, drawM, { ...drive, slip: drive.slip / 2 })).toBeLessThanOrEqual(treadles);
    }),
  );
});

test('of several whorls, the first comes nearest among those that can be counted, and none is off by more than half a treadle', () => {
  fc.assert(
    fc.property(
      positive(50, 800),
      positive(0.1, 1),
      fc.array(drives, { minLength: 1, maxLength: 5 }),
      (turnsPerM, drawM, some) => {
        const choices = whorlsFor(turnsPerM, drawM, some);
        expect(choices).toHaveLength(some.length);
        const counted = choices.filter(({ whole }) => whole >= 4 && whole <= 24);
        const off = choices.map((each) => Math.abs(each.turnsPerM - turnsPerM));
        if (counted.length > 0)
          expect(off[0]).toBe(Math.min(...counted.map((each) => Math.abs(each.turnsPerM - turnsPerM))));
        for (const { treadles, whole } of choices.filter(({ treadles }) => treadles >= 0.5))
          expect(Math.abs(treadles - whole)).toBeLessThanOrEqual(0.5 + 1e-9);
      },
    ),
  );
});

test.each([
  [() => ratioOfDiameters(60, 480), 'driveMm'],
  [() => ratioOfDiameters(480, 0), 'whorlMm'],
  [() => slipSeen(90, 80), 'countedTurns'],
  [() => slipSeen(30, 80), 'countedTurns'],
  [() => slipSeen(1, 0), 'expectedTurns'],
  [() => treadlesFor(0, 0.3, { turnsEach: 8, slip: 0 }), 'turnsPerM'],
  [() => treadlesFor(400, 0, { turnsEach: 8, slip: 0 }), 'drawM'],
  [() => treadlesFor(400, 0.3, { turnsEach: 0, slip: 0 }), 'turnsEach'],
  [() => treadlesFor(400, 0.3, { turnsEach: 8, slip: 0.9 }), 'slip'],
  [() => twistOfAngle(20, 80), 'angleDeg'],
  [() => twistOfAngle(0, 25), 'wpi'],
  [() => hungTwist(0, 3, 'S'), 'loopM'],
  [() => hungTwist(1.5, -1, 'S'), 'halfTurns'],
])('what cannot be is refused at its field (%#)', (make, path) => {
  expect(make).toThrow(expect.objectContaining({ path }) as Error);
});

test('a band may slip by half, or not at all, and no more', () => {
  expect(slipSeen(40, 80)).toBe(0.5);
  expect(slipSeen(80, 80)).toBe(0);
  expect(() => slipSeen(39, 80)).toThrow();
});
