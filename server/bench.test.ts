import { bench, changeSwift, changeWinder, type SwiftForm, type WinderForm } from './bench';
import { emptyDatabase, errorsOf, everything, idOf } from './testing';

const winder: WinderForm = {
  name: 'Blue winder',
  spindleTurnsPerCrank: '3.8',
  coreDiameterMm: '26',
  heightMm: '7 cm',
  maxDiameterMm: '95 mm',
  maxMassG: '4 oz',
  crossingAngleDeg: '22',
};

test('from the start there are two winders, three ways to hold a hank and two scales, none of them measured', () => {
  const { winders, swifts, scales } = bench(emptyDatabase());
  expect(winders.map(({ name, measured }) => [name, measured])).toEqual([
    ['Small winder', false],
    ['Large winder', false],
  ]);
  expect(winders[0]!.maxMassG).toBe(113);
  expect(winders[1]!.maxMassG / winders[0]!.maxMassG).toBeGreaterThanOrEqual(2);
  expect(swifts.map(({ kind }) => kind)).toEqual(['pegs', 'umbrella', 'chairs']);
  expect(scales.map(({ resolutionG }) => resolutionG)).toEqual([1, 0.1]);
});

test('what is measured on a winder is kept, in whatever unit it was measured', () => {
  const db = emptyDatabase();
  idOf(changeWinder(db, 1, winder, 'metric'));
  expect(bench(db).winders[0]).toEqual({
    id: 1,
    name: 'Blue winder',
    spindleTurnsPerCrank: 3.8,
    coreDiameterMm: 26,
    heightMm: 70,
    maxDiameterMm: 95,
    maxMassG: 113.398,
    crossingAngleDeg: 22,
    measured: true,
  });
  idOf(changeWinder(db, 1, { ...winder, coreDiameterMm: '1', maxDiameterMm: '3 3/4 in' }, 'imperial'));
  expect(bench(db).winders[0]).toMatchObject({ coreDiameterMm: 25.4, maxDiameterMm: 95.25 });
});

test.each<[string, Partial<WinderForm>, string, RegExp]>([
  ['a cake narrower than the spindle', { maxDiameterMm: '30', coreDiameterMm: '40' }, 'maxDiameterMm', /wider/],
  ['a spindle of nothing', { coreDiameterMm: '0' }, 'coreDiameterMm', /between 5 and 150/],
  ['a tower', { heightMm: '3 m' }, 'heightMm', /between 20 and 400/],
  ['a crank that does not turn', { spindleTurnsPerCrank: '0' }, 'spindleTurnsPerCrank', /between/],
  ['a mass in metres', { maxMassG: '4 m' }, 'maxMassG', /is a length/],
  ['strands that cross at a right angle', { crossingAngleDeg: '90' }, 'crossingAngleDeg', /between 0 and 60/],
  ['no name', { name: ' ' }, 'name', /name/],
])('%s is refused and not written', (_, values, field, message) => {
  const db = emptyDatabase();
  const before = everything(db);
  expect(errorsOf(changeWinder(db, 1, { ...winder, ...values }, 'metric'))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('what is measured on a swift is kept', () => {
  const db = emptyDatabase();
  idOf(changeSwift(db, 1, { kind: 'pegs', name: 'Oak arms', holeRadiiMm: '170, 200; 231.4' }, 'metric'));
  idOf(
    changeSwift(
      db,
      2,
      { kind: 'umbrella', name: 'Ribs', ribs: '12', minOpenMm: '20 cm', maxOpenMm: '70 cm' },
      'metric',
    ),
  );
  idOf(changeSwift(db, 3, { kind: 'chairs', name: 'Kitchen chairs', backDepthMm: '38' }, 'metric'));
  expect(bench(db).swifts).toEqual([
    { id: 1, name: 'Oak arms', measured: true, kind: 'pegs', holeRadiiMm: [170, 200, 231] },
    { id: 2, name: 'Ribs', measured: true, kind: 'umbrella', ribs: 12, opensMm: { min: 200, max: 700 } },
    { id: 3, name: 'Kitchen chairs', measured: true, kind: 'chairs', backDepthMm: 38 },
  ]);
});

test.each<[string, number, SwiftForm, string, RegExp]>([
  ['holes out of order', 1, { kind: 'pegs', name: 'x', holeRadiiMm: '200, 170' }, 'holeRadiiMm', /further out/],
  ['no holes', 1, { kind: 'pegs', name: 'x', holeRadiiMm: '' }, 'holeRadiiMm', /at least one/],
  ['two ribs', 2, { kind: 'umbrella', name: 'x', ribs: '2', minOpenMm: '200', maxOpenMm: '700' }, 'ribs', /between/],
  [
    'an umbrella that opens inwards',
    2,
    { kind: 'umbrella', name: 'x', ribs: '8', minOpenMm: '700', maxOpenMm: '200' },
    'maxOpenMm',
    /wider/,
  ],
  ['pegs in the chairs', 3, { kind: 'pegs', name: 'x', holeRadiiMm: '170' }, '', /not on the bench/],
  ['a swift that is not there', 9, { kind: 'chairs', name: 'x', backDepthMm: '40' }, '', /not on the bench/],
])('%s are refused and not written', (_, id, form, field, message) => {
  const db = emptyDatabase();
  const before = everything(db);
  expect(errorsOf(changeSwift(db, id, form, 'metric'))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});
