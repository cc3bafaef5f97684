import loadHighs, { type Highs } from 'highs';
import { scales } from '../../../server/bench/bench';
import { treatPieces } from '../../../server/yarn/pieceOperations';
import { packKit } from '../../../server/minis/miniCare';
import { miniJobLines, miniJobPage } from '../../../server/minis/miniPlanPages';
import { endMiniJob, miniPlanPage, saveMiniJob } from '../../../server/minis/miniPlans';
import { logMiniRun, miniRunPage, startMiniRun } from '../../../server/minis/miniRuns';
import {
  type askedValues,
  jobValues,
  miniLogValues,
  miniMade,
  miniScreenSends,
  sizeValues,
} from '../../../tests/support/minisTesting';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../../tests/support/serverTesting';
import { runsUnderWay } from '../../../server/days/today';
import { startRun } from '../../../server/winding/runStart';
import type { YarnForm } from '../../../server/yarn/yarns';
import { saidBy } from '../../../tests/support/uiTesting';
import { MiniJobScreen } from './MiniPlanScreen';
import { MiniPlanScreen } from '../planning/PlanMinisScreen';
import { MinisScreen } from './MinisScreen';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

function job(asked: Partial<ReturnType<typeof askedValues>> = {}, yarn: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { count: '2', masses: ['112', '96.5'], scaleResolutionG: 0.1, ...yarn });
  const jobId = idOf(saveMiniJob(db, null, jobValues(highs, db, { pieceIds, ...asked }), 'metric', NOW));
  const begin = (pieceId = pieceIds[0]!) => idOf(startMiniRun(db, jobId, pieceId, NOW));
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
    jobId,
    begin,
    cut,
    said: (system: 'metric' | 'imperial' = 'metric') =>
      saidBy(<MiniJobScreen page={miniJobPage(db, jobId)!} scales={scales(db)} />, system),
    listed: () => saidBy(<MinisScreen jobs={miniJobLines(db)} runs={runsUnderWay(db)} />),
  };
}

describe('a plan', () => {
  test('before anything is cut: what comes of what, and how it is tied', () => {
    const { said } = job();
    expect(said()).toContain('16 minis to come');
    expect(said()).toContain('Count off hank 1');
    expect(said()).toContain('Plan it anew');
    expect(said()).toContain('9 × 12 g');
    expect(said()).toContain('figure eights, loose');
    expect(said()).toContain('Tie loosely.');
    expect(said()).toContain('proven best');
    expect(said()).not.toContain('Labels');
  });

  test('being counted: the way back to it, and no planning anew', () => {
    const { begin, said, listed } = job();
    begin();
    expect(said()).toContain('Go on counting hank 1');
    expect(said()).toContain('112 g, 9 to come');
    expect(said()).not.toContain('Plan it anew');
    expect(listed()).toContain('Hank 1, 112 g, mini 1 of 9, being counted');
  });

  test('cut: every mini with its mass and length, and a sum in words that adds up', () => {
    const { cut, said, listed } = job();
    cut();
    expect(said()).toContain('7 minis to come, 9 made');
    expect(said()).toMatch(
      /112 g of the skein became 108 g of minis, [\d.]+ g of ties, [\d.]+ g of ends and scraps, and [\d.]+ g that is left: it adds up/,
    );
    expect(said()).toContain('Mini skein 9 12.0 g 43 m 9 of 9 from hank 1');
    expect(said()).toContain('9 labels on 1 sheet (PDF)');
    expect(listed()).toContain('9 of 16 made');
  });

  test('what is missing is told, by how much, and what the scales account for', () => {
    const { cut, said } = job();
    cut(12, undefined, 1.3);
    expect(said()).toMatch(/1\.\d g are missing, and the scales account for 0\.[56]\d? g at most/);
  });

  test('one that is off says by how much; in ounces too', () => {
    const { cut, said } = job();
    cut(11.3);
    expect(said()).toContain('too light, −0.7 g');
    expect(said('imperial')).toContain('too light, −0.025 oz');
    expect(said('imperial')).not.toMatch(/\d g\b/);
  });

  test('a skein that was never weighed balances against nothing', () => {
    const { cut, said } = job({}, { masses: [], count: '2' });
    cut();
    expect(said()).toContain('by the band, became');
    expect(said()).toContain('It was not weighed before, so there is nothing to balance against.');
  });

  test('a skein that became something else meanwhile is told', () => {
    const { db, pieceIds, said } = job();
    db.prepare("INSERT INTO operation (id, kind, at) VALUES (99, 'wind', '2026-03-14T10:00:00.000Z')").run();
    db.prepare("INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (99, ?, 'in')").run(pieceIds[1]);
    expect(said()).toContain('Hank 2: wound or used for something else since this was planned.');
  });
});

test('dyed minis wait in a form of their own, and the list says so', () => {
  const { db, jobId, cut, said, listed } = job();
  cut();
  expect(said()).toContain('All 9 go into the dye pot now');
  const ids = miniJobPage(db, jobId)!
    .minis.slice(0, 2)
    .map(({ pieceId }) => pieceId);
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: ids, note: '' }, NOW));
  expect(said()).toContain('Drying Dyed');
  expect(said()).toContain('before: 12.0 g');
  expect(said()).toContain('All 7 go into the dye pot now');
  expect(listed()).toContain('2 not weighed since they were wet');
});

test('kits say what is in them, what is missing, and which are packed', () => {
  const { db, jobId, cut, said, listed } = job({ kits: true, next: 'sell', sizes: [sizeValues({ count: '4' })] });
  expect(said()).toContain('4 kits: 16 minis to come');
  cut();
  expect(said()).toContain('2 kits are complete and can be packed');
  expect(said()).toContain('Kit 3 12 g: no. 9 and 3 missing 3 missing');
  const [first] = miniJobPage(db, jobId)!.kits;
  idOf(packKit(db, jobId, 1, first!.lines[0]!.minis));
  expect(said()).toContain('4 kits, 1 packed: 7 minis to come, 9 made');
  expect(said()).toContain('Unpack kit 1');
  expect(said()).not.toContain('dye pot now');
  expect(listed()).toContain('9 of 16 made, 4 kits');
});

describe('the list', () => {
  test('empty, it says what this place is for', () => {
    const db = emptyDatabase();
    const said = saidBy(<MinisScreen jobs={miniJobLines(db)} runs={[]} />);
    expect(said).toContain('Nothing is split yet');
    expect(said).toContain('Plan minis');
  });

  test('what was put away stands beneath, and its page takes it up again', () => {
    const { db, jobId, said, listed } = job();
    idOf(endMiniJob(db, jobId, true, NOW));
    expect(listed()).toMatch(/Put away Tests 16 planned/);
    expect(said()).toContain('Take it up again');
  });
});

describe('planning', () => {
  test('without a yarn it asks which', () => {
    const said = saidBy(<MiniPlanScreen page={miniPlanPage(emptyDatabase(), {})} />);
    expect(said).toContain('Which yarn?');
    expect(said).toContain('Take a skein, or several');
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
    const said = saidBy(<MiniPlanScreen page={miniPlanPage(db, { yarns: String(yarnId) })} />);
    expect(said).toMatch(/Hank 1 112 g/);
    expect(said).toContain('Hank 2 on the bench just now');
    expect(said).toContain('Hank 3 weigh it first');
    expect(said).toContain('Say how large a mini is to be');
  });
});
