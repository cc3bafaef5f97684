import fc from 'fast-check';
import { howFull, howGood, whatHelped, whatSnags, whereTimeGoes, type WindingReport } from './benchAnswers';
import { median } from '../common/median';

const NOTHING = { preparing: 0, turning: 0, stopped: 0, resting: 0, finishing: 0 };

const estimated = (more: Partial<WindingReport> = {}): WindingReport => ({
  story: { spentMs: NOTHING, stops: [] },
  yarn: 'Kelp',
  troubles: [],
  lengthM: 300,
  cakes: [],
  ...more,
});

const stop = (reason: string, ms: number) => ({ reason, fromMs: 0, untilMs: ms, counted: 5 });

const trouble = (trouble: string, attempt: string, minutes: number, tool: string | null = 'Small', lostM = 0) => ({
  ...{ trouble, attempt, minutes, tool, lostM },
  then: 'go on' as const,
});

test('what goes wrong most often stands first, with where, and what helped how often and how soon', () => {
  const answers = whatHelped([
    estimated({ troubles: [trouble('lump', 'outer end', 3), trouble('gears', 'cut', 20, 'Large', 1.5)] }),
    estimated({
      yarn: 'Peat',
      troubles: [trouble('lump', 'work it off', 9), trouble('lump', 'outer end', 1, 'Large')],
    }),
    estimated(),
  ]);
  expect(answers).toEqual([
    {
      trouble: 'lump',
      times: 3,
      tools: ['Small', 'Large'],
      yarns: ['Peat', 'Kelp'],
      helped: [
        { attempt: 'outer end', times: 2, minutes: 2 },
        { attempt: 'work it off', times: 1, minutes: 9 },
      ],
      lostM: 0,
    },
    expect.objectContaining({ trouble: 'gears', times: 1, tools: ['Large'], lostM: 1.5 }),
  ]);
  expect(whatHelped([estimated()])).toEqual([]);
});

test('where no tool was at hand none is named, and what was on one still is', () => {
  const [answer] = whatHelped([
    estimated({ troubles: [trouble('lump', 'outer end', 3, null), trouble('lump', 'outer end', 5, null)] }),
    estimated({ troubles: [trouble('lump', 'outer end', 4, 'Large')] }),
  ]);
  expect(answer).toMatchObject({ times: 3, tools: ['Large'], helped: [{ times: 3, minutes: 4 }] });
});

test('the time of all windings, and what held longest, first', () => {
  const answer = whereTimeGoes([
    estimated({ story: { spentMs: { ...NOTHING, turning: 60_000, stopped: 20_000 }, stops: [stop('snag', 20_000)] } }),
    estimated({
      story: {
        spentMs: { ...NOTHING, turning: 30_000, stopped: 50_000 },
        stops: [stop('a pause', 45_000), stop('snag', 5_000)],
      },
    }),
  ]);
  expect(answer).toEqual({
    wholeMs: 160_000,
    spentMs: { ...NOTHING, turning: 90_000, stopped: 70_000 },
    stopped: [
      { reason: 'a pause', ms: 45_000, times: 1 },
      { reason: 'snag', ms: 25_000, times: 2 },
    ],
  });
});

test('what snags is told for a hundred metres; a pause is not the yarn’s doing', () => {
  const held = (yarn: string, lengthM: number, ...reasons: string[]) =>
    estimated({ yarn, lengthM, story: { spentMs: NOTHING, stops: reasons.map((reason) => stop(reason, 1)) } });
  expect(
    whatSnags([
      held('Kelp', 300, 'snag', 'a pause'),
      held('Marram', 100, 'snag', 'broke'),
      held('Kelp', 100),
      held('Thrift', 900, 'a pause'),
    ]),
  ).toEqual([
    { yarn: 'Marram', stops: 2, lengthM: 100, per100M: 2 },
    { yarn: 'Kelp', stops: 1, lengthM: 400, per100M: 0.25 },
    { yarn: 'Thrift', stops: 0, lengthM: 900, per100M: 0 },
  ]);
});

test('how full the cakes of each tool were, and which were more than it holds', () => {
  const cake = (tool: string, massG: number) => ({ tool, massG, maxG: 110, plannedG: 100, turns: 1, plannedTurns: 1 });
  expect(
    howFull([
      estimated({ cakes: [cake('Small', 55), cake('Nostepinne', 88)] }),
      estimated({ cakes: [cake('Small', 121)] }),
    ]),
  ).toEqual([
    { tool: 'Small', full: [0.5, 1.1], median: 0.8, over: 1 },
    { tool: 'Nostepinne', full: [0.8], median: 0.8, over: 0 },
  ]);
});

test('how good estimates are, and whether they became better', () => {
  const pairs = [110, 88, 91, 102, 101, 99].map((was) => ({ estimated: 100, was }));
  expect(howGood(pairs)).toMatchObject({ bias: 0, usual: 0.055 });
  const { earlier, later } = howGood(pairs)!.usualLately!;
  expect(earlier).toBeCloseTo(0.1, 9);
  expect(later).toBeCloseTo(0.01, 9);
  expect(howGood(pairs.slice(0, 3))!.usualLately).toBeNull();
  expect(howGood([{ estimated: 0, was: 4 }])).toBeNull();
  // One that nobody counted keeps its place, so that turns and masses of one cake stand above each other.
  expect(howGood([{ estimated: 100, was: 0 }, ...pairs.slice(4)])).toMatchObject({
    errors: [null, expect.closeTo(0.01), expect.closeTo(-0.01)],
    bias: 0,
    usual: 0.01,
  });
});

test('half of the figures lie on either side of the median', () => {
  fc.assert(
    fc.property(fc.array(fc.integer(), { minLength: 1 }), (values) => {
      const middle = median(values);
      expect(values.filter((value) => value < middle).length).toBeLessThanOrEqual(values.length / 2);
      expect(values.filter((value) => value > middle).length).toBeLessThanOrEqual(values.length / 2);
    }),
  );
});
