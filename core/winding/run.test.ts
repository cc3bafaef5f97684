import fc from 'fast-check';
import {
  afterEvent,
  isPaced,
  LISTENERS,
  type NewRunEvent,
  newRun,
  type RunState,
  steadiness,
  turnsOn,
  turnsSeen,
  turnsSoFar,
  woundParts,
} from './run';
import { counterLengthM } from './lengthSources';
import { onSpindleAt, turnsAtLength } from './windingPlan';

/** Plays happenings one after another, a second apart or at the times given. */
function play(newEvents: readonly (NewRunEvent & { at?: number })[], cakes = 1): RunState {
  return newEvents.reduce<RunState>(
    (state, { at, ...newEvent }, i) =>
      afterEvent(state, { ...newEvent, writer: 'k', seq: i + 1, atMs: at ?? i * 1000 }),
    newRun(cakes),
  );
}

const motor = (total: number, session = 'one', part = 0) =>
  ({ kind: 'reading', part, device: 'motor', session, total, drives: true }) as const;
const counter = (total: number, session = 'one', part = 0) =>
  ({ kind: 'reading', part, device: 'counter', session, total, drives: false }) as const;
const turn = (amount = 1) => ({ kind: 'turns', part: 0, amount }) as const;

describe('a motor that counts', () => {
  test('counts from where it was first heard of, in whole turns', () => {
    expect(turnsOn(play([motor(100)]), 0)).toBe(0);
    expect(turnsOn(play([motor(100), motor(100.9)]), 0)).toBe(0);
    expect(turnsOn(play([motor(100), motor(141.2)]), 0)).toBe(41);
  });

  test('goes on from what was counted by hand before', () =>
    expect(turnsOn(play([turn(12), motor(50), motor(60)]), 0)).toBe(22));

  test('readings that come twice, late or not at all change nothing of the end', () => {
    const totals = fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(totals, fc.array(fc.nat(29)), (steps, again) => {
        let total = 0;
        const readings = steps.map((step) => motor((total += step)));
        const repeated = readings.flatMap((reading, i) => (again.includes(i) ? [reading, reading] : [reading]));
        const some = readings.filter((_, i) => i === 0 || i === readings.length - 1 || !again.includes(i));
        const end = turnsOn(play(readings), 0);
        expect(end).toBe(total - readings[0]!.total);
        expect(turnsOn(play(repeated), 0)).toBe(end);
        expect(turnsOn(play(some), 0)).toBe(end);
      }),
    );
  });

  test('that was silent while one counted by hand: the larger count holds, never the sum', () => {
    const before = [motor(0), motor(20)];
    expect(turnsOn(play([...before, turn(10), motor(30)]), 0)).toBe(30);
    expect(turnsOn(play([...before, turn(10), motor(38)]), 0)).toBe(38);
    expect(turnsOn(play([...before, turn(15), motor(30)]), 0)).toBe(35);
  });

  test('that was switched off and on goes on from the count, and the gap is kept in mind', () => {
    const state = play([motor(0), motor(20), motor(0, 'two'), motor(5, 'two')]);
    expect(turnsOn(state, 0)).toBe(25);
    expect(state.deviceGaps).toBe(1);
  });

  test('does not bring back what was taken back', () =>
    expect(turnsOn(play([motor(0), motor(20), turn(-3), motor(22)]), 0)).toBe(19));

  test('begins anew with the next cake, in the same session', () => {
    const state = play([motor(0), motor(200), motor(200, 'one', 1), motor(230, 'one', 1)], 2);
    expect(state.turns).toEqual([200, 30]);
    expect(state.deviceGaps).toBe(0);
  });

  test('that looked on while a miscount was taken back does not bring it back once it counts', () => {
    const looksOn = { ...motor(10), drives: false };
    expect(turnsOn(play([looksOn, turn(10), { ...motor(20), drives: false }, turn(-4), motor(20)]), 0)).toBe(6);
  });

  test('that only looks on counts nothing', () =>
    expect(turnsOn(play([motor(0), { ...motor(50), drives: false }]), 0)).toBe(0));
});

describe.each(LISTENERS)('a %s that counts', (device) => {
  const reading = (total: number, session = 'one', drives = true) =>
    ({ kind: 'reading', part: 0, device, session, total, drives }) as const;

  test('goes on from what was counted before, and what a hand adds or takes back sets it right for good', () => {
    const before = [turn(12), reading(0), reading(20)];
    expect(turnsOn(play(before), 0)).toBe(32);
    expect(turnsOn(play([...before, turn(1), reading(21)]), 0)).toBe(34);
    expect(turnsOn(play([...before, turn(-2), reading(21)]), 0)).toBe(31);
  });

  test('that came late with its count adds what it heard beside what a hand corrected, never the same turn twice', () => {
    // Kept at 20; three more were heard, and shown, when the hand corrected by one.
    expect(turnsOn(play([reading(0), reading(20), turn(1), reading(23), reading(23)]), 0)).toBe(24);
  });

  test('begun anew goes on from the count, and its old session with it', () =>
    expect(turnsOn(play([reading(0), reading(20), reading(0, 'two'), reading(4, 'two')]), 0)).toBe(24));

  test('that only looks on neither counts nor adds to what a hand counts', () => {
    const state = play([reading(0, 'one', false), turn(10), reading(10, 'one', false), reading(10)]);
    expect(turnsOn(state, 0)).toBe(10);
  });

  test('has seen its turns', () => expect(turnsSeen(play([reading(0), reading(20)]), 0)).toBe(20));
});

test('turns that a camera has from the rounds of a swift are counted, and set right by hand, but say nothing of length', () => {
  const seen = (total: number, byLength?: true) =>
    ({ kind: 'reading', part: 0, device: 'camera', session: 'one', total, drives: true, byLength }) as const;
  const rounds = play([seen(0, true), seen(5, true), { kind: 'turns', part: 0, amount: 1 }, seen(8, true)]);
  expect([rounds.turns[0], turnsSeen(rounds, 0)]).toEqual([9, 0]);
  const cranked = play([seen(0), seen(5), { kind: 'turns', part: 0, amount: 1 }, seen(8)]);
  expect([cranked.turns[0], turnsSeen(cranked, 0)]).toEqual([9, 9]);
  expect(turnsSeen(play([seen(0, true), { kind: 'turns', part: 0, amount: 1 }]), 0)).toBe(1);
});

describe('a length counter', () => {
  test('adds up its metres, over a reset too, and says that there was one', () => {
    const state = play([counter(5), counter(65), counter(0), counter(30)]);
    expect(state.counterM[0]).toBeCloseTo(90, 9);
    expect(state.deviceGaps).toBe(1);
    expect(turnsOn(state, 0)).toBe(0);
  });

  test('that joins late, or was off for a while, has not seen those turns; what it saw it has', () => {
    expect(play([turn(40), counter(3)]).counterUnseen).toEqual([[[0, 40]]]);
    const off = play([counter(0), turn(30), counter(14), turn(20), counter(0, 'two'), turn(10), counter(6, 'two')]);
    expect(off.counterUnseen).toEqual([[[30, 50]]]);
    expect(off.counterM[0]).toBeCloseTo(20, 9);
    // Its line alone was broken: it counted on, and has seen everything.
    expect(play([counter(0), turn(30), counter(14), turn(20), counter(24)]).counterUnseen).toEqual([[]]);
  });

  test('that drives and is off for a while goes on where the hand counted to', () => {
    const spindle = { coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 };
    const driven = (state: RunState, seq: number, reading: NewRunEvent): RunState => {
      const read = afterEvent(state, { ...reading, writer: 'k', seq, atMs: 0 });
      const turns = turnsAtLength(spindle, counterLengthM(read, 0, spindle)!);
      return afterEvent(read, { kind: 'turns at least', part: 0, turns, writer: 'k', seq: seq + 1, atMs: 0 });
    };
    let state = driven(newRun(1), 1, counter(0));
    state = driven(state, 3, counter(60));
    const before = turnsOn(state, 0);
    state = afterEvent(state, { ...turn(25), writer: 'hand', seq: 1, atMs: 0 });
    state = driven(state, 5, counter(0, 'two'));
    expect(turnsOn(state, 0)).toBe(before + 25);
    state = driven(state, 7, counter(5, 'two'));
    const expected = turnsAtLength(spindle, onSpindleAt(spindle, before + 25).lengthM + 5);
    expect(Math.abs(turnsOn(state, 0) - expected)).toBeLessThan(1);
  });

  test('is no second witness where the turns follow from it', () => {
    const by = (turns: number) => ({ kind: 'turns at least', part: 0, turns }) as const;
    expect(play([counter(5), turn(3), by(2)]).turnsByCounter).toEqual([false]);
    expect(play([counter(5), by(4), turn(3)]).turnsByCounter).toEqual([true]);
  });

  test('drives by the turns that its metres make; they never go back', () => {
    const by = (turns: number) => ({ kind: 'turns at least', part: 0, turns }) as const;
    expect(turnsOn(play([by(12.7), by(9), by(12.9)]), 0)).toBe(12);
    expect(turnsOn(play([turn(20), by(12)]), 0)).toBe(20);
  });
});

describe('time', () => {
  test('a clock that is set back in mid-run spoils neither count nor pace', () => {
    const state = play([
      { ...turn(), at: 1_000_000 },
      { ...turn(), at: 1_001_000 },
      { ...turn(), at: 400_000 },
      { ...turn(), at: 401_000 },
    ]);
    expect(turnsOn(state, 0)).toBe(4);
    expect(state.windingMs).toEqual([2000]);
  });

  test('what is remembered of the pace does not grow with the run', () => {
    const state = play(Array.from({ length: 5000 }, () => turn()));
    expect(state.lately).toHaveLength(24);
    expect(JSON.stringify(state).length).toBeLessThan(700);
  });

  test('the pace is steady, uneven, quickening or slowing', () => {
    const even = Array.from({ length: 12 }, (_, i) => 1000 + (i % 2) * 60);
    expect(steadiness(even)).toBe('steady');
    expect(steadiness(even.map((ms, i) => ms * (i % 3 === 0 ? 2.4 : 1)))).toBe('uneven');
    expect(steadiness(even.map((ms, i) => ms * (1 - i / 24)))).toBe('quickening');
    expect(steadiness(even.map((ms, i) => ms * (1 + i / 12)))).toBe('slowing');
    expect(steadiness([1000, 1000])).toBeUndefined();
  });
});

test('turns that a clock ticked count as any others, but nobody has seen them', () => {
  const ticked = { kind: 'turns', part: 0, amount: 1, by: 'pace' } as const;
  const state = play([turn(10), ticked, ticked, turn(-1)], 2);
  expect([turnsOn(state, 0), state.paced]).toEqual([11, [2, 0]]);
  // Fewer than a fifth of them: it was wound by hand.
  expect([isPaced(state, 0), turnsSeen(state, 0)]).toEqual([false, 11]);
  const more = play([turn(8), ticked, ticked, ticked]);
  expect([isPaced(more, 0), turnsSeen(more, 0)]).toEqual([true, 0]);
  expect(turnsSeen(play([counter(0), { kind: 'turns at least', part: 0, turns: 30 }]), 0)).toBe(0);
});

describe('a cake that is just wound', () => {
  const MINUTE = 60_000;
  const uncounted = (is: boolean, at: number, part = 0) => ({ kind: 'uncounted', part, is, at }) as const;
  const stage = (name: 'wind' | 'take off', at: number, part = 0) =>
    ({ kind: 'stage', part, stage: name, at }) as const;
  const stop = (at: number) => ({ kind: 'stop', part: 0, reason: 'snag', atTurn: 0, at }) as const;
  const resume = (at: number) => ({ kind: 'resume', part: 0, at }) as const;

  test('is wound, though nobody counted, and its time is that of the winding without stops', () => {
    const state = play([
      stage('wind', 0),
      uncounted(true, MINUTE),
      stop(4 * MINUTE),
      resume(9 * MINUTE),
      stage('take off', 10 * MINUTE),
      stage('wind', 20 * MINUTE),
      stage('take off', 21 * MINUTE),
    ]);
    expect(state.windingMs).toEqual([5 * MINUTE]);
    expect(turnsSeen(state, 0)).toBe(0);
    expect(turnsSoFar(state, 0, 99 * MINUTE, 0.5)).toBe(600);
  });

  test('has come as far as its time says, while it goes on and not while it stands', () => {
    const underWay = play([stage('wind', 0), uncounted(true, MINUTE)]);
    expect(turnsSoFar(underWay, 0, 3 * MINUTE, 1)).toBe(120);
    expect(turnsSoFar(underWay, 0, 0, 1)).toBe(0);
    expect(
      turnsSoFar(
        afterEvent(underWay, { ...stop(3 * MINUTE), writer: 'k', seq: 9, atMs: 3 * MINUTE }),
        0,
        8 * MINUTE,
        1,
      ),
    ).toBe(120);
    // Another cake has not begun.
    expect(turnsSoFar(play([uncounted(true, 0)], 2), 1, MINUTE, 1)).toBe(0);
  });

  test('beside counted ones: each keeps its own, and all of them are weighed', () => {
    const state = play([turn(40), stage('wind', 1000, 1), uncounted(true, 2000, 1), stage('take off', 62_000, 1)], 3);
    expect(woundParts(state)).toEqual([0, 1]);
    expect(turnsSeen(state, 0)).toBe(40);
    expect(turnsSoFar(state, 0, 0, 1)).toBe(40);
    expect(state.windingMs).toEqual([0, 60_000, 0]);
  });

  test('counts again where that is taken back; what was counted before and after holds', () => {
    const state = play([turn(7), uncounted(true, 1000), uncounted(false, 5000), { ...turn(3), at: 6000 }]);
    expect(state.uncounted).toEqual([]);
    expect(turnsSeen(state, 0)).toBe(10);
    expect(turnsSeen(play([turn(7), uncounted(true, 1000), uncounted(true, 2000)]), 0)).toBe(0);
  });

  test('begun while it stands, its time begins once it goes on; taken back, none runs on', () => {
    const stopped = play([stop(0), uncounted(true, MINUTE), resume(5 * MINUTE), stage('take off', 6 * MINUTE)]);
    expect(stopped.windingMs).toEqual([MINUTE]);
    const taken = play([uncounted(true, 0), uncounted(false, MINUTE), { ...turn(1), at: MINUTE + 5000 }]);
    expect(taken.windingMs).toEqual([MINUTE]);
  });

  test('a cake that is not in hand stands still', () => {
    const state = play([uncounted(true, 0), stage('wind', MINUTE, 1), uncounted(true, 2 * MINUTE, 1)], 2);
    expect(turnsSoFar(state, 0, 9 * MINUTE, 1)).toBe(60);
    expect(turnsSoFar(state, 1, 3 * MINUTE, 1)).toBe(60);
  });

  test('a page left open over night, or a clock set back, is no winding', () => {
    expect(play([uncounted(true, 0), stage('take off', 8 * 60 * MINUTE)]).windingMs).toEqual([0]);
    expect(play([uncounted(true, MINUTE), stage('take off', 0)]).windingMs).toEqual([0]);
  });
});

test('the last mark of this cake is taken back, not one of another', () => {
  const mark = (part: number, atTurn: number) => ({ kind: 'mark', part, mark: 'knot', atTurn }) as const;
  const state = play([mark(0, 5), mark(1, 9), { kind: 'unmark', part: 0 }, { kind: 'unmark', part: 0 }], 2);
  expect(state.marks).toEqual([{ part: 1, atTurn: 9, mark: 'knot' }]);
});

const trouble = (then: 'go on' | 'join', atTurn: number) =>
  ({
    kind: 'trouble',
    part: 0,
    atTurn,
    trouble: 'in the gears',
    attempt: 'cut out',
    minutes: 8,
    lostM: 1.5,
    then,
  }) as const;

test('what went wrong is kept with what helped; where ends were joined there is a knot', () => {
  const state = play([turn(40), trouble('go on', 40), trouble('join', 41)]);
  expect(state.troubles.map(({ atTurn, then, lostM }) => [atTurn, then, lostM])).toEqual([
    [40, 'go on', 1.5],
    [41, 'join', 1.5],
  ]);
  expect(state.marks).toEqual([{ part: 0, atTurn: 41, mark: 'knot' }]);
  expect(turnsOn(state, 0)).toBe(40);
});

test('the time that a trouble took is not taken for a slow turn', () => {
  const steady = [turn(), turn(), turn()].map((each, i) => ({ ...each, at: 1000 * (i + 1) }));
  const after = play([...steady, { ...trouble('go on', 3), at: 4000 }, { ...turn(), at: 9000 }]);
  expect(after.windingMs).toEqual([2000]);
});

test('whoever takes over is kept with the turn', () =>
  expect(play([turn(7), { kind: 'hand over', part: 0, who: 'Ebba', atTurn: 7 }]).hands).toEqual([
    { part: 0, who: 'Ebba', atTurn: 7 },
  ]));

test('each step is ticked and unticked by itself, for each cake', () => {
  const ticks: NewRunEvent[] = [
    { kind: 'tick', part: 0, step: 'open', done: true },
    { kind: 'tick', part: 0, step: 'snap', done: true },
    { kind: 'tick', part: 1, step: 'open', done: true },
    { kind: 'tick', part: 0, step: 'open', done: true },
    { kind: 'tick', part: 0, step: 'open', done: false },
  ];
  const state = ticks.reduce(
    (before, tick, i) => afterEvent(before, { ...tick, writer: 'k', seq: i + 1, atMs: i }),
    newRun(2),
  );
  expect([...state.ticked].sort()).toEqual(['0 snap', '1 open']);
});
