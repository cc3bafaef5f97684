import fc from 'fast-check';
import { bandGuesses, needleDoubt } from './bandGuess';
import type { WeightClassNumber } from './weightClass';
import { gristOfYarn } from './yarnLength';

test('nothing that the band says is guessed at', () => {
  const number = fc.option(fc.double({ min: 0.5, max: 900, noNaN: true }));
  const facts = fc.record({
    putUpG: number,
    putUpM: number,
    wpi: number,
    needleMm: fc.option(fc.double({ min: 1, max: 20, noNaN: true })),
    weightClass: fc.option(fc.integer({ min: 0, max: 7 }).map((n) => n as WeightClassNumber)),
  });
  fc.assert(
    fc.property(facts, (band) => {
      const guesses = bandGuesses(band);
      if (band.weightClass !== null) expect(guesses.weightClass).toBeUndefined();
      if (band.putUpM !== null) expect(guesses.putUpM).toBeUndefined();
      if (band.needleMm !== null) expect(guesses.needleMm).toBeUndefined();
      if (guesses.putUpM) expect(guesses.putUpM.mean).toBeGreaterThan(0);
    }),
  );
});

test('a measured grist speaks louder than a recommended needle', () => {
  const guesses = bandGuesses({ putUpG: 100, putUpM: 420, needleMm: 4 });
  expect(guesses.weightClass).toMatchObject({ is: { number: 1 }, from: 'grist' });
});

test('each guess rests on the best there is', () => {
  expect(gristOfYarn({ wpi: 12, weightClass: 4, needleMm: 9 })?.source).toBe('wpi');
  expect(gristOfYarn({ weightClass: 4, needleMm: 9 })).toMatchObject({
    source: 'weight class',
    guess: true,
    parts: [],
  });
  expect(gristOfYarn({ needleMm: 9 })?.source).toBe('needle');
  expect(gristOfYarn({ needleMm: 0.5 })).toBeUndefined();
  expect(gristOfYarn({ putUpG: 50 })).toBeUndefined();
  expect(gristOfYarn({ putUpG: 50, putUpM: 125, wpi: 9 })).toMatchObject({ source: 'band', guess: false, mean: 2.5 });
});

test.each([
  [{ gauge: { stitchesPer10Cm: 22, rowsPer10Cm: 30 } }, 'Light', 'gauge'],
  [{ gauge: { stitchesPer10Cm: 9, rowsPer10Cm: null } }, 'Super bulky', 'gauge'],
  [{ hookMm: 6 }, 'Medium', 'hook'],
  [{ hookMm: 2 }, 'Lace', 'hook'],
  [{ hookMm: 6, needleMm: 3 }, 'Super fine', 'needle'],
  [{ hookMm: 6, needleMm: 3, gauge: { stitchesPer10Cm: 18, rowsPer10Cm: null } }, 'Medium', 'gauge'],
  // A gauge of no class at all leaves the word to the needle.
  [{ needleMm: 4, gauge: { stitchesPer10Cm: 80, rowsPer10Cm: null } }, 'Light', 'needle'],
])('%j alone: %s, by its %s, and a length as unsure as that', (facts, name, from) => {
  expect(bandGuesses({ ...facts, putUpG: 50 }).weightClass).toMatchObject({ is: { name }, from });
  const grist = gristOfYarn(facts)!;
  expect(grist).toMatchObject({ source: from, guess: true });
  expect(grist.sd / grist.mean).toBeGreaterThan(0.15);
});

test('a class suggests needles, and a length where the mass is known', () => {
  const guesses = bandGuesses({ weightClass: 5, putUpG: 100 });
  expect(guesses.needleMm).toEqual({ low: 5.5, high: 8 });
  expect(guesses.putUpM?.mean).toBeCloseTo(125, 9);
  expect(guesses.putUpM?.from).toBe('weight class');
});

test('weight class 0 is a class, not a missing one', () => {
  expect(bandGuesses({ weightClass: 0 }).needleMm).toEqual({ low: 1.25, high: 2.25 });
  expect(gristOfYarn({ weightClass: 0 })?.source).toBe('weight class');
});

test.each([
  [4, 100, 225, null],
  [5, 50, 400, null],
  [12, 100, 225, null],
  [15, 100, 225, /fine as this is hardly worked on 15 mm. Is it US 15 \(10 mm\)\?/],
  [35, 100, 225, /Is it another size\?/],
  [2, 100, 225, null],
  [1.5, 100, 225, /thick as this is hardly worked on 1.5 mm/],
  [3, 100, 80, /thick as this is hardly worked on 3 mm. Is it another size/],
  [40, null, 225, null],
  [null, 100, 225, null],
  [20, 100, 9000, null],
] as const)('a needle of %s mm for %s g to %s m', (needleMm, putUpG, putUpM, asked) => {
  const question = needleDoubt({ needleMm, putUpG, putUpM });
  if (asked === null) expect(question).toBeNull();
  else expect(question ?? '').toMatch(asked);
});
