import { evens } from '../../tests/support/chance';
import type { Leaving, Round, TwistStep } from './twist';
import {
  type Exercise,
  exercise,
  EXERCISE_KINDS,
  type ExerciseKind,
  isSure,
  kindToAsk,
  LEVELS,
  levelOf,
  PRACTICE_STRAND,
  type PractisedAnswer,
  roundOfLaying,
} from './twistPractice';

/**
 * The answers once more, from where a strand is in space and not from the rule: it is laid and pulled off bit by bit,
 * the turns of the strand round the package are added up, and seen from the other side clockwise is anticlockwise.
 */
function simulated(steps: readonly TwistStep[]): Float64Array {
  const bits = 240;
  const bitM = PRACTICE_STRAND.lengthM / bits;
  // Which bit of the strand lies where, and the turns per metre that each bit has by now.
  let order = Array.from({ length: bits }, (_, i) => i).reverse();
  const turns = new Float64Array(bits);
  // The place of each bit on the package: how far round it lies (clockwise, seen from the near side), in turns.
  let angleOf: number[] | null = null;
  for (const { from, onto } of steps) {
    const leaving = [...order];
    if (from.mode !== 'over-end' || from.end === 'outer') leaving.reverse();
    if (from.mode === 'stationary-loop') for (const bit of leaving) turns[bit]! += signOf(from.direction) / from.loopM;
    if (from.mode === 'over-end') pullOff(leaving, from, angleOf!, turns, bitM);
    order = leaving;
    if (onto && onto.mode !== 'reel') {
      angleOf = Array<number>(bits).fill(0);
      let spindle = 0;
      let massG = 0;
      for (const bit of leaving) {
        // The strand comes in at one fixed place; where that is on the package is what the spindle has turned past it.
        angleOf[bit] = -spindle;
        const radiusM = Math.sqrt(
          (onto.coreDiameterMm / 2000) ** 2 + massG / (onto.densityGPerCm3! * 1e6 * Math.PI * (onto.heightMm / 1000)),
        );
        spindle += (signOf(onto.direction) * bitM) / (2 * Math.PI * radiusM);
        massG += bitM / PRACTICE_STRAND.gristMPerG;
      }
    }
  }
  return Float64Array.from(order, (bit) => turns[bit]!);
}

function pullOff(
  leaving: readonly number[],
  { side }: Extract<Leaving, { mode: 'over-end' }>,
  angleOf: readonly number[],
  turns: Float64Array,
  bitM: number,
): void {
  leaving.forEach((bit, i) => {
    const [before, after] = [leaving[i - 1] ?? bit, leaving[i + 1] ?? bit];
    const steps = (before === bit ? 0 : 1) + (after === bit ? 0 : 1);
    const clockwise = (angleOf[after]! - angleOf[before]!) / steps;
    turns[bit]! += (side === 'near' ? clockwise : -clockwise) / bitM;
  });
}

const signOf = (direction: Round) => (direction === 'cw' ? 1 : -1);

function answerBySimulation({ kind, own, steps, ways, choices }: Exercise): number {
  const turns = simulated(steps);
  const middle = turns[120]!;
  const ownSign = own.direction === 'Z' ? 1 : -1;
  const biggest = (some: readonly TwistStep[]) => Math.max(...simulated(some).map(Math.abs));
  switch (kind) {
    case 'letter':
      return Math.abs(middle) < 1e-6 ? 2 : middle < 0 ? 0 : 1;
    case 'gain':
      return Math.abs(middle) < 1e-6 ? 2 : middle * ownSign > 0 ? 0 : 1;
    case 'where': {
      const [first, last] = [Math.abs(turns[3]!), Math.abs(turns[236]!)];
      return Math.abs(first - last) < 1e-6 ? 2 : first > last ? 0 : 1;
    }
    case 'together': {
      // Without its last pull, and with it alone: together they are more than either, or less.
      const before = Math.abs(simulated(steps.slice(0, 2))[120]!);
      if (steps.at(-1)!.from.mode === 'rotating') return 2;
      return Math.abs(middle) > before ? 0 : 1;
    }
    case 'ply':
      return middle * ownSign > 0 ? 0 : 1;
    case 'least': {
      const most = ways.map(biggest);
      return most.indexOf(Math.min(...most));
    }
    case 'size': {
      const off = choices.map((choice) => Math.abs(Math.log(Number(choice) / Math.abs(turns[1]!))));
      return off.indexOf(Math.min(...off));
    }
  }
}

test('1,000 exercises made afresh: the answer is what a strand does that is laid and pulled off bit by bit', () => {
  const chance = evens(20_261_126);
  const seen = new Map<string, number>();
  for (let i = 0; i < 1000; i++) {
    const kind = EXERCISE_KINDS[i % EXERCISE_KINDS.length]!;
    const made = exercise(kind, chance);
    const key = `${kind} ${made.kind === 'least' || made.kind === 'size' ? '' : made.choices[made.answer]}`;
    seen.set(key, (seen.get(key) ?? 0) + 1);
    expect({ i, kind, answer: answerBySimulation(made), steps: made.steps }).toEqual({
      i,
      kind,
      answer: made.answer,
      steps: made.steps,
    });
  }
  // Every answer that there can be is the right one often enough not to be guessed.
  expect([...seen.keys()].sort()).toEqual(
    [
      'gain gains',
      'gain loses',
      'gain stays',
      'least ',
      'letter S',
      'letter Z',
      'letter neither',
      'ply inner',
      'ply outer',
      'size ',
      'together add up',
      'together cancel',
      'together only one',
      'where alike',
      'where first',
      'where last',
    ].sort(),
  );
  for (const count of seen.values()) expect(count).toBeGreaterThan(15);
});

test('one and only one of the ways leaves it most as it was', () => {
  const chance = evens(7);
  for (let i = 0; i < 100; i++) {
    const { ways, choices, answer } = exercise('least', chance);
    expect(choices).toHaveLength(ways.length);
    expect(ways.length).toBeGreaterThanOrEqual(3);
    const most = ways.map((steps) => Math.max(...simulated(steps).map(Math.abs)));
    most.forEach((each, other) => other !== answer && expect(each).toBeGreaterThan(most[answer]! * 1.5));
  }
});

test('the same chance makes the same question', () => {
  for (const kind of EXERCISE_KINDS) expect(exercise(kind, evens(3))).toEqual(exercise(kind, evens(3)));
});

const answers = (kind: ExerciseKind, rights: string): PractisedAnswer[] =>
  [...rights].map((each) => ({ kind, right: each === '1' }));

test('a kind is sure with five of its last six, and no sooner', () => {
  expect(isSure(answers('letter', '1111'), 'letter')).toBe(false);
  expect(isSure(answers('letter', '11111'), 'letter')).toBe(true);
  expect(isSure(answers('letter', '1111110'), 'letter')).toBe(true);
  expect(isSure(answers('letter', '11111100'), 'letter')).toBe(false);
  expect(isSure(answers('letter', '000000111011'), 'letter')).toBe(true);
});

test('levels open one after another', () => {
  const sure = (kinds: readonly ExerciseKind[]) => kinds.flatMap((kind) => answers(kind, '11111'));
  expect(levelOf([])).toBe(0);
  expect(levelOf(sure(LEVELS[0]!))).toBe(1);
  expect(levelOf(sure([...LEVELS[0]!, ...LEVELS[1]!]))).toBe(2);
  expect(levelOf(sure(EXERCISE_KINDS))).toBe(LEVELS.length - 1);
});

test('what is not sure yet is asked more often, and nothing above the level', () => {
  const known = [...answers('letter', '11111'), ...answers('gain', '11111')];
  const chance = evens(11);
  const asked = Array.from({ length: 600 }, () => kindToAsk(known, chance));
  const count = (kind: ExerciseKind) => asked.filter((each) => each === kind).length;
  expect(new Set(asked)).toEqual(new Set(LEVELS[1]));
  expect(count('where')).toBeGreaterThan(2 * count('gain'));
});

test('which way round the strand lies: a spindle that turns one way lays it the other, a hand lays it as it goes', () => {
  const cake = { coreDiameterMm: 24, heightMm: 68 };
  expect(roundOfLaying({ mode: 'spindle', direction: 'ccw', ...cake })).toBe('cw');
  expect(roundOfLaying({ mode: 'carried', direction: 'cw', ...cake })).toBe('cw');
  expect(roundOfLaying({ mode: 'carried', direction: 'ccw', ...cake })).toBe('ccw');
  expect(roundOfLaying({ mode: 'reel', loopM: 1.5 })).toBeNull();
  expect(roundOfLaying(undefined)).toBeNull();
});
