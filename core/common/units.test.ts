import fc from 'fast-check';
import { parseFibres } from '../yarn/fibre';
import { parseLoopM } from '../bench/hankLoop';
import { InputError } from './inputError';
import {
  GRAMS_PER_OUNCE,
  inGrams,
  inMetres,
  METRES_PER_YARD,
  parseAmount,
  parseNumber,
  parseQuantity,
  systemOf,
  UNIT_SYSTEMS,
} from './units';

describe('parseQuantity reads what bands and hands write', () => {
  test.each([
    ['4 oz', 113.398],
    ['3.5oz', 99.223],
    ['1/4 lb', 113.398],
    ['¼ lb', 113.398],
    ['1 1/2 oz', 42.524],
    ['1½oz', 42.524],
    ['1 lb 2 oz', 510.291],
    ['115', 115],
    ['115g', 115],
    ['  0,115 kg ', 115],
    ['3,5 oz.', 99.223],
    ['1,250 g', 1250],
    ['.5 kg', 500],
    ['100 g / 3.5 oz', 100],
    ['100g/3.5oz', 100],
    ['3.5 oz (100 g)', 99.223],
    ['50 G', 50],
    ['2 x 50 g', 100],
    ['3×1.5oz', 127.573],
    ['about 50-ish g', 50],
  ])('mass %s', (text, grams) => {
    expect(parseQuantity(text, 'mass', 'metric')).toBeCloseTo(grams, 2);
  });

  test.each([
    ['210 yd', 192.024],
    ['190 m', 190],
    ['200ish', 200],
    ['approx. 200 -ish m', 200],
    ['4 x 125 m', 500],
    ['190m / 208 yds', 190],
    ['12 in', 0.3048],
    ['162 cm', 1.62],
    ['5 feet', 1.524],
    ['1.2 km', 1200],
  ])('length %s', (text, metres) => {
    expect(parseQuantity(text, 'length', 'metric')).toBeCloseTo(metres, 6);
  });

  test('a bare number is in the user’s own unit', () => {
    expect(parseQuantity('4', 'mass', 'imperial')).toBeCloseTo(4 * GRAMS_PER_OUNCE, 9);
    expect(parseQuantity('210', 'length', 'imperial')).toBeCloseTo(210 * METRES_PER_YARD, 9);
  });

  test.each([
    ['100 m', 'mass', /is a length/],
    ['4 oz', 'length', /is a mass/],
    ['4 stone', 'mass', /not a unit/],
    ['2 x 2 x 50 g', 'mass', /cannot read|not a unit/],
    ['0 x 50 g', 'mass', /between 1 and 500/],
    ['2 x', 'mass', /cannot read|not a unit/],
    ['', 'mass', /write it like 100 g, 3\.5 oz, 1\/4 lb$/],
    ['', 'length', /write it like 190 m, 210 yd$/],
    ['lots', 'mass', /cannot read/],
    ['100 50 g', 'mass', /cannot read/],
    ['-5 g', 'mass', /cannot read/],
    ['0 g', 'mass', /above zero/],
    ['1/0 lb', 'mass', /cannot read/],
    ['1.2.3 g', 'mass', /cannot read/],
    ['100 g / 4.5 oz', 'mass', /not the same/],
    ['100 g /', 'mass', /write it like/],
    ['NaN', 'mass', /cannot read/],
    ['1e3 g', 'mass', /not a unit/],
  ] as const)('%s as a %s is refused in words', (text, quantity, message) => {
    expect(() => parseQuantity(text, quantity, 'metric', 'field')).toThrow(message);
    expect(() => parseQuantity(text, quantity, 'metric', 'field')).toThrow(InputError);
  });

  test('every unit reads back what it wrote', () => {
    const units = { g: 1, kg: 1000, oz: GRAMS_PER_OUNCE, lb: 16 * GRAMS_PER_OUNCE };
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.constantFrom(...(Object.keys(units) as (keyof typeof units)[])),
        fc.constantFrom('', ' '),
        (amount, unit, space) => {
          const written = amount.toFixed(4);
          const grams = parseQuantity(`${written}${space}${unit}`, 'mass', 'metric');
          expect(grams).toBeCloseTo(Number(written) * units[unit], 6);
        },
      ),
    );
  });

  test('nothing typed can do worse than be refused', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        try {
          const value = parseQuantity(text, 'length', 'imperial', 'field');
          expect(value).toBeGreaterThan(0);
          expect(Number.isFinite(value)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(InputError);
          expect((error as InputError).path).toBe('field');
        }
      }),
      { numRuns: 2000 },
    );
  });
});

test.each([
  [' 1/4 ', 1 / 4],
  ['7/10', 7 / 10],
  ['11/16', 11 / 16],
  ['1 1/2', 1.5],
  ['1   1/2', 1.5],
  ['12 3/4', 12.75],
  ['1,250 1/2', 1250.5],
])('a fraction: %j is %p', (text, value) => expect(parseNumber(text, 'x')).toBe(value));

test.each(['1/0', '1/', '/2', '1/2x', 'x 1/2', '1 2 1/2', '1 1/2 3', '1 2', '1/2/3', ''])('%j is no number', (text) =>
  expect(() => parseNumber(text, 'x')).toThrow('cannot read this number'),
);

test('parseNumber tells a decimal comma from a thousands comma', () => {
  expect(parseNumber('3,5', 'x')).toBe(3.5);
  expect(parseNumber('12,500', 'x')).toBe(12500);
  expect(parseNumber('1,250.5', 'x')).toBe(1250.5);
  expect(() => parseNumber('1,25,0', 'x')).toThrow('cannot read');
});

describe('parseFibres reads fibre content as bands print it', () => {
  test.each([
    [
      '80% wool 20% nylon',
      [
        ['wool', 80],
        ['nylon', 20],
      ],
    ],
    ['100% Wool', [['wool', 100]]],
    ['wool', [['wool', 100]]],
    [
      'wool 70 %, silk 30 %',
      [
        ['wool', 70],
        ['silk', 30],
      ],
    ],
    [
      '62,5 % cotton / 37,5 % linen',
      [
        ['cotton', 62.5],
        ['linen', 37.5],
      ],
    ],
    [
      '75 superwash wool & 25 polyamide',
      [
        ['wool', 75],
        ['nylon', 25],
      ],
    ],
    [
      '55 baby alpaca 45 silk',
      [
        ['alpaca', 55],
        ['silk', 45],
      ],
    ],
    [
      '7%wool,93%cotton',
      [
        ['wool', 7],
        ['cotton', 93],
      ],
    ],
    [
      'wool 70, and silk 30',
      [
        ['wool', 70],
        ['silk', 30],
      ],
    ],
    [
      'llama 87.5 and silk 12.5',
      [
        ['alpaca', 87.5],
        ['silk', 12.5],
      ],
    ],
    ['', []],
  ] as const)('%s', (text, shares) => {
    expect(parseFibres(text, 'f').map(({ name, percent }) => [name, percent])).toEqual(shares);
  });

  test.each([
    ['80% wool 10% nylon', 'they add up to 90'],
    ['wool, nylon', 'what percentage'],
    ['80% moonbeam 20% wool', 'do not know "moonbeam"'],
    ['50% wool 50% wool', 'twice'],
    ['80%', 'write it like'],
    ['0 % wool, 100 % silk', 'leave out'],
    ['0.09 % wool, 99.91 % silk', 'leave out'],
    ['80 % wool ? 20 % silk', 'write it like'],
    ['wool 70, nylon', 'what percentage is nylon'],
  ])('%s is refused', (text, message) => expect(() => parseFibres(text, 'f')).toThrow(message));
});

describe('parseLoopM takes a bare number for what it must be', () => {
  test.each([
    ['162', 'metric', 1.62],
    ['1.62', 'metric', 1.62],
    ['1,62', 'metric', 1.62],
    ['64', 'imperial', 1.6256],
    ['1.8', 'imperial', 1.64592],
    ['1 3/4', 'imperial', 1.6002],
    ['162 cm', 'imperial', 1.62],
  ] as const)('%s, %s', (text, system, metres) => expect(parseLoopM(text, system, 'loop')).toBeCloseTo(metres, 9));

  test.each(['162 m', '9', '900', '3 mm', '', '12 oz', 'wide'])('%s is refused', (text) =>
    expect(() => parseLoopM(text, 'metric', 'loop')).toThrow(InputError),
  );
});

describe('a typed amount is never silently something else', () => {
  const mass = (text: string) => parseQuantity(text, 'mass', 'metric', 'm');
  const length = (text: string) => parseQuantity(text, 'length', 'metric', 'l');

  test.each([
    [() => mass('100 g 3.5 oz'), 100],
    [() => length('400 m 437 yd'), 400],
    [() => mass('1 lb 2 oz'), 510.29141625],
    [() => length('3 yd 1 ft'), 3.048],
    [() => mass('½ lb'), 226.796185],
    [() => mass('50 gm'), 50],
    [() => mass('1 kilo'), 1000],
    [() => length('approx 200 m'), 200],
    [() => length('ca. 200 m'), 200],
    [() => length('1,250 m'), 1250],
    [() => mass('1.250 kg'), 1250],
    [() => mass('0.125 g'), 0.125],
  ])('%s is read', (read, expected) => expect(read()).toBeCloseTo(expected, 6));

  test.each([
    [() => length('1.000 m'), /1000 or 1\?/],
    [() => mass('1.250 g'), /1250 or 1.25\?/],
    [() => mass('3,500 oz'), /3500 or 3.5\?/],
    [() => mass('100 g 3 oz'), /not the same amount/],
    [() => length('400 m 400 yd'), /not the same amount/],
  ])('%s is asked about', (read, message) => expect(read).toThrow(message));

  test.each(['50 gm', '1 kilo', '½ lb'])('%s is a mass', (text) =>
    expect(parseAmount(text, 'metric', 'a')).toHaveProperty('grams'),
  );
});

describe('masses and lengths have units of their own', () => {
  test.each(UNIT_SYSTEMS)('%s: a bare number is in them, and any other unit stays what it is', (system) => {
    expect(systemOf(inGrams(system), inMetres(system))).toBe(system);
    expect(parseQuantity('50', 'mass', system, 'a')).toBeCloseTo(inGrams(system) ? 50 : 50 * GRAMS_PER_OUNCE, 9);
    expect(parseQuantity('50', 'length', system, 'a')).toBeCloseTo(inMetres(system) ? 50 : 50 * METRES_PER_YARD, 9);
    expect(parseQuantity('50 g', 'mass', system, 'a')).toBe(50);
    expect(parseQuantity('50 yd', 'length', system, 'a')).toBeCloseTo(50 * METRES_PER_YARD, 9);
  });
});
