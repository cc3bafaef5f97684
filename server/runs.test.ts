import fc from 'fast-check';
import { runState } from '../core/winding/run';
import type { RunEvent } from '../core/winding/run';
import { eventsAfter } from '../db/winding/runs';
import { bench } from './bench/bench';
import { operationPage } from './logbook/operationPage';
import { latestOperations } from './logbook/logbook';
import { redoOperation, undoOperation, whyNotUndo } from './yarn/pieces';
import { jsonResponse } from './common/jsonResponse';
import { answerRun } from './logbook/runKinds';
import { correctedCakes } from '../core/winding/nextCake';
import {
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../tests/support/serverTesting';
import { runsUnderWay, today } from './days/today';
import { runById } from '../db/winding/runs';
import { runPage, WINDING } from './winding/runEvents';
import { runFrame, syncRun } from './winding/runSync';
import { giveUpRun, logRun, takeUpRun } from './winding/runLog';
import { startNext, type StartForm, startRun, stillToWind } from './winding/runStart';
import type { YarnForm } from './yarn/yarns';
import { yarnPage } from './yarn/yarnViews';
import { planPage } from './winding/planPages';

const start = startValues();
const equal = (cakes: number) => ({ split: { by: 'equal' as const, cakes } });

function running(values = {}, form: Partial<StartForm> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, values);
  const runId = idOf(startRun(db, pieceIds[0]!, { ...start, ...form }, 'metric', NOW));
  return { db, yarnId, pieceId: pieceIds[0]!, runId, ...screenOf(db, runId, 'screen-one') };
}

describe('starting', () => {
  test('a run is served as what it is, and as nothing else', () => {
    const { db, runId } = running();
    expect(runFrame(db, runId, 'wind')!.frame.id).toBe(runId);
    expect(runFrame(db, runId, 'minis')).toBeUndefined();
    expect(runFrame(db, 999, 'wind')).toBeUndefined();
  });

  test('a run keeps the figures that it was begun with', () => {
    const { db, runId } = running();
    db.prepare('UPDATE winder SET core_um = 99000, max_diameter_um = 200000').run();
    const { plan } = runPage(db, runId)!;
    expect(plan.cakes[0]!.tool.coreDiameterMm).toBe(24);
    expect(plan.cakes).toHaveLength(1);
    expect(plan.gristMPerG).toBeCloseTo(412 / 115, 9);
  });

  test('asked again, the run that is open goes on', () => {
    const { db, runId, pieceId } = running();
    expect(idOf(startRun(db, pieceId, start, 'metric', NOW))).toBe(runId);
    expect(planPage(db, pieceId)!.piece.openRunId).toBe(runId);
  });

  test('a loop that was measured on the way stays with the hank', () => {
    const { db, pieceId } = running({ loop: '' }, { loop: '64 in' });
    expect(planPage(db, pieceId)!.piece.loopM).toBe(1.626);
  });

  test.each<[string, Partial<YarnForm>, Partial<StartForm>, string, RegExp]>([
    ['fewer cakes than fit', { masses: ['236'] }, equal(2), 'split.cakes', /at least 3/],
    ['a winder that is not on the bench', {}, { toolKey: 'winder 9' }, 'toolKey', /not on the bench/],
    ['the inner end of a cone', { form: 'cone', loop: '' }, {}, 'fromEnd', /does not give its yarn from the inner end/],
    ['a loop of nonsense', {}, { loop: 'wide' }, 'loop', /cannot read/],
    ['a loop in the wrong unit', {}, { loop: '162 m' }, 'loop', /which unit/],
    ['a yarn whose grist nothing tells', { putUpLength: '', weightClass: '', needle: '' }, {}, '', /must be known/],
    ['a piece whose mass nothing tells', { putUpMass: '', putUpLength: '', masses: [] }, {}, '', /must be known/],
  ])('%s is refused', (_, values, form, field, message) => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, values);
    const before = everything(db);
    expect(errorsOf(startRun(db, pieceIds[0]!, { ...start, ...form }, 'metric', NOW))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });
});

describe('plans of several cakes', () => {
  test('pieces of a project go over two winders, each with its own turns', () => {
    const { db, runId } = running(
      { masses: ['236'] },
      {
        toolKey: 'winder 2',
        toolOfPart: { 0: 'winder 1' },
        split: {
          by: 'pieces',
          over: 'own cake',
          pieces: [
            { name: 'Sleeve', count: '2', amount: '40 g' },
            { name: 'Body', count: '1', amount: '120 g' },
          ],
        },
      },
    );
    const { cakes } = runPage(db, runId)!.plan;
    expect(cakes.map(({ name, massG, tool }) => [name, Math.round(massG), tool.id])).toEqual([
      ['Sleeve 1', 40, 1],
      ['Sleeve 2', 40, 2],
      ['Body', 120, 2],
      [expect.any(String), 36, 2],
    ]);
    // The same mass on another core and ratio is another count.
    expect(cakes[0]!.crankTurns.mean).not.toBeCloseTo(cakes[1]!.crankTurns.mean, 0);
  });

  test('a tool is chosen for one of many parts by its number, and by nothing else', () => {
    const { db, runId, pieceId } = running({}, { ...equal(12), toolOfPart: { 11: 'winder 2' } });
    expect(runPage(db, runId)!.plan.cakes.map(({ tool }) => tool.id)).toEqual([...Array<number>(11).fill(1), 2]);
    for (const part of ['x1', '1st'])
      expect(startRun(db, pieceId, { ...start, toolOfPart: { [part]: 'winder 2' } }, 'metric', NOW).ok).toBe(false);
  });

  test('more than there is, is told at its field and nothing begins', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db);
    const before = everything(db);
    const split = {
      by: 'pieces' as const,
      over: 'own cake' as const,
      pieces: [{ name: 'Body', count: '3', amount: '60 g' }],
    };
    const errors = errorsOf(startRun(db, pieceIds[0]!, startValues({ split }), 'metric', NOW));
    expect(Object.entries(errors)[0]).toEqual([
      expect.stringMatching(/^split/),
      'these take 180 g and there are 112 g: 68 g are missing',
    ]);
    expect(everything(db)).toBe(before);
  });

  test('a part that is more than its tool holds does not begin', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { masses: ['236'] });
    const split = {
      by: 'pieces' as const,
      over: 'own cake' as const,
      pieces: [{ name: 'Body', count: '1', amount: '200 g' }],
    };
    expect(errorsOf(startRun(db, pieceIds[0]!, startValues({ split }), 'metric', NOW)).split).toMatch(
      /more than their tool holds/,
    );
  });

  test('a hank is wound on the thumb too, and comes off as a ball', () => {
    const { db, runId, yarnId, send, event } = running({ masses: ['40'] }, { toolKey: 'form 3', swiftId: null });
    const { plan } = runPage(db, runId)!;
    expect(plan.cakes[0]!.tool.onto).toBe('thumb');
    expect(plan.swift).toBeNull();
    send([event({ kind: 'turns', part: 0, amount: 900 })]);
    idOf(logRun(db, runId, logValues(['40'], { diameters: ['8 cm'], heights: ['7 cm'] }), 'metric', NOW));
    expect(yarnPage(db, yarnId)!.pieces.map(({ label, form }) => [label, form])).toEqual([
      ['Hank 1', 'hank'],
      ['Ball 1', 'ball'],
    ]);
  });

  test('the cake is planned to be wound again, and what it was wound from first is kept', () => {
    const { db, runId, yarnId, send, event } = running({}, { twice: true });
    const { plan } = runPage(db, runId)!;
    expect(plan).toMatchObject({ twice: true, again: false, fromEnd: 'inner' });
    send([event({ kind: 'turns', part: 0, amount: 10 })]);
    idOf(logRun(db, runId, logValues(['112']), 'metric', NOW));
    const cake = yarnPage(db, yarnId)!.pieces.at(-1)!;
    const second = idOf(startRun(db, cake.id, startValues({ fromEnd: 'outer' }), 'metric', NOW));
    expect(runPage(db, second)!.plan).toMatchObject({ again: true, fromEnd: 'outer' });
    // Wound again it lies softer, so the same yarn is a larger cake.
    expect(runPage(db, second)!.plan.cakes[0]!.outerDiameterMm).toBeGreaterThan(plan.cakes[0]!.outerDiameterMm);
  });
});

describe('several hanks, one after another', () => {
  test('each begins as the first did, until none is left', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { count: '3', masses: ['110', '112', '108'] });
    const [one, two, three] = pieceIds as [number, number, number];
    const first = idOf(startRun(db, one, startValues({ queue: [two, three], firmness: 'loose' }), 'metric', NOW));
    expect(stillToWind(db, runPage(db, first)!.plan)).toEqual([two, three]);
    const second = idOf(startNext(db, first, 'metric', NOW));
    expect(runPage(db, second)).toMatchObject({ pieceId: two, plan: { queue: [three], asked: { firmness: 'loose' } } });
    expect(runPage(db, second)!.plan.cakes[0]!.massG).toBeCloseTo(112, 6);
    const last = idOf(startNext(db, second, 'metric', NOW));
    expect(runPage(db, last)).toMatchObject({ pieceId: three, plan: { queue: [] } });
    expect(errorsOf(startNext(db, last, 'metric', NOW))['']).toMatch('no other piece');
  });

  test('whoever begins the next one in other units winds the same amount', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { count: '2', masses: ['110', '110'] });
    const [one, two] = pieceIds as [number, number];
    const asked = startValues({ queue: [two], split: { by: 'size', size: '60' } });
    const first = idOf(startRun(db, one, asked, 'metric', NOW));
    const second = idOf(startNext(db, first, 'imperial', NOW));
    const massesOf = (run: number) => runPage(db, run)!.plan.cakes.map(({ massG }) => massG);
    expect(massesOf(second)).toEqual(massesOf(first));
    expect(massesOf(first).length).toBeGreaterThan(2);
  });

  test('a heavier one is wound in as many cakes as it needs', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { count: '2', masses: ['90', '170'] });
    const first = idOf(startRun(db, pieceIds[0]!, startValues({ queue: [pieceIds[1]!] }), 'metric', NOW));
    const { plan } = runPage(db, idOf(startNext(db, first, 'metric', NOW)))!;
    expect(plan.cakes.map(({ massG }) => massG)).toEqual([85, 85]);
  });

  test('one that has gone meanwhile is passed over', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { count: '3', masses: ['110', '112', '108'] });
    const [one, two, three] = pieceIds as [number, number, number];
    const first = idOf(startRun(db, one, startValues({ queue: [two, three] }), 'metric', NOW));
    const other = idOf(startRun(db, two, startValues(), 'metric', NOW));
    idOf(logRun(db, other, logValues(['112']), 'metric', NOW));
    expect(runPage(db, idOf(startNext(db, first, 'metric', NOW)))!.pieceId).toBe(three);
  });

  test('a piece of another yarn cannot wait in the same queue', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db);
    const other = shelved(db, { colourName: 'High tide' }).pieceIds[0]!;
    expect(errorsOf(startRun(db, pieceIds[0]!, startValues({ queue: [other] }), 'metric', NOW)).queue).toMatch(
      'another yarn',
    );
  });
});

describe('what can go wrong in the middle', () => {
  test('a state that was set down on the way is the one that all events tell', () => {
    const newEvent = fc.oneof(
      {
        weight: 6,
        arbitrary: fc.record({ kind: fc.constant('turns' as const), amount: fc.integer({ min: -3, max: 9 }) }),
      },
      fc.record({ kind: fc.constant('mark' as const), mark: fc.constant('knot' as const), atTurn: fc.nat(900) }),
      fc.record({ kind: fc.constant('unmark' as const) }),
      fc.record({ kind: fc.constant('stop' as const), reason: fc.constant('snag' as const), atTurn: fc.nat(900) }),
      fc.record({ kind: fc.constant('resume' as const) }),
      fc.record({
        kind: fc.constant('trouble' as const),
        trouble: fc.constant('lump'),
        attempt: fc.constant('outer end'),
        minutes: fc.nat(40),
        lostM: fc.nat(3),
        then: fc.constantFrom('go on' as const, 'join' as const),
        atTurn: fc.nat(900),
      }),
      fc.record({
        kind: fc.constant('reading' as const),
        device: fc.constantFrom('motor' as const, 'counter' as const),
        session: fc.constantFrom('one', 'two'),
        total: fc.nat(2000),
        drives: fc.boolean(),
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(newEvent, fc.nat(1)), { minLength: 350, maxLength: 700 }), (happened) => {
        const { db, runId, send, event } = running({ masses: ['180'] }, equal(2));
        let clockMs = NOW.getTime();
        const events = happened.map(([what, part]) => event({ ...what, part }, (clockMs += 700)));
        for (let i = 0; i < events.length; i += 40) send(events.slice(i, i + 40));
        expect(db.prepare('SELECT state_upto FROM run').pluck().get()).toBeGreaterThan(0);
        const all = eventsAfter<RunEvent>(db, runId, 0).map(({ event }) => event);
        expect(runPage(db, runId)!.state).toEqual(runState(all, 2));
        db.close();
      }),
      { numRuns: 10 },
    );
  });

  test('with the disk full, nothing is half kept, the answer says so, and sent again it is all there once', async () => {
    const { db, runId, event } = running();
    const pages = db.pragma('page_count', { simple: true }) as number;
    db.pragma(`max_page_count = ${pages}`);
    const post = async (events: unknown[]) => {
      const message = JSON.stringify({ writer: 'screen-one', events, wantState: true });
      const reported = await jsonResponse(() => {
        const { status, body } = answerRun(db, String(runId), message, NOW);
        return Response.json(body, { status });
      });
      return { status: reported.status, body: (await reported.json()) as object };
    };
    const kept: unknown[] = [];
    let refused: unknown[] | undefined;
    for (let i = 0; i < 500 && !refused; i++) {
      const events = Array.from({ length: 40 }, () => event({ kind: 'turns', part: 0, amount: 1 }));
      const reported = await post(events);
      if (reported.status === 200) kept.push(...events);
      else {
        expect(reported).toMatchObject({
          status: 507,
          body: { error: { message: expect.stringMatching('disk is full') } },
        });
        refused = events;
      }
    }
    expect(refused).toBeDefined();
    expect(runPage(db, runId)!.state.turns[0]).toBe(kept.length);
    db.pragma(`max_page_count = ${pages + 1000}`);
    expect((await post(refused!)).status).toBe(200);
    expect((await post(refused!)).status).toBe(200);
    expect(runPage(db, runId)!.state.turns[0]).toBe(kept.length + refused!.length);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  });

  test('a clock that is set back by a day loses no count and tells no pace', () => {
    const { db, runId, send, event } = running();
    const at = NOW.getTime();
    const count = (atMs: number) => event({ kind: 'turns', part: 0, amount: 1 }, atMs);
    send(Array.from({ length: 30 }, (_, i) => count(at + i * 1000)));
    send(Array.from({ length: 30 }, (_, i) => count(at - 24 * 3600_000 + i * 1000)));
    const { state } = runPage(db, runId)!;
    expect(state.turns).toEqual([60]);
    expect(state.windingMs).toEqual([58_000]);
    const id = idOf(logRun(db, runId, logValues(['111']), 'metric', new Date(at - 24 * 3600_000)));
    expect(operationPage(db, id)!.run!.secondsPerTurn).toBeCloseTo(58 / 60, 9);
  });

  test('a cake that was measured leaves all that it teaches of its tool and its yarn', () => {
    const { db, runId, send, event } = running();
    const at = NOW.getTime();
    send(Array.from({ length: 300 }, (_, i) => event({ kind: 'turns', part: 0, amount: 1 }, at + i * 800)));
    const form = logValues(['111'], { diameters: ['92'], heights: ['7 cm'] });
    const operationId = idOf(logRun(db, runId, form, 'metric', new Date(at + 300_000)));
    expect(db.prepare('SELECT * FROM wound_cake').get()).toEqual({
      operation_id: operationId,
      piece_id: 2,
      winder_id: 1,
      hand_form_id: null,
      yarn_kind: 'wool and hair',
      again: 0,
      core_um: 24_000,
      crossing_millideg: 20_000,
      turns: 300,
      planned_turns: 565,
      winding_ms: 299 * 800,
      // 111 g of 412 m to 115 g.
      length_mm: 397_670,
      counter_mm: null,
      diameter_um: 92_000,
      height_um: 70_000,
    });
  });

  test.each([
    [['2 cm'], ['7 cm'], 'diameters.0', /wider than/],
    [['8 cm'], [''], 'heights.0', /both, or neither/],
    [[''], ['7 cm'], 'diameters.0', /both, or neither/],
  ])('a cake of %j across and %j high is asked about at its field, and nothing is logged', (across, high, at, why) => {
    const { db, runId, send, event } = running();
    send([event({ part: 0, kind: 'turns', amount: 100 })]);
    const before = everything(db);
    const form = logValues(['40'], { diameters: across, heights: high });
    expect(errorsOf(logRun(db, runId, form, 'metric', NOW))[at]).toMatch(why);
    expect(everything(db)).toBe(before);
  });

  test.each([
    { shown: [0, 200, 398.4], counterMm: 398_400, witnesses: 3 },
    { shown: [5, 5], counterMm: null, witnesses: 2 },
  ])('a length counter that showed $shown m leaves $counterMm mm with the cake', ({ shown, counterMm, witnesses }) => {
    const { db, runId, send, event } = running();
    for (const total of shown)
      send([event({ kind: 'reading', part: 0, device: 'counter', session: 'c1', total, drives: true })]);
    send([event({ kind: 'turns', part: 0, amount: 569 })]);
    const id = idOf(logRun(db, runId, logValues(['111']), 'metric', NOW));
    expect(db.prepare('SELECT counter_mm FROM wound_cake').pluck().all()).toEqual([counterMm]);
    expect(operationPage(db, id)!.run!.cakes[0]!.lengthCheck).toEqual({ verdict: 'agree', witnesses });
  });

  test('told by two screens, a motor’s readings are no more than the motor turned', () => {
    const { db, runId, send, event } = running();
    const two = screenOf(db, runId, 'screen-two');
    const reading = (total: number) =>
      ({ kind: 'reading', part: 0, device: 'motor', session: 'm1', total, drives: true }) as const;
    for (let total = 0; total <= 100; total += 5) {
      send([event(reading(total))]);
      two.send([two.event(reading(total))]);
    }
    expect(runPage(db, runId)!.state).toMatchObject({ turns: [100], deviceGaps: 0 });
  });
});

describe('counting', () => {
  test('every event counts once, however often it is sent', () => {
    const sent = fc.array(fc.integer({ min: 1, max: 10 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(sent, fc.array(fc.tuple(fc.nat(30), fc.nat(30)), { maxLength: 8 }), (amounts, resends) => {
        const { send, event } = running();
        const events = amounts.map((amount) => event({ kind: 'turns', part: 0, amount }));
        // A line that breaks: any stretch from the beginning on may come again, in any order of stretches.
        for (const [, end] of resends) send(events.slice(0, (end % events.length) + 1));
        const news = send(events);
        expect(news.state!.turns[0]).toBe(amounts.reduce((sum, n) => sum + n, 0));
        expect(news.arrived['screen-one']).toBe(events.length);
      }),
      { numRuns: 30 },
    );
  });

  test('what was counted is there after the database is opened anew', () => {
    const { db, runId, send, event } = running();
    send([event({ kind: 'stage', part: 0, stage: 'wind' }), event({ kind: 'turns', part: 0, amount: 7 })]);
    expect(runPage(db, runId)!.state).toMatchObject({ stage: 'wind', turns: [7] });
    expect(today(db, NOW).runs).toMatchObject([{ counted: 7, stage: 'wind' }]);
  });

  test('the second screen is told, and the counts of both add up', () => {
    const { db, runId, send, event } = running();
    const two = screenOf(db, runId, 'screen-two');
    expect(send([], { claim: 'ask' }).leaseOwner).toBe('you');
    expect(two.send([], { claim: 'ask' }).leaseOwner).toBe('another');
    send([event({ kind: 'turns', part: 0, amount: 5 })], { claim: 'ask' });
    expect(two.send([two.event({ kind: 'turns', part: 0, amount: 3 })], { claim: 'force' }).leaseOwner).toBe('you');
    const late = send([event({ kind: 'turns', part: 0, amount: 1 })], { claim: 'ask' });
    expect(late.leaseOwner).toBe('another');
    expect(late.state!.turns[0]).toBe(9);
  });

  test('whoever counts is heard each time that it asks, and keeps the count', () => {
    const { db, runId, send } = running();
    const two = screenOf(db, runId, 'screen-two');
    const later = (ms: number) => new Date(NOW.getTime() + ms);
    for (const ms of [0, 8_000, 16_000]) expect(send([], { claim: 'ask' }, later(ms)).leaseOwner).toBe('you');
    expect(two.send([], { claim: 'ask' }, later(24_000)).leaseOwner).toBe('another');
  });

  test('a screen that has gone quiet gives the run free, and so does a clock that was set back', () => {
    const { db, runId, send } = running();
    const two = screenOf(db, runId, 'screen-two');
    const later = (ms: number) => new Date(NOW.getTime() + ms);
    send([], { claim: 'ask' });
    expect(two.send([], { claim: 'ask' }, later(11_000)).leaseOwner).toBe('another');
    expect(two.send([], { claim: 'ask' }, later(13_000)).leaseOwner).toBe('you');
    expect(send([], { claim: 'ask' }, later(-3_600_000)).leaseOwner).toBe('you');
  });

  test('a screen that is closed lets go at once; one that is reloaded is the same one', () => {
    const { db, runId, send } = running();
    const two = screenOf(db, runId, 'screen-two');
    send([], { claim: 'ask' });
    expect(two.send([], { claim: 'ask', formerly: 'screen-one' }).leaseOwner).toBe('you');
    two.send([], { claim: 'release' });
    expect(send([], { claim: 'ask' }).leaseOwner).toBe('you');
  });

  test('the state is sent only to whom it is news', () => {
    const { db, runId } = running();
    expect(syncRun(db, runById(db, runId)!, { writer: 'quiet', events: [] }, NOW, WINDING)).not.toHaveProperty('state');
  });

  test.each([
    ['no JSON', '{', 400, ''],
    ['a writer with no name', { writer: '', events: [] }, 400, 'writer'],
    [
      'an event of an unknown kind',
      { writer: 'abcd', events: [{ writer: 'abcd', seq: 1, atMs: 1, part: 0, kind: 'dance' }] },
      400,
      'events.0.kind',
    ],
    [
      'half a turn',
      { writer: 'abcd', events: [{ writer: 'abcd', seq: 1, atMs: 1, part: 0, kind: 'turns', amount: 0.5 }] },
      400,
      'events.0.amount',
    ],
    [
      'a cake that the plan does not have',
      { writer: 'abcd', events: [{ writer: 'abcd', seq: 1, atMs: 1, part: 3, kind: 'turns', amount: 1 }] },
      400,
      'events.0.part',
    ],
    [
      'an event without a number',
      { writer: 'abcd', events: [{ writer: 'abcd', atMs: 1, part: 0, kind: 'resume' }] },
      400,
      'events.0.seq',
    ],
  ])('%s gets an answer with the place, and is not written', (_, message, status, path) => {
    const { db, runId } = running();
    const before = everything(db);
    const text = typeof message === 'string' ? message : JSON.stringify(message);
    expect(answerRun(db, String(runId), text, NOW)).toMatchObject({ status, body: { error: { path } } });
    expect(everything(db)).toBe(before);
  });

  test('a run that is not there is not found', () => {
    const { db } = running();
    for (const id of ['99', 'abc', '-1'])
      expect(answerRun(db, id, '{"writer":"abcd","events":[]}', NOW).status).toBe(404);
  });
});

describe('logging', () => {
  test('the hank becomes a cake, weighed, with its knots in place', () => {
    const { db, yarnId, pieceId, runId, send, event } = running();
    send([
      event({ kind: 'turns', part: 0, amount: 300 }),
      event({ kind: 'mark', mark: 'knot', part: 0, atTurn: 300 }),
      event({ kind: 'turns', part: 0, amount: 300 }),
      event({ kind: 'stop', part: 0, reason: 'over the base', atTurn: 600 }),
    ]);
    expect(runsUnderWay(db)).toMatchObject([{ counted: 600, stopped: 'over the base' }]);
    const id = idOf(logRun(db, runId, logValues(['111'], { note: 'ran well' }), 'metric', NOW));
    const { pieces, remaining } = yarnPage(db, yarnId)!;
    expect(pieces.map(({ label, consumedBy }) => [label, consumedBy])).toEqual([
      ['Hank 1', id],
      ['Cake 1', null],
    ]);
    const gristMPerG = 412 / 115;
    expect(remaining!.lengthM.mean).toBeCloseTo(111 * gristMPerG, 6);
    const knotM = pieces[1]!.faults[0]!.atM;
    // Half the turns, on the thin inside: less than half of the length.
    expect(knotM).toBeGreaterThan(60);
    expect(knotM).toBeLessThan((111 * gristMPerG) / 2);
    const operation = operationPage(db, id)!;
    expect(operation.balance).toMatchObject({ inG: 112, outG: 111, differenceG: -1, verdict: 'balances' });
    expect(operation.run!.cakes.map(({ turns }) => turns)).toEqual([600]);
    expect(operation.note).toBe('ran well');
    expect(runPage(db, runId)!.ended).toEqual({ operationId: id });
    expect(pieceId).toBe(pieces[0]!.id);
    expect(runsUnderWay(db)).toEqual([]);
  });

  test('what is on the bench is told by what it is wound onto, what was weighed, and whether anybody counts', () => {
    const winder = running({ masses: ['100'] }, equal(2));
    const waits = ({ db }: Pick<typeof winder, 'db'>) => runsUnderWay(db)[0]!;
    const planned = waits(winder);
    expect(planned).toMatchObject({ kind: 'wind', tool: { onto: 'winder' }, counted: 0 });
    winder.send([
      winder.event({ kind: 'turns', part: 0, amount: planned.toCount }),
      winder.event({ kind: 'weighed', part: 0, massG: 60 }),
      winder.event({ kind: 'stage', part: 1, stage: 'wind' }),
    ]);
    const second = correctedCakes(runPage(winder.db, winder.runId)!.plan, runPage(winder.db, winder.runId)!.state)[1]!;
    expect(waits(winder)).toMatchObject({ part: 1, toCount: Math.round(second.crankTurns.mean) });
    expect(waits(winder).toCount).toBeLessThan(planned.toCount);
    winder.send([winder.event({ kind: 'uncounted', part: 1, is: true })]);
    expect(waits(winder).counted).toBeNull();
    const byHand = running({ masses: ['40'] }, { toolKey: 'form 1', swiftId: null });
    expect(waits(byHand)).toMatchObject({ tool: { onto: 'nostepinne' } });
  });

  test('which way round it hung and which way the hand went is offered the next time, each by itself', () => {
    const { db, runId, pieceId } = running({ count: '3', masses: ['112', '112', '112'] }, { swiftId: null });
    const logged = (id: number, ways: Parameters<typeof logValues>[1]) =>
      idOf(logRun(db, id, logValues(['111'], ways), 'metric', NOW));
    const nextOf = (at: number, form: Partial<StartForm>) =>
      idOf(startRun(db, pieceId + at, { ...start, swiftId: null, ...form }, 'metric', NOW));
    expect(runPage(db, runId)!.ways).toEqual({ left: '', laid: [''] });
    logged(runId, { left: 'cw', laid: [''] });
    const byHand = nextOf(1, { toolKey: 'form 1' });
    expect(runPage(db, byHand)!.ways).toEqual({ left: 'cw', laid: [''] });
    logged(byHand, { left: '', laid: ['carried ccw'] });
    expect(runPage(db, nextOf(2, { toolKey: 'form 1' }))!.ways).toEqual({ left: 'cw', laid: ['carried ccw'] });
  });

  test('just wound, the cake is what the scale says: it teaches nothing of turns, and time places its knot', () => {
    const { db, yarnId, runId, send, event } = running();
    const { crankTurns, secondsPerTurn } = runPage(db, runId)!.plan.cakes[0]!;
    const at = (seconds: number) => NOW.getTime() + 1000 * seconds;
    const lasts = Math.round(crankTurns.mean * secondsPerTurn);
    send([
      event({ kind: 'stage', part: 0, stage: 'wind' }, at(0)),
      event({ kind: 'uncounted', part: 0, is: true }, at(10)),
      event({ kind: 'mark', mark: 'knot', part: 0, atTurn: Math.round(crankTurns.mean / 2) }, at(10 + lasts / 2)),
      event({ kind: 'stage', part: 0, stage: 'take off' }, at(10 + lasts)),
    ]);
    const id = idOf(logRun(db, runId, logValues(['111']), 'metric', NOW));
    const { pieces, remaining } = yarnPage(db, yarnId)!;
    expect(remaining!.lengthM.mean).toBeCloseTo((111 * 412) / 115, 6);
    const knotM = pieces[1]!.faults[0]!.atM;
    expect(knotM).toBeGreaterThan(60);
    expect(knotM).toBeLessThan((111 * 412) / 115 / 2);
    const { run, balance } = operationPage(db, id)!;
    expect(balance!.verdict).toBe('balances');
    expect(run!.cakes).toMatchObject([{ turns: null, lengthCheck: null }]);
    expect(run!.places).toMatchObject([{ what: 'knot', atTurn: null }]);
    expect(run!.secondsPerTurn).toBeNull();
    const { learned } = bench(db).winders[0]!;
    expect([learned.crankRatio.from, learned.secondsPerTurn.from]).toEqual([0, 0]);
  });

  test('of two cakes one is counted and one just wound: both are weighed, and only the count teaches', () => {
    const { db, runId, send, event } = running({}, equal(2));
    send([
      event({ kind: 'turns', part: 0, amount: 300 }),
      event({ kind: 'stage', part: 1, stage: 'wind' }),
      event({ kind: 'uncounted', part: 1, is: true }),
    ]);
    expect(errorsOf(logRun(db, runId, logValues(['111']), 'metric', NOW))).not.toEqual({});
    const id = idOf(logRun(db, runId, logValues(['56', '55']), 'metric', NOW));
    expect(operationPage(db, id)!.run!.cakes.map(({ turns }) => turns)).toEqual([300, null]);
  });

  test('what is to be wound again, or written off, can be begun from the log until it is done', () => {
    const { db, runId, send, event } = running();
    const report = { trouble: 'too tight', attempt: 'again', minutes: 4, lostM: 0 } as const;
    send([
      event({ kind: 'turns', part: 0, amount: 560 }),
      event({ kind: 'trouble', part: 0, atTurn: 560, ...report, then: 'wind again' }),
    ]);
    const id = idOf(logRun(db, runId, logValues(['112']), 'metric', NOW));
    const cakeId = operationPage(db, id)!.pieces.find(({ side }) => side === 'out')!.id;
    expect(operationPage(db, id)!.troubles).toEqual([
      { ...report, part: 0, at: 560, then: 'wind again', pieceId: cakeId },
    ]);
    const again = idOf(startRun(db, cakeId, startValues({ fromEnd: 'outer' }), 'metric', NOW));
    const more = screenOf(db, again, 'screen-two');
    more.send([more.event({ kind: 'turns', part: 0, amount: 500 })]);
    idOf(logRun(db, again, logValues(['112']), 'metric', NOW));
    expect(operationPage(db, id)!.troubles[0]!.pieceId).toBeNull();
  });

  test('what is missing is said; what was thrown away accounts for it', () => {
    const missing = running();
    const id = idOf(logRun(missing.db, missing.runId, logValues(['100']), 'metric', NOW));
    expect(operationPage(missing.db, id)!.balance).toMatchObject({ differenceG: -12, verdict: 'missing' });
    const reported = running();
    const reportedId = idOf(logRun(reported.db, reported.runId, logValues(['100'], { waste: '12' }), 'metric', NOW));
    expect(operationPage(reported.db, reportedId)!.balance!.verdict).toBe('balances');
  });

  test('a hank that was not weighed balances with nothing', () => {
    const { db, runId } = running({ masses: [] }, { toolKey: 'winder 2' });
    const id = idOf(logRun(db, runId, logValues(['111']), 'metric', NOW));
    expect(operationPage(db, id)!.balance).toBeNull();
  });

  test('several cakes and a rest of the hank', () => {
    const { db, yarnId, runId, send, event } = running({ masses: ['236'] }, equal(3));
    send([0, 1].map((part) => event({ kind: 'turns', part, amount: 200 })));
    expect(errorsOf(logRun(db, runId, logValues(['78']), 'metric', NOW))['']).toMatch('2 cakes were wound');
    idOf(logRun(db, runId, logValues(['78', '79'], { rest: '79' }), 'metric', NOW));
    const present = yarnPage(db, yarnId)!.pieces.filter(({ consumedBy }) => consumedBy === null);
    expect(present.map(({ label, mass }) => [label, mass!.massG])).toEqual([
      ['Cake 1', 78],
      ['Cake 2', 79],
      ['Hank 2', 79],
    ]);
    expect(present[2]!.loopM).toBe(1.62);
  });

  test.each([
    ['a tare above the cake', logValues(['40'], { tare: '50' }), 'masses.0', /tare must be below/],
    ['no mass', logValues(['']), 'masses.0', /write it like/],
    ['a rest lighter than the tare', logValues(['40'], { tare: '5', rest: '4' }), 'rest', /tare must be below/],
    ['a waste of metres', logValues(['40'], { waste: '3 m' }), 'waste', /is a length/],
  ])('%s is refused and not written', (_, form, field, message) => {
    const { db, runId } = running();
    const before = everything(db);
    expect(errorsOf(logRun(db, runId, form, 'metric', NOW))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('logged twice with one key, there is one entry; with another key it is refused', () => {
    const { db, runId } = running();
    const form = logValues(['111']);
    const first = idOf(logRun(db, runId, form, 'metric', NOW));
    expect(idOf(logRun(db, runId, form, 'metric', NOW))).toBe(first);
    expect(errorsOf(logRun(db, runId, logValues(['111']), 'metric', NOW))['']).toMatch('logged already');
  });

  test('undone, the run is open again with all its counts, and can be logged anew', () => {
    const { db, yarnId, runId, send, event } = running();
    send([event({ kind: 'turns', part: 0, amount: 50 }), event({ kind: 'stage', part: 0, stage: 'weigh' })]);
    const wrong = idOf(logRun(db, runId, logValues(['11']), 'metric', NOW));
    idOf(undoOperation(db, wrong, NOW));
    expect(runPage(db, runId)).toMatchObject({ ended: null, state: { stage: 'weigh', turns: [50] } });
    expect(yarnPage(db, yarnId)!.pieces.map(({ label }) => label)).toEqual(['Hank 1']);
    expect(errorsOf(redoOperation(db, wrong, NOW))['']).toMatch('open again');
    const right = idOf(logRun(db, runId, logValues(['111']), 'metric', NOW));
    expect(yarnPage(db, yarnId)!.pieces.map(({ label, mass }) => [label, mass!.massG])).toEqual([
      ['Hank 1', 112],
      ['Cake 1', 111],
    ]);
    expect(errorsOf(redoOperation(db, wrong, NOW))['']).toMatch('become something else');
    expect(latestOperations(db, 200).map(({ id, live }) => [id, live])).toContainEqual([wrong, false]);
    expect(whyNotUndo(db, right)).toBeNull();
  });

  test('while a run is open, what its hank rests on cannot be undone', () => {
    const { db } = running();
    expect(whyNotUndo(db, latestOperations(db, 200)[0]!.id)).toMatch('under way');
  });

  test('given up, the hank stays as it was and a late count is still kept', () => {
    const { db, yarnId, runId, send, event } = running();
    idOf(giveUpRun(db, runId, NOW));
    expect(yarnPage(db, yarnId)!.pieces).toMatchObject([{ label: 'Hank 1', consumedBy: null, openRunId: null }]);
    const news = send([event({ kind: 'turns', part: 0, amount: 4 })]);
    expect(news.ended).toEqual({ operationId: null });
    expect(news.state!.turns).toEqual([4]);
    // Asked again because the answer was lost, it is given up once.
    const once = everything(db);
    idOf(giveUpRun(db, runId, new Date(NOW.getTime() + 1000)));
    expect(everything(db)).toBe(once);
  });

  test('given up by mistake it is taken up again with all its counts, unless the hank has gone another way', () => {
    const { db, pieceId, runId, send, event } = running();
    send([event({ kind: 'turns', part: 0, amount: 60 })]);
    idOf(giveUpRun(db, runId, NOW));
    idOf(takeUpRun(db, runId));
    idOf(takeUpRun(db, runId));
    expect(runPage(db, runId)).toMatchObject({ ended: null, state: { turns: [60] } });
    idOf(giveUpRun(db, runId, NOW));
    const other = idOf(startRun(db, pieceId, start, 'metric', NOW));
    expect(errorsOf(takeUpRun(db, runId))['']).toMatch('another winding of it is under way');
    idOf(logRun(db, other, logValues(['112']), 'metric', NOW));
    expect(errorsOf(takeUpRun(db, runId))['']).toMatch('not there any more');
    expect(errorsOf(takeUpRun(db, other))['']).toMatch('in the log already');
    expect(errorsOf(giveUpRun(db, other, NOW))['']).toMatch('in the log already');
  });

  test('whatever is wound and weighed, nothing of the mass is lost between the pieces', () => {
    const grams = fc.integer({ min: 3, max: 110 });
    fc.assert(
      fc.property(fc.array(grams, { minLength: 1, maxLength: 4 }), fc.option(grams), (cakes, rest) => {
        const total = cakes.reduce((sum, g) => sum + g, rest ?? 0);
        const { db, runId, yarnId, send, event } = running(
          { masses: [String(total)] },
          equal(Math.max(cakes.length, Math.ceil(total / 113))),
        );
        send(cakes.map((_, part) => event({ kind: 'turns', part, amount: 10 })));
        const id = idOf(
          logRun(db, runId, logValues(cakes.map(String), { rest: rest === null ? '' : String(rest) }), 'metric', NOW),
        );
        expect(operationPage(db, id)!.balance).toMatchObject({ differenceG: 0, verdict: 'balances' });
        expect(yarnPage(db, yarnId)!.remaining!.massG.mean).toBeCloseTo(total, 9);
        db.close();
      }),
      { numRuns: 30 },
    );
  });
});
