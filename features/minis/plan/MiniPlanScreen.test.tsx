import loadHighs, { type Highs } from 'highs';
import { scales } from '../../../server/bench/bench';
import { treatPieces } from '../../../server/yarn/pieceOperations';
import { packKit } from '../../../server/minis/miniCare';
import { miniPlanLines, miniPlanPage } from '../../../server/minis/miniPlanPages';
import { endMiniPlan, planMinisPage, saveMiniPlan } from '../../../server/minis/miniPlans';
import { logMiniRun, miniRunPage, startMiniRun } from '../../../server/minis/miniRuns';
import {
  type askedValues,
  miniPlanValues,
  miniLogValues,
  miniMade,
  miniScreenSends,
  sizeValues,
} from '../../../tests/support/minisTesting';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../../tests/support/serverTesting';
import { runsUnderWay } from '../../../server/days/today';
import { startRun } from '../../../server/winding/runStart';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { MiniPlanScreen } from './MiniPlanScreen';
import { PlanMinisScreen } from '../planning/PlanMinisScreen';
import { MinisScreen } from './MinisScreen';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

function miniPlan(asked: Partial<ReturnType<typeof askedValues>> = {}, yarn: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { count: '2', masses: ['112', '96.5'], scaleResolutionG: 0.1, ...yarn });
  const planId = idOf(saveMiniPlan(db, null, miniPlanValues(highs, db, { pieceIds, ...asked }), 'metric', NOW));
  const begin = (pieceId = pieceIds[0]!) => idOf(startMiniRun(db, planId, pieceId, NOW));
  /** Counts a whole skein off, each mini of so many grams. */
  const cut = (massG = 12, pieceId = pieceIds[0]!, lostG = 0) => {
    const runId = begin(pieceId);
    const { plan } = miniRunPage(db, runId)!;
    miniScreenSends(
      db,
      runId,
      plan.minis.flatMap((_, part) => miniMade(part, 56, massG)),
    );
    const restG = plan.parent.massG - plan.minis.length * (massG + plan.cutLossG) - lostG;
    return idOf(logMiniRun(db, runId, miniLogValues([{ mass: restG.toFixed(1), kept: true }]), 'metric', NOW));
  };
  return {
    db,
    pieceIds,
    planId,
    begin,
    cut,
    shownText: (system: 'metric' | 'imperial' = 'metric') =>
      textOf(<MiniPlanScreen page={miniPlanPage(db, planId)!} scales={scales(db)} />, system),
    listed: () => textOf(<MinisScreen miniPlans={miniPlanLines(db)} runs={runsUnderWay(db)} />),
  };
}

describe('a plan', () => {
  test('before anything is cut: what comes of what, and how it is tied', () => {
    const { shownText } = miniPlan();
    expect(shownText()).toContain('16 minis to come');
    expect(shownText()).toContain('Count off hank 1');
    expect(shownText()).toContain('Plan again');
    expect(shownText()).toContain('9 × 12 g');
    expect(shownText()).toContain('figure eights, loose');
    expect(shownText()).toContain('Tie loosely.');
    expect(shownText()).toContain('proven best');
    expect(shownText()).not.toContain('Labels');
  });

  test('with one to come it is not all made, and with none it is', () => {
    const { shownText, cut } = miniPlan({ sizes: [sizeValues({ count: '8' })] });
    cut();
    expect(shownText()).toMatch(/\d minis?, all made/);
    const another = miniPlan({ sizes: [sizeValues({ count: '10' })] });
    another.cut();
    expect(another.shownText()).toContain('1 mini to come, 9 made');
    expect(another.shownText()).not.toContain('all made');
  });

  test('being counted: the way back to it, and no planning anew', () => {
    const { begin, shownText, listed } = miniPlan();
    begin();
    expect(shownText()).toContain('Go on counting hank 1');
    expect(shownText()).toContain('112 g, 9 to come');
    expect(shownText()).not.toContain('Plan again');
    expect(listed()).toContain('Hank 1, 112 g, mini 1 of 9, being counted');
  });

  test('cut: every mini with its mass and length, and a sum in words that adds up', () => {
    const { cut, shownText, listed } = miniPlan();
    cut();
    expect(shownText()).toContain('7 minis to come, 9 made');
    expect(shownText()).toMatch(
      /112 g of the skein became 108 g of minis, [\d.]+ g of ties, [\d.]+ g of ends and scraps, and [\d.]+ g that is left: all accounted for/,
    );
    expect(shownText()).toContain('Mini skein 9 12.0 g 43 m 9 of 9 from hank 1');
    expect(shownText()).toContain('9 labels on 1 sheet (PDF)');
    expect(listed()).toContain('9 of 16 made');
  });

  test('what is missing is told, by how much, and what the scales account for', () => {
    const { cut, shownText } = miniPlan();
    cut(12, undefined, 1.3);
    expect(shownText()).toMatch(/1\.\d g are missing, and the scales account for 0\.[56]\d? g at most/);
  });

  test('one that is off says by how much; in ounces too', () => {
    const { cut, shownText } = miniPlan();
    cut(11.3);
    expect(shownText()).toContain('too light, −0.7 g');
    expect(shownText('imperial')).toContain('too light, −0.025 oz');
    expect(shownText('imperial')).not.toMatch(/\d g\b/);
  });

  test('a skein that was never weighed balances against nothing', () => {
    const { cut, shownText } = miniPlan({}, { masses: [], count: '2' });
    cut();
    expect(shownText()).toContain('by the band, became');
    expect(shownText()).toContain('It was not weighed before, so there is nothing to balance against.');
  });

  test('a skein that became something else meanwhile is told', () => {
    const { db, pieceIds, shownText } = miniPlan();
    db.prepare("INSERT INTO operation (id, kind, at) VALUES (99, 'wind', '2026-03-14T10:00:00.000Z')").run();
    db.prepare("INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (99, ?, 'in')").run(pieceIds[1]);
    expect(shownText()).toContain('Hank 2: wound or used for something else since this was planned.');
  });
});

test('dyed minis wait in a form of their own, and the list says so', () => {
  const { db, planId, cut, shownText, listed } = miniPlan();
  cut();
  expect(shownText()).toContain('All 9 go into the dye pot now');
  const ids = miniPlanPage(db, planId)!
    .minis.slice(0, 2)
    .map(({ pieceId }) => pieceId);
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: ids, note: '' }, NOW));
  expect(shownText()).toContain('Drying Dyed');
  expect(shownText()).toContain('before: 12.0 g');
  expect(shownText()).toContain('All 7 go into the dye pot now');
  expect(listed()).toContain('2 not weighed since they were wet');
});

test('kits say what is in them, what is missing, and which are packed', () => {
  const { db, planId, cut, shownText, listed } = miniPlan({
    kits: true,
    next: 'sell',
    sizes: [sizeValues({ count: '4' })],
  });
  expect(shownText()).toContain('4 kits: 16 minis to come');
  cut();
  expect(shownText()).toContain('2 kits are complete and can be packed');
  expect(shownText()).toContain('Kit 3 12 g: no. 9 and 3 missing 3 missing');
  const [first] = miniPlanPage(db, planId)!.kits;
  idOf(packKit(db, planId, 1, first!.lines[0]!.minis));
  expect(shownText()).toContain('4 kits, 1 packed: 7 minis to come, 9 made');
  expect(shownText()).toContain('Unpack kit 1');
  expect(shownText()).not.toContain('dye pot now');
  expect(listed()).toContain('9 of 16 made, 4 kits');
});

describe('the list', () => {
  test('empty, it says what this place is for', () => {
    const db = emptyDatabase();
    const shownText = textOf(<MinisScreen miniPlans={miniPlanLines(db)} runs={[]} />);
    expect(shownText).toContain('Nothing is split yet');
    expect(shownText).toContain('Plan minis');
  });

  test('what was put away stands beneath, and its page takes it up again', () => {
    const { db, planId, shownText, listed } = miniPlan();
    idOf(endMiniPlan(db, planId, true, NOW));
    expect(listed()).toMatch(/Archived Tests 16 planned/);
    expect(shownText()).toContain('Bring it back');
  });
});

describe('planning', () => {
  test('without a yarn it asks which', () => {
    const shownText = textOf(<PlanMinisScreen page={planMinisPage(emptyDatabase(), {})} />);
    expect(shownText).toContain('Which yarn?');
    expect(shownText).toContain('Take a skein, or several');
  });

  test('skeins that cannot be taken say why: not weighed, on the bench, knots along them', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db, {
      count: '3',
      masses: ['112', '96', ''],
      putUpMass: '',
      putUpLength: '',
      weightClass: '1',
    });
    idOf(startRun(db, pieceIds[1]!, startValues(), 'metric', NOW));
    const shownText = textOf(<PlanMinisScreen page={planMinisPage(db, { yarns: String(yarnId) })} />);
    expect(shownText).toMatch(/Hank 1 112 g/);
    expect(shownText).toContain('Hank 2 on the bench just now');
    expect(shownText).toContain('Hank 3 weigh it first');
    expect(shownText).toContain('Say how large a mini is to be');
  });
});
