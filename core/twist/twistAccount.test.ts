import { cake } from '../bench/cake';
import { afterSteps, type Laying, type TwistStep } from './twist';
import { changeAt, turnsWithin } from './twistChange';
import {
  formInStory,
  type LaidPart,
  type NotedLaying,
  partOnWay,
  type PieceTwist,
  strandStateOf,
  twistAccount,
  type TwistEvent,
} from './twistAccount';

const CAKE: NotedLaying = {
  how: 'spindle',
  direction: 'cw',
  coreDiameterMm: 24,
  outerDiameterMm: 84,
  crossingAngleDeg: 0,
  loopM: null,
};
const NOT_LOOKED: NotedLaying = { ...CAKE, how: null, direction: null };
const MINI: NotedLaying = {
  ...CAKE,
  how: 'reel',
  direction: null,
  coreDiameterMm: null,
  outerDiameterMm: null,
  loopM: 1.5,
};

const came = (form: LaidPart['form'], noted: NotedLaying | null = null, loopM: number | null = 1.6): TwistEvent => ({
  kind: 'came',
  piece: { pieceId: 1, form, lengthM: 380, noted },
  loopM,
  asMade: form === 'hank',
});
const part = (
  pieceId: number,
  lengthM: number | null,
  noted: NotedLaying | null = CAKE,
  form: LaidPart['form'] = 'cake',
): LaidPart => ({
  pieceId,
  form,
  lengthM,
  noted,
});
const taken = (pieceId: number, more: Partial<Extract<TwistEvent, { kind: 'taken' }>>): TwistEvent => ({
  kind: 'taken',
  pieceId,
  fromEnd: 'inner',
  left: 'turning',
  parts: [],
  rest: null,
  ...more,
});
const wound = [came('hank'), taken(1, { parts: [part(2, 380)] })];
const of = (events: readonly TwistEvent[], id: number): PieceTwist => twistAccount(events).get(id)!;

test('a hank is as it was made, and winding it from a swift onto a spindle leaves it so', () => {
  expect(of([came('hank')], 1)).toMatchObject({ gap: null, change: { wraps: [] } });
  expect(of(wound, 2)).toMatchObject({ gap: null, change: { lengthM: 380, wraps: [] } });
});

test('a hank that hung still has one turn for each time round', () => {
  const { change, gap } = of([came('hank'), taken(1, { left: 'ccw' as const, parts: [part(2, 380)] })], 2);
  expect(gap).toBeNull();
  expect(turnsWithin(change, 0, 380)).toBeCloseTo(-380 / 1.6, 9);
});

test.each([
  ['a cake that came wound', [came('cake', null)], 1, 'came wound'],
  [
    'a hank that nobody watched',
    [came('hank'), taken(1, { left: null, parts: [part(2, 380)] })],
    2,
    'leaving not noted',
  ],
  [
    'a laying that nobody watched',
    [came('hank'), taken(1, { parts: [part(2, 380, NOT_LOOKED)] })],
    2,
    'laying not noted',
  ],
  [
    'a loop that was not measured',
    [came('hank', null, null), taken(1, { left: 'cw' as const, parts: [part(2, 380)] })],
    2,
    'loop not measured',
  ],
  [
    'pulled off a cake of which the way round is not known',
    [
      ...[came('hank'), taken(1, { parts: [part(2, 380, { ...CAKE, direction: null })] })],
      taken(2, { left: 'near' as const, parts: [part(3, 380)] }),
    ],
    3,
    'laying not noted',
  ],
] as const)('%s stays unknown, and is not taken for nothing', (_, events, id, gap) => {
  expect(of(events as readonly TwistEvent[], id).gap).toBe(gap);
  // It stays so, whatever is done with it since.
  expect(of([...(events as readonly TwistEvent[]), taken(id, { parts: [part(9, 380)] })], 9).gap).toBe(gap);
});

test('a spindle whose turning nobody looked at is no gap until it is pulled from', () => {
  const events = [came('hank'), taken(1, { parts: [part(2, 380, { ...CAKE, direction: null })] })];
  expect(of(events, 2)).toMatchObject({ gap: null, laid: null });
  expect(of([...events, taken(2, { fromEnd: 'outer', parts: [part(3, 380)] })], 3).gap).toBeNull();
});

test('cut in two, each cake has its own stretch of what was changed', () => {
  const pulled = { left: 'near' as const };
  const whole = of([...wound, taken(2, { ...pulled, parts: [part(3, 380)] })], 3);
  const events = [...wound, taken(2, { ...pulled, parts: [part(3, 150), part(4, 230)] })];
  expect(changeAt(of(events, 3).change, 100)).toBeCloseTo(changeAt(whole.change, 100), 12);
  expect(changeAt(of(events, 4).change, 60)).toBeCloseTo(changeAt(whole.change, 210), 12);
});

test('taken from outside it lies the other way round on the next', () => {
  const pulled = { left: 'near' as const };
  const inner = of([...wound, taken(2, { ...pulled, parts: [part(3, 380)] })], 3);
  const outer = of([...wound, taken(2, { ...pulled, fromEnd: 'outer', parts: [part(3, 380)] })], 3);
  expect(changeAt(inner.change, 0)).toBeCloseTo(-1 / (2 * Math.PI * 0.012), 12);
  expect(changeAt(outer.change, 0)).toBeCloseTo(1 / (2 * Math.PI * 0.042), 12);
  expect(changeAt(outer.change, 380)).toBeCloseTo(1 / (2 * Math.PI * 0.012), 12);
});

test('minis: each has what its stretch got, and what is left of the cake has a wider hole', () => {
  const minis = [2, 3, 4].map((i) => part(10 + i, 40, MINI, 'mini skein'));
  const events = [...wound, taken(2, { left: 'near' as const, parts: minis, rest: { pieceId: 20, lengthM: 260 } })];
  const [, second] = minis.map(({ pieceId }) => of(events, pieceId));
  const growth = (0.042 ** 2 - 0.012 ** 2) / 380;
  expect(second!.loopM).toBe(1.5);
  expect(changeAt(second!.change, 0)).toBeCloseTo(-1 / (2 * Math.PI * Math.sqrt(0.012 ** 2 + growth * 40)), 12);
  const rest = of(events, 20);
  expect(rest.change.wraps).toEqual([]);
  expect(Math.sqrt(rest.laid!.start)).toBeCloseTo(Math.sqrt(0.012 ** 2 + growth * 120), 12);
});

test('minis that are carried round an arm get one turn more for each loop', () => {
  const carried: NotedLaying = { ...MINI, how: 'carried', direction: 'cw', loopM: 0.64 };
  const turning = { left: 'turning' as const, fromEnd: 'outer' as const };
  const { change } = of(
    [
      ...wound,
      taken(2, { ...turning, parts: [part(11, 32, carried, 'mini skein')], rest: { pieceId: 20, lengthM: 348 } }),
    ],
    11,
  );
  expect(turnsWithin(change, 0, 32)).toBeCloseTo(50, 9);
});

test('what was used of it is gone from where it is worked', () => {
  const pulled = [...wound, taken(2, { left: 'near' as const, parts: [part(3, 380)] })];
  const used = (usedFrom: 'inner' | 'outer') =>
    of([...pulled, { kind: 'measured', pieceId: 3, lengthM: 200, usedFrom }], 3);
  const { change } = of(pulled, 3);
  expect(changeAt(used('inner').change, 0)).toBeCloseTo(changeAt(change, 180), 12);
  expect(changeAt(used('outer').change, 200)).toBeCloseTo(changeAt(change, 200), 12);
  // A scale's step is no use of it: the same strand by another ruler.
  const again = of([...pulled, { kind: 'measured', pieceId: 3, lengthM: 376, usedFrom: 'inner' }], 3);
  expect(changeAt(again.change, 0)).toBeCloseTo(changeAt(change, 0), 12);
  expect(again.change.lengthM).toBe(376);
});

test('lengths that are not known are shares; the change per metre stays right', () => {
  const events: TwistEvent[] = [
    { kind: 'came', piece: { pieceId: 1, form: 'hank', lengthM: null, noted: null }, loopM: 1.6, asMade: true },
    taken(1, { parts: [part(2, null)] }),
    taken(2, { left: 'near' as const, parts: [part(3, null)] }),
  ];
  expect(changeAt(of(events, 3).change, 0)).toBeCloseTo(-1 / (2 * Math.PI * 0.012), 12);
  expect(changeAt(of(events, 3).change, of(events, 3).change.lengthM)).toBeCloseTo(-1 / (2 * Math.PI * 0.042), 12);
});

test('the account comes to the same as the steps themselves', () => {
  const gristMPerG = 3.9;
  const spindle: Laying = { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68, densityGPerCm3: 0.3 };
  const outerDiameterMm = 2000 * Math.sqrt(0.012 ** 2 + 380 / gristMPerG / (0.3e6 * Math.PI * 0.068));
  const noted = { ...CAKE, outerDiameterMm };
  const events: TwistEvent[] = [
    came('hank'),
    taken(1, { left: 'cw' as const, parts: [part(2, 380, noted)] }),
    taken(2, { left: 'far' as const, fromEnd: 'outer', parts: [part(3, 380, noted)] }),
    taken(3, {
      left: 'near' as const,
      // Round a stick, where it keeps the height that it has.
      parts: [part(4, 380, { ...noted, how: 'carried', direction: 'ccw', ball: false }, 'ball')],
    }),
  ];
  const steps: TwistStep[] = [
    { from: { mode: 'stationary-loop', loopM: 1.6, direction: 'cw' }, onto: spindle },
    { from: { mode: 'over-end', end: 'outer', side: 'far' }, onto: spindle },
    { from: { mode: 'over-end', end: 'inner', side: 'near' }, onto: { ...spindle, mode: 'carried', direction: 'ccw' } },
    { from: { mode: 'over-end', end: 'inner', side: 'near' } },
  ];
  const whole = afterSteps(strandStateOf(of([came('hank')], 1)), steps, gristMPerG).change;
  const onward = afterSteps(strandStateOf(of(events, 4)), steps.slice(3), gristMPerG).change;
  for (const atM of [0, 3, 111, 379.9]) expect(changeAt(onward, atM)).toBeCloseTo(changeAt(whole, atM), 9);
});

test.each([
  ['cone', { innerEnd: 'buried', farSide: 'closed' }],
  ['bobbin', { innerEnd: 'buried' }],
  ['cake', {}],
] as const)('what can be got at of a %s', (form, access) => {
  expect(of([came(form)], 1).access).toEqual(access);
});

test('what was noted of its ends goes before what its form suggests', () => {
  expect(of([came('ball', { ...NOT_LOOKED, innerEnd: 'buried' })], 1).access).toEqual({ innerEnd: 'buried' });
});

test('what a piece of a story is: what stayed of a cake is one, whatever was cut from it', () => {
  const rest = { pieceId: 20, lengthM: 260 };
  const events = [...wound, taken(2, { left: 'near', parts: [part(11, 40, MINI, 'mini skein')], rest })];
  expect([1, 2, 11, 20, 99].map((id) => formInStory(events, id))).toEqual(['hank', 'cake', 'mini skein', 'cake', null]);
});

test('on the way to a piece, the part that the next event took; at its end, the piece itself', () => {
  const minis = taken(3, { parts: [part(11, 40, MINI, 'mini skein'), part(12, 40, MINI, 'mini skein')] });
  const events = [
    ...wound.slice(0, 1),
    taken(1, { parts: [part(2, 180), part(3, 200)] }),
    { kind: 'measured', pieceId: 3 } as unknown as TwistEvent,
    minis,
  ];
  expect(partOnWay(events, 0, 12)).toMatchObject({ pieceId: 1 });
  expect(partOnWay(events, 1, 12)).toMatchObject({ pieceId: 3 });
  expect(partOnWay(events, 2, 12)).toBeNull();
  expect(partOnWay(events, 3, 12)).toMatchObject({ pieceId: 12 });
  // What stayed of a piece is none of its parts.
  expect(partOnWay(events, 3, 3)).toBeNull();
});

describe('by its own shape', () => {
  const turnsOf = ({ change }: PieceTwist) => turnsWithin(change, 0, change.lengthM);
  const used = (piece: PieceTwist, end: 'inner' | 'outer') =>
    afterSteps(strandStateOf(piece), [{ from: { mode: 'over-end', end, side: 'near' } }], 4).change;

  test('over the nose of a cone the turns are those round the middle between nose and base', () => {
    const cone = of([came('cone', { ...CAKE, coreDiameterMm: 50, outerDiameterMm: 130 })], 1);
    const over = used(cone, 'outer');
    expect(Math.abs(turnsWithin(over, 0, 380))).toBeCloseTo(380 / (Math.PI * 0.09), 9);
    // From the first metre to the last: the layers of a cone are all alike.
    expect(changeAt(over, 0)).toBeCloseTo(changeAt(over, 380), 12);
  });

  test('a hand gives a ball as many turns as it makes wraps, more of them by the metre in its middle', () => {
    const shape = { coreDiameterMm: 26, heightMm: 60, ball: true as const, densityGPerCm3: 0.28 };
    const { wraps, outerDiameterMm } = cake({ ...shape, lengthM: 380, gristMPerG: 9 });
    const noted: NotedLaying = { ...CAKE, how: 'carried', coreDiameterMm: 26, outerDiameterMm, ball: true };
    const ball = of([came('hank'), taken(1, { parts: [part(2, 380, noted, 'ball')] })], 2);
    expect(turnsOf(ball)).toBeCloseTo(wraps, 6);
    const laid: Laying = { mode: 'carried', direction: 'cw', ...shape };
    const planned = afterSteps(
      strandStateOf(of([came('hank')], 1)),
      [{ from: { mode: 'rotating' }, onto: laid }],
      9,
    ).change;
    expect(turnsWithin(planned, 0, 380)).toBeCloseTo(wraps, 6);
    expect(changeAt(ball.change, 0)).toBeCloseTo(1 / (Math.PI * 0.026), 9);
    // Pulled from its centre, each wrap gives its turn back or doubles it; cut in two, the halves have it between them.
    expect(turnsWithin(used(ball, 'inner'), 0, 380)).toBeCloseTo(2 * wraps, 6);
    expect(turnsWithin(ball.change, 0, 150) + turnsWithin(ball.change, 150, 380)).toBeCloseTo(wraps, 6);
  });

  test('what came as a ball is round, what a stick was wound with is not', () => {
    const ball = of([came('ball', { ...CAKE })], 1);
    expect(ball.laid).toMatchObject({ ball: true, start: 0.012 ** 3 });
    expect(of([came('ball', { ...CAKE, ball: false })], 1).laid!.ball).toBeUndefined();
  });
});
