import type { YarnToWind } from './calibration';
import { planTools } from './planTools';
import { bench, removeTool, returnTool, saveTool, type ToolForm } from './bench';
import { emptyDatabase, errorsOf, everything, idOf, NOW } from '../../tests/support/serverTesting';

type Form<Tool extends ToolForm['tool']> = Extract<ToolForm, { tool: Tool }>;

const winder: Form<'winder'> = {
  tool: 'winder',
  name: 'Blue winder',
  measured: [],
  spindleTurnsPerCrank: '3.8',
  coreDiameterMm: '26',
  heightMm: '7 cm',
  maxDiameterMm: '95 mm',
  maxMassG: '4 oz',
  crossingAngleDeg: '22',
  turning: 'clockwise',
  drive: 'hand',
  base: 'dished',
};

test('from the start there is a bench to plan with, none of it measured', () => {
  const { winders, handForms, swifts, scales, counters } = bench(emptyDatabase());
  expect(winders.map(({ name, measured }) => [name, measured])).toEqual([
    ['Small winder', []],
    ['Large winder', []],
  ]);
  expect(winders[0]!.maxMassG).toBe(113);
  expect(winders[1]!.maxMassG / winders[0]!.maxMassG).toBeGreaterThanOrEqual(2);
  expect(handForms.map(({ kind }) => kind)).toEqual(['nostepinne', 'tube', 'thumb', 'fingers']);
  expect(swifts.map(({ kind }) => kind)).toEqual(['pegs', 'umbrella', 'chairs']);
  expect(scales.map(({ resolutionG }) => resolutionG)).toEqual([1, 0.1]);
  expect(counters).toHaveLength(1);
});

test('what is measured on a winder is kept, in whatever unit it was measured', () => {
  const db = emptyDatabase();
  idOf(saveTool(db, 1, winder, 'metric'));
  expect(bench(db).winders[0]).toMatchObject({
    id: 1,
    name: 'Blue winder',
    spindleTurnsPerCrank: 3.8,
    coreDiameterMm: 26,
    heightMm: 70,
    maxDiameterMm: 95,
    maxMassG: 113.398,
    crossingAngleDeg: 22,
    turning: 'clockwise',
    base: 'dished',
  });
  idOf(saveTool(db, 1, { ...winder, coreDiameterMm: '1', maxDiameterMm: '3 3/4 in' }, 'imperial'));
  expect(bench(db).winders[0]).toMatchObject({ coreDiameterMm: 25.4, maxDiameterMm: 95.25 });
});

test('a limit that was guessed may be passed a little, one that was measured may not', () => {
  const db = emptyDatabase();
  const YARN: YarnToWind = { id: 1, kind: 'wool and hair', grist: { mean: 2.2, sd: 0.1 }, again: false };
  const slack = () => planTools(bench(db), YARN)[0]!.limitSlack;
  expect(slack()).toBe(0.05);
  idOf(saveTool(db, 1, { ...winder, measured: ['maxMassG'] }, 'metric'));
  expect(slack()).toBe(0);
});

test('a figure counts as measured once it is changed, or said to be; the others stay starting ones', () => {
  const db = emptyDatabase();
  const asItCame = { ...winder, spindleTurnsPerCrank: '4', coreDiameterMm: '24', heightMm: '68' };
  const unchanged = { ...asItCame, maxDiameterMm: '98', maxMassG: '113 g', crossingAngleDeg: '20' };
  idOf(saveTool(db, 1, unchanged, 'metric'));
  expect(bench(db).winders[0]!.measured).toEqual([]);
  idOf(saveTool(db, 1, { ...unchanged, spindleTurnsPerCrank: '4.1' }, 'metric'));
  expect(bench(db).winders[0]!.measured).toEqual(['spindleTurnsPerCrank']);
  const changed = { ...unchanged, spindleTurnsPerCrank: '4.1' };
  const both = ['spindleTurnsPerCrank', 'heightMm', 'nonsense'];
  idOf(saveTool(db, 1, { ...changed, measured: both }, 'metric'));
  expect(bench(db).winders[0]!.measured.sort()).toEqual(['heightMm', 'spindleTurnsPerCrank']);
  // Marked by mistake, it is a starting figure again.
  idOf(saveTool(db, 1, { ...changed, measured: ['spindleTurnsPerCrank'] }, 'metric'));
  expect(bench(db).winders[0]!.measured).toEqual(['spindleTurnsPerCrank']);
});

test.each<[string, Partial<Form<'winder'>>, string, RegExp]>([
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
  expect(errorsOf(saveTool(db, 1, { ...winder, ...values }, 'metric'))[field]).toMatch(message);
  expect(errorsOf(saveTool(db, null, { ...winder, ...values }, 'metric'))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

const pegs: Form<'pegs'> = { tool: 'pegs', name: 'Oak arms', measured: [], holeRadiiMm: '170, 200; 231.4' };
const umbrella: Form<'umbrella'> = {
  tool: 'umbrella',
  name: 'Ribs',
  measured: [],
  ribs: '12',
  minOpenMm: '20 cm',
  maxOpenMm: '70 cm',
};
const chairs: Form<'chairs'> = { tool: 'chairs', name: 'Kitchen chairs', measured: [], backDepthMm: '38' };
const scale: Form<'scale'> = {
  tool: 'scale',
  name: 'Post scale',
  measured: [],
  resolutionG: '0.5 g',
  maxMassG: '2 kg',
  knownG: '500 g',
  shownG: '501 g',
};

test('what is measured on a swift is kept', () => {
  const db = emptyDatabase();
  idOf(saveTool(db, 1, pegs, 'metric'));
  idOf(saveTool(db, 2, umbrella, 'metric'));
  idOf(saveTool(db, 3, chairs, 'metric'));
  expect(bench(db).swifts).toEqual([
    { id: 1, name: 'Oak arms', measured: ['holeRadiiMm'], kind: 'pegs', holeRadiiMm: [170, 200, 231] },
    {
      id: 2,
      name: 'Ribs',
      measured: ['ribs', 'minOpenMm', 'maxOpenMm'],
      kind: 'umbrella',
      ribs: 12,
      opensMm: { min: 200, max: 700 },
    },
    { id: 3, name: 'Kitchen chairs', measured: ['backDepthMm'], kind: 'chairs', backDepthMm: 38 },
  ]);
});

test('an umbrella opens wider than it is closed', () => {
  const db = emptyDatabase();
  for (const maxOpenMm of ['20 cm', '19 cm'])
    expect(errorsOf(saveTool(db, 2, { ...umbrella, minOpenMm: '20 cm', maxOpenMm }, 'metric'))).toEqual({
      maxOpenMm: 'must be wider than when it is closed',
    });
});

test('holes are read with and without units, parted by commas or spaces', () => {
  const db = emptyDatabase();
  for (const holeRadiiMm of ['170 200 231', '170 mm, 200 mm, 231 mm', '17 cm; 20 cm; 23.1 cm']) {
    idOf(saveTool(db, 1, { ...pegs, holeRadiiMm }, 'metric'));
    expect(bench(db).swifts[0]).toMatchObject({ holeRadiiMm: [170, 200, 231] });
  }
});

test('a scale is checked with a known weight', () => {
  const db = emptyDatabase();
  const id = idOf(saveTool(db, null, scale, 'metric'));
  expect(bench(db).scales.find((each) => each.id === id)).toEqual({
    id,
    name: 'Post scale',
    measured: [],
    resolutionG: 0.5,
    maxMassG: 2000,
    check: { knownG: 500, shownG: 501 },
  });
});

test('tools are added, taken off the bench and put back; one of each stays', () => {
  const db = emptyDatabase();
  const id = idOf(saveTool(db, null, { ...winder, name: 'Third' }, 'metric'));
  idOf(saveTool(db, null, { tool: 'hand_form', kind: 'tube', ...room('Wide tube') }, 'metric'));
  idOf(saveTool(db, null, { tool: 'counter', name: 'Wheel', measured: [], mmPerPulse: '62.8' }, 'metric'));
  expect(bench(db).counters[1]).toMatchObject({ name: 'Wheel', mmPerPulse: 62.8 });
  expect(bench(db).handForms.at(-1)).toMatchObject({ name: 'Wide tube', spindleTurnsPerCrank: 1 });
  idOf(removeTool(db, 'winder', id, NOW));
  idOf(removeTool(db, 'winder', 2, NOW));
  expect(bench(db).winders.map(({ id }) => id)).toEqual([1]);
  expect(errorsOf(removeTool(db, 'winder', 1, NOW))['']).toMatch(/needs a winder/);
  expect(errorsOf(removeTool(db, 'winder', id, NOW))['']).toMatch(/not on the bench/);
  expect(errorsOf(returnTool(db, 'winder', 99))['']).toMatch(/no such tool/);
  idOf(returnTool(db, 'winder', id));
  expect(bench(db).winders.map(({ name }) => name)).toEqual(['Small winder', 'Third']);
});

function room(name: string) {
  return { name, measured: [], coreDiameterMm: '40', heightMm: '80', maxDiameterMm: '120', maxMassG: '150 g' };
}

test.each<[string, number | null, ToolForm, string, RegExp]>([
  ['holes out of order', 1, { ...pegs, holeRadiiMm: '200, 170' }, 'holeRadiiMm', /further out/],
  ['no holes', 1, { ...pegs, holeRadiiMm: '' }, 'holeRadiiMm', /at least one/],
  ['two ribs', 2, { ...umbrella, ribs: '2' }, 'ribs', /between/],
  ['an umbrella that opens inwards', 2, { ...umbrella, minOpenMm: '700', maxOpenMm: '200' }, 'maxOpenMm', /wider/],
  ['pegs in the chairs', 3, pegs, '', /another kind/],
  ['a swift that is not there', 9, chairs, '', /not on the bench/],
  ['a scale that holds less than its steps', 1, { ...scale, maxMassG: '2 g' }, 'maxMassG', /ten of its steps/],
  ['a known weight without its reading', 1, { ...scale, shownG: '' }, 'shownG', /both, or neither/],
  ['a reading of another weight', 1, { ...scale, shownG: '300 g' }, 'shownG', /a fifth off/],
])('%s are refused and not written', (_, id, form, field, message) => {
  const db = emptyDatabase();
  const before = everything(db);
  expect(errorsOf(saveTool(db, id, form, 'metric'))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('a wheel has its whorls in order, with and without ": 1", and a spindle one roll; both are taken off and put back', () => {
  const db = emptyDatabase();
  expect(bench(db).wheels.map(({ kind }) => kind)).toEqual(['wheel', 'spindle']);
  const wheel: Form<'wheel'> = {
    tool: 'wheel',
    name: 'Upright',
    measured: ['pacePerMin'],
    turnsEach: '11:1, 6.5 : 1, 8',
    slipPercent: '4 %',
    drawM: '18 in',
    pacePerMin: '72',
  };
  idOf(saveTool(db, 1, wheel, 'metric'));
  expect(bench(db).wheels[0]).toMatchObject({ turnsEach: [6.5, 8, 11], slip: 0.04, drawM: 0.457, pacePerMin: 72 });
  expect(bench(db).wheels[0]!.measured.sort()).toEqual(['drawM', 'pacePerMin', 'slipPercent', 'turnsEach']);
  const spindle: Form<'spindle'> = {
    tool: 'spindle',
    name: 'Top whorl',
    measured: [],
    turnsEach: '7',
    drawM: '70 cm',
    pacePerMin: '10',
  };
  const added = idOf(saveTool(db, null, spindle, 'metric'));
  expect(bench(db).wheels.at(-1)).toMatchObject({ id: added, kind: 'spindle', turnsEach: [7], slip: 0 });
  expect(errorsOf(saveTool(db, added, wheel, 'metric'))['']).toMatch(/another kind/);
  idOf(removeTool(db, 'spindle', added, NOW));
  expect(bench(db).wheels).toHaveLength(2);
  idOf(returnTool(db, 'spindle', added));
  const before = everything(db);
  expect(errorsOf(saveTool(db, 1, { ...wheel, turnsEach: ' ' }, 'metric')).turnsEach).toMatch(/at least one whorl/);
  expect(errorsOf(saveTool(db, 1, { ...wheel, turnsEach: '0' }, 'metric')).turnsEach).toMatch(/between/);
  expect(errorsOf(saveTool(db, 1, { ...wheel, slipPercent: '80' }, 'metric')).slipPercent).toMatch(/between/);
  expect(everything(db)).toBe(before);
});
