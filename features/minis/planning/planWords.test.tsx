import loadHighs, { type Highs } from 'highs';
import type { MiniSize, ParentPiece } from '../../../core/minis/miniPlan';
import { MINI_NEXT, miniTies } from '../../../core/minis/miniTies';
import type { MiniYarn } from '../../../server/minis/miniParents';
import { type MinisAnswer, minisWanted } from '../../../solver/minisWanted';
import { textOf } from '../../../tests/support/uiTesting';
import { CutMap } from './CutMap';
import { HandPanel } from './HandPanel';
import { RemainderWords } from './RemainderWords';
import { PlanNews, WhatIf } from './PlanNews';
import { SplitBalance } from '../plan/SplitBalance';
import { TiesWords } from '../plan/TiesWords';
import type { MinisPlanning } from './useMinisPlan';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const yarn = (id: number, name: string): MiniYarn => ({
  id,
  name,
  colourHex: '#c9962c',
  fibres: [],
  strandMm: 2,
  gristMPerG: 3,
  parents: [],
});
const YARNS = [yarn(7, 'Xanthoria gold'), yarn(8, 'Orchil violet')];

const parent = (pieceId: number, massG: number, more: Partial<ParentPiece> = {}): ParentPiece => ({
  pieceId,
  yarnId: 7,
  massG,
  resolutionG: 0.1,
  grist: { mean: 3, sd: 0.1 },
  faults: [],
  fromEnd: 'inner',
  ...more,
});
const size = (id: string, massG: number, more: Partial<MiniSize> = {}): MiniSize => ({
  id,
  name: '',
  yarnId: null,
  massG,
  toleranceG: 0.4,
  count: null,
  priority: 1,
  ...more,
});

function answered(
  parents: ParentPiece[],
  sizes: MiniSize[],
  kits: { count: number | null } | null = null,
): MinisAnswer {
  return minisWanted(highs, { parents, sizes, kits, oneKnot: false, cutLossG: 0.3 }, 5);
}

function news(answer: MinisAnswer | null, sizes: MiniSize[], planning: Partial<MinisPlanning> = {}, more = {}): string {
  return textOf(
    <PlanNews
      planning={{
        answer,
        state: 'done',
        seeking: null,
        search: { sinceMs: 0, mostMs: 10_000 },
        error: null,
        sizeAlternatives: [],
        stop: () => {},
        ...planning,
      }}
      sizes={sizes}
      yarns={YARNS}
      oneKnot={false}
      onOneKnot={() => {}}
      colours={false}
      oneColour={false}
      onOneColour={() => {}}
      hand={null}
      taken
      {...more}
    />,
  );
}

describe('how good a plan is', () => {
  const sizes = [size('a', 12)];

  test('proven: nothing makes more, opens fewer or leaves a longer end', () =>
    expect(news(answered([parent(1, 104)], sizes), sizes)).toContain(
      'No plan makes more, and none of these opens fewer skeins or leaves a longer end whole: proven.',
    ));

  test('while it is bettered, the best so far is there to be taken', () => {
    const shownText = news(answered([parent(1, 104)], sizes), sizes, { state: 'thinking', seeking: 'parents' });
    expect(shownText).toContain('Looking for one that opens fewer skeins');
    expect(shownText).toContain('Use this plan');
  });

  test('stopped, or not proven, it says how far it may be from the best', () => {
    const answer = answered([parent(1, 104)], sizes);
    const open = {
      ...answer,
      plan: { ...answer.plan, mostG: 100, proven: { grams: false, parents: false, left: false } },
    };
    expect(news(open, sizes, { state: 'stopped' })).toContain(
      'No plan makes more than 100 g, this one makes 96 g (4.0 % less). You stopped the search here.',
    );
    expect(news(open, sizes)).toContain('Whether fewer skeins would do is not proven.');
  });

  test('nothing can be made; nothing was asked; something was refused', () => {
    const large = [size('a', 300, { count: 1 })];
    expect(news(answered([parent(1, 104)], large), large)).toContain('Not a single mini can be made from this.');
    expect(news(null, [])).toContain('Say how large a mini is to be');
    expect(news(null, [], {}, { taken: false })).toContain('Take a skein, or several');
    expect(news(null, [], { state: 'failed', error: { message: 'must be a number above zero', path: '' } })).toContain(
      'must be a number above zero',
    );
  });

  test('changed by hand: what that costs, or that it cannot be', () => {
    const answer = answered([parent(1, 104)], sizes);
    const hand = (madeG: number, feasible: boolean) => ({
      hand: { worth: { ...answer.plan, madeG }, feasible, undo: () => {}, back: () => {} },
    });
    expect(news(answer, sizes, {}, hand(84, true))).toContain('it can be cut so: 12 g less than the best plan');
    expect(news(answer, sizes, {}, hand(84, true))).toContain('Undo this change');
    expect(news(answer, sizes, {}, hand(96, true))).toContain('it can be cut so.');
    expect(news(answer, sizes, {}, hand(108, false))).toContain('more than it has');
  });
});

describe('what cannot be made', () => {
  test('so many are missing, so much yarn for them', () => {
    const sizes = [size('a', 12, { count: 10, name: 'sample' })];
    expect(news(answered([parent(1, 104)], sizes), sizes)).toContain(
      '2 × sample cannot be made: 24.6 g more would be needed, 74 m',
    );
  });

  test('as many as there can be are never missing', () =>
    expect(news(answered([parent(1, 104)], [size('a', 12)]), [size('a', 12)])).not.toContain('cannot be made'));

  test('longer than any stretch between knots: so, and the way to allow one', () => {
    const sizes = [size('a', 60, { count: 1 })];
    const knot = [{ kind: 'knot' as const, atM: 150 }];
    const answer = answered([parent(1, 104, { faults: knot })], sizes);
    expect(news(answer, sizes)).toMatch(
      /60 g is longer than any stretch without a knot: .* which is 54 g\. Let it hold one knot/,
    );
    expect(news(answer, sizes, {}, { oneKnot: true })).toContain('No knots in minis');
  });

  test('kits: which colour limits them, what the others would do for, and what one more takes', () => {
    const sizes = [size('gold', 10, { yarnId: 7, count: 1 }), size('violet', 10, { yarnId: 8, count: 1 })];
    const parents = [parent(1, 52), parent(2, 33, { yarnId: 8 })];
    expect(news(answered(parents, sizes, { count: 5 }), sizes)).toMatch(
      /3 of 5 kits can be made\. Orchil violet limits them; Xanthoria gold would do for 5\. For one more: 1 × 10 g of Orchil violet \(10\.3 g\)\./,
    );
    expect(news(answered(parents, sizes, { count: 2 }), sizes)).toContain('2 kits.');
    expect(news(answered(parents, sizes, { count: 2 }), sizes)).not.toContain('limits');
    expect(news(answered(parents, sizes, { count: null }), sizes)).toContain('3 kits. Orchil violet limits them');
  });
});

test('what if: what makes more is told, of what only leaves less a little', () => {
  const sizes = ['a', 'b', 'c'].map((id) => size(id, 12, { name: id }));
  const others = [
    { demandId: 'a', massG: 11.5, more: 2 },
    ...['a', 'b', 'c'].map((demandId) => ({ demandId, massG: 12.4, more: 0 })),
  ];
  const shownText = textOf(<WhatIf others={others} sizes={sizes} onTake={() => {}} />);
  expect(shownText).toContain('11.5 g instead of 12 g (a) makes 2 more');
  expect(shownText.match(/less is left over/g)).toHaveLength(2);
  expect(textOf(<WhatIf others={[]} sizes={sizes} onTake={() => {}} />)).toBe('');
});

describe('the cut map', () => {
  const drawn = (count: number, cut: number) => {
    const parents = Array.from({ length: count }, (_, i) => ({
      id: String(i),
      name: `Hank ${i + 1}`,
      about: '50 g',
      colourHex: '#c9962c',
      colours: [],
      gristMPerG: 3,
      massG: 50,
      segmentsG: [30, 20],
      holdsKnot: [false, false],
      counts: i < cut ? [[2], [1]] : [[0], [0]],
    }));
    return textOf(
      <CutMap
        parents={parents}
        input={{ demands: [{ id: 'a', massG: 12, count: 9 }], cutLossG: 0.5 }}
        names={['12 g']}
      />,
    );
  };

  test('names every skein and what is cut from each stretch', () => {
    expect(drawn(1, 1)).toContain('Hank 1');
    expect(drawn(1, 1)).toContain('2 × 12 g');
  });

  test('a few untouched skeins are drawn, many are told in one line', () => {
    expect(drawn(5, 1)).toContain('Hank 5');
    expect(drawn(9, 2)).toContain('and 7 that stay untouched');
    expect(drawn(9, 2)).not.toContain('Hank 9');
  });
});

test('one stretch by itself: what is in it, what is left, what would be too much', () => {
  const answer = answered([parent(1, 104)], [size('a', 12)]);
  const panel = (count: number, chosen = true) =>
    textOf(
      <HandPanel
        answer={answer}
        counts={[[[count]]]}
        names={['12 g']}
        made={[count]}
        limited
        chosen={chosen ? { parent: 0, segment: 0 } : null}
        onChange={() => {}}
        onClose={() => {}}
      />,
    );
  expect(panel(8)).toMatch(/8 × 12 g \+ 5\.6 g left, 17 m/);
  expect(panel(9)).toContain('6.7 g more than it has');
  expect(panel(8, false)).toContain('1 puts a mini in, with shift it takes one out');
});

test('what is left over: useful lengths by themselves, scraps together, skeins that stay whole', () => {
  const sizes = [size('a', 12, { count: 8 })];
  const answer = answered([parent(1, 104), parent(2, 60)], sizes);
  const left = (counts: number[][][]) => textOf(<RemainderWords answer={answer} counts={counts} />);
  expect(left([[[8]], [[0]]])).toBe('Left over: 1 skein untouched; 17 m (5.6 g) whole.');
  expect(left([[[4]], [[4]]])).toMatch(/^Left over: 164 m \(54\.8 g\), 32 m \(10\.8 g\) whole\.$/);
  const scrap = answered([parent(1, 25.6)], sizes);
  expect(textOf(<RemainderWords answer={scrap} counts={[[[2]]]} />)).toBe('Left over: one scrap, 1 g.');
  const none = answered([parent(1, 24.6)], sizes);
  expect(textOf(<RemainderWords answer={none} counts={[[[2]]]} />)).toBe('Nothing is left over.');
});

test.each(MINI_NEXT)('ties for %s are told with their number, hold and yarn', (next) => {
  const ties = miniTies({ next, loopM: 0.76, loops: 50, strandMm: 2 });
  const shownText = textOf(<TiesWords ties={ties} next={next} cautions={['felting']} colourHex="#c9962c" finishing />);
  expect(shownText).toContain(ties.count === 1 ? 'One figure eight' : `${ties.count} figure eights`);
  expect(shownText).toContain(ties.hold);
  expect(shownText).toContain('Untreated wool felts.');
  expect(shownText).toContain('Then twist it up');
});

test('a sum that adds up, one that does not, and one that cannot be told', () => {
  const balance = {
    parentsG: 100,
    minisG: 90,
    tiesG: 2,
    endsG: 1,
    remainingG: 7,
    differenceG: 0,
    withinG: 0.5,
    byBand: false,
  };
  const shownText = (more: Partial<typeof balance>) =>
    textOf(<SplitBalance balance={{ ...balance, ...more }} what="hank 1" />);
  expect(shownText({})).toContain(
    '100 g of hank 1 became 90 g of minis, 2 g of ties, 1 g of ends and scraps, and 7 g that is left: all accounted for',
  );
  expect(shownText({ remainingG: 0, differenceG: -7 })).toContain('and nothing that is left: 7 g are missing');
  expect(shownText({ differenceG: 3 })).toContain('3 g are too much');
  expect(shownText({ byBand: true, differenceG: -7 })).toContain('nothing to balance against');
  expect(shownText({ tiesG: 0 })).not.toContain('ties');
});
