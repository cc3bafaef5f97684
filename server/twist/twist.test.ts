import { changeAt, rangeOf, turnsWithin } from '../../core/twist/twistChange';
import { STARTING_LIMITS } from '../../core/twist/twistSeverity';
import type { Db } from '../../db/common/connection';
import { bench, saveTool } from '../bench/bench';
import { planPage } from '../winding/planPages';
import { choosePlannedUse, forgetPlannedUse, type PlannedUse, plannedUse } from '../yarn/plannedUse';
import { undoOperation } from '../yarn/pieces';
import { keepAnswer, practicePage } from './practice';
import { runPage } from '../winding/runEvents';
import { logRun } from '../winding/runLog';
import { startRun } from '../winding/runStart';
import { addSample } from '../yarn/measurementForms';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { lyingTwists, twistHome, twistOfYarn, twistPage } from './twist';
import { saveTwistLimits, twistLimits } from './twistLimits';
import { noteTwist } from './twistNotes';
import { yarnPage, yarnView } from '../yarn/yarnViews';

/** Which way the small winder's spindle turns. */
function turningOf(db: Db, turning: 'clockwise' | 'counterclockwise' | ''): void {
  idOf(
    saveTool(
      db,
      1,
      {
        tool: 'winder',
        name: 'Small winder',
        measured: [],
        coreDiameterMm: '24 mm',
        heightMm: '68 mm',
        maxDiameterMm: '98 mm',
        maxMassG: '113 g',
        spindleTurnsPerCrank: '4',
        crossingAngleDeg: '20',
        turning,
        drive: 'hand',
        base: 'flat',
      },
      'metric',
    ),
  );
}

/** Winds a piece as asked, and logs it with what each cake weighed. */
function wound(db: Db, pieceId: number, masses: string[], more: { start?: object; log?: object } = {}): number {
  const start = startValues({ split: { by: 'equal', cakes: masses.length }, ...more.start });
  const runId = idOf(startRun(db, pieceId, start, 'metric', NOW));
  const screen = screenOf(db, runId, `screen-${runId}`);
  screen.send(
    masses.flatMap((_, part) => [
      screen.event({ kind: 'stage', part, stage: 'wind' }),
      screen.event({ kind: 'turns', part, amount: 90 }),
    ]),
  );
  return idOf(logRun(db, runId, logValues(masses, { ...runPage(db, runId)!.ways, ...more.log }), 'metric', NOW));
}

const cakesOf = (db: Db, yarnId: number) =>
  yarnPage(db, yarnId)!.pieces.filter(({ form, consumedBy }) => form !== 'hank' && consumedBy === null);

function withCake(more: { turning?: 'clockwise' | 'counterclockwise' | ''; log?: object; start?: object } = {}) {
  const db = emptyDatabase();
  turningOf(db, more.turning ?? 'clockwise');
  const { yarnId, pieceIds } = shelved(db);
  const operationId = wound(db, pieceIds[0]!, ['111'], more);
  const [cake] = cakesOf(db, yarnId);
  return { db, yarnId, hankId: pieceIds[0]!, cakeId: cake!.id, operationId };
}

const twistOf = (db: Db, yarnId: number, pieceId: number) => twistOfYarn(db, yarnView(db, yarnId)!).get(pieceId)!;

describe('what is noted as a winding is logged', () => {
  test('the swift and the winder on the bench answer for the user', () => {
    const { db, yarnId, cakeId } = withCake();
    const { gap, change, laid } = twistOf(db, yarnId, cakeId);
    expect(gap).toBeNull();
    expect(change.wraps).toEqual([]);
    // A clockwise spindle lays anticlockwise; its guide keeps the lead of 20 degrees on the bare core.
    expect(laid!.sense).toBe(-1);
    const leadM = Math.PI * 0.024 * Math.tan((20 * Math.PI) / 180);
    expect(laid!.start).toBeCloseTo(0.012 ** 2 + (leadM / (2 * Math.PI)) ** 2, 12);
  });

  test('two chairs do not turn: nothing is supposed until it was said once, and then the same again', () => {
    const db = emptyDatabase();
    turningOf(db, 'clockwise');
    const { pieceIds, yarnId } = shelved(db, { count: '2', masses: ['112', '111'] });
    const waysOf = (pieceId: number) => {
      const runId = idOf(startRun(db, pieceId, startValues({ swiftId: 3 }), 'metric', NOW));
      return { runId, ways: runPage(db, runId)!.ways };
    };
    const { runId, ways } = waysOf(pieceIds[0]!);
    expect(ways).toEqual({ left: '', laid: ['spindle cw'] });
    const screen = screenOf(db, runId, 'a');
    screen.send([
      screen.event({ kind: 'stage', part: 0, stage: 'wind' }),
      screen.event({ kind: 'turns', part: 0, amount: 90 }),
    ]);
    idOf(logRun(db, runId, logValues(['111'], { left: 'ccw', laid: ['spindle cw'] }), 'metric', NOW));
    const { change } = twistOf(db, yarnId, cakesOf(db, yarnId)[0]!.id);
    expect(turnsWithin(change, 0, change.lengthM)).toBeCloseTo(-change.lengthM / 1.62, 6);
    expect(waysOf(pieceIds[1]!).ways.left).toBe('ccw');
  });

  test('a winder of which nobody has said which way it turns: the cake is as made, and what is pulled off it unknown', () => {
    const { db, yarnId, cakeId } = withCake({ turning: '' });
    expect(twistOf(db, yarnId, cakeId)).toMatchObject({ gap: null, laid: null });
    expect(twistHome(db).lines).toMatchObject([{ id: cakeId, gap: null, worked: null }]);
    wound(db, cakeId, ['110'], { start: { swiftId: null }, log: { left: 'near' } });
    expect(twistOf(db, yarnId, cakesOf(db, yarnId)[0]!.id).gap).toBe('laying not noted');
  });

  test('a way that cannot be is refused beside its field, and nothing is written', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db);
    const runId = idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
    const screen = screenOf(db, runId, 'a');
    screen.send([
      screen.event({ kind: 'stage', part: 0, stage: 'wind' }),
      screen.event({ kind: 'turns', part: 0, amount: 90 }),
    ]);
    const before = everything(db);
    expect(errorsOf(logRun(db, runId, logValues(['111'], { left: 'far' }), 'metric', NOW))).toEqual({
      left: expect.stringContaining('hank') as string,
    });
    expect(errorsOf(logRun(db, runId, logValues(['111'], { laid: ['reel'] }), 'metric', NOW))).toHaveProperty([
      'laid.0',
    ]);
    expect(everything(db)).toBe(before);
  });

  test('wound again from its centre where it stands: each place gets what its wrap was', () => {
    const { db, yarnId, cakeId } = withCake();
    wound(db, cakeId, ['110.5'], { start: { swiftId: null }, log: { left: 'near', laid: ['spindle cw'] } });
    const { gap, change } = twistOf(db, yarnId, cakesOf(db, yarnId)[0]!.id);
    expect(gap).toBeNull();
    expect(changeAt(change, 0)).toBeCloseTo(-Math.cos((20 * Math.PI) / 180) / (2 * Math.PI * 0.012), 9);
    expect(Math.abs(changeAt(change, change.lengthM))).toBeLessThan(5);
  });

  test('two cakes of one hank each have their own stretch', () => {
    const db = emptyDatabase();
    turningOf(db, 'clockwise');
    const { yarnId, pieceIds } = shelved(db);
    wound(db, pieceIds[0]!, ['55', '56'], { log: { left: 'cw' } });
    const [first, second] = cakesOf(db, yarnId).map(({ id }) => twistOf(db, yarnId, id));
    const turns = (twist: typeof first) => turnsWithin(twist!.change, 0, twist!.change.lengthM);
    const grist = yarnView(db, yarnId)!.grist!.mean;
    expect(turns(first)).toBeCloseTo((55 * grist) / 1.62, 4);
    expect(turns(second)).toBeCloseTo((56 * grist) / 1.62, 4);
  });

  test('an undone winding leaves the hank as it was', () => {
    const { db, yarnId, hankId, operationId } = withCake({ log: { left: 'cw' } });
    idOf(undoOperation(db, operationId, NOW));
    expect(twistOf(db, yarnId, hankId)).toMatchObject({ gap: null, change: { wraps: [] } });
  });
});

describe('a cake that came wound', () => {
  const bought = () => {
    const db = emptyDatabase();
    turningOf(db, 'clockwise');
    const { yarnId, pieceIds } = shelved(db, { form: 'cake', loop: '' });
    return { db, yarnId, cakeId: pieceIds[0]! };
  };

  test('is not known, and is told so wherever it is shown', () => {
    const { db, yarnId, cakeId } = bought();
    expect(twistOf(db, yarnId, cakeId).gap).toBe('came wound');
    expect(lyingTwists(db, yarnView(db, yarnId)!)[cakeId]).toMatchObject({ gap: true });
    expect(twistHome(db).lines).toMatchObject([{ id: cakeId, gap: 'came wound', worked: null }]);
  });

  test('once somebody has looked how it lies, what is pulled off it is known, and what was before still not', () => {
    const { db, yarnId, cakeId } = bought();
    const { operationId } = twistPage(db, cakeId)!.story[0]!;
    const step = {
      operationId,
      left: '' as const,
      laid: 'spindle ccw' as const,
      coreDiameterMm: 26,
      outerDiameterMm: 90,
      innerEnd: null,
      farSide: null,
    };
    idOf(noteTwist(db, cakeId, { steps: [step] }));
    const { gap, laid } = twistOf(db, yarnId, cakeId);
    expect(gap).toBe('came wound');
    expect(laid!.sense).toBe(1);
    expect(laid!.start).toBeCloseTo(0.013 ** 2, 12);
    expect(errorsOf(noteTwist(db, cakeId, { steps: [{ ...step, operationId: 999 }] }))).toHaveProperty(['']);
    // Measured once more, that is how large it is.
    idOf(noteTwist(db, cakeId, { steps: [{ ...step, coreDiameterMm: 30 }] }));
    expect(twistOf(db, yarnId, cakeId).laid!.start).toBeCloseTo(0.015 ** 2, 12);
    expect(twistOf(db, yarnId, cakeId).access).toEqual({});
    idOf(noteTwist(db, cakeId, { steps: [{ ...step, innerEnd: 'buried', farSide: 'closed' }] }));
    expect(twistOf(db, yarnId, cakeId).access).toEqual({ innerEnd: 'buried', farSide: 'closed' });
  });
});

test('a cake may be wound anew on each winder of the bench, and on each form by hand', () => {
  const { db, cakeId } = withCake();
  expect(twistPage(db, cakeId)!.tools.map(({ key, onto }) => `${onto}: ${key.split(' ')[0]}`)).toEqual([
    ...bench(db).winders.map(() => 'winder: winder'),
    ...bench(db).handForms.map(() => 'hand: form'),
  ]);
  // As its own spindle turns: nobody has looked which way the other one does.
  expect(twistPage(db, cakeId)!.tools.map(({ turns }) => turns)).toEqual(
    bench(db)
      .winders.map(({ id }) => (id === 1 ? 'cw' : null))
      .concat(bench(db).handForms.map(() => null)),
  );
});

describe('what was noted can be put right', () => {
  test('the same steps, otherwise', () => {
    const { db, yarnId, cakeId, operationId } = withCake();
    const story = twistPage(db, cakeId)!.story;
    expect(story.map(({ event }) => event.kind)).toEqual(['came', 'taken']);
    const steps = [
      {
        operationId,
        left: 'cw' as const,
        laid: 'spindle ccw' as const,
        coreDiameterMm: null,
        outerDiameterMm: null,
        innerEnd: null,
        farSide: null,
      },
    ];
    idOf(noteTwist(db, cakeId, { steps }));
    const { change, laid, gap } = twistOf(db, yarnId, cakeId);
    expect(gap).toBeNull();
    expect(turnsWithin(change, 0, change.lengthM)).toBeCloseTo(change.lengthM / 1.62, 6);
    expect(laid!.sense).toBeGreaterThan(0);
  });

  test('not as it cannot be', () => {
    const { db, cakeId, operationId } = withCake();
    const before = everything(db);
    const steps = [
      {
        operationId,
        left: 'near' as const,
        laid: '' as const,
        coreDiameterMm: null,
        outerDiameterMm: null,
        innerEnd: null,
        farSide: null,
      },
    ];
    expect(errorsOf(noteTwist(db, cakeId, { steps }))).toHaveProperty(['steps.0.left']);
    expect(everything(db)).toBe(before);
  });
});

describe('the way next', () => {
  const way: PlannedUse = {
    rewind: { end: 'inner', left: 'far', laid: 'spindle cw', toolKey: 'winder 1', toolName: 'Small winder' },
    use: { end: 'outer', left: 'near' },
  };

  test('goes into the plan: from where it is wound and worked, and how its log is filled in', () => {
    const { db, cakeId } = withCake();
    idOf(choosePlannedUse(db, cakeId, way, NOW));
    expect(plannedUse(db, cakeId)).toEqual(way);
    expect(planPage(db, cakeId)!.next).toEqual(way);
    const runId = idOf(startRun(db, cakeId, startValues({ swiftId: null }), 'metric', NOW));
    expect(runPage(db, runId)!.ways).toEqual({ left: 'far', laid: ['spindle cw'] });
  });

  test('not into a plan from the other end, where it cannot be', () => {
    const { db, cakeId } = withCake();
    idOf(choosePlannedUse(db, cakeId, { ...way, rewind: { ...way.rewind!, end: 'outer', left: 'turning' } }, NOW));
    const runId = idOf(startRun(db, cakeId, startValues({ swiftId: null }), 'metric', NOW));
    expect(runPage(db, runId)!.ways).toEqual({ left: 'near', laid: ['spindle cw'] });
  });

  test('and out of it again', () => {
    const { db, cakeId } = withCake();
    idOf(choosePlannedUse(db, cakeId, way, NOW));
    idOf(forgetPlannedUse(db, cakeId));
    expect(plannedUse(db, cakeId)).toBeUndefined();
    expect(errorsOf(choosePlannedUse(db, 999, way, NOW))).toHaveProperty(['']);
    expect(
      errorsOf(choosePlannedUse(db, cakeId, { ...way, use: { end: 'inner', left: 'sideways' } }, NOW)),
    ).toHaveProperty(['use.left']);
  });
});

describe('a yarn’s own twist', () => {
  const count = (db: Db, pieceId: number, turns: string, washed = false) =>
    addSample(
      db,
      pieceId,
      { how: 'twist', requestKey: aKey(), turns, over: '25 cm', leans: 'S', note: '', washed },
      'metric',
      NOW,
    );

  test('is the band’s until it is counted, then the mean of what was counted, and after washing what was counted then', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db);
    expect(yarnView(db, yarnId)!.ownTwist).toMatchObject({ turnsPerM: 260, from: 'band' });
    idOf(count(db, pieceIds[0]!, '60'));
    idOf(count(db, pieceIds[0]!, '62'));
    expect(yarnView(db, yarnId)!.ownTwist).toMatchObject({
      direction: 'S',
      turnsPerM: 244,
      from: 'counted',
      counts: 2,
    });
    expect(yarnView(db, yarnId)!.ownTwist!.sdTurnsPerM).toBeCloseTo(4 * Math.SQRT2, 9);
    idOf(count(db, pieceIds[0]!, '55', true));
    expect(yarnView(db, yarnId)!.ownTwist).toMatchObject({ turnsPerM: 220, counts: 1, sdTurnsPerM: null });
    // It says nothing of how long a gram is.
    expect(yarnView(db, yarnId)!.grist!.parts.map(({ from }) => from)).toEqual(['band']);
  });

  test('is not known where neither tells', () => {
    const db = emptyDatabase();
    expect(yarnView(db, shelved(db, { twist: '' }).yarnId)!.ownTwist).toBeNull();
  });

  test.each([
    ['many more turns than a yarn has', { turns: '2900', over: '2 cm' }, 'turns'],
    ['no turns', { turns: '', over: '25 cm' }, 'turns'],
    ['no length', { turns: '40', over: 'far' }, 'over'],
  ])('%s is refused beside its field', (_, typed, path) => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db);
    const form = { how: 'twist', requestKey: aKey(), leans: 'S', note: '', washed: false, ...typed };
    expect(errorsOf(addSample(db, pieceIds[0]!, form, 'metric', NOW))).toHaveProperty([path]);
  });
});

describe('from what change on it matters', () => {
  const typed = (seenPercent: string, troublePercent: string) => ({
    single: { seenPercent, troublePercent },
    'two-ply': { seenPercent: '6', troublePercent: '15' },
    'more plies': { seenPercent: '10', troublePercent: '25' },
  });

  test('is a rule of thumb until the user has their own', () => {
    const db = emptyDatabase();
    expect(twistLimits(db)).toEqual(STARTING_LIMITS);
    idOf(saveTwistLimits(db, typed('2', '5.5')));
    expect(twistLimits(db).single).toEqual({ seenPercent: 2, troublePercent: 5.5 });
  });

  test('trouble comes after being seen', () => {
    const db = emptyDatabase();
    expect(errorsOf(saveTwistLimits(db, typed('8', '3')))).toHaveProperty(['single.troublePercent']);
    expect(errorsOf(saveTwistLimits(db, typed('', '3')))).toHaveProperty(['single.seenPercent']);
    expect(twistLimits(db)).toEqual(STARTING_LIMITS);
  });
});

test('the list tells of each cake what working it does', () => {
  const { db, cakeId, yarnId } = withCake();
  const [line] = twistHome(db).lines;
  expect(line).toMatchObject({ id: cakeId, yarnId, gap: null, worked: { end: 'inner', grade: 'hardly' } });
  expect(line!.worked!.mostPerM).toBeCloseTo(-Math.cos((20 * Math.PI) / 180) / (2 * Math.PI * 0.012), 9);
  expect(line!.worked!.percent).toBeCloseTo((100 * -line!.worked!.mostPerM) / 260, 9);
  expect(rangeOf(twistOf(db, yarnId, cakeId).change)).toEqual({ lowest: 0, highest: 0 });
});

test('first on the list is what matters most, last what nobody can tell', () => {
  const { db, cakeId } = withCake();
  const { pieceIds: soft, yarnId } = shelved(db, { twist: '30 t/m' });
  wound(db, soft[0]!, ['111']);
  const { pieceIds: bought } = shelved(db, { form: 'cake', loop: '' });
  expect(twistHome(db).lines.map(({ id, worked }) => [id, worked?.grade])).toEqual([
    [cakesOf(db, yarnId)[0]!.id, 'trouble'],
    [cakeId, 'hardly'],
    [bought[0], undefined],
  ]);
});

test('answers are kept in order, and only such as there are', () => {
  const db = emptyDatabase();
  expect(practicePage(db)).toEqual({ answers: [], total: 0 });
  idOf(keepAnswer(db, { kind: 'letter', right: true }, NOW));
  idOf(keepAnswer(db, { kind: 'ply', right: false }, NOW));
  expect(practicePage(db)).toEqual({
    answers: [
      { kind: 'letter', right: true },
      { kind: 'ply', right: false },
    ],
    total: 2,
  });
  expect(errorsOf(keepAnswer(db, { kind: 'guess', right: true }, NOW))).toHaveProperty(['kind']);
});
