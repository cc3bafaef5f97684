import fc from 'fast-check';
import {
  afterMiniEvent,
  loopMassOf,
  loopsBefore,
  loopsOn,
  loopsTooMany,
  massOfMini,
  type MiniEvent,
  type NewMiniEvent,
  minisMade,
  minisToCome,
  type MiniRunState,
  type MiniSession,
  newMiniRun,
  nextMini,
  nextToCome,
  parentAfterG,
  weighingNow,
} from './miniRun';

const session = (minis: number, more: Partial<MiniSession> = {}): MiniSession => ({
  minis: Array.from({ length: minis }, () => ({ sizeId: 's', name: '', massG: 10, toleranceG: 0.5, segment: 0 })),
  segmentsG: [200],
  cutLossG: 0.2,
  gramsPerLoop: { mean: 0.2, sd: 0.01 },
  ...more,
});
const PARENT = { massG: 200, resolutionG: 0.1 };

function after(minis: number, ...newEvents: NewMiniEvent[]): MiniRunState {
  return newEvents.reduce(
    (state, newEvent, i) => afterMiniEvent(state, { ...newEvent, writer: 'test', seq: i + 1, atMs: i }),
    newMiniRun(minis),
  );
}

/** Counted, cut and weighed. */
const made = (part: number, loops: number, massG: number, odd = false): NewMiniEvent[] => [
  { kind: 'stage', part, stage: 'count' },
  { kind: 'loops', part, amount: loops },
  { kind: 'stage', part, stage: 'weigh' },
  { kind: 'weigh', part, massG, resolutionG: 0.1, odd },
];

test('from each mini one goes on to the next along the yarn, else to the first that was passed over, never to itself', () => {
  const state = after(3, ...made(0, 50, 10), { kind: 'stage', part: 2, stage: 'count' });
  expect([0, 1, 2].map((leaving) => nextToCome(state, leaving))).toEqual([1, 2, 1]);
  const last = after(3, ...made(0, 50, 10), ...made(1, 50, 10), { kind: 'stage', part: 2, stage: 'count' });
  expect([1, 2].map((leaving) => nextToCome(last, leaving))).toEqual([2, undefined]);
});

test('counts add up in whatever order they arrive, and no count is below none', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -5, max: 10 }), { maxLength: 40 }), fc.func(fc.nat()), (amounts, order) => {
      const events = amounts.map((amount, i): MiniEvent => ({
        writer: 'a',
        seq: i + 1,
        atMs: i,
        part: 0,
        kind: 'loops',
        amount,
      }));
      const shuffled = [...events].sort((a, b) => order(a.seq) - order(b.seq));
      const [one, other] = [events, shuffled].map((all) => all.reduce(afterMiniEvent, newMiniRun(1)));
      expect(loopsOn(one!, 0)).toBe(loopsOn(other!, 0));
      expect(loopsOn(one!, 0)).toBeGreaterThanOrEqual(0);
    }),
  );
});

test('it was last counted when the latest of its events was, in whatever order they arrive', () => {
  const at = (atMs: number): MiniEvent => ({ writer: 'a', seq: atMs, atMs, part: 0, kind: 'loops', amount: 1 });
  expect([at(7), at(3)].reduce(afterMiniEvent, newMiniRun(1)).lastMs).toBe(7);
  expect([at(3), at(7)].reduce(afterMiniEvent, newMiniRun(1)).lastMs).toBe(7);
});

test('a mini is made once it is cut; the one in hand and those left out are not', () => {
  const counting = after(
    4,
    ...made(0, 50, 10),
    { kind: 'stage', part: 1, stage: 'count' },
    { kind: 'loops', part: 1, amount: 20 },
  );
  expect([minisMade(counting), minisToCome(counting)]).toEqual([[0], [1, 2, 3]]);
  const cut = after(4, ...made(0, 50, 10), ...made(1, 50, 10), { kind: 'skip', part: 2, skipped: true });
  expect([minisMade(cut), minisToCome(cut)]).toEqual([[0, 1], [3]]);
});

test('a weighing of the skein, and leaving one mini out, say nothing of the others', () => {
  const rest = (part: number, massG: number): NewMiniEvent => ({ kind: 'weigh parent', part, massG, resolutionG: 0.1 });
  // The later of two after the same mini stands; in the order of the yarn, whichever was sent first.
  const weighed = after(4, rest(2, 160), rest(0, 189), rest(0, 188));
  const kept = [
    { afterPart: 0, massG: 188, resolutionG: 0.1 },
    { afterPart: 2, massG: 160, resolutionG: 0.1 },
  ];
  expect(weighed.parent).toEqual(kept);
  expect(after(4, rest(2, 160), rest(0, 188), { kind: 'unweigh parent', part: 0 }).parent).toEqual([kept[1]]);
  expect(after(3, { kind: 'skip', part: 1, skipped: true }).skipped).toEqual([false, true, false]);
  expect(after(2, { kind: 'skip', part: 1, skipped: true }, { kind: 'skip', part: 1, skipped: false }).skipped).toEqual(
    [false, false],
  );
});

test('what went wrong is kept where it was', () => {
  const trouble = { trouble: 'lump', attempt: 'size', minutes: 4, lostM: 0.3, then: 'join' as const };
  expect(after(2, { kind: 'trouble', part: 1, atLoop: 17, ...trouble }).troubles).toEqual([
    { part: 1, atLoop: 17, ...trouble },
  ]);
});

test('a pause is remembered until something is counted again', () => {
  const paused = after(1, { kind: 'loops', part: 0, amount: 12 }, { kind: 'pause', part: 0 });
  expect(paused).toMatchObject({ pausedSinceMs: 1, loops: [12] });
  expect(after(1, { kind: 'pause', part: 0 }, { kind: 'resume', part: 0 }).pausedSinceMs).toBeNull();
  expect(after(1, { kind: 'pause', part: 0 }, { kind: 'loops', part: 0, amount: 1 }).pausedSinceMs).toBeNull();
});

test('the next mini gets fewer loops after a heavy one, and more after a light one', () => {
  const loopsAfter = (massG: number) => {
    const state = after(3, ...made(0, 50, massG), { kind: 'stage', part: 1, stage: 'count' });
    return nextMini(session(3), state, PARENT).loops;
  };
  expect([loopsAfter(10.6), loopsAfter(10), loopsAfter(9.4)]).toEqual([47, 50, 53]);
});

test('a weighing that was kept although it contradicts the count teaches nothing', () => {
  const state = after(3, ...made(0, 50, 14, true));
  expect(loopMassOf(session(3), state, PARENT).gramsPerLoop).toBeCloseTo(0.2, 9);
  expect(massOfMini(state, loopMassOf(session(3), state, PARENT), 0).mean).toBe(14);
});

test('where the yarn does not do for all, all get a little less, none below what is allowed, and what is missing is told', () => {
  const next = (segmentG: number) =>
    nextMini(session(4, { segmentsG: [segmentG] }), newMiniRun(4), { massG: segmentG, resolutionG: 0.1 });
  expect(next(41)).toMatchObject({ aimG: 10, shortG: 0 });
  const little = next(39.8);
  expect(little.aimG).toBeCloseTo(9.75, 6);
  expect(little.shortG).toBe(0);
  const short = next(37);
  expect(short.aimG).toBeGreaterThanOrEqual(9.5);
  expect(short.shortG).toBeCloseTo(4 * 9.5 - (37 - 0.8), 6);
});

test('what is left for those to come no longer counts the one that is cut', () => {
  const given = session(3, { segmentsG: [40] });
  const left = (...newEvents: NewMiniEvent[]) =>
    nextMini(given, after(3, ...newEvents), { massG: 40, resolutionG: 0.1 }).remainingG;
  expect(left()).toBeCloseTo(40 - 3 * 0.2, 6);
  expect(left(...made(0, 50, 10))).toBeCloseTo(40 - 10.2 - 2 * 0.2, 1);
  expect(left(...made(0, 50, 10), { kind: 'stage', part: 1, stage: 'count' })).toBeCloseTo(40 - 10.2 - 2 * 0.2, 1);
});

test('each stretch between knots has its own yarn', () => {
  const minis = session(2).minis.map((mini, segment) => ({ ...mini, segment }));
  const state = after(2, ...made(0, 50, 10), { kind: 'stage', part: 1, stage: 'count' });
  const { remainingG } = nextMini(session(2, { minis, segmentsG: [11, 30] }), state, PARENT);
  expect(remainingG).toBeCloseTo(29.8, 6);
});

test('what is left of the parent: less the minis, their ends, and what was put aside before them', () => {
  const given = session(2, {
    left: [
      { afterMini: 0, massG: 5 },
      { afterMini: 2, massG: 50 },
    ],
  });
  const state = after(2, ...made(0, 50, 10));
  const learned = loopMassOf(given, state, PARENT);
  expect(parentAfterG(given, state, learned, 200, 0)).toBeCloseTo(200 - 5 - 10 - 0.2, 1);
});

test('weighing only the parent teaches as well', () => {
  const state = after(
    4,
    { kind: 'loops', part: 0, amount: 50 },
    { kind: 'stage', part: 0, stage: 'weigh' },
    { kind: 'weigh parent', part: 0, massG: 200 - 11 - 0.2, resolutionG: 0.1 },
  );
  expect(loopMassOf(session(4), state, PARENT).gramsPerLoop).toBeGreaterThan(0.21);
  expect(
    after(1, { kind: 'weigh parent', part: 0, massG: 9, resolutionG: 1 }, { kind: 'unweigh parent', part: 0 }).parent,
  ).toEqual([]);
});

test('the parent tells again only what was weighed on a coarser scale than its own, or not at all', () => {
  const byParent = (own: number | null, parents: number) => {
    const state = after(
      4,
      { kind: 'loops', part: 0, amount: 50 },
      { kind: 'stage', part: 0, stage: 'weigh' },
      ...(own === null ? [] : [{ kind: 'weigh' as const, part: 0, massG: 10, resolutionG: own, odd: false }]),
      { kind: 'weigh parent', part: 0, massG: 200 - 12 - 0.2, resolutionG: parents },
    );
    return loopMassOf(session(4), state, PARENT).gramsPerLoop;
  };
  const alone = loopMassOf(session(4), after(4, ...made(0, 50, 10)), PARENT).gramsPerLoop;
  // It says 12 g where the mini's own scale said 10 g.
  expect(byParent(0.1, 0.1)).toBeCloseTo(alone, 9);
  expect(byParent(0.1, 1)).toBeCloseTo(alone, 9);
  expect(byParent(1, 0.1)).toBeGreaterThan(1.02 * alone);
  expect(byParent(null, 0.1)).toBeGreaterThan(1.02 * alone);
});

test('a mini that is left out takes no loops from those after it', () => {
  const state = after(
    3,
    { kind: 'loops', part: 0, amount: 20 },
    { kind: 'skip', part: 0, skipped: true },
    ...made(1, 50, 10),
  );
  expect(loopsBefore(state, 2)).toBe(50);
});

describe('a weighing belongs to the loops that it was made of', () => {
  const session: MiniSession = {
    minis: [0, 1].map(() => ({ sizeId: 's', name: '', massG: 20, toleranceG: 0.5, segment: 0 })),
    segmentsG: [100],
    cutLossG: 0.2,
    gramsPerLoop: { mean: 0.1667, sd: 0.02 },
  };
  const PARENT = { massG: 100, resolutionG: 0.1 };
  let key = 0;
  const after = (state: MiniRunState, ...newEvents: NewMiniEvent[]) =>
    newEvents.reduce((next, each) => afterMiniEvent(next, { ...each, writer: 'a', seq: ++key, atMs: key }), state);
  const weighed = after(
    newMiniRun(2),
    { kind: 'loops', part: 0, amount: 120 },
    { kind: 'stage', part: 0, stage: 'weigh' },
    { kind: 'weigh', part: 0, massG: 21.3, resolutionG: 0.1, odd: false },
  );

  test('too heavy: so many loops are to come off before it is cut', () => {
    const { learned } = nextMini(session, weighed, PARENT);
    expect(loopsTooMany(learned, weighed, 0, session.minis[0]!)).toBe(7);
    expect(loopsTooMany(learned, weighed, 0, { massG: 21, toleranceG: 0.5 })).toBe(0);
  });

  test('one that is heavier than the others loses what it has too much, not what the others would', () => {
    // Four of 0.23 g a loop, then one of 49 loops that weighs 11.7 g where 11 g is wanted: 0.7 g are three loops.
    const even = {
      ...session,
      minis: Array.from({ length: 6 }, () => ({ ...session.minis[0]!, massG: 11, toleranceG: 0.3 })),
    };
    const one = (part: number, massG: number): NewMiniEvent[] => [
      { kind: 'stage', part, stage: 'count' },
      { kind: 'loops', part, amount: 48 },
      { kind: 'stage', part, stage: 'weigh' },
      { kind: 'weigh', part, massG, resolutionG: 0.1, odd: false },
    ];
    const heavy = after(newMiniRun(6), ...[0, 1, 2, 3].flatMap((part) => one(part, 11)), ...one(4, 11.7));
    const { learned } = nextMini(even, heavy, PARENT);
    expect(loopsTooMany(learned, heavy, 4, even.minis[4]!)).toBe(3);
    const lighter = after(heavy, { kind: 'loops', part: 4, amount: -3 });
    expect(massOfMini(lighter, learned, 4).mean).toBeCloseTo(11, 1);
    expect(massOfMini(lighter, learned, 4).sd).toBeGreaterThan(massOfMini(heavy, learned, 4).sd);
    expect(loopsTooMany(learned, lighter, 4, even.minis[4]!)).toBe(0);
    // Some more wound on instead, it is heavier.
    expect(massOfMini(after(heavy, { kind: 'loops', part: 4, amount: 2 }), learned, 4).mean).toBeCloseTo(12.15, 1);
  });

  test('taken off, it is lighter, and the next gets as many loops as that teaches', () => {
    const back = after(weighed, { kind: 'stage', part: 0, stage: 'count' }, { kind: 'loops', part: 0, amount: -7 });
    expect(nextMini(session, back, PARENT).loops).toBe(113);
    const cut = after(back, { kind: 'stage', part: 0, stage: 'weigh' });
    expect(weighingNow(cut, 0)).toBeNull();
    const learned = loopMassOf(session, cut, PARENT);
    expect(massOfMini(cut, learned, 0).mean).toBeCloseTo((21.3 / 120) * 113, 1);
    const next = after(cut, { kind: 'stage', part: 1, stage: 'count' });
    expect(nextMini(session, next, PARENT).loops).toBe(113);
  });

  test('weighed again as it is, it counts as that', () => {
    const again = after(
      weighed,
      { kind: 'loops', part: 0, amount: -7 },
      { kind: 'weigh', part: 0, massG: 20, resolutionG: 0.1, odd: false },
    );
    expect(weighingNow(again, 0)).toMatchObject({ massG: 20, loops: 113 });
  });
});

test('a skein that was weighed once tells what a loop weighs, and so what is left of it', () => {
  // 20 loops of 0.22 g each, and 0.2 g of ends and ties.
  const state = after(
    3,
    { kind: 'loops', part: 0, amount: 20 },
    { kind: 'stage', part: 0, stage: 'weigh' },
    { kind: 'weigh parent', part: 0, massG: 195.4, resolutionG: 0.1 },
  );
  const learned = loopMassOf(session(3), state, PARENT);
  expect(learned.gramsPerLoop).toBeGreaterThan(0.21);
  expect(learned.gramsPerLoop).toBeLessThan(0.221);
  expect(parentAfterG(session(3), state, learned, 200, 0)).toBeCloseTo(195.4, 0);
  // The two that are to come take theirs of it only once they are made.
  expect(parentAfterG(session(3), state, learned, 200, 2)).toBe(parentAfterG(session(3), state, learned, 200, 0));
});
