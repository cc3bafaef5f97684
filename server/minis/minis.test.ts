import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { benchAnswers } from '../logbook/benchAnswers';
import loadHighs, { type Highs } from 'highs';
import { changeAt } from '../../core/twist/twistChange';
import { ternRock } from '../../scripts/ternRock';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { pieceById } from '../../db/yarn/pieces';
import { exportArchive } from '../exchange/archive';
import { readIn } from '../../tests/support/archiveTesting';
import { reels, removeTool, saveTool } from '../bench/bench';
import { noteFault } from '../yarn/measurementForms';
import { labelOf, labelSheet } from '../exchange/labels';
import { saveMaker } from '../market/maker';
import { operationPage } from '../logbook/operationPage';
import { treatPieces, untreatPieces, weighPiece } from '../yarn/pieceOperations';
import { packKit, weighDried } from './miniCare';
import { miniYarns } from './miniParents';
import { miniPlanLines, miniPlanPage } from './miniPlanPages';
import {
  endMiniPlan,
  type MiniPlanForm,
  planMinisPage,
  type PlanMinisPage,
  miniReplanPage,
  saveMiniPlan,
} from './miniPlans';
import { logMiniRun, type MiniLogForm, miniRunPage, startMiniRun } from './miniRuns';
import { miniPlanValues, miniLogValues, miniMade, miniScreenSends, sizeValues } from '../../tests/support/minisTesting';
import { redoOperation, undoOperation, whyNotUndo } from '../yarn/pieces';
import { giveUpRun, logRun, takeUpRun } from '../winding/runLog';
import { answerRun } from '../logbook/runKinds';
import { startNext, startRun } from '../winding/runStart';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  logValues as windingValues,
  NOW,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { today } from '../days/today';
import { twistOfYarn } from '../twist/twist';
import { yarnPage } from '../yarn/yarnViews';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

function planning(masses = ['112', '96.5'], asked: Partial<MiniPlanForm['asked']> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { count: String(masses.length), masses, scaleResolutionG: 0.1 });
  const save = (values = miniPlanValues(highs, db, { pieceIds, ...asked })) =>
    saveMiniPlan(db, null, values, 'metric', NOW);
  return { db, yarnId, pieceIds, save, planId: idOf(save()) };
}

const made = miniMade;
const logValues = miniLogValues;
const sends = miniScreenSends;

/** Counts off the first skein whole, each mini of 12 g, and logs it. */
function counted(setting = planning()) {
  const { db, planId, pieceIds } = setting;
  const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
  const { plan } = miniRunPage(db, runId)!;
  sends(
    db,
    runId,
    plan.minis.flatMap((_, part) => made(part, 60, 12)),
  );
  const restG = plan.parent.massG - plan.minis.length * (12 + plan.cutLossG);
  const log = logValues([{ mass: restG.toFixed(1), kept: true }]);
  const operationId = idOf(logMiniRun(db, runId, log, 'metric', NOW));
  return { ...setting, runId, operationId, plan, log };
}

describe('the twist of minis', () => {
  test('each gets what its stretch of the hank got, and one turn more for each loop that was carried round', () => {
    const setting = planning();
    const { db, planId, pieceIds, yarnId } = setting;
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const page = miniRunPage(db, runId)!;
    // A hank turns on its swift; which way a hand goes round a frame nobody has said yet.
    expect(page.ways).toEqual({ left: 'turning', laid: '' });
    sends(
      db,
      runId,
      page.plan.minis.flatMap((_, part) => made(part, 60, 12)),
    );
    const log = logValues([{ mass: '4', kept: true }], { leaving: 'ccw', laid: 'carried cw' });
    expect(errorsOf(logMiniRun(db, runId, { ...log, leaving: 'near' }, 'metric', NOW))).toHaveProperty(['leaving']);
    expect(errorsOf(logMiniRun(db, runId, { ...log, laid: 'spindle cw' }, 'metric', NOW))).toHaveProperty(['laid']);
    idOf(logMiniRun(db, runId, log, 'metric', NOW));
    const account = twistOfYarn(db, yarnPage(db, yarnId)!.yarn);
    const minis = yarnPage(db, yarnId)!.pieces.filter(({ form }) => form === 'mini skein');
    expect(minis).toHaveLength(page.plan.minis.length);
    for (const { id } of minis) {
      const { gap, change } = account.get(id)!;
      expect(gap).toBeNull();
      expect(changeAt(change, 1)).toBeCloseTo(1 / page.plan.reel.loopM - 1 / 1.62, 6);
    }
    // What stayed of the hank was not pulled off it.
    const rest = yarnPage(db, yarnId)!.pieces.find(({ form, createdBy }) => form === 'hank' && createdBy !== 1)!;
    expect(account.get(rest.id)!.change.wraps).toEqual([]);
    // And it is remembered which way the hand goes.
    const next = idOf(startMiniRun(db, planId, pieceIds[1]!, NOW));
    expect(miniRunPage(db, next)!.ways).toEqual({ left: 'turning', laid: 'carried cw' });
  });
});

describe('a plan', () => {
  test('is kept with what it rests on, and the same request twice keeps one', () => {
    const { db, save, planId, pieceIds } = planning();
    const page = miniPlanPage(db, planId)!;
    expect(page.plan.proven).toMatchObject({ grams: true, parents: true });
    expect(page.parents.map(({ state, planned }) => [state, planned])).toEqual([
      ['waiting', 9],
      ['waiting', 7],
    ]);
    const values = miniPlanValues(highs, db, { pieceIds });
    expect(idOf(save(values))).toBe(idOf(save(values)));
    expect(miniPlanLines(db)).toHaveLength(2);
  });

  test.each<[string, (values: MiniPlanForm) => MiniPlanForm, string, RegExp]>([
    ['no name', (v) => ({ ...v, name: ' ' }), 'name', /name/],
    ['no skein', (v) => ({ ...v, asked: { ...v.asked, pieceIds: [] }, counts: [] }), 'asked.pieceIds', /at least one/],
    [
      'a size of nonsense',
      (v) => ({ ...v, asked: { ...v.asked, sizes: [sizeValues({ amount: 'some' })] } }),
      'sizes.0.amount',
      /./,
    ],
    ['a reel that is gone', (v) => ({ ...v, asked: { ...v.asked, reelId: 99 } }), 'reelId', /bench/],
    ['more than a skein has', (v) => ({ ...v, counts: [[[10]], [[7]]] }), '', /more than it has/],
    ['counts of another shape', (v) => ({ ...v, counts: [[[9], [1]], [[7]]] }), '', /has changed/],
    ['counts of more sizes than there are', (v) => ({ ...v, counts: [[[9, 0]], [[7]]] }), '', /has changed/],
    ['nothing at all', (v) => ({ ...v, counts: [[[0]], [[0]]] }), '', /no mini/],
    [
      'more than was wanted',
      (v) => ({ ...v, asked: { ...v.asked, sizes: [sizeValues({ count: '4' })] } }),
      '',
      /than are wanted/,
    ],
  ])('%s is refused, and nothing is kept', (_, spoil, field, message) => {
    const { db, pieceIds, save } = planning();
    const before = everything(db);
    expect(errorsOf(save(spoil(miniPlanValues(highs, db, { pieceIds }))))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('what is on the bench for something else cannot be taken', () => {
    const { db, pieceIds, save } = planning();
    const values = miniPlanValues(highs, db, { pieceIds });
    idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
    expect(errorsOf(save(values)).pieceIds).toMatch(/on the bench/);
    expect(planMinisPage(db, { pieces: String(pieceIds[0]) }).yarns[0]!.parents[0]).toMatchObject({ busy: true });
  });

  test('takes what is weighed and whose length is known; the rest is shown, and cannot be cut', () => {
    const db = emptyDatabase();
    const { yarnId } = shelved(db, { count: '2', masses: ['100', ''], putUpMass: '' });
    const { yarnId: unknown } = shelved(db, { masses: ['100'], putUpLength: '', weightClass: '', needle: '' });
    const parents = miniYarns(db, [yarnId, unknown, 999]).map((yarn) => yarn.parents.map(({ parent }) => parent));
    expect(parents).toMatchObject([[{ massG: 100, resolutionG: 1, yarnId }, null], [null]]);
  });

  test('of several yarns has its ties by the thickest of them, in whichever order they come', () => {
    const db = emptyDatabase();
    const thick = shelved(db, { masses: ['100'], putUpMass: '100', putUpLength: '120' });
    const thin = shelved(db, { masses: ['100'], putUpMass: '100', putUpLength: '800' });
    const tiesOf = (...pieceIds: number[]) =>
      miniPlanPage(db, idOf(saveMiniPlan(db, null, miniPlanValues(highs, db, { pieceIds }), 'metric', NOW)))!.ties;
    const [first, second] = [thick.pieceIds[0]!, thin.pieceIds[0]!];
    expect(tiesOf(first)).not.toEqual(tiesOf(second));
    expect(tiesOf(first, second)).toEqual(tiesOf(first));
    expect(tiesOf(second, first)).toEqual(tiesOf(first));
  });

  test('that is planned anew has the yarns of its skeins, and those that come to it', () => {
    const { db, planId, yarnId, pieceIds } = planning();
    const { yarnId: other } = shelved(db);
    const page = (yarns?: string) => miniReplanPage(db, planId, { yarns }) as PlanMinisPage;
    expect(page().yarns.map(({ id }) => id)).toEqual([yarnId]);
    expect(page().pieceIds).toEqual(pieceIds);
    expect(page(`${other},${yarnId},nonsense`).yarns.map(({ id }) => id)).toEqual([yarnId, other]);
  });

  test('is planned anew until its counting begins, put away, and taken up again', () => {
    const { db, planId, pieceIds } = planning();
    expect(miniReplanPage(db, planId, {})).toMatchObject({ miniPlan: { name: 'Tests' } });
    const smaller = miniPlanValues(
      highs,
      db,
      { pieceIds, sizes: [sizeValues({ amount: '8 g' })] },
      { name: 'Smaller' },
    );
    expect(idOf(saveMiniPlan(db, planId, smaller, 'metric', NOW))).toBe(planId);
    expect(miniPlanPage(db, planId)).toMatchObject({ name: 'Smaller', plan: { sizes: [{ massG: 8 }] } });
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    expect(miniReplanPage(db, planId, {})).toEqual({ begun: planId });
    expect(errorsOf(saveMiniPlan(db, planId, { ...smaller, requestKey: aKey() }, 'metric', NOW))['']).toMatch(
      /being made/,
    );
    expect(errorsOf(endMiniPlan(db, planId, true, NOW))['']).toMatch(/being counted/);
    idOf(giveUpRun(db, runId, NOW));
    idOf(endMiniPlan(db, planId, true, NOW));
    expect(miniPlanLines(db)[0]!.endedAt).not.toBeNull();
    idOf(endMiniPlan(db, planId, false, NOW));
    expect(miniPlanLines(db)[0]!.endedAt).toBeNull();
  });
});

describe('counting', () => {
  test('begins once; what is counted is there again, and Today tells where it stands', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    expect(idOf(startMiniRun(db, planId, pieceIds[0]!, NOW))).toBe(runId);
    sends(db, runId, [
      ...made(0, 61, 12.1),
      { kind: 'stage', part: 1, stage: 'count' },
      { kind: 'loops', part: 1, amount: 23 },
    ]);
    expect(miniRunPage(db, runId)!.state).toMatchObject({ part: 1, loops: [61, 23, 0, 0, 0, 0, 0, 0, 0] });
    expect(today(db, NOW).runs).toMatchObject([{ kind: 'minis', part: 1, parts: 9, counted: 23, stage: 'count' }]);
    expect(miniPlanPage(db, planId)!.parents[0]).toMatchObject({ state: 'counting', toCome: 8 });
  });

  test('the same events sent twice count once, and a long session is set down without losing one', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const events = Array.from({ length: 450 }, (_, i) => ({
      // As a page sends it that was opened before an update.
      key: `twice-once:${i + 1}`,
      atMs: i,
      part: 0,
      kind: 'loops',
      amount: 1,
    }));
    const message = JSON.stringify({ writer: 'twice-once', events });
    for (let i = 0; i < 2; i++) expect(answerRun(db, String(runId), message, NOW).status).toBe(200);
    expect(miniRunPage(db, runId)!.state.loops[0]).toBe(450);
  });

  test.each([
    ['an event of a winding', { kind: 'turns', part: 0, amount: 1 }, 'events.0.kind'],
    ['a mini that is not planned', { kind: 'loops', part: 9, amount: 1 }, 'events.0.part'],
    ['a mass of nothing', { kind: 'weigh', part: 0, massG: 0, resolutionG: 0.1, odd: false }, 'events.0.massG'],
  ])('%s is refused at its place', (_, bare, place) => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const before = everything(db);
    const { status, body } = answerRun(
      db,
      String(runId),
      JSON.stringify({ writer: 'mini-screen', events: [{ key: 'mini-screen:1', atMs: 0, ...bare }] }),
      NOW,
    );
    expect([status, (body as { error: { path: string } }).error.path]).toEqual([400, place]);
    expect(everything(db)).toBe(before);
  });

  test('what goes wrong while counting is kept at its loop, stands in the log, and the logbook knows what helped', () => {
    const setting = planning();
    const { db, planId, pieceIds } = setting;
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const { minis, reel } = miniRunPage(db, runId)!.plan;
    const helped = { trouble: 'miscounted', attempt: 'weigh', minutes: 2, lostM: 0, then: 'go on' } as const;
    sends(db, runId, [
      { kind: 'loops', part: 0, amount: 31 },
      { kind: 'trouble', part: 0, atLoop: 31, ...helped },
      { kind: 'loops', part: 0, amount: 29 },
      { kind: 'trouble', part: 1, atLoop: 15, ...helped, trouble: 'snapped', attempt: 'knot', then: 'join' },
      ...minis.flatMap((_, part) => made(part, part === 0 ? 0 : 60, 12)),
    ]);
    // The count is what it would be without it.
    expect(miniRunPage(db, runId)!.state).toMatchObject({
      loops: minis.map(() => 60),
      troubles: [
        { part: 0, atLoop: 31 },
        { part: 1, atLoop: 15 },
      ],
    });
    const id = idOf(logMiniRun(db, runId, logValues([{ mass: '4', kept: true }]), 'metric', NOW));
    expect(operationPage(db, id)!.troubles).toMatchObject([
      { part: 0, at: 31, pieceId: null, ...helped },
      { part: 1, at: 15, pieceId: null, then: 'join' },
    ]);
    expect(benchAnswers(db).troubles).toMatchObject([
      { trouble: 'miscounted', times: 1, tools: [reel.name], helped: [{ attempt: 'weigh', times: 1, minutes: 2 }] },
      { trouble: 'snapped', times: 1 },
    ]);
    // Joined in the middle of the second mini's 60 loops, the knot lies a quarter of the way along it.
    const views = yarnPage(db, setting.yarnId)!
      .pieces.filter(({ form }) => form === 'mini skein')
      .sort((one, other) => one.id - other.id);
    const knots = views.map(({ faults }) => faults);
    expect(knots.map(({ length }) => length)).toEqual(minis.map((_, part) => (part === 1 ? 1 : 0)));
    const { lengthM } = views[1]!;
    expect(knots[1]![0]).toMatchObject({ kind: 'knot' });
    expect(knots[1]![0]!.atM / lengthM!.mean).toBeCloseTo(15 / 60, 2);
  });

  test('given up, the skein is whole; taken up again, every count is there', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    sends(db, runId, [{ kind: 'loops', part: 0, amount: 30 }]);
    idOf(giveUpRun(db, runId, NOW));
    expect(miniPlanPage(db, planId)!.parents[0]).toMatchObject({ state: 'waiting', toCome: 9 });
    idOf(takeUpRun(db, runId));
    expect(miniRunPage(db, runId)!.state.loops[0]).toBe(30);
  });

  test('a counting is no winding: it is neither logged as one, nor is the next begun from it', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const before = everything(db);
    expect(errorsOf(logRun(db, runId, windingValues(['40']), 'metric', NOW))['']).toMatch('logged already');
    expect(errorsOf(startNext(db, runId, 'metric', NOW))['']).toMatch('no other piece waits');
    expect(everything(db)).toBe(before);
  });

  test('weighed again since it was planned, a skein is counted as it weighs now, or has to be planned anew', () => {
    const { db, planId, pieceIds } = planning();
    const weigh = (mass: string) =>
      idOf(
        weighPiece(
          db,
          pieceIds[0]!,
          { requestKey: aKey(), mass, tare: '', humidity: '', scaleResolutionG: 0.1, note: '' },
          'metric',
          NOW,
        ),
      );
    weigh('80');
    expect(errorsOf(startMiniRun(db, planId, pieceIds[0]!, NOW))['']).toMatch(/plan it again/);
    weigh('112.7');
    expect(miniRunPage(db, idOf(startMiniRun(db, planId, pieceIds[0]!, NOW)))!.plan.segmentsG[0]).toBeCloseTo(112.7, 6);
  });

  test('a reel keeps the figures that the counting began with', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    const reel = { tool: 'reel', name: 'Small frame', kind: 'frame', loopM: '80 cm', spreadMm: '9 cm' };
    idOf(saveTool(db, 2, { ...reel, measured: [] }, 'metric'));
    expect(reels(db).find(({ id }) => id === 2)).toMatchObject({ loopM: 0.8, measured: ['loopM', 'spreadMm'] });
    expect(miniRunPage(db, runId)!.plan.reel.loopM).toBe(0.76);
    expect(errorsOf(saveTool(db, null, { ...reel, measured: [], loopM: '80 m' }, 'metric')).loopM).toMatch(
      /which unit/,
    );
    idOf(removeTool(db, 'reel', 2, NOW));
    expect(errorsOf(startMiniRun(db, 999, 1, NOW))['']).toMatch(/no such plan/);
  });
});

describe('the log', () => {
  test('parent = minis + ties + ends + what is left, to the milligram of what was told', () => {
    const { db, planId, operationId, pieceIds, plan } = counted();
    const { balance, parents, minis } = miniPlanPage(db, planId)!;
    expect(parents[0]).toMatchObject({ state: 'done', operationId, toCome: 0 });
    expect(minis).toHaveLength(9);
    expect(minis.every(({ verdict, cut }) => verdict === 'within' && cut!.massG === 12)).toBe(true);
    expect(balance).toMatchObject({ parentsG: 112, minisG: 108 });
    expect(balance!.tiesG).toBeCloseTo(9 * plan.tiesG, 3);
    expect(Math.abs(balance!.differenceG)).toBeLessThan(0.06);
    const operation = operationPage(db, operationId)!;
    expect(operation).toMatchObject({ kind: 'split', miniPlan: { id: planId }, balance: { verdict: 'balances' } });
    expect(yarnPage(db, yarnPage(db, 1)!.yarn.id)!.pieces.find(({ id }) => id === pieceIds[0])!.consumedBy).toBe(
      operationId,
    );
  });

  test('sent twice it is logged once; undone, the session is open again with all that was counted', () => {
    const { db, runId, log, operationId, planId } = counted();
    expect(idOf(logMiniRun(db, runId, log, 'metric', NOW))).toBe(operationId);
    expect(errorsOf(logMiniRun(db, runId, { ...log, requestKey: aKey() }, 'metric', NOW))['']).toMatch(
      /logged already/,
    );
    expect(whyNotUndo(db, operationId)).toBeNull();
    idOf(undoOperation(db, operationId, NOW));
    expect(miniPlanPage(db, planId)).toMatchObject({ minis: [], balance: null, parents: [{ state: 'counting' }, {}] });
    expect(miniRunPage(db, runId)!.state.weighed.filter(Boolean)).toHaveLength(9);
    expect(errorsOf(redoOperation(db, operationId, NOW))['']).toMatch(/open again/);
    idOf(logMiniRun(db, runId, { ...log, requestKey: aKey() }, 'metric', NOW));
    expect(miniPlanPage(db, planId)!.minis).toHaveLength(9);
  });

  test('minis that were not weighed have what their loops tell, as sure as that is', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    sends(db, runId, [...made(0, 60, 12), ...made(1, 60, null)]);
    idOf(logMiniRun(db, runId, logValues([{ mass: '87', kept: true }]), 'metric', NOW));
    const [weighed, counted] = miniPlanPage(db, planId)!.minis;
    expect(weighed!.cut).toMatchObject({ massG: 12, resolutionG: 0.1 });
    expect(counted!.cut!.massG).toBeCloseTo(12, 0);
    expect((counted!.cut as { resolutionG: number }).resolutionG).toBeGreaterThan(0.3);
  });

  test.each<[string, MiniLogForm['left'], Partial<MiniLogForm>, string, RegExp]>([
    ['far more left than there was', [{ mass: '90', kept: true }], {}, 'left.0.mass', /more than there was/],
    ['a mass of nonsense', [{ mass: 'a bit', kept: true }], {}, 'left.0.mass', /./],
    ['a tare heavier than what lies in it', [{ mass: '2', kept: true }], { tare: '5' }, 'left.0.mass', /tare/],
  ])('%s is asked about at its field, and nothing is kept', (_, left, more, field, message) => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    sends(
      db,
      runId,
      [0, 1, 2, 3].flatMap((part) => made(part, 60, 12)),
    );
    const before = everything(db);
    expect(errorsOf(logMiniRun(db, runId, logValues(left, more), 'metric', NOW))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test.each([
    [0.09, true],
    [0.11, false],
  ])('with %f of the skein more than it had, it is logged: %p', (share, logged) => {
    const { db, planId, pieceIds } = planning();
    const massG = pieceById(db, pieceIds[0]!)!.massMg! / 1000;
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    sends(
      db,
      runId,
      [0, 1, 2, 3].flatMap((part) => made(part, 60, 12)),
    );
    const mass = (massG * (1 + share) - 4 * 12).toFixed(1);
    expect(logMiniRun(db, runId, logValues([{ mass, kept: true }]), 'metric', NOW).ok).toBe(logged);
  });

  test('a session without a mini is no log', () => {
    const { db, planId, pieceIds } = planning();
    const runId = idOf(startMiniRun(db, planId, pieceIds[0]!, NOW));
    expect(errorsOf(logMiniRun(db, runId, logValues([]), 'metric', NOW))['']).toMatch(/cancel the counting/);
  });

  test('what the last minis weighed is where the next skein of the yarn begins', () => {
    const setting = counted();
    const runId = idOf(startMiniRun(setting.db, setting.planId, setting.pieceIds[1]!, NOW));
    const { gramsPerLoop, learnedFrom } = miniRunPage(setting.db, runId)!.plan;
    expect(gramsPerLoop.mean).toBeCloseTo(0.2, 6);
    expect(learnedFrom).toBe(9);
  });
});

describe('knots', () => {
  /** One hank of 100 g, a knot after 40 g and a thin spot after 70. */
  function knotted(oneKnot = false, amount = '12 g') {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { masses: ['100'], scaleResolutionG: 0.1 });
    const gristMPerG = 412 / 115;
    const fault = (kind: 'knot' | 'thin spot', atG: number) =>
      idOf(
        noteFault(
          db,
          pieceIds[0]!,
          { requestKey: aKey(), kind, at: `${(atG * gristMPerG).toFixed(1)} m`, from: 'inner' },
          'metric',
          NOW,
        ),
      );
    fault('knot', 40);
    fault('thin spot', 70);
    const planId = idOf(
      saveMiniPlan(
        db,
        null,
        miniPlanValues(highs, db, { pieceIds, oneKnot, sizes: [sizeValues({ amount })] }),
        'metric',
        NOW,
      ),
    );
    return { db, pieceIds, planId, runId: idOf(startMiniRun(db, planId, pieceIds[0]!, NOW)) };
  }

  test('minis keep clear of the knot; what is left at it is put aside, and the thin spot goes where it lies', () => {
    const { db, runId, pieceIds } = knotted();
    const { plan } = miniRunPage(db, runId)!;
    expect(plan.minis.map(({ segment }) => segment)).toEqual([0, 0, 0, 1, 1, 1, 1]);
    expect(plan.left[0]).toMatchObject({ afterMini: 3, knots: 0 });
    sends(
      db,
      runId,
      plan.minis.flatMap((_, part) => made(part, 60, 12)),
    );
    const left = [plan.left[0]!.massG.toFixed(1), plan.left[1]!.massG.toFixed(1)].map((mass) => ({ mass, kept: true }));
    const operationId = idOf(logMiniRun(db, runId, logValues(left), 'metric', NOW));
    const { pieces } = operationPage(db, operationId)!;
    const out = pieces.filter(({ side }) => side === 'out');
    expect(out.map(({ form }) => form)).toEqual([
      'mini skein',
      'mini skein',
      'mini skein',
      'ball',
      ...Array<string>(4).fill('mini skein'),
      'hank',
    ]);
    expect(out.flatMap(({ faults }) => faults.map(({ kind }) => kind))).toEqual(['thin spot']);
    expect(out.findIndex(({ faults }) => faults.length > 0)).toBe(6);
    expect(yarnPage(db, 1)!.pieces.find(({ id }) => id === pieceIds[0])!.consumedBy).toBe(operationId);
  });

  test('a mini that is longer than any stretch may hold one knot, and then it is marked in it', () => {
    const { db, runId } = knotted(true, '70 g');
    const { plan } = miniRunPage(db, runId)!;
    expect(plan.minis).toMatchObject([{ mayHoldKnot: true }]);
    sends(db, runId, made(0, 350, 70));
    const operationId = idOf(
      logMiniRun(db, runId, logValues([{ mass: plan.left[0]!.massG.toFixed(1), kept: true }]), 'metric', NOW),
    );
    const mini = operationPage(db, operationId)!.pieces.find(({ form }) => form === 'mini skein')!;
    expect(mini.faults.map(({ kind }) => kind)).toEqual(['knot', 'thin spot']);
  });
});

describe('dye, wash and dry', () => {
  const dried = (pieceIds: number[], masses: string[], more = {}) => ({
    requestKey: aKey(),
    pieceIds,
    masses,
    tare: '',
    humidity: '',
    scaleResolutionG: 0.1,
    sure: false,
    note: '',
    ...more,
  });

  test('dyed minis wait to be dry; weighed again, what they weigh is in the log', () => {
    const { db, planId } = counted();
    const ids = miniPlanPage(db, planId)!.minis.map(({ pieceId }) => pieceId);
    const form = { requestKey: aKey(), kind: 'dye', pieceIds: ids.slice(0, 2), note: 'Ochre crust' };
    const dyed = idOf(treatPieces(db, form, NOW));
    expect(idOf(treatPieces(db, form, NOW))).toBe(dyed);
    const wet = () => miniPlanPage(db, planId)!.minis.filter(({ wetBy }) => wetBy);
    expect(wet().map(({ wetBy }) => wetBy!.kind)).toEqual(['dye', 'dye']);
    expect(miniPlanLines(db)[0]!.wet).toBe(2);
    const damp = weighDried(db, dried(ids.slice(0, 2), ['12.1', '13.9']), 'metric', NOW);
    expect(errorsOf(damp)['masses.1']).toMatch(/still damp/);
    expect(wet()).toHaveLength(2);
    expect(errorsOf(weighDried(db, dried([ids[0]!, ids[0]!], ['12.1', '12.1']), 'metric', NOW)).pieceIds).toMatch(
      'twice',
    );
    idOf(weighDried(db, dried(ids.slice(0, 2), ['12.2', '']), 'metric', NOW));
    expect(wet()).toHaveLength(1);
    expect(miniPlanPage(db, planId)!.minis[0]).toMatchObject({ mass: { massG: 12.2 }, cut: { massG: 12 } });
    idOf(weighDried(db, dried([ids[1]!], ['13.9'], { sure: true }), 'metric', NOW));
    expect(wet()).toHaveLength(0);
  });

  test('minis of several yarns that went into the water together come out together', () => {
    const db = emptyDatabase();
    const first = shelved(db, { masses: ['112'], scaleResolutionG: 0.1 });
    const second = shelved(db, { colourName: 'High tide', masses: ['96.5'], scaleResolutionG: 0.1 });
    const pieceIds = [...first.pieceIds, ...second.pieceIds];
    const planId = idOf(saveMiniPlan(db, null, miniPlanValues(highs, db, { pieceIds }), 'metric', NOW));
    for (const pieceId of pieceIds) {
      const runId = idOf(startMiniRun(db, planId, pieceId, NOW));
      sends(db, runId, made(0, 60, 12));
      idOf(logMiniRun(db, runId, logValues([]), 'metric', NOW));
    }
    const ids = miniPlanPage(db, planId)!.minis.map(({ pieceId }) => pieceId);
    const wet = () => miniPlanPage(db, planId)!.minis.filter(({ wetBy }) => wetBy).length;
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: ids, note: '' }, NOW));
    expect(wet()).toBe(2);
    idOf(untreatPieces(db, ids, NOW));
    expect(wet()).toBe(0);
    expect(errorsOf(untreatPieces(db, ids, NOW))['']).toMatch(/nothing here to undo/);
  });

  test('undone, they were never wet; what is dry is not weighed as dried', () => {
    const { db, planId } = counted();
    const [first] = miniPlanPage(db, planId)!.minis;
    const dyed = idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [first!.pieceId], note: '' }, NOW));
    idOf(undoOperation(db, dyed, NOW));
    expect(miniPlanPage(db, planId)!.minis[0]!.wetBy).toBeNull();
    expect(errorsOf(weighDried(db, dried([first!.pieceId], ['12']), 'metric', NOW))['masses.0']).toMatch(
      /weighed already/,
    );
    expect(errorsOf(weighDried(db, dried([first!.pieceId], ['']), 'metric', NOW))['masses.0']).toMatch(/at least one/);
  });
});

test('kits: packed minis stay in their kit, and none is in two', () => {
  const setting = planning(['112', '96.5'], { kits: true, sizes: [sizeValues({ count: '4' })] });
  const { db, planId } = counted(setting);
  const page = miniPlanPage(db, planId)!;
  expect(page.plan.kits).toBe(4);
  expect(page.kits.map(({ missing }) => missing)).toEqual([0, 0, 3, 4]);
  const ids = page.kits[1]!.lines[0]!.minis;
  idOf(packKit(db, planId, 2, ids));
  expect(miniPlanPage(db, planId)!.kits[1]).toMatchObject({ packed: true, missing: 0 });
  expect(errorsOf(packKit(db, planId, 1, ids))['']).toMatch(/in kit 2/);
  expect(errorsOf(packKit(db, planId, 1, [999]))['']).toMatch(/not of this plan/);
  expect(errorsOf(packKit(db, planId, 0, []))['']).toMatch(/from 1/);
  idOf(packKit(db, planId, 2, []));
  expect(miniPlanPage(db, planId)!.kits[1]!.packed).toBe(false);
});

describe('labels', () => {
  test('say what it is, how much, of what, where it comes from, and lead to its page', () => {
    const { db, planId } = counted();
    const [, second] = miniPlanPage(db, planId)!.minis;
    const label = labelOf(db, { pieceId: second!.pieceId }, 'metric', 'http://tern-rock.example');
    expect(label).toMatchObject({
      title: 'Causeway, Low tide',
      figures: '12\u00a0g\u00a0/\u00a00.423\u00a0oz · 43\u00a0m\u00a0/\u00a047\u00a0yd',
      url: `http://tern-rock.example/pieces/${second!.pieceId}`,
    });
    expect(label.lines).toEqual(
      expect.arrayContaining(['75 % wool, 25 % nylon', 'lot 2217', 'Mini skein 2, 2 of 9 from hank 1']),
    );
    expect(labelOf(db, { pieceId: second!.pieceId }, 'imperial', '').figures).toBe(
      '0.423\u00a0oz\u00a0/\u00a012\u00a0g · 47\u00a0yd\u00a0/\u00a043\u00a0m',
    );
    // For a stall: what is the maker's own business is left off, and the price for 100 g is worked out.
    idOf(saveMaker(db, { name: 'Tern Rock', isLogoKept: false }));
    const stall = { lines: ['fibre', 'lot', 'maker'] as const, price: '3 €' };
    expect(labelOf(db, { pieceId: second!.pieceId }, 'metric', '', stall).lines).toEqual([
      '3 €, 25.00 € / 100 g',
      '75 % wool, 25 % nylon',
      'lot 2217',
      'Tern Rock',
    ]);
  });

  test('make a PDF of as many pages as they take', async () => {
    const { db, planId } = counted();
    const pieces = miniPlanPage(db, planId)!
      .minis.map(({ pieceId }) => pieceId)
      .join(',');
    const pdf = await labelSheet(db, { pieces, sheet: 'a4-14', skip: '10' }, 'metric', 'http://tern-rock.example');
    const text = pdf.toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    expect(text.match(/\/Type \/Page\b/g)).toHaveLength(2);
  });

  test.each([
    [{ pieces: '999', sheet: 'a4-14' }, 'pieces', /not there/],
    [{ pieces: '1', sheet: 'a5' }, 'sheet', /./],
    [{ pieces: '1;2', sheet: 'a4-14' }, 'pieces', /which/],
    [{ pieces: '1', sheet: 'a4-14', skip: '14' }, 'skip', /between/],
    [{ pieces: '1', sheet: 'a4-14', skip: 'some' }, 'skip', /whole/],
  ])('%j is refused', async (ask, path, message) => {
    const { db } = planning();
    await expect(labelSheet(db, ask as Record<string, string>, 'metric', '')).rejects.toMatchObject({
      path,
      message: expect.stringMatching(message) as string,
    });
  });
});

test('with the minis of Tern Rock, the archive is read back equal, and one of theirs that is torn is refused', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-minis-'));
  const db = emptyDatabase();
  ternRock(db, NOW);
  ternRockMinis(db, highs, NOW);
  const whole = exportArchive(db, folder, NOW);
  expect(whole.tables.mini.length).toBeGreaterThan(20);
  const again = emptyDatabase();
  await readIn(again, folder, JSON.stringify(whole));
  expect(JSON.stringify(exportArchive(again, folder, NOW))).toBe(JSON.stringify(whole));
  expect(miniPlanPage(again, 1)).toEqual(miniPlanPage(db, 1));
  const torn = structuredClone(whole);
  torn.tables.mini_plan[0]!.plan = '{}';
  await expect(readIn(emptyDatabase(), folder, JSON.stringify(torn))).rejects.toThrow(/not a plan of minis/);
  const mixed = structuredClone(whole);
  mixed.tables.run.find(({ kind }) => kind === 'minis')!.kind = 'wind';
  await expect(readIn(emptyDatabase(), folder, JSON.stringify(mixed))).rejects.toThrow(/belong to a plan/);
});

test('a plan is asked for again in the units that it was typed in', () => {
  const sizes = [sizeValues({ amount: '12', tolerance: '0.5' })];
  const { db, planId } = planning(['112'], { sizes, ends: '20' });
  expect(miniReplanPage(db, planId, {})).toMatchObject({
    miniPlan: { plan: { asked: { sizes: [{ amount: '12 g', tolerance: '0.5 g' }], ends: '20 cm' } } },
  });
});
