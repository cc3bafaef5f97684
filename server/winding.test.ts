import fc from 'fast-check';
import type { Happening, RunEvent } from '../core/run';
import type { Db } from '../db/connection';
import { entryPage, logbook } from './logbook';
import { redoOperation, undoOperation, whyNotUndo } from './pieces';
import { answerRun } from './runRequests';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved, startValues } from './testing';
import { today } from './today';
import {
  followRun,
  giveUpRun,
  type LogForm,
  logRun,
  runPage,
  type RunNews,
  startNext,
  type StartForm,
  startRun,
} from './winding';
import type { YarnForm } from './yarns';
import { yarnPage } from './yarnViews';
import { planPage, windingPage } from './planPages';

const start = startValues();
const equal = (cakes: number) => ({ split: { by: 'equal' as const, cakes } });

function screen(db: Db, runId: number, writer: string) {
  let seq = 0;
  return {
    event: (bare: Happening, atMs = NOW.getTime()): RunEvent =>
      ({ ...bare, key: `${writer}:${++seq}`, atMs }) as RunEvent,
    send: (events: RunEvent[], more = {}, now = NOW): RunNews =>
      followRun(db, runId, { writer, events, wantState: true, ...more }, now)!,
  };
}

const log = (masses: string[], more: Partial<LogForm> = {}): LogForm => ({
  requestKey: aKey(),
  masses,
  diameters: [],
  heights: [],
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  rest: '',
  waste: '',
  note: '',
  ...more,
});

function running(values = {}, form: Partial<StartForm> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, values);
  const runId = idOf(startRun(db, pieceIds[0]!, { ...start, ...form }, 'metric', NOW));
  return { db, yarnId, pieceId: pieceIds[0]!, runId, ...screen(db, runId, 'screen-one') };
}

describe('starting', () => {
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
    expect(today(db).runs).toMatchObject([{ turns: 7, stage: 'wind' }]);
  });

  test('the second screen is told, and the counts of both add up', () => {
    const { db, runId, send, event } = running();
    const two = screen(db, runId, 'screen-two');
    expect(send([], { claim: 'ask' }).holder).toBe('you');
    expect(two.send([], { claim: 'ask' }).holder).toBe('another');
    send([event({ kind: 'turns', part: 0, amount: 5 })], { claim: 'ask' });
    expect(two.send([two.event({ kind: 'turns', part: 0, amount: 3 })], { claim: 'force' }).holder).toBe('you');
    const late = send([event({ kind: 'turns', part: 0, amount: 1 })], { claim: 'ask' });
    expect(late.holder).toBe('another');
    expect(late.state!.turns[0]).toBe(9);
  });

  test('a screen that has gone quiet gives the run free, and so does a clock that was set back', () => {
    const { db, runId, send } = running();
    const two = screen(db, runId, 'screen-two');
    const later = (ms: number) => new Date(NOW.getTime() + ms);
    send([], { claim: 'ask' });
    expect(two.send([], { claim: 'ask' }, later(11_000)).holder).toBe('another');
    expect(two.send([], { claim: 'ask' }, later(13_000)).holder).toBe('you');
    expect(send([], { claim: 'ask' }, later(-3_600_000)).holder).toBe('you');
  });

  test('a screen that is closed lets go at once; one that is reloaded is the same one', () => {
    const { db, runId, send } = running();
    const two = screen(db, runId, 'screen-two');
    send([], { claim: 'ask' });
    expect(two.send([], { claim: 'ask', formerly: 'screen-one' }).holder).toBe('you');
    two.send([], { claim: 'release' });
    expect(send([], { claim: 'ask' }).holder).toBe('you');
  });

  test('the state is sent only to whom it is news', () => {
    const { db, runId } = running();
    expect(followRun(db, runId, { writer: 'quiet', events: [] }, NOW)).not.toHaveProperty('state');
  });

  test.each([
    ['no JSON', '{', 400, ''],
    ['a writer with no name', { writer: '', events: [] }, 400, 'writer'],
    [
      'an event of an unknown kind',
      { writer: 'abcd', events: [{ key: 'abcd:1', atMs: 1, part: 0, kind: 'dance' }] },
      400,
      'events.0.kind',
    ],
    [
      'half a turn',
      { writer: 'abcd', events: [{ key: 'abcd:1', atMs: 1, part: 0, kind: 'turns', amount: 0.5 }] },
      400,
      'events.0.amount',
    ],
    [
      'a cake that the plan does not have',
      { writer: 'abcd', events: [{ key: 'abcd:1', atMs: 1, part: 3, kind: 'turns', amount: 1 }] },
      400,
      'events.0.part',
    ],
    [
      'an event without a number',
      { writer: 'abcd', events: [{ key: 'abcd', atMs: 1, part: 0, kind: 'resume' }] },
      400,
      'events.0.key',
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
    ]);
    const id = idOf(logRun(db, runId, log(['111'], { note: 'ran well' }), 'metric', NOW));
    const { pieces, left } = yarnPage(db, yarnId)!;
    expect(pieces.map(({ label, consumedBy }) => [label, consumedBy])).toEqual([
      ['Hank 1', id],
      ['Cake 1', null],
    ]);
    const gristMPerG = 412 / 115;
    expect(left!.lengthM.mean).toBeCloseTo(111 * gristMPerG, 6);
    const knotM = pieces[1]!.faults[0]!.atM;
    // Half the turns, on the thin inside: less than half of the length.
    expect(knotM).toBeGreaterThan(60);
    expect(knotM).toBeLessThan((111 * gristMPerG) / 2);
    const entry = entryPage(db, id)!;
    expect(entry.balance).toMatchObject({ inG: 112, outG: 111, differenceG: -1, verdict: 'balances' });
    expect(entry.run!.cakes.map(({ turns }) => turns)).toEqual([600]);
    expect(entry.note).toBe('ran well');
    expect(runPage(db, runId)!.ended).toEqual({ operationId: id });
    expect(pieceId).toBe(pieces[0]!.id);
    expect(windingPage(db, NOW).runs).toEqual([]);
  });

  test('what is missing is said; what was thrown away accounts for it', () => {
    const missing = running();
    const id = idOf(logRun(missing.db, missing.runId, log(['100']), 'metric', NOW));
    expect(entryPage(missing.db, id)!.balance).toMatchObject({ differenceG: -12, verdict: 'missing' });
    const told = running();
    const toldId = idOf(logRun(told.db, told.runId, log(['100'], { waste: '12' }), 'metric', NOW));
    expect(entryPage(told.db, toldId)!.balance!.verdict).toBe('balances');
  });

  test('a hank that was not weighed balances with nothing', () => {
    const { db, runId } = running({ masses: [] }, { toolKey: 'winder 2' });
    const id = idOf(logRun(db, runId, log(['111']), 'metric', NOW));
    expect(entryPage(db, id)!.balance).toBeNull();
  });

  test('several cakes and a rest of the hank', () => {
    const { db, yarnId, runId, send, event } = running({ masses: ['236'] }, equal(3));
    send([0, 1].map((part) => event({ kind: 'turns', part, amount: 200 })));
    expect(errorsOf(logRun(db, runId, log(['78']), 'metric', NOW))['']).toMatch('2 cakes were wound');
    idOf(logRun(db, runId, log(['78', '79'], { rest: '79' }), 'metric', NOW));
    const present = yarnPage(db, yarnId)!.pieces.filter(({ consumedBy }) => consumedBy === null);
    expect(present.map(({ label, mass }) => [label, mass!.massG])).toEqual([
      ['Cake 1', 78],
      ['Cake 2', 79],
      ['Hank 2', 79],
    ]);
    expect(present[2]!.loopM).toBe(1.62);
  });

  test.each([
    ['a tare above the cake', log(['40'], { tare: '50' }), 'masses.0', /tare must be below/],
    ['no mass', log(['']), 'masses.0', /write it like/],
    ['a rest lighter than the tare', log(['40'], { tare: '5', rest: '4' }), 'rest', /tare must be below/],
    ['a waste of metres', log(['40'], { waste: '3 m' }), 'waste', /is a length/],
  ])('%s is refused and not written', (_, form, field, message) => {
    const { db, runId } = running();
    const before = everything(db);
    expect(errorsOf(logRun(db, runId, form, 'metric', NOW))[field]).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('logged twice with one key, there is one entry; with another key it is refused', () => {
    const { db, runId } = running();
    const form = log(['111']);
    const first = idOf(logRun(db, runId, form, 'metric', NOW));
    expect(idOf(logRun(db, runId, form, 'metric', NOW))).toBe(first);
    expect(errorsOf(logRun(db, runId, log(['111']), 'metric', NOW))['']).toMatch('logged already');
  });

  test('undone, the run is open again with all its counts, and can be logged anew', () => {
    const { db, yarnId, runId, send, event } = running();
    send([event({ kind: 'turns', part: 0, amount: 50 }), event({ kind: 'stage', part: 0, stage: 'weigh' })]);
    const wrong = idOf(logRun(db, runId, log(['11']), 'metric', NOW));
    idOf(undoOperation(db, wrong, NOW));
    expect(runPage(db, runId)).toMatchObject({ ended: null, state: { stage: 'weigh', turns: [50] } });
    expect(yarnPage(db, yarnId)!.pieces.map(({ label }) => label)).toEqual(['Hank 1']);
    expect(errorsOf(redoOperation(db, wrong, NOW))['']).toMatch('open again');
    const right = idOf(logRun(db, runId, log(['111']), 'metric', NOW));
    expect(yarnPage(db, yarnId)!.pieces.map(({ label, mass }) => [label, mass!.massG])).toEqual([
      ['Hank 1', 112],
      ['Cake 1', 111],
    ]);
    expect(errorsOf(redoOperation(db, wrong, NOW))['']).toMatch('become something else');
    expect(logbook(db).map(({ id, live }) => [id, live])).toContainEqual([wrong, false]);
    expect(whyNotUndo(db, right)).toBeNull();
  });

  test('while a run is open, what its hank rests on cannot be undone', () => {
    const { db } = running();
    expect(whyNotUndo(db, logbook(db)[0]!.id)).toMatch('under way');
  });

  test('given up, the hank stays as it was and a late count is still kept', () => {
    const { db, yarnId, runId, send, event } = running();
    idOf(giveUpRun(db, runId, NOW));
    expect(yarnPage(db, yarnId)!.pieces).toMatchObject([{ label: 'Hank 1', consumedBy: null, openRunId: null }]);
    const news = send([event({ kind: 'turns', part: 0, amount: 4 })]);
    expect(news.ended).toEqual({ operationId: null });
    expect(news.state!.turns).toEqual([4]);
    expect(errorsOf(giveUpRun(db, runId, NOW))['']).toMatch('already');
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
          logRun(db, runId, log(cakes.map(String), { rest: rest === null ? '' : String(rest) }), 'metric', NOW),
        );
        expect(entryPage(db, id)!.balance).toMatchObject({ differenceG: 0, verdict: 'balances' });
        expect(yarnPage(db, yarnId)!.left!.massG.mean).toBeCloseTo(total, 9);
        db.close();
      }),
      { numRuns: 30 },
    );
  });
});
