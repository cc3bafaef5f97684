import loadHighs, { type Highs } from 'highs';
import type { NewMiniEvent } from '../../../core/minis/miniRun';
import { scales } from '../../../server/bench/bench';
import { noteFault } from '../../../server/yarn/measurementForms';
import { saveMiniPlan } from '../../../server/minis/miniPlans';
import { miniRunPage, startMiniRun } from '../../../server/minis/miniRuns';
import {
  type askedValues,
  miniPlanValues,
  miniMade,
  miniScreenSends,
  sizeValues,
} from '../../../tests/support/minisTesting';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { MiniRunScreen } from './MiniRunScreen';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** A session on the first hank; what its screen says after what happened. */
function session(asked: Partial<ReturnType<typeof askedValues>> = {}, yarn: Partial<YarnForm> = {}, knotAtM?: number) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { scaleResolutionG: 0.1, ...yarn });
  const [pieceId] = pieceIds as [number];
  if (knotAtM !== undefined)
    idOf(
      noteFault(db, pieceId, { requestKey: aKey(), kind: 'knot', at: `${knotAtM} m`, from: 'inner' }, 'metric', NOW),
    );
  const planId = idOf(saveMiniPlan(db, null, miniPlanValues(highs, db, { pieceIds, ...asked }), 'metric', NOW));
  const runId = idOf(startMiniRun(db, planId, pieceId, NOW));
  return {
    plan: miniRunPage(db, runId)!.plan,
    happen: (...newEvents: NewMiniEvent[]) => miniScreenSends(db, runId, newEvents, Date.now()),
    long: (...newEvents: NewMiniEvent[]) => miniScreenSends(db, runId, newEvents, NOW.getTime()),
    shownText: (system: 'metric' | 'imperial' = 'metric') =>
      textOf(<MiniRunScreen page={miniRunPage(db, runId)!} scales={scales(db)} />, system),
  };
}

const count = (part: number, amount: number): NewMiniEvent[] => [
  { kind: 'stage', part, stage: 'count' },
  { kind: 'loops', part, amount },
];

describe('counting', () => {
  test('says how many loops, what they will weigh, and by what that is known', () => {
    const { shownText } = session();
    expect(shownText()).toContain('Mini 1 of 9: wind 56 loops');
    expect(shownText()).toMatch(
      /56 loops make 11\.9 g ± 0\.9\d? g, by the grist|56 loops make 12(\.\d)? g ± [\d.]+ g, by the grist/,
    );
    expect(shownText()).toContain('0 of 9 minis are made');
  });

  test.each([
    [50, 'Mini 1 of 9: wind 56 loops'],
    [51, 'Slowly: 5 to go'],
    [56, 'Stop at 56: cut here'],
    [57, '1 past the cut: take it back'],
    [59, '3 past the cut: take them back'],
  ])('at %d loops: %s', (loops, words) => {
    const { happen, shownText } = session();
    happen(...count(0, loops));
    expect(shownText()).toContain(words);
    expect(shownText()).toContain(`${loops} of 56 loops`);
  });

  test('the next count follows from what was weighed, and says so', () => {
    const { happen, shownText } = session();
    happen(...miniMade(0, 56, 12.8), ...count(1, 0));
    expect(shownText()).toMatch(/Mini 2 of 9: wind 5[2-5] loops/);
    expect(shownText()).toContain('by the one weighed so far');
    happen(...miniMade(1, 53, 12.1), ...count(2, 0));
    expect(shownText()).toContain('by the 2 weighed so far');
    expect(shownText()).toContain('Mini 1: 56 loops, 12.8 g, too heavy, +0.8 g !');
    expect(shownText()).toContain('7 to come');
  });

  test('a pause says where it stands and how to hold it', () => {
    const { happen, shownText } = session();
    happen(...count(0, 23), { kind: 'pause', part: 0 });
    expect(shownText()).toContain('Paused at 23');
    expect(shownText()).toContain('23 of 56 loops are on the small frame');
    expect(shownText()).toContain('Go on at 23');
  });

  test('whoever comes back after long is told where they stopped; whoever counts just now is not', () => {
    const back = session();
    back.long(...count(0, 23));
    expect(back.shownText()).toContain('You stopped at 23 loops');
    const here = session();
    here.happen(...count(0, 23));
    expect(here.shownText()).not.toContain('You stopped at');
  });

  test('before the first mini beyond a knot, what is left at it is to be put aside', () => {
    const { plan, happen, shownText } = session({}, { masses: ['100'] }, 150);
    const first = plan.minis.findIndex(({ segment }) => segment === 1);
    happen(...Array.from({ length: first }, (_, part) => miniMade(part, 56, 12)).flat(), ...count(first, 0));
    expect(shownText()).toMatch(/First cut off what stays over: [\d.]+ g, [\d.]+ m, up to the knot/);
    happen(...count(first, 3));
    expect(shownText()).not.toContain('First cut off');
  });

  test('where the yarn will not do for all, it is said, with a way to leave one out', () => {
    const { happen, shownText } = session({}, { masses: ['110.5'] });
    happen(...Array.from({ length: 7 }, (_, part) => miniMade(part, 58, 13.4)).flat(), ...count(7, 0));
    expect(shownText()).toMatch(/[\d.]+ g are missing for all that are to come/);
    expect(shownText()).toContain('Leave this one out');
  });

  test('in ounces everything is in ounces', () => {
    const { happen, shownText } = session();
    happen(...miniMade(0, 56, 12.8), ...count(1, 0));
    expect(shownText('imperial')).toMatch(/0\.423 oz: 5\d loops make 0\.4\d\d oz/);
    expect(shownText('imperial')).not.toMatch(/\d g\b/);
  });
});

describe('weighing', () => {
  test('asks for the mini, and says what is expected', () => {
    const { happen, shownText } = session();
    happen(...count(0, 56), { kind: 'stage', part: 0, stage: 'weigh' });
    expect(shownText()).toContain('Mini 1 on the scale');
    expect(shownText()).toMatch(/12 g give or take 0\.5 g; 56 loops/);
    expect(shownText()).toMatch(/about 1[12](\.\d)? g is expected/);
  });

  test.each([
    [12.1, 'within: 0.1 g more than wanted'],
    [12, 'within: just as wanted'],
    [11.2, 'too light: 0.8 g less than wanted'],
    [12.9, 'too heavy: 0.9 g more than wanted'],
  ])('%d g: %s', (massG, words) => {
    const { happen, shownText } = session();
    happen(...miniMade(0, 56, massG));
    expect(shownText()).toContain(words);
    expect(shownText()).toContain('Next mini');
    expect(shownText()).toContain('8 to come');
  });

  test('on a scale that is too coarse what is left of the skein is asked for first', () => {
    const { happen, shownText } = session({ sizes: [sizeValues({ amount: '2 g', tolerance: '0.04 g' })] });
    happen(...count(0, 9), { kind: 'stage', part: 0, stage: 'weigh' });
    expect(shownText()).toContain('What is left of hank 1');
    expect(shownText()).toContain('cannot tell minis give or take 0.04 g');
    happen({ kind: 'weigh parent', part: 0, massG: 109.8, resolutionG: 0.1 });
    expect(shownText()).toMatch(/109\.8 g left of hank 1: by all its weighings this mini has [\d.]+ g/);
  });

  test('one that was kept though it contradicts the count says so', () => {
    const { happen, shownText } = session();
    happen(...count(0, 56), { kind: 'stage', part: 0, stage: 'weigh' });
    happen({ kind: 'weigh', part: 0, massG: 15, resolutionG: 0.1, odd: true });
    expect(shownText()).toContain('kept though it contradicts the count');
  });
});

describe('at the end', () => {
  test('all that was made, and what should be left, before it is weighed', () => {
    const { plan, happen, shownText } = session();
    happen(...plan.minis.flatMap((_, part) => miniMade(part, 56, 12)), { kind: 'stage', part: 8, stage: 'finish' });
    expect(shownText()).toContain('9 minis are cut. What is left?');
    expect(shownText()).toContain('Left on hank 1');
    expect(shownText()).toMatch(/empty: [\d.]+ g, as estimated/);
    expect(shownText()).not.toContain('are missing');
  });

  test('one that was left out can be made after all', () => {
    const { happen, shownText } = session();
    happen(
      ...miniMade(0, 56, 12),
      { kind: 'skip', part: 1, skipped: true },
      { kind: 'stage', part: 0, stage: 'finish' },
    );
    expect(shownText()).toContain('1 mini is cut. What is left?');
    expect(shownText()).toContain('Make the one after all that was left out');
    expect(shownText()).toContain('Hank 1 weighed 112 g');
  });
});
