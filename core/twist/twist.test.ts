import fc from 'fast-check';
import { cake } from '../bench/cake';
import { InputError } from '../common/inputError';
import {
  afterSteps,
  type Laying,
  laidBy,
  type Leaving,
  parseTurnsPerM,
  percentOfOwn,
  type StrandState,
  twist,
  type TwistStep,
} from './twist';
import {
  asLong,
  changeAt,
  changesAlong,
  reversed,
  stretchOf,
  turnsWithin,
  type TwistChange,
  unchanged,
} from './twistChange';

const HANK: StrandState = { change: unchanged(310), lies: { as: 'loop' }, turnedRound: true };
const GRIST = 3.9;

const round = fc.constantFrom('cw' as const, 'ccw' as const);
const end = fc.constantFrom('inner' as const, 'outer' as const);
const side = fc.constantFrom('near' as const, 'far' as const);
const overEnd = fc.record({ mode: fc.constant('over-end' as const), end, side });
const shape = {
  coreDiameterMm: fc.double({ min: 10, max: 60, noNaN: true }),
  heightMm: fc.double({ min: 30, max: 120, noNaN: true }),
  densityGPerCm3: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
  crossingAngleDeg: fc.double({ min: 0, max: 60, noNaN: true }),
};
const spindle = fc.record({ mode: fc.constant('spindle' as const), direction: round, ...shape });
const carried = fc.record({ mode: fc.constant('carried' as const), direction: round, ...shape });
const packages = fc.oneof(spindle, carried);
/** A hank wound, and wound again and again, in any way. */
const windings = fc
  .tuple(
    fc.oneof(
      fc.constant<Leaving>({ mode: 'rotating' }),
      fc.record({
        mode: fc.constant('stationary-loop' as const),
        loopM: fc.double({ min: 0.8, max: 3, noNaN: true }),
        direction: round,
      }),
    ),
    packages,
    fc.array(fc.tuple(fc.oneof(overEnd, fc.constant<Leaving>({ mode: 'rotating' })), packages), { maxLength: 5 }),
  )
  .map(([from, onto, more]): TwistStep[] => [{ from, onto }, ...more.map(([from, onto]) => ({ from, onto }))]);

const close = (a: TwistChange, b: TwistChange, scale = 1) =>
  [0, 0.1, 0.37, 0.5, 0.93, 1].every((share) => {
    const at = changeAt(a, share * a.lengthM);
    return Math.abs(at - scale * changeAt(b, share * b.lengthM)) <= 1e-9 * Math.max(1, Math.abs(at));
  });

describe('laws of twist', () => {
  test('packages that turn change nothing, however often they are wound', () => {
    fc.assert(
      fc.property(fc.array(spindle, { minLength: 1, maxLength: 8 }), (spindles) => {
        const { change } = afterSteps(
          HANK,
          [
            ...spindles.map((onto): TwistStep => ({ from: { mode: 'rotating' }, onto })),
            { from: { mode: 'rotating' } },
          ],
          GRIST,
        );
        expect([...changesAlong(change, 50)]).toEqual(Array<number>(50).fill(0));
      }),
    );
  });

  test('turning the cake over flips the sign of what is pulled off it', () => {
    fc.assert(
      fc.property(packages, end, (onto, end) => {
        const off = (side: 'near' | 'far') =>
          afterSteps(
            { ...HANK, change: unchanged(310) },
            [
              { from: { mode: 'rotating' }, onto: { ...onto, mode: 'spindle' } },
              { from: { mode: 'over-end', end, side } },
            ],
            GRIST,
          ).change;
        expect(close(off('near'), off('far'), -1)).toBe(true);
      }),
    );
  });

  test('carried on and taken back over the same side is nil, at every place', () => {
    fc.assert(
      fc.property(carried, (onto) => {
        // Taken back as it was laid: the last laid first, from outside.
        const { change } = afterSteps(
          HANK,
          [{ from: { mode: 'rotating' }, onto }, { from: { mode: 'over-end', end: 'outer', side: 'near' } }],
          GRIST,
        );
        expect(Math.max(...changesAlong(change, 60).map(Math.abs))).toBeLessThan(1e-9);
        const fromCentre = afterSteps(
          HANK,
          [{ from: { mode: 'rotating' }, onto }, { from: { mode: 'over-end', end: 'inner', side: 'far' } }],
          GRIST,
        );
        expect(Math.max(...changesAlong(fromCentre.change, 60).map(Math.abs))).toBeLessThan(1e-9);
      }),
    );
  });

  test('opposite steps cancel: pulled off by the one way and, wound alike, by the opposite one', () => {
    fc.assert(
      fc.property(spindle, side, (onto, side) => {
        const other = side === 'near' ? ('far' as const) : ('near' as const);
        const { change } = afterSteps(
          HANK,
          [
            { from: { mode: 'rotating' }, onto },
            { from: { mode: 'over-end', end: 'inner', side }, onto },
            { from: { mode: 'over-end', end: 'inner', side: other } },
          ],
          GRIST,
        );
        expect(Math.max(...changesAlong(change, 60).map(Math.abs))).toBeLessThan(1e-9);
      }),
    );
  });

  test('from the other end at the other side it comes to the same twist, the other end first', () => {
    fc.assert(
      fc.property(windings, side, (steps, side) => {
        const other = side === 'near' ? ('far' as const) : ('near' as const);
        const inner = afterSteps(HANK, [...steps, { from: { mode: 'over-end', end: 'inner', side } }], GRIST);
        const outer = afterSteps(HANK, [...steps, { from: { mode: 'over-end', end: 'outer', side: other } }], GRIST);
        expect(close(inner.change, reversed(outer.change))).toBe(true);
        expect(inner.turnedRound).toBe(!outer.turnedRound);
      }),
    );
  });

  test('the net equals the wraps that the cake has', () => {
    fc.assert(
      fc.property(spindle, end, side, (onto, end, side) => {
        const { netTurns } = twist({
          lengthM: 310,
          gristMPerG: GRIST,
          steps: [{ from: { mode: 'rotating' }, onto }, { from: { mode: 'over-end', end, side } }],
        });
        const { wraps } = cake({ ...onto, lengthM: 310, gristMPerG: GRIST });
        expect(Math.abs(netTurns)).toBeCloseTo(wraps, 6);
      }),
    );
  });

  test('the net is the sum over the places, and over any cut of the strand', () => {
    fc.assert(
      fc.property(windings, overEnd, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (steps, from, cut) => {
        const { change } = afterSteps(HANK, [...steps, { from }], GRIST);
        const atM = cut * change.lengthM;
        const net = turnsWithin(change, 0, change.lengthM);
        const parts = [stretchOf(change, 0, atM), stretchOf(change, atM, change.lengthM)];
        const sum = parts.reduce((total, part) => total + turnsWithin(part, 0, part.lengthM), 0);
        const size = change.wraps.reduce(
          (total, wraps) => total + Math.abs(turnsWithin({ ...change, wraps: [wraps] }, 0, change.lengthM)),
          1,
        );
        expect(Math.abs(sum - net)).toBeLessThan(1e-9 * size);
        expect(Math.abs(turnsWithin(reversed(change), 0, change.lengthM) - net)).toBeLessThan(1e-9 * size);
        const numeric =
          Array.from({ length: 4000 }, (_, i) => changeAt(change, ((i + 0.5) / 4000) * change.lengthM)).reduce(
            (a, b) => a + b,
            0,
          ) *
          (change.lengthM / 4000);
        expect(Math.abs(numeric - net)).toBeLessThan(1e-4 * size);
      }),
      { numRuns: 40 },
    );
  });

  test('a longer ruler moves the places and leaves the change per metre', () => {
    fc.assert(
      fc.property(windings, fc.double({ min: 20, max: 900, noNaN: true }), (steps, lengthM) => {
        const { change } = afterSteps(HANK, steps, GRIST);
        expect(close(change, asLong(change, lengthM))).toBe(true);
        expect(asLong(change, lengthM).lengthM).toBe(lengthM);
      }),
    );
  });

  test('changesAlong tells at each place what changeAt tells', () => {
    fc.assert(
      fc.property(windings, overEnd, (steps, from) => {
        const { change } = afterSteps(HANK, [...steps, { from }], GRIST);
        const along = changesAlong(change, 17);
        along.forEach((each, i) => expect(each).toBeCloseTo(changeAt(change, (i / 16) * change.lengthM), 8));
      }),
    );
  });
});

test('the end that left the hank first is where it is told from, whichever end it is used from', () => {
  const onto: Laying = { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 };
  const used = (end: 'inner' | 'outer') =>
    twist({
      lengthM: 310,
      gristMPerG: GRIST,
      steps: [{ from: { mode: 'rotating' }, onto }, { from: { mode: 'over-end', end, side: 'near' } }],
    });
  // It went on the core first, so the start has the tightest wraps.
  expect(Math.abs(used('inner').startTurnsPerM)).toBeGreaterThan(Math.abs(used('inner').endTurnsPerM));
  expect(used('outer').startTurnsPerM).toBeCloseTo(-used('inner').startTurnsPerM, 12);
  expect(used('outer').endTurnsPerM).toBeCloseTo(-used('inner').endTurnsPerM, 12);
});

test('a reel that is carried round counts each loop; one that turns counts none', () => {
  const input = (carried: boolean) => ({
    lengthM: 140,
    gristMPerG: GRIST,
    steps: [
      {
        from: { mode: 'rotating' as const },
        onto: { mode: 'reel' as const, loopM: 1.4, carried, direction: 'cw' as const },
      },
    ],
  });
  expect(twist(input(true)).netTurns).toBeCloseTo(100, 9);
  expect(twist(input(false)).netTurns).toBe(0);
});

describe('steps that cannot be are refused with why', () => {
  const wound: Laying = { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 };
  const refusal = (steps: TwistStep[]) => {
    try {
      afterSteps(HANK, steps, GRIST);
    } catch (error) {
      if (error instanceof InputError) return { message: error.message, path: error.path };
      throw error;
    }
    return null;
  };
  const cases: [string, TwistStep[], string, RegExp][] = [
    [
      'the centre of a ball without a tail',
      [
        { from: { mode: 'rotating' }, onto: { ...wound, mode: 'carried', innerEnd: 'buried' } },
        { from: { mode: 'over-end', end: 'inner', side: 'near' } },
      ],
      'steps.1.from.end',
      /buried/,
    ],
    [
      'a far side that is closed',
      [
        { from: { mode: 'rotating' }, onto: { ...wound, farSide: 'closed' } },
        { from: { mode: 'over-end', end: 'inner', side: 'far' } },
      ],
      'steps.1.from.side',
      /closed/,
    ],
    [
      'over the end of a hank',
      [{ from: { mode: 'over-end', end: 'inner', side: 'near' } }],
      'steps.0.from.mode',
      /hank/,
    ],
    [
      'a loop of what is a cake',
      [{ from: { mode: 'rotating' }, onto: wound }, { from: { mode: 'stationary-loop', loopM: 1, direction: 'cw' } }],
      'steps.1.from.mode',
      /package/,
    ],
    [
      'nowhere in the middle',
      [{ from: { mode: 'rotating' } }, { from: { mode: 'rotating' } }],
      'steps.0.onto',
      /last step/,
    ],
    [
      'a hand that goes neither way',
      [{ from: { mode: 'rotating' }, onto: { mode: 'reel', loopM: 1.4, carried: true } }],
      'steps.0.onto.direction',
      /which way/,
    ],
    [
      'a core of nothing',
      [{ from: { mode: 'rotating' }, onto: { ...wound, coreDiameterMm: 0 } }],
      'steps.0.onto.coreDiameterMm',
      /above/,
    ],
  ];
  test.each(cases)('%s', (_, steps, path, message) => {
    const refused = refusal(steps);
    expect(refused?.path).toBe(path);
    expect(refused?.message).toMatch(message);
  });

  test('off a package of which nobody knows how it was wound', () => {
    const unknown: StrandState = { ...HANK, lies: { as: 'package', laid: null } };
    expect(() => afterSteps(unknown, [{ from: { mode: 'over-end', end: 'inner', side: 'near' } }], GRIST)).toThrow(
      /not known/,
    );
    // Turning, it does not matter.
    expect(afterSteps(unknown, [{ from: { mode: 'rotating' } }], GRIST).change.wraps).toEqual([]);
  });

  test('no steps, no length', () => {
    expect(() => twist({ lengthM: 310, gristMPerG: GRIST, steps: [] })).toThrow(/at least one/);
    expect(() => twist({ lengthM: 0, gristMPerG: GRIST, steps: [{ from: { mode: 'rotating' } }] })).toThrow(InputError);
  });
});

test('without a twist of its own there is no percent of it', () => {
  const steps: TwistStep[] = [{ from: { mode: 'rotating' } }];
  expect(twist({ lengthM: 10, gristMPerG: 4, steps })).not.toHaveProperty('changePercentAtStart');
  expect(twist({ lengthM: 10, gristMPerG: 4, steps, yarn: { direction: 'S', turnsPerM: 0 } })).not.toHaveProperty(
    'changePercentAtStart',
  );
  expect(percentOfOwn(9, { direction: 'S', turnsPerM: 180 })).toBe(-5);
});

test('a clockwise spindle lays anticlockwise, a clockwise hand clockwise', () => {
  const shape = { coreDiameterMm: 24, heightMm: 68, crossingAngleDeg: 60 };
  expect(laidBy({ mode: 'spindle', direction: 'cw', ...shape }, GRIST).sense).toBeCloseTo(-0.5, 12);
  expect(laidBy({ mode: 'carried', direction: 'cw', ...shape }, GRIST).sense).toBeCloseTo(0.5, 12);
});

test.each([
  ['180', 'metric', 180],
  ['180 t/m', 'imperial', 180],
  ['4.5 tpi', 'metric', 177.16535433070865],
  ['4.5', 'imperial', 177.16535433070865],
] as const)('turns are read with their unit: %s, %s', (text, system, turnsPerM) => {
  expect(parseTurnsPerM(text, system, 'twist')).toBeCloseTo(turnsPerM, 9);
});
