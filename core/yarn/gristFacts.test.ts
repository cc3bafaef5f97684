import fc from 'fast-check';
import { gristFromFacts } from './yardage';
import { CONTRADICTION_SIGMAS, likelyCauses, measuredGrist } from './gristFacts';
import { gristOfYarn, isOpen, remainingLength } from './yarnLength';

const BAND = { lengthM: 236, massG: 105 };
const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('nothing known, nothing told', () => expect(measuredGrist(undefined, [])).toBeUndefined());

test('facts that agree are weighted by 1/variance, as the estimator of yardage does', () => {
  fc.assert(
    fc.property(positive(2.2, 2.3), positive(5, 30), (gristMPerG, lengthM) => {
      const samples = [{ lengthM, massG: lengthM / gristMPerG, scaleResolutionG: 0.1 }];
      const whole = measuredGrist(BAND, samples)!;
      const expected = gristFromFacts({ band: BAND, samples });
      expect(whole.contradiction).toBeUndefined();
      expect(whole.mean).toBeCloseTo(expected.mean, 12);
      expect(whole.sd).toBeCloseTo(expected.sd, 12);
      expect(whole.parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
    }),
  );
});

test('each fact’s share is what it knows: twice as sure counts four times', () => {
  const { parts } = measuredGrist(undefined, [
    { lengthM: 20, massG: 10, lengthSdM: 0.2, scaleResolutionG: 1e-9 },
    { lengthM: 20, massG: 10, lengthSdM: 0.4, scaleResolutionG: 1e-9 },
  ])!;
  expect(parts[0]!.share / parts[1]!.share).toBeCloseTo(4, 6);
});

test('three standard deviations apart is a contradiction, a hair less is not', () => {
  // What errs is the mass to the metre.
  const gPerM = BAND.massG / BAND.lengthM;
  const sampleAt = (sigmas: number) => {
    // A sample this exact adds nothing to the spread.
    const massG = 10 * gPerM * (1 + (sigmas * 0.05) / Math.sqrt(3));
    return [{ lengthM: 10, massG, lengthSdM: 1e-9, scaleResolutionG: 1e-9 }];
  };
  expect(measuredGrist(BAND, sampleAt(CONTRADICTION_SIGMAS - 0.001))!.contradiction).toBeUndefined();
  for (const side of [1, -1])
    expect(measuredGrist(BAND, sampleAt(side * (CONTRADICTION_SIGMAS + 0.001)))!.contradiction).toMatchObject({
      against: 'band',
      samples: [0],
      sigmas: expect.closeTo(3.001, 3) as number,
    });
});

describe('a sample of half the band’s grist', () => {
  const samples = [{ lengthM: 10, massG: 8.9, scaleResolutionG: 0.1 }];
  const open = measuredGrist(BAND, samples)!;

  test('is not averaged away: the figure spans both', () => {
    const { expected, found } = open.contradiction!;
    expect(open.mean).toBeCloseTo((expected.mean + found.mean) / 2, 12);
    expect(open.mean - 1.6448536 * open.sd).toBeLessThan(found.mean);
    expect(open.mean + 1.6448536 * open.sd).toBeGreaterThan(expected.mean);
    expect(open.contradiction!.causes).toEqual(['two strands as one', 'wrong band']);
  });

  test('and the maker decides which to go by', () => {
    expect(measuredGrist(BAND, samples, 'band')!.mean).toBeCloseTo(236 / 105, 12);
    expect(measuredGrist(BAND, samples, 'samples')!.mean).toBeCloseTo(10 / 8.9, 12);
    expect(measuredGrist(BAND, samples, 'samples')!.contradiction).toBeDefined();
  });

  test('until then nothing is said to make it surer but settling it', () => {
    const facts = { putUpG: 105, putUpM: 236, samples };
    const left = (trust?: 'band' | 'samples') =>
      remainingLength(gristOfYarn({ ...facts, trust })!, [{ from: 'band', massG: 105 }]);
    expect(isOpen(left().grist)).toBe(true);
    expect(left().surer).toBeUndefined();
    expect(isOpen(left('band').grist)).toBe(false);
    expect(isOpen(left('samples').grist)).toBe(false);
    expect(left('band').surer?.how).toBe('weigh');
  });
});

test('among three samples the odd one is found', () => {
  const good = { lengthM: 10, massG: 4.4, scaleResolutionG: 0.1 };
  const whole = measuredGrist(undefined, [good, { ...good, massG: 44 }, { ...good, massG: 4.5 }])!;
  expect(whole.contradiction).toMatchObject({ against: 'other samples', samples: [1] });
  expect(whole.contradiction!.causes).toContain('decimal point');
});

test.each([
  [1.0936, 'yards for metres'],
  [0.9144, 'yards for metres'],
  [28.35, 'ounces for grams'],
  [1 / 28.35, 'ounces for grams'],
  [0.5, 'two strands as one'],
  [10, 'decimal point'],
  [0.01, 'decimal point'],
  [1.18, 'stretched'],
  [0.85, 'drawn in or damp'],
  [3.7, 'wrong band'],
] as const)('%d times as much is most likely %s', (ratio, cause) => expect(likelyCauses(ratio, true)[0]).toBe(cause));

test('the best that is known speaks: measured, wraps, a like yarn, the class, the needle', () => {
  const all = { putUpG: 50, putUpM: 110, wpi: 12, likeMPerG: 2.4, weightClass: 3, needleMm: 4 } as const;
  const sample = [{ lengthM: 10, massG: 4.5, scaleResolutionG: 0.1 }];
  expect(gristOfYarn({ ...all, samples: sample })).toMatchObject({ source: 'band and samples', guess: false });
  expect(gristOfYarn({ ...all, putUpM: null, samples: sample })).toMatchObject({ source: 'samples', guess: false });
  expect(gristOfYarn({ ...all, putUpM: null })).toMatchObject({ source: 'wpi', guess: true });
  expect(gristOfYarn({ ...all, putUpM: null, wpi: null })).toMatchObject({ source: 'like yarn', mean: 2.4 });
  expect(gristOfYarn({ weightClass: 3, needleMm: 4 })?.source).toBe('weight class');
});

test('a damp room makes yarn seem more, a dry one less; without fibres it is left alone', () => {
  const grist = gristOfYarn({ putUpG: 100, putUpM: 250 })!;
  const wool = [{ name: 'wool', percent: 100 }] as const;
  const lengthIn = (humidityPercent: number | null, fibres: readonly { name: 'wool'; percent: number }[] = wool) =>
    remainingLength(grist, [{ from: 'scale', massG: 80, tareG: 0, resolutionG: 1, humidityPercent }], fibres).lengthM
      .mean;
  expect(lengthIn(65)).toBeCloseTo(200, 9);
  expect(lengthIn(null)).toBe(200);
  expect(lengthIn(35, [])).toBe(200);
  expect(lengthIn(35)).toBeCloseTo((200 * 1.145) / (1 + 0.145 * 0.575), 9);
  expect(lengthIn(85)).toBeLessThan(200);
});

describe('laws of what is measured', () => {
  const grist = fc.double({ min: 0.3, max: 9, noNaN: true });
  const sample = fc.record({
    lengthM: fc.double({ min: 2, max: 300, noNaN: true }),
    off: fc.double({ min: 0.99, max: 1.01, noNaN: true }),
    scaleResolutionG: fc.constantFrom(0.01, 0.1, 1),
  });
  const facts = fc.record({ mPerG: grist, samples: fc.array(sample, { minLength: 1, maxLength: 6 }) });
  const made = (
    mPerG: number,
    { lengthM, off, scaleResolutionG }: { lengthM: number; off: number; scaleResolutionG: number },
  ) => ({
    lengthM,
    massG: (lengthM / mPerG) * off,
    scaleResolutionG,
  });

  test('one more fact that agrees never makes it less sure', () => {
    fc.assert(
      fc.property(facts, ({ mPerG, samples }) => {
        const all = samples.map((one) => made(mPerG, one));
        const band = { lengthM: mPerG * 100, massG: 100 };
        const with_ = measuredGrist(band, all)!;
        fc.pre(!with_.contradiction);
        const without = measuredGrist(band, all.slice(1))!;
        fc.pre(!without.contradiction);
        expect(with_.sd).toBeLessThanOrEqual(without.sd * (1 + 1e-12));
      }),
    );
  });

  test('the order in which things were measured does not matter', () => {
    fc.assert(
      fc.property(facts, ({ mPerG, samples }) => {
        const all = samples.map((one) => made(mPerG, one));
        const [one, other] = [measuredGrist(undefined, all)!, measuredGrist(undefined, [...all].reverse())!];
        expect(other.mean / one.mean).toBeCloseTo(1, 9);
        expect(other.sd / one.sd).toBeCloseTo(1, 9);
      }),
    );
  });

  test('the figure lies among the facts, and their shares make a whole', () => {
    fc.assert(
      fc.property(facts, ({ mPerG, samples }) => {
        const whole = measuredGrist(
          { lengthM: mPerG * 50, massG: 50 },
          samples.map((one) => made(mPerG, one)),
        )!;
        const means = whole.parts.map(({ mean }) => mean);
        expect(whole.mean).toBeGreaterThanOrEqual(Math.min(...means) * (1 - 1e-12));
        expect(whole.mean).toBeLessThanOrEqual(Math.max(...means) * (1 + 1e-12));
        expect(whole.parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      }),
    );
  });

  test('twice the yarn is twice the length, whatever the grist rests on', () => {
    fc.assert(
      fc.property(facts, fc.double({ min: 1, max: 900, noNaN: true }), ({ mPerG, samples }, massG) => {
        const known = gristOfYarn({ samples: samples.map((one) => made(mPerG, one)) })!;
        const length = (g: number) => remainingLength(known, [{ from: 'band', massG: g }]).lengthM;
        expect(length(2 * massG).mean).toBeCloseTo(2 * length(massG).mean, 6);
        expect(length(2 * massG).sd).toBeCloseTo(2 * length(massG).sd, 6);
      }),
    );
  });
});
