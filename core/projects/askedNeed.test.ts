import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { massOf } from '../yarn/piece';
import { answerNeed, parseNeed, parsePart, parsePutUp, parseShare, parseYarnLine } from './askedNeed';

test.each([
  ['390 m', { metres: 390 }, 'metric'],
  ['430yd', { metres: 430 * 0.9144 }, 'g yd'],
  ['120', { metres: 120 }, 'metric'],
  ['120 g', { grams: 120 }, 'metric'],
  ['4 oz', { grams: 4 * 28.349523125 }, 'oz m'],
  ['4 balls of 50 g/125 m', { metres: 500 }, 'metric'],
  ['4 x 50g / 125m', { metres: 500 }, 'metric'],
  ['two skeins of 125 m to 50 g', { metres: 250 }, 'metric'],
  ['3 hanks of 4 oz (240 yd)', { metres: 720 * 0.9144 }, 'imperial'],
  ['3 balls of 60 m', { metres: 180 }, 'metric'],
  ['2 x 50 g', { grams: 100 }, 'metric'],
  ['1.5 balls of 50 g/125 m', { metres: 187.5 }, 'metric'],
])('a need of %j', (typed, amount, shownIn) => {
  const need = parseNeed(typed, 'metric', 'need');
  expect(Object.keys(need.amount)).toEqual(Object.keys(amount));
  expect(Object.values(need.amount)[0]).toBeCloseTo(Object.values(amount)[0]!, 6);
  expect(need.shownIn).toBe(shownIn);
});

test('a bare number is in the units that are shown', () => {
  expect(parseNeed('100', 'imperial', 'need')).toMatchObject({ amount: { metres: 91.44 }, shownIn: 'imperial' });
});

test.each(['6 balls', '4 x', '4 balls of something', '4 balls of 50 g/60 g', '4 x 1 m/2 g/3 m', '', '-3 m'])(
  'a need of %j is refused in words',
  (typed) => expect(() => parseNeed(typed, 'metric', 'need')).toThrow(InputError),
);

test('a yarn in one line: what is on the scale, a share of it, or all', () => {
  const line = (typed: string) => parseYarnLine(typed, 1, 'metric', 'yarn');
  expect(line('62 g of 100 g/220 m')).toEqual({
    putUpG: 100,
    putUpM: 220,
    mass: { from: 'scale', massG: 62, tareG: 0, resolutionG: 1 },
  });
  expect(line('2 oz of a 3.5 oz/240 yd').mass.massG).toBeCloseTo(2 * 28.349523125, 9);
  expect(line('100 g = 220 m').mass).toEqual({ from: 'band', massG: 100 });
  const third = line('about a third of 60 g/150 m');
  expect(third.mass.massG).toBeCloseTo(20, 9);
  // Within 8 % of the whole either way, all alike.
  expect(third.mass).toMatchObject({ from: 'scale', tareG: 0 });
  expect(massOf(third.mass).sd).toBeCloseTo(4.8 / Math.sqrt(3), 9);
  expect(() => line('62 g of 100 g')).toThrow('say what its band says too');
  expect(() => line('a lot of 100 g/220 m')).toThrow(InputError);
  expect(() => parsePart('half', null, 1, 'metric', 'mass')).toThrow('of how much?');
  expect(parsePutUp('220 m', 'metric', 'it')).toEqual({ massG: null, lengthM: 220 });
});

test.each([
  ['half', 1 / 2],
  ['about a third', 1 / 3],
  ['two thirds', 2 / 3],
  ['three-quarters left', 3 / 4],
  ['~ 1/4', 1 / 4],
  ['30 %', 0.3],
  ['100%', 1],
  [' 3/4 ', 3 / 4],
  ['120 %', null],
  ['5/4', null],
  ['0 %', null],
  ['1/0', null],
  ['30 g', null],
  ['half a dozen', null],
])('%j as a share is %p', (typed, share) => {
  if (share === null) expect(parseShare(typed)).toBeNull();
  else expect(parseShare(typed)).toBeCloseTo(share, 12);
});

test('grams are answered by grams, metres by metres, or not at all', () => {
  const available = { massG: { mean: 50, sd: 0.3 }, lengthM: { mean: 100, sd: 3 } };
  expect(answerNeed({ grams: 45 }, available)).toMatchObject({ marginM: 5, verdict: 'enough' });
  expect(answerNeed({ metres: 120 }, available)).toMatchObject({ marginM: -20, verdict: 'short' });
  expect(answerNeed({ metres: 120 }, { ...available, lengthM: null })).toBeNull();
});

test('whatever is typed is read or refused in words', () => {
  const signs = [...'0123456789./ xgmoz%', ' of ', 'balls', 'third', 'half', 'a '];
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...signs), { maxLength: 12 }), (parts) => {
      const typed = parts.join('');
      for (const reads of [parseNeed, (text: string) => parseYarnLine(text, 1, 'metric', 'yarn')])
        try {
          expect(JSON.stringify(reads(typed, 'metric', 'yarn'))).not.toMatch(/null|NaN/);
        } catch (error) {
          expect(error).toBeInstanceOf(InputError);
        }
    }),
  );
});
