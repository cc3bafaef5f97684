import { parseLoopM } from '../bench/hankLoop';
import { parseSizeMm, parseSpanMm } from './span';
import { parseAmount, parseQuantity, UNIT_SYSTEMS, type UnitSystem } from './units';
import { readSize } from '../minis/miniPlan';
import { parseNeed } from '../projects/askedNeed';
import { parseTurnsPerM } from '../twist/twist';
import { withUnit, withUnits } from './bareUnits';

test('when the units are switched, what was typed stays what it is', () => {
  expect(withUnit('mass', '80.9', 'metric')).toBe('80.9 g');
  expect(withUnit('masses.3', '3 1/2', 'imperial')).toBe('3 1/2 oz');
  expect(withUnit('putUpLength', '220', 'metric')).toBe('220 m');
  expect(withUnit('loop', '162', 'metric')).toBe('162 cm');
  expect(withUnit('loop', '1.62', 'metric')).toBe('1.62 m');
  expect(withUnit('loop', '64', 'imperial')).toBe('64 in');
  expect(withUnit('mass', '80.9', 'g yd')).toBe('80.9 g');
  expect(withUnit('putUpLength', '220', 'g yd')).toBe('220 yd');
  expect(withUnit('tare', '2', 'oz m')).toBe('2 oz');
  expect(withUnit('loop', '162', 'oz m')).toBe('162 cm');
  expect(withUnit('mass', '80.9 g', 'metric')).toBe('80.9 g');
  expect(withUnit('tolerance', '±0.5', 'metric')).toBe('±0.5 g');
  expect(withUnit('tolerance', '5 %', 'metric')).toBe('5 %');
  expect(withUnit('mass', '', 'metric')).toBe('');
  expect(withUnit('count', '3', 'metric')).toBe('3');
  expect(withUnits({ mass: '80.9', note: '12', masses: ['1', '2 oz'] }, 'metric')).toEqual({
    mass: '80.9 g',
    note: '12',
    masses: ['1 g', '2 oz'],
  });
});

const ANY = { lowMm: 0.001, highMm: 1e6 };
const mass = (text: string, system: UnitSystem) => parseQuantity(text, 'mass', system, '');
const length = (text: string, system: UnitSystem) => parseQuantity(text, 'length', system, '');
const span = (text: string, system: UnitSystem) => parseSpanMm(text, system, ANY, '');
const size = (text: string, system: UnitSystem) => parseSizeMm(text, system, ANY, '');
const amount = (text: string, system: UnitSystem) => Object.values(parseAmount(text, system, ''))[0]!;
const need = (text: string, system: UnitSystem) => Object.values(parseNeed(text, system, '').amount)[0]!;
const loop = (text: string, system: UnitSystem) => parseLoopM(text, system, '');
const mini = { id: 'a', name: '', yarnId: '', amount: '20 g', tolerance: '', count: '', priority: 1 };
const sizeOfMini = (amount: string, system: UnitSystem) => readSize({ ...mini, amount }, new Map(), system, '').massG;
const tolerance = (typed: string, system: UnitSystem) =>
  readSize({ ...mini, amount: '2 kg', tolerance: typed }, new Map(), system, '').toleranceG;
const twist = (text: string, system: UnitSystem) => parseTurnsPerM(text, system, '');

/** Each field in which a bare number is an amount, and who reads it. */
test.each<[(text: string, system: UnitSystem) => number, ...string[]]>([
  [mass, 'mass', 'masses.2', 'tare', 'rest', 'waste', 'endsMass', 'ties', 'left.0.mass', 'fibre', 'weighed', 'mini'],
  [mass, 'putUpMass', 'maxMassG', 'resolutionG', 'knownG', 'shownG', 'mini-mass', 'parent-mass', 'amount-mass'],
  [mass, 'reach.mass', 'need by massG'],
  [length, 'putUpLength', 'length', 'at', 'stretches.1.length', 'amount-length', 'fabric take', 'snag lost'],
  [amount, 'took', 'split.size', 'split.pieces.0.amount', 'split.amount'],
  [sizeOfMini, 'sizes.1.amount'],
  [tolerance, 'sizes.1.tolerance'],
  [need, 'need', 'needs.0.amount', 'borderAmount', 'need by earlier', 'reach.need'],
  [span, 'over', 'foldOver', 'spread', 'ends', 'side 1', 'parts.0.sides.1', 'need by width', 'need by height'],
  [size, 'first-core', 'first-outer', 'diameters.0', 'heights.0', 'coreDiameterMm', 'heightMm', 'maxDiameterMm'],
  [size, 'minOpenMm', 'maxOpenMm', 'backDepthMm', 'mmPerPulse', 'spreadMm'],
  [loop, 'loop', 'loopM', 'hung loop', 'wheel draw', 'drawM'],
  [twist, 'twist', 'spun', 'wheel twist'],
])('an amount stays what it is in other units, whoever reads it: %p', (read, ...names) => {
  for (const name of names)
    for (const typedIn of UNIT_SYSTEMS)
      for (const typed of ['3', '2.5', '4,5'])
        for (const system of UNIT_SYSTEMS)
          expect([name, read(withUnit(name, typed, typedIn), system)]).toEqual([
            name,
            expect.closeTo(read(typed, typedIn), 9),
          ]);
});

test('what is no amount stays as it stands: counts, days, percent, stitches', () => {
  const typed = {
    ingredients: [{ name: 'moss', amount: '2', stock: '1' }],
    ...{
      count: '3',
      rests: ['2'],
      humidity: '45',
      restDays: '7',
      width: '60',
      stitches: '20',
      price: '6.50',
      turns: '31',
    },
  };
  expect(withUnits(typed, 'metric')).toEqual(typed);
  expect(withUnit('fabric width', '60', 'metric')).toBe('60');
});

test('each of several sizes gets its unit', () => {
  expect(withUnit('holeRadiiMm', '120 150 180', 'metric')).toBe('120 mm, 150 mm, 180 mm');
  expect(withUnit('holeRadiiMm', '5, 6 in; 7', 'imperial')).toBe('5 in, 6 in, 7 in');
});
