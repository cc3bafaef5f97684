import { bandValues } from '../../features/yarns/band/bandValues';
import { undoOperation } from './pieces';
import { addSample } from './measurementForms';
import { borrowFrom, likeYarns, trustFact } from './yarnLifecycle';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { piecePage, yarnPage, yarnView } from './yarnViews';
import { changeBand } from './yarns';

const length = (more: object = {}) => ({
  how: 'length',
  requestKey: aKey(),
  length: '10 m',
  mass: '4.2',
  humidity: '',
  scaleResolutionG: 0.1,
  note: '',
  washed: false,
  ...more,
});
const reel = (more: object = {}) => ({
  how: 'reel',
  requestKey: aKey(),
  loops: '200',
  loop: '152 cm',
  spread: '',
  mass: '',
  humidity: '',
  scaleResolutionG: 1,
  note: '',
  washed: false,
  ...more,
});
const wraps = (more: object = {}) => ({
  how: 'wraps',
  requestKey: aKey(),
  wraps: '24',
  over: '5.08 cm',
  note: '',
  washed: false,
  ...more,
});

const MYSTERY = { putUpMass: '', putUpLength: '', weightClass: '' as const, needle: '', masses: ['80'], twist: '' };

function mystery() {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, MYSTERY);
  const grist = () => yarnView(db, yarnId)!.grist;
  const add = (form: object) => idOf(addSample(db, pieceIds[0]!, form, 'metric', NOW));
  return { db, yarnId, pieceId: pieceIds[0]!, grist, add };
}

test('a mystery yarn: wraps make a guess, a sample makes a figure, taking it back leaves the guess', () => {
  const { db, yarnId, grist, add } = mystery();
  expect(grist()).toBeNull();
  add(wraps());
  expect(grist()).toMatchObject({ source: 'wpi', guess: true });
  expect(yarnView(db, yarnId)!.measuredWpi).toBeCloseTo(12, 9);
  const sample = add(length());
  expect(grist()).toMatchObject({ source: 'samples', guess: false, mean: 10 / 4.2 });
  expect(yarnPage(db, yarnId)!.remaining!.lengthM.mean).toBeCloseTo((80 * 10) / 4.2, 9);
  idOf(undoOperation(db, sample, NOW));
  expect(grist()).toMatchObject({ source: 'wpi' });
});

test('wraps that were counted are not written into the band when it is saved', () => {
  const { db, yarnId, add } = mystery();
  add(wraps());
  idOf(changeBand(db, yarnId, bandValues(yarnView(db, yarnId)!), 'metric'));
  expect(yarnView(db, yarnId)).toMatchObject({ wpi: null, measuredWpi: expect.closeTo(12, 9) as number });
});

test('a reel takes the mass of the last weighing, or weighs the piece anew', () => {
  const { db, pieceId, grist, add } = mystery();
  add(reel());
  expect(grist()!.mean).toBeCloseTo(304 / 80, 9);
  add(reel({ mass: '76', scaleResolutionG: 0.1 }));
  expect(grist()!.mean).toBeCloseTo(304 / 76, 9);
  expect(piecePage(db, pieceId)!.piece.mass).toMatchObject({ from: 'scale', massG: 76, resolutionG: 0.1 });
});

test('loops grow with their layers, by the strand’s own width', () => {
  const { db, yarnId, add } = mystery();
  add(wraps());
  add(reel({ spread: '5 cm' }));
  const strandM = 0.0254 / 12;
  const layers = (200 * strandM) / 0.05;
  const sample = yarnView(db, yarnId)!.samples.at(-1)!;
  expect(sample.lengthM).toBeCloseTo(200 * (1.52 + Math.PI * layers * strandM), 3);
});

test('before and after washing: the later count stands, and the shrinkage is kept', () => {
  const { db, yarnId, grist, add } = mystery();
  add(reel());
  expect(yarnView(db, yarnId)!.shrinkagePercent).toBeNull();
  const after = add(reel({ loops: '190', washed: true }));
  const { samples, shrinkagePercent } = yarnView(db, yarnId)!;
  expect(samples.map(({ counts }) => counts)).toEqual([false, true]);
  expect(shrinkagePercent).toBeCloseTo(5, 9);
  expect(grist()!.mean).toBeCloseTo((190 * 1.52) / 80, 9);
  idOf(undoOperation(db, after, NOW));
  expect(yarnView(db, yarnId)!.shrinkagePercent).toBeNull();
  expect(grist()!.mean).toBeCloseTo(304 / 80, 9);
});

test('a sample from a dry room is brought to usual air', () => {
  const { grist, add } = mystery();
  add(length({ humidity: '35 %' }));
  // 75 % wool, 25 % nylon
  const regain = 0.75 * 0.145 + 0.25 * 0.041;
  expect(grist()!.mean).toBeCloseTo(10 / ((4.2 * (1 + regain)) / (1 + regain * 0.575)), 9);
});

test('asked twice, it is kept once', () => {
  const { db, yarnId, pieceId } = mystery();
  const form = length();
  expect(addSample(db, pieceId, form, 'metric', NOW)).toEqual(addSample(db, pieceId, form, 'metric', NOW));
  expect(yarnView(db, yarnId)!.samples).toHaveLength(1);
});

test.each([
  [length({ length: '' }), 'length', /write it like/],
  [length({ length: '10 g' }), 'length', /is a mass/],
  [length({ mass: '81.7' }), 'mass', /more than the whole piece/],
  [length({ humidity: '95' }), 'humidity', /between 0 and 90/],
  [reel({ loops: '10.5' }), 'loops', /whole number/],
  [reel({ loop: '9 m' }), 'loop', /between 20 cm and 5 m/],
  [reel({ spread: '4 m' }), 'spread', /between/],
  [wraps({ wraps: 'many' }), 'wraps', /cannot read/],
  [wraps({ over: '0' }), 'over', /between/],
  [{ how: 'weather' }, 'how', /./],
])('refused at its field, with nothing written: %j', (form, field, message) => {
  const { db, pieceId } = mystery();
  const before = everything(db);
  expect(errorsOf(addSample(db, pieceId, form, 'metric', NOW))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('a reel of what was never weighed asks for its mass', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { masses: [] });
  expect(errorsOf(addSample(db, pieceIds[0]!, reel(), 'metric', NOW)).mass).toMatch('not been weighed');
});

test('a contradiction stands until somebody says which to go by', () => {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { putUpMass: '105 g', putUpLength: '236 m', masses: ['105'] });
  idOf(addSample(db, pieceIds[0]!, length({ mass: '8.9' }), 'metric', NOW));
  const lengthM = () => yarnPage(db, yarnId)!.remaining!.lengthM;
  expect(yarnView(db, yarnId)!.grist!.contradiction).toMatchObject({ against: 'band', samples: [0] });
  expect(lengthM().low90).toBeLessThan(118);
  expect(lengthM().high90).toBeGreaterThan(236);
  idOf(trustFact(db, yarnId, 'samples'));
  expect(lengthM().mean).toBeCloseTo((105 * 10) / 8.9, 6);
  idOf(trustFact(db, yarnId, 'band'));
  expect(lengthM().mean).toBeCloseTo(236, 6);
});

test('figures can be borrowed, never in a ring, and follow the yarn they come from', () => {
  const { db, yarnId, grist } = mystery();
  const { yarnId: other, pieceIds } = shelved(db, { line: 'Peat', putUpMass: '100', putUpLength: '250 m' });
  const { yarnId: third } = shelved(db, { ...MYSTERY, line: 'Loft' });
  expect(likeYarns(db, yarnId)).toMatchObject([{ id: other, gristMPerG: 2.5 }]);
  idOf(borrowFrom(db, yarnId, other));
  expect(grist()).toMatchObject({ source: 'like yarn', guess: true, mean: 2.5 });
  idOf(addSample(db, pieceIds[0]!, length({ mass: '4', scaleResolutionG: 0.01 }), 'metric', NOW));
  expect(grist()!.mean).toBeCloseTo(yarnView(db, other)!.grist!.mean, 12);
  // One that itself only borrows has nothing to lend.
  idOf(borrowFrom(db, third, yarnId));
  expect(yarnView(db, third)!.grist).toBeNull();
  expect(errorsOf(borrowFrom(db, third, third))['']).toMatch('another yarn');
  idOf(borrowFrom(db, yarnId, null));
  expect(grist()).toBeNull();
});
