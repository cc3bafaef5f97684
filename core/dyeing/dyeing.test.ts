import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { parseCelsius, parseMinutes, parsePotMl, parseStockPercent, parseWaterMlPerG } from './bathFigures';
import { finerWay, isMeasurable, weighedFigure } from './measuring';
import {
  gramsInStock,
  gramsOfShare,
  type Ingredient,
  measured,
  mlOfStock,
  parseIngredientShare,
  type Recipe,
  recipeQuestions,
  shareOfGrams,
  waterOf,
} from './recipe';
import { depthOf, gradient, seriesOf, shadeSeries } from './shadeSeries';

const dye = (name: string, percent: number, stockPercent: number | null = 1): Ingredient => ({
  kind: 'dye',
  name,
  percent,
  stockPercent,
});
const alum: Ingredient = { kind: 'mordant', name: 'alum', percent: 12, stockPercent: null };
const lichen: Ingredient = { kind: 'plant', name: 'crottle', percent: 150, stockPercent: null };
const recipe = (...ingredients: Ingredient[]): Recipe => ({ ingredients, waterMlPerG: 30, celsius: 85, minutes: 45 });

test('three baths by hand', () => {
  // 42 g at 1.5 % moss from a 1 % stock: 0.63 g, 63 ml; alum 12 %: 5.04 g; water 30 : 1 = 1260 ml, 63 of them in the stock.
  expect(measured(dye('moss', 1.5), 42)).toEqual({ grams: expect.closeTo(0.63, 9), stockMl: expect.closeTo(63, 9) });
  expect(measured(alum, 42)).toEqual({ grams: expect.closeTo(5.04, 9), stockMl: null });
  expect(waterOf(recipe(dye('moss', 1.5), alum), 42)).toEqual({ allMl: 1260, toAddMl: expect.closeTo(1197, 9) });
  // 120 g in lichen at one and a half times its mass: 180 g.
  expect(measured(lichen, 120).grams).toBe(180);
  // 8 g at 0.25 % from a 2 % stock: 0.02 g, 1 ml.
  expect(measured(dye('rust', 0.25, 2), 8)).toEqual({ grams: 0.02, stockMl: 1 });
});

test.each([
  ['2', 2],
  ['2 %', 2],
  [' 2 % ', 2],
  ['2,5%', 2.5],
  ['0.5 g', 2],
  ['500mg', 2],
  ['50 ml', 2],
  ['50cc', 2],
])('%s of 25 g of fibre, from a stock of 1 %%', (typed, percent) => {
  expect(parseIngredientShare(typed, { fibreG: 25, stockPercent: 1 }, 'share')).toBeCloseTo(percent, 9);
});

test.each([
  ['', null],
  ['0', null],
  ['-3 %', null],
  ['a pinch', null],
  ['50 ml', /how strong/],
])('refused: %j', (typed, message) => {
  const read = () => parseIngredientShare(typed, { fibreG: 25, stockPercent: null }, 'share');
  expect(read).toThrow(InputError);
  if (message) expect(read).toThrow(message);
});

const positive = (max: number) => fc.double({ min: 1e-3, max, noNaN: true });

test('percent and mass, grams and millilitres, both ways', () => {
  fc.assert(
    fc.property(positive(400), positive(5000), positive(20), (percent, fibreG, stockPercent) => {
      expect(shareOfGrams(gramsOfShare(percent, fibreG), fibreG) / percent).toBeCloseTo(1, 9);
      const grams = gramsOfShare(percent, fibreG);
      expect(gramsInStock(mlOfStock(grams, stockPercent), stockPercent) / grams).toBeCloseTo(1, 9);
      const { stockMl } = measured(dye('x', percent, stockPercent), fibreG);
      const typed = parseIngredientShare(`${stockMl!.toFixed(15)} ml`, { fibreG, stockPercent }, '');
      expect(typed / percent).toBeCloseTo(1, 6);
    }),
  );
});

test('a recipe for another mass keeps its shares', () => {
  fc.assert(
    fc.property(positive(10), positive(10), positive(5000), positive(50), (one, other, fibreG, times) => {
      const both = recipe(dye('moss', one), dye('rust', other), alum);
      both.ingredients.forEach((each) => {
        expect(measured(each, fibreG * times).grams / measured(each, fibreG).grams / times).toBeCloseTo(1, 9);
      });
      const [small, large] = [waterOf(both, fibreG)!, waterOf(both, fibreG * times)!];
      expect(large.allMl / small.allMl / times).toBeCloseTo(1, 9);
      expect(Math.abs(large.toAddMl - small.toAddMl * times)).toBeLessThan(1e-9 * large.allMl);
    }),
  );
});

test('what the scale or the syringe cannot measure is measured through a thinner one, and is the same amount', () => {
  const tools = { scaleStepG: 0.1, syringeStepMl: 0.5 };
  expect(finerWay(dye('moss', 2), 25, tools)).toBeNull();
  expect(finerWay(alum, 25, tools)).toBeNull();
  const taking = (ml: number) => expect.closeTo(ml, 9) as number;
  // 0.06 g on a scale of 0.1 g: 1 g in 100 ml, 6 ml of it.
  expect(finerWay(dye('moss', 0.6, null), 10, tools)).toMatchObject({
    stock: { weighG: 1, upToMl: 100 },
    thinned: { times: 0 },
    takeMl: taking(6),
  });
  // 0.6 ml: ten times thinner, 6 ml; 0.35 ml: ten times, and ten times again, 35 ml.
  expect(finerWay(dye('moss', 0.06), 10, tools)).toMatchObject({
    stock: null,
    thinned: { times: 1 },
    takeMl: taking(6),
  });
  expect(finerWay(dye('moss', 0.05), 7, tools)).toMatchObject({
    stock: null,
    thinned: { times: 2 },
    takeMl: taking(35),
  });
  // 0.0035 g: 1 g in 100 ml, thinned twice.
  expect(finerWay(dye('moss', 0.05, null), 7, tools)).toMatchObject({
    stock: { weighG: 1 },
    thinned: { times: 2 },
    takeMl: taking(35),
  });
  // A jug of 5 ml steps cannot take 10 ml.
  expect(finerWay(dye('moss', 0.5, 1), 10, { ...tools, syringeStepMl: 5 })).toBe('too little');
  expect(finerWay(dye('moss', 0.0001), 1, tools)).toBe('too little');
  expect(finerWay(dye('moss', 0.0001, null), 1, tools)).toBe('too little');
  // Kitchen scale of 1 g: 10 g have to go into the stock.
  expect(finerWay(dye('moss', 2, null), 50, { scaleStepG: 1, syringeStepMl: 0.5 })).toMatchObject({
    stock: { weighG: 10 },
    takeMl: 10,
  });
  fc.assert(
    fc.property(positive(5), positive(200), fc.constantFrom(null, 0.1, 1, 2), (percent, fibreG, stockPercent) => {
      const each = dye('x', percent, stockPercent);
      const way = finerWay(each, fibreG, tools);
      if (way === null || way === 'too little') return;
      expect(isMeasurable(way.takeMl, tools.syringeStepMl)).toBe(true);
      const strongest = way.stock ? way.stock.weighG / way.stock.upToMl : gramsInStock(1, stockPercent!);
      const { times, ofMl, upToMl } = way.thinned;
      expect((strongest * (ofMl / upToMl) ** times * way.takeMl) / measured(each, fibreG).grams).toBeCloseTo(1, 9);
      expect(way.takeMl).toBeLessThanOrEqual(upToMl);
    }),
  );
});

test.each([
  [0.0324, '0.032'],
  [0.0999, '0.1'],
  [0.1, '0.1'],
  [0.104, '0.1'],
  [0.996, '1'],
  [1, '1'],
  [1.04, '1'],
  [5.06, '5.1'],
  [99.94, '99.9'],
  [100, '100'],
  [100.4, '100'],
  [1250.5, '1251'],
])('%d g are weighed out as %s g', (grams, number) => expect(weighedFigure(grams)).toEqual({ number, unit: 'g' }));

test('what does not look right is asked: a percent over 100, a shade too deep, a stock too strong, a pot too small', () => {
  const asked = (mine: Recipe, fibreG = 100, potMl: number | null = null) =>
    recipeQuestions(mine, fibreG, potMl).map(({ ask }) => ask);
  expect(asked(recipe(dye('moss', 2), alum, lichen), 100, 3000)).toEqual([]);
  expect(asked(recipe(dye('moss', 200)))).toEqual(['share', 'water']);
  expect(asked(recipe(dye('moss', 20)))).toEqual(['depth']);
  expect(asked(recipe(dye('moss', 2, 30)))).toEqual(['stock']);
  expect(asked(recipe(dye('moss', 2)), 100, 2000)).toEqual(['pot']);
  expect(asked(recipe(dye('moss', 4, 0.1)), 100)).toEqual(['water']);
  expect(asked({ ...recipe(dye('moss', 2)), waterMlPerG: null }, 100, 1)).toEqual([]);
});

test('a shade series by hand: 0.25 to 4 % in five doublings, or in even steps', () => {
  expect(seriesOf(0.25, 4, 5, 'geometric').map((each) => Number(each.toFixed(9)))).toEqual([0.25, 0.5, 1, 2, 4]);
  expect(seriesOf(0, 4, 5, 'linear')).toEqual([0, 1, 2, 3, 4]);
  // Two dyes as 3 to 1, over depths of 1, 2 and 4 %; the alum stays.
  const series = shadeSeries(recipe(dye('moss', 3), dye('rust', 1), alum), {
    fromPercent: 1,
    toPercent: 4,
    count: 3,
    steps: 'geometric',
  });
  expect(series.map(({ ingredients }) => ingredients.map(({ percent }) => Number(percent.toFixed(9))))).toEqual([
    [0.75, 0.25, 12],
    [1.5, 0.5, 12],
    [3, 1, 12],
  ]);
});

test('a gradient by hand: moss gives way to rust, and what both have is measured once', () => {
  const steps = gradient(recipe(dye('moss', 2), dye('ink', 0.2), alum), recipe(dye('rust', 1), dye('ink', 0.6)), 3);
  expect(
    steps.map(({ ingredients }) => ingredients.map(({ name, percent }) => `${name} ${Number(percent.toFixed(9))}`)),
  ).toEqual([
    ['moss 2', 'ink 0.2', 'alum 12'],
    ['moss 1', 'ink 0.4', 'rust 0.5', 'alum 12'],
    ['rust 1', 'ink 0.6', 'alum 12'],
  ]);
});

test.each([
  [() => seriesOf(1, 2, 1, 'linear'), 'count'],
  [() => seriesOf(1, 2, 61, 'linear'), 'count'],
  [() => seriesOf(0, 2, 3, 'geometric'), 'from'],
  [() => seriesOf(2, 0, 3, 'geometric'), 'to'],
  [() => seriesOf(2, -1, 3, 'linear'), 'to'],
  [() => shadeSeries(recipe(alum), { fromPercent: 1, toPercent: 2, count: 3, steps: 'linear' }), 'recipe'],
])('a series that cannot be is refused at its field (%#)', (make, path) => {
  expect(make).toThrow(expect.objectContaining({ path }) as Error);
});

test('every step of a series keeps the proportions of its dyes, and depths never go back', () => {
  fc.assert(
    fc.property(
      positive(8),
      positive(8),
      fc.integer({ min: 2, max: 12 }),
      fc.constantFrom('linear' as const, 'geometric' as const),
      (fromPercent, toPercent, count, steps) => {
        const series = shadeSeries(recipe(dye('moss', 3), dye('rust', 1), alum), {
          fromPercent,
          toPercent,
          count,
          steps,
        });
        expect(depthOf(series[0]!)).toBeCloseTo(fromPercent, 9);
        expect(depthOf(series.at(-1)!)).toBeCloseTo(toPercent, 9);
        expect(seriesOf(fromPercent, toPercent, count, steps).at(-1)).toBe(toPercent);
        series.forEach(({ ingredients }, i) => {
          expect(ingredients[0]!.percent / ingredients[1]!.percent).toBeCloseTo(3, 9);
          expect(ingredients[2]).toEqual(alum);
          // Depths that hardly differ may be a last digit out.
          const deeper =
            (depthOf(series[i]!) - depthOf(series[i - 1] ?? series[0]!)) * Math.sign(toPercent - fromPercent);
          expect(deeper).toBeGreaterThan(-1e-9);
        });
      },
    ),
  );
});

test.each([
  [parseStockPercent, '0.5 %', 0.5],
  [parseStockPercent, '2', 2],
  [parseWaterMlPerG, '30', 30],
  [parseWaterMlPerG, '30:1', 30],
  [parseWaterMlPerG, '25 ml to 1 g', 25],
  [parseCelsius, '85', 85],
  [parseCelsius, '85 °C', 85],
  [parseCelsius, '100', 100],
  [parseCelsius, '212 °F', 100],
  [parseCelsius, '32f', 0],
  [parseMinutes, '45 min', 45],
  [parseMinutes, '1.5 h', 90],
  [parseMinutes, '2 hours', 120],
  [parsePotMl, '8 l', 8000],
  [parsePotMl, '2.5litres', 2500],
  [parsePotMl, ' 8 Liter ', 8000],
  [parsePotMl, '8000 ml', 8000],
  [parsePotMl, '750', 750],
] as const)('a figure of a bath as it is typed (%#)', (parse, typed, figure) => {
  expect(parse(typed, '')).toBeCloseTo(figure, 9);
});

test.each([
  [parseStockPercent, '0'],
  [parseStockPercent, '120 %'],
  [parseWaterMlPerG, 'plenty'],
  [parseWaterMlPerG, '30:12'],
  [parseCelsius, '185'],
  [parseCelsius, '500 °F'],
  [parseMinutes, 'long'],
  [parseMinutes, '0'],
  [parseMinutes, '241 h'],
  [parsePotMl, '5'],
  [parsePotMl, '9000 l'],
  [parsePotMl, '8 lots'],
] as const)('a figure of a bath that cannot be is refused at its field (%#)', (parse, typed) => {
  expect(() => parse(typed, 'here')).toThrow(expect.objectContaining({ path: 'here' }) as Error);
});
