import fc from 'fast-check';
import {
  chanceInWords,
  secondsInWords,
  type Figure,
  gristFigure,
  knownLengthFigure,
  lengthFigure,
  massFigure,
  plusMinus,
  readingFigure,
  sizeFigure,
  spanFigure,
  twistFigure,
} from './format';
import { GRAMS_PER_OUNCE, METRES_PER_YARD, parseQuantity } from './units';

const inWords = ({ number, unit }: Figure) => `${number} ${unit}`;

test.each([
  [() => massFigure(113.4, 'metric'), '113 g'],
  [() => massFigure(9.46, 'metric'), '9.5 g'],
  [() => massFigure(9, 'metric'), '9 g'],
  [() => massFigure(-2.97, 'metric'), '-3 g'],
  [() => massFigure(0, 'metric'), '0 g'],
  [() => massFigure(113.398, 'imperial'), '4.00 oz'],
  [() => lengthFigure(366.4, 'metric'), '366 m'],
  [() => lengthFigure(9.84, 'metric'), '9.8 m'],
  [() => lengthFigure(12_345.6, 'metric'), '12,346 m'],
  [() => lengthFigure(9_999, 'metric'), '9999 m'],
  [() => lengthFigure(10_000, 'metric'), '10,000 m'],
  [() => lengthFigure(192.024, 'imperial'), '210 yd'],
  [() => sizeFigure(81.04, 'metric'), '81 mm'],
  [() => sizeFigure(81.04, 'imperial'), '3.2 in'],
  [() => spanFigure(1620, 'metric'), '162 cm'],
  [() => spanFigure(529.16, 'metric'), '52.9 cm'],
  [() => spanFigure(529.16, 'imperial'), '20.8 in'],
  [() => gristFigure(1.8435, 'metric'), '184 m/100 g'],
  [() => gristFigure(1.8435, 'imperial'), '57 yd/oz'],
  [() => gristFigure(1.8435, 'g yd'), '202 yd/100 g'],
  [() => gristFigure(1.8435, 'oz m'), '52 m/oz'],
  [() => massFigure(113.4, 'g yd'), '113 g'],
  [() => lengthFigure(91.44, 'g yd'), '100 yd'],
  [() => massFigure(113.4, 'oz m'), '4.00 oz'],
  [() => lengthFigure(91.44, 'oz m'), '91 m'],
  [() => twistFigure(196.85, 'metric'), '197 t/m'],
  [() => twistFigure(196.85, 'imperial'), '5.0 tpi'],
])('%s is said %s', (figure, words) => expect(inWords(figure())).toBe(words));

test('a length and its doubt are told in the same unit', () => {
  // Half of the 90 % range is 16.4 m: 18 yd.
  expect(plusMinus({ mean: 192.024, sd: 10 }, 'imperial')).toBe('±\u00a018\u00a0yd');
  expect(inWords(knownLengthFigure({ mean: 192.024, sd: 10 }, 'imperial'))).toBe('210 yd');
  // 64 m, so to ten of them, and to ten yards.
  expect(plusMinus({ mean: 1473.2, sd: 39 }, 'imperial')).toBe('±\u00a070\u00a0yd');
  expect(inWords(knownLengthFigure({ mean: 1473.2, sd: 39 }, 'imperial'))).toBe('1610 yd');
});

test.each([
  [48.34, 1, '48 g'],
  [48.34, 0.1, '48.3 g'],
  [48.34, 0.01, '48.34 g'],
  [48.34, 5, '48 g'],
  [48, 0.1, '48.0 g'],
])('%d g on a scale of %d g is shown %s', (massG, resolutionG, words) =>
  expect(inWords(readingFigure(massG, resolutionG, 'metric'))).toBe(words),
);

test.each([
  [5, '1 min'],
  [59 * 60, '59 min'],
  [60 * 60, '1 h'],
  [125 * 60, '2 h 5 min'],
])('%d seconds are %s', (seconds, words) => expect(secondsInWords(seconds)).toBe(words));

test('a figure is written as the language’s own formatter writes it, halves rounded up as they are written', () => {
  expect(readingFigure(1.005, 0.01, 'metric').number).toBe('1.01');
  fc.assert(
    fc.property(
      fc.integer({ min: -2_000_000_000, max: 2_000_000_000 }),
      fc.integer({ min: 0, max: 7 }),
      fc.integer({ min: 0, max: 4 }),
      (units, places, decimals) => {
        const value = units / 10 ** places;
        const format = new Intl.NumberFormat('en-GB', {
          minimumFractionDigits: decimals,
          maximumFractionDigits: decimals,
          useGrouping: Math.abs(value) >= 10_000,
        });
        const { number } = readingFigure(value, 10 ** -decimals, 'metric');
        expect(number).toBe(format.format(value).replace(/^-(?=[0.]+$)/, ''));
      },
    ),
  );
});

test('no chance is ever said to be certain', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (probability) => {
      expect(chanceInWords(probability)).not.toMatch(/^(100|0)\s%$/);
    }),
  );
  // Short of even is never told as even.
  expect(chanceInWords(0.4997)).toBe('49\u00a0%');
});

test('what is shown in one system and typed again is the same amount, to the step shown', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 900, noNaN: true }),
      fc.constantFrom('metric', 'imperial'),
      (amount, system) => {
        const mass = parseQuantity(inWords(massFigure(amount, system)), 'mass', system);
        expect(Math.abs(mass - amount)).toBeLessThanOrEqual(system === 'metric' ? 0.5 : 0.0051 * GRAMS_PER_OUNCE);
        const length = parseQuantity(inWords(lengthFigure(amount * 2, system)), 'length', system);
        expect(Math.abs(length - amount * 2)).toBeLessThanOrEqual(system === 'metric' ? 0.5 : 0.51 * METRES_PER_YARD);
      },
    ),
  );
});
