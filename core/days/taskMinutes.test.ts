import fc from 'fast-check';
import { benchPace, taskMinutes } from './taskMinutes';
import { TASK_KINDS } from './schedule';
import { taskTitle } from './taskWords';

const UNKNOWN = { windingPerM: null, aboutMin: null };

test('as long as it usually takes, until two windings have told', () => {
  expect(taskMinutes('wind', 400, UNKNOWN)).toEqual({ minutes: 24, learned: false });
  expect(benchPace([{ lengthM: 400, windingMin: 10, aboutMin: 5 }])).toEqual(UNKNOWN);
  const pace = benchPace([
    { lengthM: 400, windingMin: 10, aboutMin: 5 },
    { lengthM: 200, windingMin: 6, aboutMin: 0 },
    { lengthM: 0, windingMin: 90, aboutMin: 3 },
  ]);
  expect(pace.windingPerM).toBeCloseTo(0.0275, 9);
  expect(pace.aboutMin).toBe(5);
  expect(taskMinutes('wind', 400, pace)).toEqual({ minutes: 16, learned: true });
  // Of what is of no known length, nothing is learned.
  expect(taskMinutes('wind', null, pace).learned).toBe(false);
});

test('one forgotten evening spoils nothing', () => {
  const usual = Array.from({ length: 6 }, () => ({ lengthM: 100, windingMin: 3, aboutMin: 8 }));
  expect(benchPace([...usual, { lengthM: 100, windingMin: 600, aboutMin: 300 }])).toEqual({
    windingPerM: 0.03,
    aboutMin: 8,
  });
});

test('longer yarn never takes less time, and everything takes some', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...TASK_KINDS),
      fc.integer({ min: 0, max: 5000 }),
      fc.nat(2000),
      (kind, lengthM, more) => {
        const pace = { windingPerM: 0.02, aboutMin: 6 };
        const one = taskMinutes(kind, lengthM, pace).minutes;
        expect(one).toBeGreaterThan(0);
        expect(taskMinutes(kind, lengthM + more, pace).minutes).toBeGreaterThanOrEqual(one);
      },
    ),
  );
});

test('a job is called by what is done with what; something else by its own name', () => {
  const piece = { label: 'Cake 3', yarnName: 'Kelp' };
  expect(taskTitle({ kind: 'measure', title: 'after the wash', piece })).toBe('Measure cake 3 of Kelp: after the wash');
  expect(taskTitle({ kind: 'other', title: 'Oil the winder', piece: null })).toBe('Oil the winder');
});
