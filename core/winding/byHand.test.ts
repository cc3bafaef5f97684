import fc from 'fast-check';
import type { InputError } from '../common/inputError';
import { roundsOf, woundByHand } from './byHand';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const amount = fc.record({ massG: some(5, 200), gristMPerG: some(0.5, 12), secondsPerWrap: some(0.3, 3) });
const shape = fc.record({ coreDiameterMm: some(10, 45), heightMm: some(40, 100), densityGPerCm3: some(0.15, 0.5) });

test('wrap by wrap the strand is used up, whatever the form', () =>
  fc.assert(
    fc.property(shape, amount, fc.boolean(), (form, of, ball) => {
      const { wraps, twistPerM } = woundByHand({ ...form, ...(ball && { ball: true as const }) }, of);
      // A mean wrap lies between the first and the last, and a wrap is a turn.
      const turnsPerM = wraps / (of.massG * of.gristMPerG);
      expect(turnsPerM).toBeLessThanOrEqual(twistPerM.core * (1 + 1e-9));
      expect(turnsPerM).toBeGreaterThanOrEqual(twistPerM.outside * (1 - 1e-9));
    }),
  ));

test('more yarn takes longer and comes out larger; a firmer hand makes it smaller', () => {
  const on = (densityGPerCm3: number, massG: number) =>
    woundByHand({ coreDiameterMm: 22, heightMm: 75, densityGPerCm3 }, { massG, gristMPerG: 4, secondsPerWrap: 1.5 });
  expect(on(0.3, 60).seconds).toBeGreaterThan(on(0.3, 50).seconds);
  expect(on(0.3, 50).seconds).toBeCloseTo(1.5 * on(0.3, 50).wraps, 9);
  expect(on(0.4, 50).diameterMm).toBeLessThan(on(0.3, 50).diameterMm);
});

test('what is crossed steeply puts less twist in: a wrap is longer', () => {
  const at = (crossingAngleDeg: number) =>
    woundByHand({ coreDiameterMm: 20, heightMm: 70, crossingAngleDeg }, { massG: 50, gristMPerG: 4, secondsPerWrap: 1 })
      .twistPerM.core;
  expect(at(0)).toBeCloseTo(1 / (Math.PI * 0.02), 9);
  expect(at(60)).toBeCloseTo(at(0) / 2, 9);
});

test('a loop that stands still gives a turn for every round', () => {
  const { rounds, seconds, twistPerM } = roundsOf({ lengthM: 210, loopM: 1.5, secondsPerRound: 2 });
  expect([rounds, seconds]).toEqual([140, 280]);
  expect(twistPerM * 210).toBeCloseTo(rounds, 9);
  expect(() => roundsOf({ lengthM: 210, loopM: 0, secondsPerRound: 2 })).toThrow('must be a number above zero');
});

test('a figure that cannot be is named', () => {
  const form = { coreDiameterMm: 20, heightMm: 70 };
  const pathOf = (work: () => unknown) => {
    try {
      work();
    } catch (error) {
      return (error as InputError).path;
    }
  };
  expect(pathOf(() => woundByHand(form, { massG: 50, gristMPerG: 4, secondsPerWrap: 0 }))).toBe('secondsPerWrap');
  const rounds = { lengthM: 200, loopM: 1.6, secondsPerRound: 4 };
  for (const figure of ['lengthM', 'loopM', 'secondsPerRound'])
    expect(pathOf(() => roundsOf({ ...rounds, [figure]: 0 }))).toBe(figure);
});
