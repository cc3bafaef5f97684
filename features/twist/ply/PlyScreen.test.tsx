import { ternRock } from '../../../scripts/ternRock';
import { ternRockTwist } from '../../../scripts/ternRockTwist';
import { STARTING_LIMITS } from '../../../core/twist/twistSeverity';
import { plied, PLY_METHODS } from '../../../core/twist/plying';
import { strandStateOf } from '../../../core/twist/twistAccount';
import { scales } from '../../../server/bench/bench';
import { plyPage } from '../../../server/twist/plying';
import { emptyDatabase, NOW } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { PlyScreen } from './PlyScreen';
import { METHOD_WORDS, plySentences, strengthWords } from './plyWords';

const db = emptyDatabase();
ternRock(db, NOW);
ternRockTwist(db, NOW);
const page = plyPage(db, []);
const limits = STARTING_LIMITS.single;

test('of both ends of a soft single: what each strand gets, their gap, the circling, and a figure to begin with', () => {
  const words = textOf(<PlyScreen page={page} scales={scales(db)} limits={limits} />);
  expect(words).toContain('About 200 m ± 60 m of ply.');
  expect(words).toContain('The strand from the centre loses up to 10 %: it may drift apart.');
  expect(words).toContain('The strand from the outside gains up to 4 %: firmer.');
  expect(words).toContain('Between the two lie up to 13 % of their twist, most at the start.');
  expect(words).toContain('4.0 t/m at first, 5.4 t/m at the end');
  expect(words).toMatch(/After 141 m of ply it runs markedly faster, and the ball twists up in the hand/);
  expect(words).toContain('Ply it S');
  // Two thirds of what the two have by then on the whole.
  expect(words).toMatch(/8[0-3] t\/m to begin with/);
  expect(words).toContain('fold back on itself');
  expect(words).toContain('41.5 g on each; about 6.6 m of one would be left over');
  expect(words).toContain('Let it rest, days');
});

test('nothing to ply is said so', () => {
  const words = textOf(<PlyScreen page={plyPage(emptyDatabase(), [])} scales={[]} limits={limits} />);
  expect(words).toContain('There is nothing to ply yet');
});

test('of bobbins that turn: each keeps its twist and the two are alike', () => {
  const lie = { as: 'loop' as const };
  const bobbin = { change: { lengthM: 90, wraps: [] }, lies: lie, turnedRound: false };
  const outcome = plied({
    method: 'bobbins',
    packages: [bobbin, bobbin],
    from: { mode: 'rotating' },
    side: 'near',
    gristMPerG: 4,
  });
  expect(plySentences(outcome, null, limits, 'metric', 'S')).toEqual([
    'The first strand keeps its twist.',
    'The second strand keeps its twist.',
    'The two are alike.',
  ]);
});

test('where two strands differ by the same all along, no place is told', () => {
  const strand = (sense: number) => ({ lengthM: 90, wraps: [{ sense, start: 0.02 ** 2, perM: 0 }] });
  const outcome = {
    pliedM: 90,
    strands: [
      { name: 'first' as const, change: strand(1) },
      { name: 'second' as const, change: strand(-1) },
    ],
    leftoverM: 0,
    circling: null,
  };
  const own = { direction: 'Z' as const, turnsPerM: 200 };
  expect(plySentences(outcome, own, limits, 'metric', 'S').at(-1)).toBe(
    'Between the two lie up to 8 % of their twist, nearly the same all along.',
  );
});

test('without a twist of its own the turns alone are told', () => {
  const single = page.singles[0]!;
  const outcome = plied({
    method: 'both ends',
    packages: [strandStateOf(single.twist)],
    from: { mode: 'rotating' },
    side: 'near',
    gristMPerG: single.gristMPerG,
  });
  expect(plySentences(outcome, null, limits, 'metric', 'S')[0]).toMatch(
    /^The strand from the centre gets up to 12\.\d\u00a0t\/m S\.$/,
  );
});

test('every way of plying has its words', () => {
  for (const method of PLY_METHODS)
    expect(Object.values(METHOD_WORDS[method]).every((words) => words.length > 3)).toBe(true);
});

describe('of several strands', () => {
  const strand = (turnsPerM: number) => ({
    lengthM: 60,
    wraps: [{ sense: Math.sign(turnsPerM), start: 1 / (2 * Math.PI * turnsPerM) ** 2, perM: 0 }],
  });
  const ofThree = (turns: [number, number, number]) => ({
    pliedM: 60,
    strands: turns.map((perM, i) => ({ name: (['first', 'second', 'third'] as const)[i]!, change: strand(perM) })),
    leftoverM: 0,
    circling: null,
  });
  const own = { direction: 'Z' as const, turnsPerM: 200 };

  test('the gap is that of those two that differ most', () => {
    const sentences = plySentences(ofThree([2, 4, -6]), own, limits, 'metric', 'S');
    expect(sentences).toHaveLength(4);
    expect(sentences.at(-1)).toMatch(/^Between the two that differ most lie up to 5 % of their twist/);
    expect(plySentences(ofThree([2, 2, 2]), own, limits, 'metric', 'S').at(-1)).toBe('All 3 are alike.');
  });

  test('where the outer strand circles, it adds to a ply of its own direction and takes from the other', () => {
    const outcome = { ...ofThree([2, 2, 2]), circling: strand(-4) };
    const sentence = (ply: 'S' | 'Z') =>
      plySentences(outcome, own, limits, 'metric', ply).find((each) => each.startsWith('That goes'));
    expect(sentence('S')).toBe('That goes S, the way you ply: that much of the ply twist is in already.');
    expect(sentence('Z')).toMatch(/^That goes against Z, the way you ply: put in that much more/);
  });

  test('whether a single holds is told by where it is left the least twist', () => {
    // 0.8 mm: doubtful from 56 to 92 t/m.
    expect(strengthWords({ direction: 'Z', turnsPerM: 200 }, undefined, 0.8, 'metric')).toMatch(
      /strong enough to be wound/,
    );
    const words = strengthWords({ direction: 'Z', turnsPerM: 100 }, ofThree([2, 2, -20]), 0.8, 'metric');
    expect(words).toMatch(/only just holds where plying leaves it least twist; from about 92\s?t\/m on it is safe/);
    expect(words).toContain('Pull a hand’s length slowly apart');
    expect(strengthWords({ direction: 'S', turnsPerM: 40 }, undefined, 0.8, 'metric')).toMatch(
      /it drifts apart: do not wind/,
    );
  });
});
