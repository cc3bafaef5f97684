import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { plyBothEnds } from './plyBothEnds';
import {
  chainLoops,
  gapOf,
  leftoverExpectedM,
  livelinessOf,
  opposite,
  plied,
  PLY_SHARE,
  plyTwistToStart,
  turnsPerMCounted,
  twistsUpFromM,
} from './plying';
import { afterSteps, type Leaving, type StrandState } from './twist';
import { changeAt, turnsWithin, unchanged } from './twistChange';

const GRIST = 4.3;
const cakeOf = (lengthM: number, direction: 'cw' | 'ccw' = 'cw'): StrandState =>
  afterSteps(
    { change: unchanged(lengthM), lies: { as: 'loop' }, turnedRound: true },
    [
      {
        from: { mode: 'rotating' },
        onto: { mode: 'spindle', direction, coreDiameterMm: 26, heightMm: 70, densityGPerCm3: 0.28 },
      },
    ],
    GRIST,
  );
const FROM: Leaving = { mode: 'over-end', end: 'inner', side: 'near' };
const base = { from: FROM, side: 'near' as const, gristMPerG: GRIST };

test('both ends: at every point the two curves are those of ply-both-ends', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 150, noNaN: true }),
      fc.constantFrom('cw' as const, 'ccw' as const),
      fc.constantFrom('near' as const, 'far' as const),
      (massG, direction, side) => {
        const lengthM = massG * GRIST;
        const { strands, pliedM, leftoverM, circling } = plied({
          ...base,
          method: 'both ends',
          packages: [cakeOf(lengthM, direction)],
          side,
        });
        const single = { direction: 'Z' as const, turnsPerM: 240 };
        const { points } = plyBothEnds({
          massG,
          gristMPerG: GRIST,
          coreDiameterMm: 26,
          heightMm: 70,
          densityGPerCm3: 0.28,
          direction,
          side,
          single,
        });
        expect(leftoverM).toBe(0);
        expect(pliedM).toBeCloseTo(lengthM / 2, 9);
        for (const { atM, innerTurnsPerM, outerTurnsPerM, strandWrapTurnsPerM } of points) {
          expect(240 + changeAt(strands[0]!.change, atM)).toBeCloseTo(innerTurnsPerM, 8);
          expect(240 + changeAt(strands[1]!.change, atM)).toBeCloseTo(outerTurnsPerM, 8);
          expect(changeAt(circling!, atM)).toBeCloseTo(strandWrapTurnsPerM, 8);
        }
      },
    ),
    { numRuns: 30 },
  );
});

test('one of the two gains where the other loses, and what they get altogether is what the whole cake gives', () => {
  const { strands } = plied({ ...base, method: 'both ends', packages: [cakeOf(400)] });
  const [inner, outer] = strands.map(({ change }) => turnsWithin(change, 0, change.lengthM));
  expect(inner! * outer!).toBeLessThan(0);
  const whole = afterSteps(cakeOf(400), [{ from: FROM }], GRIST).change;
  expect(Math.abs(inner!) + Math.abs(outer!)).toBeCloseTo(Math.abs(turnsWithin(whole, 0, 400)), 9);
  const gap = gapOf([strands[0]!.change, strands[1]!.change]);
  for (const atM of [0, 70, 200])
    expect(changeAt(gap, atM)).toBeCloseTo(changeAt(strands[0]!.change, atM) - changeAt(strands[1]!.change, atM), 9);
});

test('two bobbins that turn change neither; what is longer on one is left over', () => {
  const { strands, pliedM, leftoverM } = plied({ ...base, method: 'bobbins', packages: [cakeOf(210), cakeOf(190)] });
  expect(strands.flatMap(({ change }) => change.wraps)).toEqual([]);
  expect([pliedM, leftoverM]).toEqual([190, 20]);
});

test('three and more reach as far as the shortest, each by its own name', () => {
  const packages = [cakeOf(210), cakeOf(190), cakeOf(200), cakeOf(195)];
  const { strands, pliedM, leftoverM } = plied({ ...base, method: 'bobbins', packages });
  expect(strands.map(({ name }) => name)).toEqual(['first', 'second', 'third', 'fourth']);
  expect(strands.map(({ change }) => change.lengthM)).toEqual([190, 190, 190, 190]);
  expect([pliedM, leftoverM]).toEqual([190, 20]);
});

test('a chain’s loops each take three times their length of the single, all of it together', () => {
  // 84 m of single, loops of 35 cm: 28 m of chain, 80 loops of 1.05 m.
  const { loops, singleM } = chainLoops(28, 0.35);
  expect([loops, singleM]).toEqual([80, expect.closeTo(1.05, 9)]);
  expect(loops * singleM).toBeCloseTo(84, 9);
  expect(() => chainLoops(28, 0.01)).toThrow(InputError);
});

test('two cakes that stand are changed alike where they are wound alike', () => {
  const { strands } = plied({ ...base, method: 'two cakes', packages: [cakeOf(200), cakeOf(200)] });
  const gap = gapOf([strands[0]!.change, strands[1]!.change]);
  for (const atM of [0, 50, 200]) expect(changeAt(gap, atM)).toBeCloseTo(0, 12);
});

test('a chain takes three metres for one, from the same place of the single', () => {
  const { strands, pliedM } = plied({ ...base, method: 'chain', packages: [cakeOf(300)] });
  const off = afterSteps(cakeOf(300), [{ from: FROM }], GRIST).change;
  expect(pliedM).toBe(100);
  for (const atM of [0, 33, 100]) expect(changeAt(strands[0]!.change, atM)).toBeCloseTo(changeAt(off, 3 * atM), 9);
});

test.each([
  ['nothing', { method: 'both ends' as const, packages: [] }, 'packages'],
  ['one of two', { method: 'bobbins' as const, packages: [cakeOf(100)] }, 'packages'],
  ['seven', { method: 'bobbins' as const, packages: Array.from({ length: 7 }, () => cakeOf(100)) }, 'packages'],
  [
    'both ends of a ball without a tail',
    {
      method: 'both ends' as const,
      packages: [{ ...cakeOf(100), lies: { ...cakeOf(100).lies, innerEnd: 'buried' } as StrandState['lies'] }],
    },
    'steps.0.from.end',
  ],
])('it cannot be plied from %s', (_, more, path) => {
  expect(() => plied({ ...base, ...more })).toThrow(expect.objectContaining({ path }) as InputError);
});

test('the ply is against the spinning, two thirds of what the singles have by then', () => {
  const { strands } = plied({ ...base, method: 'two cakes', packages: [cakeOf(200), cakeOf(200)] });
  const changes = strands.map(({ change }) => change);
  const mean = turnsWithin(changes[0]!, 0, 200) / 200;
  const z = plyTwistToStart({ direction: 'Z', turnsPerM: 300 }, changes, PLY_SHARE);
  expect(z.direction).toBe('S');
  expect(z.turnsPerM).toBeCloseTo(((300 + mean) * 2) / 3, 9);
  const s = plyTwistToStart({ direction: 'S', turnsPerM: 300 }, changes, PLY_SHARE);
  expect(s.direction).toBe('Z');
  expect(s.turnsPerM).toBeCloseTo(((300 - mean) * 2) / 3, 9);
  expect(opposite(opposite('S'))).toBe('S');
  expect(() => plyTwistToStart({ direction: 'Z', turnsPerM: 300 }, [], 3)).toThrow(InputError);
});

test.each([
  [45, 250, 180],
  [12.5, 100, 125],
])('%d turns over %d mm', (turns, mm, perM) => expect(turnsPerMCounted(turns, mm)).toBeCloseTo(perM, 9));

test.each([
  [0, 250],
  [10, 3],
  [5000, 100],
])('%d turns over %d mm cannot be', (turns, mm) => expect(() => turnsPerMCounted(turns, mm)).toThrow(InputError));

test('what is left over grows with the mass, and with a coarser scale', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 400, noNaN: true }),
      fc.double({ min: 0.1, max: 5, noNaN: true }),
      (massG, resolutionG) => {
        const expected = leftoverExpectedM({ massG, gristMPerG: GRIST, resolutionG });
        expect(leftoverExpectedM({ massG: massG * 2, gristMPerG: GRIST, resolutionG })).toBeGreaterThan(expected);
        expect(leftoverExpectedM({ massG, gristMPerG: GRIST, resolutionG: resolutionG * 2 })).toBeGreaterThan(expected);
      },
    ),
  );
});

test('the ball turns in the hand from where the outer strand goes round a fifth more often than at first', () => {
  const { circling, pliedM } = plied({ ...base, method: 'both ends', packages: [cakeOf(400)] });
  const atM = twistsUpFromM(circling!)!;
  expect(atM).toBeGreaterThan(0);
  expect(atM).toBeLessThan(pliedM);
  expect(changeAt(circling!, atM) / changeAt(circling!, 0)).toBeCloseTo(1.2, 9);
});

test('how lively a single is goes by its thickness too', () => {
  expect(livelinessOf({ direction: 'Z', turnsPerM: 120 }, 0.5)).toBe('low');
  expect(livelinessOf({ direction: 'Z', turnsPerM: 120 }, 1.2)).toBe('middling');
  expect(livelinessOf({ direction: 'Z', turnsPerM: 120 }, 2.4)).toBe('high');
});
