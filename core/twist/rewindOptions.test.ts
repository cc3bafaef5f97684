import fc from 'fast-check';
import { afterSteps, type StrandState } from './twist';
import { changesAlong, unchanged } from './twistChange';
import { STARTING_LIMITS } from './twistSeverity';
import { type NextTool, type RewindInput, rewindOptions } from './rewindOptions';

const SPINDLE: NextTool = {
  key: 'winder 1',
  laying: { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 },
};
const BY_HAND: NextTool = {
  key: 'form 1',
  laying: { mode: 'carried', direction: 'ccw', coreDiameterMm: 22, heightMm: 75 },
};
const GRIST = 3.9;
const CAKE: StrandState = afterSteps(
  { change: unchanged(310), lies: { as: 'loop' }, turnedRound: true },
  [{ from: { mode: 'rotating' }, onto: SPINDLE.laying }],
  GRIST,
);

const input = (more: Partial<RewindInput> = {}): RewindInput => ({
  state: CAKE,
  gristMPerG: GRIST,
  own: { direction: 'S', turnsPerM: 180 },
  limits: STARTING_LIMITS['two-ply'],
  workFrom: 'centre',
  tools: [SPINDLE, BY_HAND],
  loopM: null,
  ...more,
});

test('a lively single, wound twice the same way, is best worked so that the two changes cancel', () => {
  const ways = rewindOptions(
    input({ limits: { seenPercent: 1, troublePercent: 3 }, workFrom: 'outside', tools: [SPINDLE] }),
  );
  const twice = ways.filter(
    ({ rewind }) => rewind?.from.mode === 'over-end' && rewind.from.end === 'inner' && rewind.from.side === 'near',
  );
  // As makers do it: from the inner end where it stands, cranked alike, then from outside with the near side up.
  expect(twice[0]!.use).toEqual({ mode: 'over-end', end: 'outer', side: 'near' });
  expect(Math.abs(twice[0]!.mostPerM)).toBeLessThan(3);
  const addedUp = twice.find(({ use }) => use.mode === 'over-end' && use.end === 'inner' && use.side === 'near')!;
  expect(Math.abs(addedUp.mostPerM)).toBeGreaterThan(20);
  expect(ways.indexOf(addedUp)).toBeGreaterThan(ways.indexOf(twice[0]!));
});

test('among ways that matter alike the user’s school goes first, then the one that takes no winding', () => {
  const [best] = rewindOptions(input({ limits: { seenPercent: 90, troublePercent: 95 } }));
  expect(best).toMatchObject({ rewind: null, bySchool: true, use: { mode: 'over-end', end: 'inner', side: 'near' } });
  const [outside] = rewindOptions(input({ limits: { seenPercent: 90, troublePercent: 95 }, workFrom: 'outside' }));
  expect(outside).toMatchObject({
    rewind: null,
    bySchool: true,
    use: { mode: 'over-end', end: 'outer', side: 'near' },
  });
});

test('they are in order, none of them twice, and each tells what its steps do', () => {
  const grades = ['hardly', 'seen', 'trouble'];
  fc.assert(
    fc.property(
      fc.double({ min: 40, max: 400, noNaN: true }),
      fc.constantFrom('centre' as const, 'outside' as const),
      (turnsPerM, workFrom) => {
        const ways = rewindOptions(input({ own: { direction: 'Z', turnsPerM }, workFrom }));
        const ranks = ways.map(({ grade }) => grades.indexOf(grade!));
        expect(ranks).toEqual([...ranks].sort());
        expect(new Set(ways.map(({ rewind, use }) => JSON.stringify([rewind?.from, rewind?.tool.key, use]))).size).toBe(
          ways.length,
        );
        for (const { steps, change } of ways.slice(0, 5))
          expect([...changesAlong(change, 9)]).toEqual([...changesAlong(afterSteps(CAKE, steps, GRIST).change, 9)]);
      },
    ),
    { numRuns: 20 },
  );
});

test('what cannot be reached is not offered', () => {
  const ways = rewindOptions(
    input({ state: { ...CAKE, lies: { ...CAKE.lies, innerEnd: 'buried', farSide: 'closed' } as StrandState['lies'] } }),
  );
  const first = ways.map(({ rewind, use }) => rewind?.from ?? use);
  expect(new Set(first.map((from) => JSON.stringify(from)))).toEqual(
    new Set([JSON.stringify({ mode: 'over-end', end: 'outer', side: 'near' }), JSON.stringify({ mode: 'rotating' })]),
  );
});

test('a cake of which nobody knows how it was wound can turn, and be wound so', () => {
  const ways = rewindOptions(input({ state: { ...CAKE, lies: { as: 'package', laid: null } } }));
  expect(ways.find(({ rewind }) => rewind === null)).toMatchObject({ use: { mode: 'rotating' }, grade: 'hardly' });
  expect(ways.every(({ rewind, use }) => (rewind?.from ?? use).mode === 'rotating')).toBe(true);
});

test('a hank is wound first; standing still only where its loop is known', () => {
  const hank: StrandState = { change: unchanged(310), lies: { as: 'loop' }, turnedRound: true };
  expect(rewindOptions(input({ state: hank })).every(({ rewind }) => rewind?.from.mode === 'rotating')).toBe(true);
  const modes = rewindOptions(input({ state: hank, loopM: 1.6 })).map(({ rewind }) => rewind?.from.mode);
  expect(new Set(modes)).toEqual(new Set(['rotating', 'stationary-loop']));
});

test('without a twist to measure against they go by what is left of the change', () => {
  const ways = rewindOptions(input({ own: null }));
  expect(ways[0]!.grade).toBeNull();
  const halves = ways.map(({ mostPerM }) => Math.round(2 * Math.abs(mostPerM)));
  expect(halves).toEqual([...halves].sort((a, b) => a - b));
});

test('among ways that matter alike and take the same work, the one that changes the twist less goes first', () => {
  const taller: NextTool = { key: 'winder 2', laying: { ...SPINDLE.laying, heightMm: 40 } };
  const ways = rewindOptions(input({ tools: [SPINDLE, taller] }));
  const pairs = ways.flatMap((a, i) =>
    ways
      .slice(i + 1)
      .filter(
        (b) =>
          a.grade === b.grade &&
          a.rewind?.tool.key !== b.rewind?.tool.key &&
          a.rewind !== null &&
          b.rewind !== null &&
          JSON.stringify([a.rewind.from, a.use]) === JSON.stringify([b.rewind.from, b.use]),
      )
      .map((b) => [Math.abs(a.mostPerM), Math.abs(b.mostPerM)] as const),
  );
  expect(pairs.length).toBeGreaterThan(5);
  for (const [first, second] of pairs) expect(first).toBeLessThanOrEqual(second);
});
