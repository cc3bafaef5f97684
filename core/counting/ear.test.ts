import { change, evenly, type SoundScene, standInSound } from '../../devices/standInSound';
import { evens } from '../../tests/support/chance';
import { HEARING, SAMPLES_PER_S } from './hearing';
import { Ear, type EarReport, TAUGHT_TURNS } from './ear';
import { keptPattern, learnPattern } from './turnPattern';

/** Seeds that the ear was not tuned on: that was done on even ones. A soak listens to both. */
const SEEDS = [1, 3].slice(0, Number(process.env.TRIES ?? 1));
const PIECE = 1600;

/** Plays a scene to an ear that a hand teaches by a mark after each of the first turns; tells what it counted then, and what was turned. */
function played(scene: SoundScene, hand: { late?: number; ten?: boolean } = {}) {
  const { samples, turnsAtS } = standInSound(scene);
  const ear = new Ear();
  const marks = turnsAtS.slice(1, TAUGHT_TURNS + 2).map((at, i) => at + (hand.late ?? 0.06) * Math.sin(7 * i));
  let marked = 0;
  const reports: EarReport[] = [];
  for (let i = 0; i < samples.length; i += PIECE) {
    for (; i / SAMPLES_PER_S >= (marks[marked] ?? Infinity); marked++) {
      if (!hand.ten || marked === 0) ear.mark();
      else if (marked === TAUGHT_TURNS) ear.markTen();
    }
    ear.hear(samples.subarray(i, i + PIECE));
    reports.push(ear.report());
  }
  const counted = ear.report().turns - TAUGHT_TURNS;
  const turned = turnsAtS.filter((at) => at > marks[TAUGHT_TURNS]!).length;
  return { ear, reports, counted, turned, off: counted - turned };
}

describe.each(SEEDS)('the winder of seed %i', (seed) => {
  const stretches = [evenly(9, 1.5), evenly(9, 1.3)];

  test('its turns are counted in a quiet room, each of them within a second', () => {
    const { off, ear } = played({ seed, stretches });
    expect(Math.abs(off)).toBeLessThanOrEqual(1);
    expect(ear.report()).toMatchObject({ stage: 'counting', silent: false });
  });

  test('beside a fan', () => expect(Math.abs(played({ seed, stretches, noise: 0.2 }).off)).toBeLessThanOrEqual(1));

  test('beside a radio', () =>
    expect(Math.abs(played({ seed, stretches, radio: 0.2, quietS: 9 }).off)).toBeLessThanOrEqual(1));

  test('while somebody speaks', () =>
    expect(Math.abs(played({ seed, stretches, speech: 0.3, quietS: 9 }).off)).toBeLessThanOrEqual(1));

  test('while somebody speaks as loud as it is, they are counted, or it says that it is not sure', () => {
    const { off, reports } = played({ seed, stretches, speech: 1, quietS: 9 });
    expect(Math.abs(off) <= 1 || reports.some(({ doubtful }) => doubtful !== null)).toBe(true);
  });

  test('faster and slower', () => {
    const { off } = played({
      seed,
      stretches: [evenly(9, 1.5), change(3, 1.5, 1.9), evenly(3, 1.9), change(3, 1.9, 0.9), evenly(4, 0.9)],
    });
    expect(Math.abs(off)).toBeLessThanOrEqual(1);
  });

  test('a crank that stands still is not counted on', () => {
    const { reports, off } = played({
      seed,
      stretches: [evenly(12, 1.4), change(0.6, 1.4, 0), evenly(7, 0)],
    });
    expect(reports.at(-1)!.standing).toBe(true);
    expect(reports.at(-1)!.turns).toBe(reports.at(-60)!.turns);
    expect(Math.abs(off)).toBeLessThanOrEqual(1);
  });

  test('ten turns of which only the first and the last press are known teach it too', () =>
    expect(Math.abs(played({ seed, stretches }, { ten: true, late: 0.15 }).off)).toBeLessThanOrEqual(1));
});

/** So many times it slows down, stands for so long, and goes on. */
const stopping = (turnsPerS: number, pausesS: readonly number[]) =>
  pausesS.flatMap((seconds) => [
    change(0.7, turnsPerS, 0),
    evenly(seconds, 0),
    change(0.9, 0, turnsPerS),
    evenly(6, turnsPerS),
  ]);

/** The speed of the winder of a seed, and four pauses of it. */
function handOf(seed: number) {
  const chance = evens(seed);
  const turnsPerS = 0.8 + 0.9 * ((0.37 * seed) % 1);
  const pauses = stopping(
    turnsPerS,
    Array.from({ length: 4 }, () => 1 + 3 * chance()),
  );
  const quietS = 13 / turnsPerS;
  return { turnsPerS, pauses, quietS, taught: evenly(quietS, turnsPerS) };
}

// As long as a crank was thought to turn back, two of these turns were lost without a word.
test('a hand that stops and begins again is counted right', () => {
  const { off } = played({
    seed: 10,
    stretches: [evenly(13, 0.96), ...stopping(0.96, [1.2, 3.1, 2.4, 3.8])],
  });
  expect(Math.abs(off)).toBeLessThanOrEqual(1);
});

// A radio made it run ahead, or turned a crank that stood still: it was up to five turns out without a word.
test.each([3, 5])('beside a loud radio, the winder of seed %i is counted right', (seed) => {
  const { turnsPerS, pauses, quietS, taught } = handOf(seed);
  const after = seed === 3 ? [evenly(40, turnsPerS)] : pauses;
  expect(Math.abs(played({ seed, stretches: [taught, ...after], radio: 0.3, quietS }).off)).toBeLessThanOrEqual(1);
});

// A voice was heard as ticks wherever it was as loud as they are: of 18 such, 12 were more than a turn out.
test.each([2, 4, 8])(
  'while somebody speaks, the winder of seed %i may run for long, or stop and begin again',
  (seed) => {
    const { turnsPerS, pauses, quietS, taught } = handOf(seed);
    const after = seed === 8 ? pauses : [evenly(40, turnsPerS)];
    expect(Math.abs(played({ seed, stretches: [taught, ...after], speech: 0.3, quietS }).off)).toBeLessThanOrEqual(1);
  },
);

// Where nothing else is heard it was surest, and least able to follow a crank that slows down.
test.each([3, 5])('in a quiet room, the winder of seed %i may stop and begin again without a doubt', (seed) => {
  const { pauses, quietS, taught } = handOf(seed);
  const { off, reports } = played({ seed, stretches: [taught, ...pauses], quietS });
  expect(Math.abs(off)).toBeLessThanOrEqual(1);
  expect(reports.every(({ doubtful }) => doubtful === null)).toBe(true);
});

test('what it counts never falls', () => {
  const { reports } = played({ seed: 7, stretches: [evenly(17, 1.5)], speech: 1, quietS: 9 });
  reports.forEach(({ turns }, i) => expect(turns).toBeGreaterThanOrEqual(reports[i - 1]?.turns ?? 0));
});

describe('where there is nothing to count by', () => {
  const taughtBy = (samples: Float32Array, [fromS, toS] = [2, 12]) => {
    const ear = new Ear();
    ear.hear(samples.subarray(0, fromS * SAMPLES_PER_S));
    ear.mark();
    ear.hear(samples.subarray(fromS * SAMPLES_PER_S, toS * SAMPLES_PER_S));
    ear.markTen();
    return ear.report();
  };

  test.each([
    ['a fan alone', { noise: 0.5 }],
    ['somebody who speaks', { speech: 1 }],
  ])('%s teaches it no turn, and the ten stay counted', (_, more) => {
    const { samples } = standInSound({ seed: 9, stretches: [evenly(14, 0)], ...more });
    expect(taughtBy(samples)).toMatchObject({ stage: 'unclear', turns: TAUGHT_TURNS });
  });

  // By chance a fan has ten turns in so short a time, in one of a hundred.
  test('ten turns that are pressed sooner than a hand can crank teach it none', () => {
    const { samples } = standInSound({ seed: 5, stretches: [evenly(14, 0)], noise: 0.5 });
    for (let fromS = 0; fromS < 6; fromS += 0.1) {
      const heard = samples.subarray(fromS * SAMPLES_PER_S);
      expect(taughtBy(heard, [0.5, 0.674])).toMatchObject({ stage: 'unclear', turns: TAUGHT_TURNS });
    }
  });

  test('a dead microphone is noticed within two seconds', () => {
    const ear = new Ear();
    ear.hear(new Float32Array(1.9 * SAMPLES_PER_S));
    expect(ear.report()).toMatchObject({ silent: true, level: 0 });
  });
});

test('what it learned is enough to go on with another day', () => {
  const scene = { seed: 5, stretches: [evenly(15, 1.5)] };
  const { pattern } = played(scene).ear;
  const { samples, turnsAtS } = standInSound(scene);
  const kept = JSON.stringify(pattern);
  const ear = new Ear(keptPattern(kept)!);
  // Nothing was begun that ten turns could be the end of.
  ear.markTen();
  ear.mark();
  ear.hear(samples);
  ear.markTen();
  expect(Math.abs(ear.report().turns - turnsAtS.length)).toBeLessThanOrEqual(1);
  const untaught = new Ear();
  untaught.markTen();
  expect(untaught.report()).toMatchObject({ stage: 'waiting', turns: 0 });
});

test('what is kept and cannot be read, or was heard otherwise, is taught anew', () => {
  const heardOtherwise = JSON.stringify({ ...learnPattern([], [0, 50]), hearing: HEARING - 1 });
  for (const kept of ['', 'null', '3', '{}', '{"power":', heardOtherwise]) expect(keptPattern(kept)).toBeNull();
});

test('a doubt goes once somebody has looked', () => {
  const scene = { seed: 3, stretches: [evenly(16, 1.5)], speech: 3, quietS: 9 };
  const { ear, reports } = played(scene);
  const inDoubt = reports.filter(({ doubtful }) => doubtful !== null);
  expect(inDoubt.length).toBeGreaterThan(0);
  // No more are in doubt than were counted, and from none on.
  expect(inDoubt[0]!.doubtful).toBe(0);
  for (const { doubtful, turns } of inDoubt) expect(doubtful).toBeLessThanOrEqual(turns - TAUGHT_TURNS);
  ear.trust();
  expect(ear.report().doubtful).toBeNull();
});
