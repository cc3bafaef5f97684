import fc from 'fast-check';
import { newMiniRun } from '../minis/miniRun';
import { momentOfMinis, type RunMoment, runStory } from './runStory';

const moment = (atMs: number, counted: number, more: Partial<RunMoment> = {}): RunMoment => ({
  atMs,
  counted,
  stage: 'counting',
  stopped: null,
  ...more,
});

test('preparing, turning, a snag and the end each have their time', () => {
  const { spentMs, stops, lastedMs } = runStory([
    moment(1_000, 0, { stage: 'preparing' }),
    moment(61_000, 0),
    moment(71_000, 20),
    moment(75_000, 20, { stopped: 'snag' }),
    moment(95_000, 20),
    moment(105_000, 40),
    moment(106_000, 40, { stage: 'finishing' }),
    moment(136_000, 40, { stage: 'finishing' }),
  ]);
  expect(spentMs).toEqual({ preparing: 60_000, turning: 20_000, stopped: 20_000, resting: 5_000, finishing: 30_000 });
  expect(stops).toEqual([{ fromMs: 74_000, untilMs: 94_000, reason: 'snag', counted: 20 }]);
  expect(lastedMs).toBe(135_000);
});

test('whoever went away overnight was not at the bench', () => {
  const { lastedMs, spentMs } = runStory([
    moment(0, 0),
    moment(5_000, 10),
    moment(9 * 3600_000, 10),
    moment(9 * 3600_000 + 4_000, 20),
  ]);
  expect(lastedMs).toBe(9_000);
  expect(spentMs.turning).toBe(9_000);
});

test('the pace of an even hand is even, and nothing where it stood', () => {
  const even = Array.from({ length: 300 }, (_, i) => moment(i * 1000, i));
  const { pace } = runStory([
    ...even,
    moment(300_000, 299, { stopped: 'broke' }),
    moment(420_000, 299),
    moment(421_000, 300),
  ]);
  expect(pace).toHaveLength(60);
  expect(pace[10]!.perMinute).toBeCloseTo(60, 6);
  expect(pace.some(({ perMinute }) => perMinute === null)).toBe(true);
});

test('the pace is told from the first turn to the last, not of the time before', () => {
  const turning = Array.from({ length: 301 }, (_, i) => moment(200_000 + i * 1000, i));
  const { pace } = runStory([moment(0, 0, { stage: 'preparing' }), moment(200_000, 0), ...turning.slice(1)]);
  expect([pace[0]!.fromMs, pace.at(-1)!.untilMs]).toEqual([200_000, 500_000]);
  for (const { fromMs, untilMs, perMinute } of pace) {
    expect(untilMs).toBeGreaterThan(fromMs);
    expect(perMinute).toBeCloseTo(60, 6);
  }
});

test('many readings are thinned, the first and the last stay', () => {
  const read = Array.from({ length: 1000 }, (_, i) =>
    moment(i * 50, i, { reading: { device: 'counter', total: i / 2 } }),
  );
  const { readings } = runStory(read);
  expect(readings).toHaveLength(120);
  expect(readings[0]).toEqual({ atMs: 0, device: 'counter', total: 0 });
  expect(readings.at(-1)!.total).toBe(499.5);
});

test('a run in which nothing happened has no story', () => {
  expect(runStory([])).toMatchObject({ lastedMs: 0, pace: [], stops: [] });
});

test.each([
  ['count', 'counting'],
  ['weigh', 'finishing'],
  ['finish', 'finishing'],
] as const)('minis at the stage "%s" are %s', (stage, reported) => {
  expect(momentOfMinis(9, { ...newMiniRun(1), stage })).toMatchObject({ stage: reported, stopped: null });
});

test('a pause of minis is a stop', () => {
  expect(momentOfMinis(9, { ...newMiniRun(1), pausedSinceMs: 4 }).stopped).toBe('a pause');
});

test('whatever happens, every millisecond at the bench is spent on something, and the pace tells all counts', () => {
  const moments = fc
    .array(
      fc.record({
        passed: fc.integer({ min: 0, max: 90_000 }),
        counts: fc.nat(30),
        stage: fc.constantFrom<RunMoment['stage']>('preparing', 'counting', 'finishing'),
        stopped: fc.option(fc.constantFrom('snag', 'broke')),
      }),
      { maxLength: 40 },
    )
    .map((steps) => {
      let [atMs, counted] = [0, 0];
      return steps.map(({ passed, counts, stage, stopped }) =>
        moment((atMs += passed), (counted += counts), { stage, stopped }),
      );
    });
  fc.assert(
    fc.property(moments, (all) => {
      const { spentMs, lastedMs, pace, stops } = runStory(all);
      expect(Object.values(spentMs).reduce((sum, ms) => sum + ms, 0)).toBe(lastedMs);
      for (const { fromMs, untilMs } of stops) expect(untilMs).toBeGreaterThanOrEqual(fromMs);
      for (const { perMinute } of pace) expect(perMinute === null || perMinute > 0).toBe(true);
    }),
  );
});
