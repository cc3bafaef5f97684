import fc from 'fast-check';
import { afterEvent, type NewRunEvent, type RunState } from '../../../core/winding/run';
import { noteFault } from '../../../server/yarn/measurementForms';
import { type RunPage, runPage } from '../../../server/winding/runEvents';
import { startRun } from '../../../server/winding/runStart';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../../tests/support/serverTesting';
import { markedInWords, marksAlong, progressInWords, windingProgress } from './windingProgress';

/** A hank that is wound in two cakes, with a knot on the way. */
function pageOf(): RunPage {
  const db = emptyDatabase();
  const [pieceId] = shelved(db, { masses: ['180'] }).pieceIds as [number];
  idOf(noteFault(db, pieceId, { requestKey: aKey(), kind: 'knot', at: '60 m', from: 'outer' }, 'metric', NOW));
  return runPage(
    db,
    idOf(startRun(db, pieceId, startValues({ split: { by: 'equal', cakes: 2 }, cutAtKnots: false }), 'metric', NOW)),
  )!;
}
const page = pageOf();
const { cakes } = page.plan;
const lastPart = cakes.length - 1;

function after(...events: NewRunEvent[]): RunState {
  return events.reduce(
    (state, each, i) => afterEvent(state, { ...each, writer: 'a', seq: i + 1, atMs: i }),
    page.state,
  );
}
const on = (part: number) => after({ kind: 'stage', part, stage: 'wind' });

test('what is wound and what is left are the cake together, and never more than there is', () => {
  expect(cakes.length).toBeGreaterThan(1);
  fc.assert(
    fc.property(fc.nat(lastPart), fc.nat(2000), (part, turns) => {
      const { cake, wound, remainingG, woundM, last } = windingProgress(page, on(part), turns, 1);
      expect(last).toBe(part === lastPart);
      if (last) {
        expect(wound.massG).toBeLessThanOrEqual(cake.massG);
        expect(wound.lengthM).toBeLessThanOrEqual(cake.lengthM);
      }
      if (wound.massG <= cake.massG) expect(wound.massG + remainingG).toBeCloseTo(cake.massG, 9);
      else expect(remainingG).toBe(0);
      expect(woundM).toBeGreaterThanOrEqual(cake.startM);
      expect(woundM).toBeLessThanOrEqual(cake.startM + cake.lengthM);
    }),
  );
});

test('gently at first, stop where the cake is full, and past it so many', () => {
  const { stopAt } = windingProgress(page, on(0), 0, 1);
  expect(stopAt).toBe(Math.round(cakes[0]!.crankTurns.mean));
  const words = (part: number, turns: number) =>
    progressInWords(page, windingProgress(page, on(part), turns, 1), 'metric');
  expect(windingProgress(page, on(0), 0, 1)).toMatchObject({ cue: 'gentle', begun: false });
  expect(words(0, stopAt)).toBe(`Stop at ${stopAt}: cut here`);
  expect(words(0, stopAt + 4)).toBe('4 past the cut: stop');
  // Where the strand itself ends, nothing is cut.
  expect(words(lastPart, windingProgress(page, on(lastPart), 0, 1).stopAt)).toMatch(/^The end should be here/);
});

test('counted far beyond the strand, something is wrong; in a cake that is cut, or is not counted, it is not asked', () => {
  const { crankTurns } = cakes[lastPart]!;
  const far = Math.ceil(crankTurns.mean + 5 * crankTurns.sd);
  const tooMuch = (state: RunState, turns: number) => windingProgress(page, state, turns, 1).tooMuch;
  expect(tooMuch(on(lastPart), Math.floor(crankTurns.mean + crankTurns.sd))).toBe(false);
  expect(tooMuch(on(lastPart), far)).toBe(true);
  expect(tooMuch(on(0), 5000)).toBe(false);
  const uncounted = after(
    { kind: 'stage', part: lastPart, stage: 'wind' },
    { kind: 'uncounted', part: lastPart, is: true },
  );
  expect(tooMuch(uncounted, far)).toBe(false);
});

test('to a tick that is outrun by one in fifty, fewer ticks make the cake', () => {
  const { stopAt, on: spindle } = windingProgress(page, on(0), 98, 1.02);
  expect(stopAt).toBe(Math.round(cakes[0]!.crankTurns.mean / 1.02));
  expect(spindle.lengthM).toBeCloseTo(windingProgress(page, on(0), 98 * 1.02, 1).on.lengthM, 9);
});

test('a knot is announced before it comes and not after it', () => {
  expect(page.plan.faults).toHaveLength(1);
  const { atM } = page.plan.faults[0]!;
  const announced = cakes.flatMap((_, part) =>
    Array.from({ length: windingProgress(page, on(part), 0, 1).stopAt }, (_, turns) =>
      windingProgress(page, on(part), turns, 1),
    ).filter(({ nextFault }) => nextFault),
  );
  const places = announced.map(({ woundM }) => woundM);
  expect(places.length).toBeGreaterThan(5);
  expect(Math.max(...places)).toBeLessThan(atM);
  expect(Math.min(...places)).toBeGreaterThan(atM - 25);
});

test('what was marked lies where the count was, along the whole strand', () => {
  const state = after(
    { kind: 'stage', part: 1, stage: 'wind' },
    { kind: 'turns', part: 1, amount: 60 },
    { kind: 'mark', part: 1, mark: 'knot', atTurn: 60 },
    { kind: 'mark', part: 1, mark: 'knot', atTurn: 80 },
    { kind: 'mark', part: 1, mark: 'tension changed', atTurn: 90 },
  );
  const [first, second, ...rest] = marksAlong(page, state);
  expect(first).toEqual({ kind: 'knot', atM: windingProgress(page, on(1), 60, 1).woundM });
  expect(second!.atM).toBeGreaterThan(first!.atM);
  // A change of tension is no fault of the strand.
  expect(rest).toEqual([]);
  expect(markedInWords(state.marks)).toBe('2 knots marked, 1 change of tension marked');
  expect(markedInWords(state.marks.slice(-1).flatMap((each) => [each, each]))).toBe('2 changes of tension marked');
});
