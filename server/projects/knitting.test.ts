import { knittingValues, rowsWeighed } from '../../tests/support/knittingForms';
import {
  aKey,
  consumeValues,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  NOW,
  shelved,
} from '../../tests/support/serverTesting';
import type { Db } from '../../db/common/connection';
import { pieceById } from '../../db/yarn/pieces';
import { projectChoices } from '../common/projectChoices';
import { today } from '../days/today';
import { operationPage } from '../logbook/operationPage';
import { yarnOverview } from '../logbook/yarnOverview';
import { consumePiece } from '../yarn/pieceOperations';
import { undoOperation } from '../yarn/pieces';
import { mergeYarns } from '../yarn/yarnLifecycle';
import { knittingPage, needles, newKnittingPage } from './knitting';
import {
  beginKnitting,
  type BeginKnittingForm,
  changeKnitting,
  markedKnitting,
  type RowWeighingForm,
  weighRow,
} from './knittingForms';
import { markedProject, projectPage, saveProject } from './projects';

let db: Db;
let yarnId: number;
let pieceId: number;
let other: number;
beforeEach(() => {
  db = emptyDatabase();
  const cakes = shelved(db, { form: 'cake', loop: '', count: '2', masses: ['100', '100'] });
  ({ yarnId } = cakes);
  [pieceId, other] = cakes.pieceIds as [number, number];
});
afterEach(() => db.close());

const begun = (values: Partial<BeginKnittingForm> = {}) =>
  beginKnitting(db, pieceId, { ...knittingValues(), ...rowsWeighed('0', '100'), ...values }, 'metric', NOW);
const weighed = (id: number, rowsDone: number, mass: string, values: Partial<RowWeighingForm> = {}) =>
  weighRow(
    db,
    id,
    { ...rowsWeighed(String(rowsDone), mass), requestKey: aKey(), pieceId, usedUp: false, note: '', ...values },
    'metric',
    NOW,
  );

function project(amount = '400 m') {
  const needs = [{ colour: '', amount, done: '', yarnIds: [yarnId] }];
  const form = { requestKey: aKey(), name: 'Shawl', notes: '', dueOn: '', castOn: '', margin: '0', spare: '0', needs };
  return idOf(saveProject(db, null, form, 'metric', NOW));
}

test('from the first weighing to the border: what was knitted is used in the log, and the rows that are left are told', () => {
  const id = idOf(begun({ border: 'rows', lastRow: '140' }));
  expect(knittingPage(db, id)).toMatchObject({ forecast: null, ballId: pieceId, weighings: [{ row: 0, massG: 100 }] });
  const operationId = idOf(weighed(id, 60, '70'));
  expect(operationPage(db, operationId)).toMatchObject({ kind: 'use', note: 'Harbour shawl, row 60' });
  const page = knittingPage(db, id)!;
  expect(page.forecast!.rowsLeft.likely).toBeGreaterThanOrEqual(138);
  expect(page.forecast!.rowsLeft.likely).toBeLessThanOrEqual(141);
  // Row 140 is reached by both cakes; the rows that are left are those of this one.
  expect(page.forecast!.reaches!.overG.mean).toBeCloseTo(170 - 88 * 0.5, 0);
  expect(page.forecast!.border!.surely).toBeGreaterThan(170);
  // The other cake is not counted on, but told.
  expect(page.withOthers).toMatchObject({ pieces: 1, massG: 100 });
  expect(page.withOthers!.rowsLeft).toBeGreaterThan(330);
  expect(pieceById(db, pieceId)!.massMg).toBe(70_000);
  expect(yarnOverview(db, yarnId)!.balance).toMatchObject({ cameInG: 200, thereG: 170, consumedG: { used: 30 } });
  expect(today(db, NOW).needles).toMatchObject([{ id, row: 60, border: page.forecast!.border }]);
});

test('a weighing that is undone tells nothing any more', () => {
  const id = idOf(begun());
  const operationId = idOf(weighed(id, 60, '70'));
  idOf(undoOperation(db, operationId, NOW));
  expect(knittingPage(db, id)).toMatchObject({ forecast: null, weighings: [{ row: 0 }] });
  expect(pieceById(db, pieceId)!.massMg).toBe(100_000);
});

test('sent twice, it is done once', () => {
  const form = { ...knittingValues(), ...rowsWeighed('0', '100') };
  const id = idOf(beginKnitting(db, pieceId, form, 'metric', NOW));
  expect(idOf(beginKnitting(db, pieceId, form, 'metric', NOW))).toBe(id);
  const requestKey = aKey();
  const used = { requestKey, usedUp: true };
  idOf(weighed(id, 40, '80'));
  const operationId = idOf(weighed(id, 200, '', used));
  const before = everything(db);
  expect(idOf(weighed(id, 200, '', used))).toBe(operationId);
  expect(everything(db)).toBe(before);
});

test('one ball after another: the first is used up, the next goes on', () => {
  const id = idOf(begun());
  idOf(weighed(id, 100, '50'));
  idOf(weighed(id, 200, '', { usedUp: true }));
  expect(knittingPage(db, id)).toMatchObject({ ballId: null, balls: [{ id: other }] });
  expect(pieceById(db, pieceId)!.consumedBy).not.toBeNull();
  idOf(weighed(id, 200, '100', { pieceId: other }));
  const { forecast, ballId, weighings } = knittingPage(db, id)!;
  expect(ballId).toBe(other);
  expect(forecast!.usedG).toBeCloseTo(100, 6);
  expect(Math.abs(forecast!.rowsLeft.likely - 200)).toBeLessThanOrEqual(3);
  expect(weighings.map(({ row, usedUp }) => [row, usedUp])).toEqual([
    [200, false],
    [200, true],
    [100, false],
    [0, false],
  ]);
});

test('rows that were ripped back no longer count, and the yarn is there again', () => {
  const id = idOf(begun());
  idOf(weighed(id, 40, '80'));
  idOf(weighed(id, 80, '58'));
  expect(operationPage(db, idOf(weighed(id, 40, '79')))!.kind).toBe('weigh');
  const { weighings, forecast } = knittingPage(db, id)!;
  expect(weighings.map(({ row, counts }) => [row, counts])).toEqual([
    [40, true],
    [80, false],
    [40, true],
    [0, true],
  ]);
  expect(forecast!.row).toBe(40);
  expect(forecast!.usedG).toBeCloseTo(21, 0);
});

test('what was taken from the ball for something else is not knitted', () => {
  const id = idOf(begun());
  idOf(weighed(id, 60, '70'));
  idOf(consumePiece(db, pieceId, consumeValues({ howMuch: 'took', took: '20 g' }), 'metric', NOW));
  idOf(weighed(id, 80, '40'));
  const { forecast } = knittingPage(db, id)!;
  expect(forecast!.usedG).toBeCloseTo(40, 6);
  expect(forecast!.rowG.mean).toBeCloseTo(0.5, 2);
});

test.each([
  [{ name: '' }, 'name'],
  [{ rows: 'grow' }, 'stitches'],
  [{ rows: 'grow', stitches: '3', change: '' }, 'change'],
  [{ rows: 'shrink', stitches: '90', every: '' }, 'every'],
  [{ rows: 'chart', chart: '12 sts' }, 'chart'],
  [{ rows: 'chart', chart: '12 x 9', lastRow: '10' }, 'lastRow'],
  [{ border: 'amount', borderAmount: '' }, 'borderAmount'],
  [{ border: 'rows', borderRows: '' }, 'borderRows'],
  [{ border: 'width' }, 'stitches'],
  [{ border: 'width', rows: 'unknown' }, 'border'],
  [{ border: 'width', stitches: '60', borderTimes: '' }, 'borderTimes'],
  [{ border: 'width', stitches: '60', gauge: '' }, 'gauge'],
  [{ rowsDone: '' }, 'rowsDone'],
  [{ rowsDone: '2.5' }, 'rowsDone'],
  [{ mass: '0' }, 'mass'],
] as const)('begun with %j it is refused at %s, and nothing is kept', (values, field) => {
  const before = everything(db);
  expect(Object.keys(errorsOf(begun(values as never)))).toEqual([field]);
  expect(everything(db)).toBe(before);
});

test('a weighing that cannot be is refused at its field', () => {
  const id = idOf(begun({ rows: 'chart', chart: '60 x 150' }));
  idOf(weighed(id, 60, '70'));
  expect(errorsOf(weighed(id, 80, '90')).mass).toMatch(/after row 60 it weighed 70\sg: is this another ball/);
  expect(errorsOf(weighed(id, 80, ''))).toEqual({ mass: 'what does the ball weigh?' });
  expect(errorsOf(weighed(id, 151, '20'))).toEqual({ rowsDone: 'its pattern has only 150 rows' });
  expect(errorsOf(weighed(id, 80, '', { usedUp: true, pieceId: other }))).toHaveProperty('usedUp');
  const foreign = shelved(db, { line: 'Skerry', dyeLot: '9' }).pieceIds[0]!;
  expect(errorsOf(weighed(id, 80, '60', { pieceId: foreign }))).toEqual({ '': 'this ball is of another yarn' });
  expect(errorsOf(weighed(999, 80, '60'))[''])!.toMatch(/not there/);
  // A scale that is too coarse for a few rows.
  idOf(weighed(id, 61, '70'));
  expect(operationPage(db, idOf(weighed(id, 62, '71')))!.kind).toBe('weigh');
});

test('changed as long as what was weighed fits it; finished and brought back', () => {
  const id = idOf(begun());
  idOf(weighed(id, 60, '70'));
  expect(errorsOf(changeKnitting(db, id, knittingValues({ rows: 'chart', chart: '60 x 40' }), 'metric'))).toEqual({
    rows: 'this pattern has 40 rows, and row 60 was weighed',
  });
  const changed = knittingValues({ name: 'Sea shawl', rows: 'shrink', stitches: '300', change: '2', every: '1' });
  idOf(changeKnitting(db, id, changed, 'metric'));
  expect(knittingPage(db, id)).toMatchObject({
    name: 'Sea shawl',
    pattern: { kind: 'stepped', stitches: 300, change: -2, every: 1 },
    forecast: { outlasts: true, rowsLeft: { likely: 90 } },
  });
  const growing = knittingValues({ name: 'Sea shawl', rows: 'grow', stitches: '3', change: '2', every: '1' });
  idOf(changeKnitting(db, id, growing, 'metric'));
  expect(knittingPage(db, id)).toMatchObject({ pattern: { kind: 'stepped', stitches: 3, change: 2, every: 1 } });
  idOf(changeKnitting(db, id, changed, 'metric'));
  idOf(markedKnitting(db, id, 'finished', true, NOW));
  expect(today(db, NOW).needles).toEqual([]);
  expect(needles(db)).toMatchObject({ underWay: [], past: [{ id, name: 'Sea shawl' }] });
  expect(errorsOf(weighed(id, 70, '65'))['']).toMatch(/off the needles/);
  idOf(markedKnitting(db, id, 'finished', false, NOW));
  idOf(weighed(id, 70, '65'));
});

test('what was left in a field of another kind of rows or border, or beside a ball that is used up, stands in no one’s way', () => {
  const left = { change: 'two', chart: '63, many', borderAmount: 'some', borderTimes: 'thrice', gauge: 'loose' };
  const id = idOf(begun({ rows: 'even', stitches: '60', border: 'rows', borderRows: '4', ...left }));
  expect(errorsOf(begun({ rows: 'grow', stitches: '60', ...left })).change).toMatch(/./);
  const ended = { usedUp: true, tare: 'the bowl', humidity: 'damp' };
  expect(errorsOf(weighed(id, 40, 'none', { ...ended, usedUp: false })).mass).toMatch(/./);
  idOf(weighed(id, 40, 'none', ended));
  expect(knittingPage(db, id)!.weighings[0]).toMatchObject({ row: 40, usedUp: true });
});

test('what is used of it is done of its project', () => {
  const projectId = project('400 m');
  const id = idOf(begun({ projectId, border: 'amount', borderAmount: '40 m' }));
  idOf(weighed(id, 60, '60'));
  const page = projectPage(db, projectId)!;
  // 40 g at 412 m to 115 g.
  expect(page.needs[0]).toMatchObject({ doneBy: 'weighed' });
  expect(page.needs[0]!.donePercent).toBeCloseTo((100 * 40 * (412 / 115)) / 400, 6);
  expect(page.needs[0]!.standing.target).toBeCloseTo(400 - 40 * (412 / 115), 6);
  expect(page.knittings).toMatchObject([{ id, row: 60 }]);
  idOf(markedProject(db, projectId, 'deleted', true, NOW));
  expect(knittingPage(db, id)!.project!.name).toBe('Shawl');
  expect(project('100 g')).toBeGreaterThan(projectId);
});

test('what is knitted can stay with a project that is finished, and with none that is deleted', () => {
  const [own, other] = [project(), project('100 g')];
  const choices = () => projectChoices(db, own).map(({ id }) => id);
  expect(choices()).toEqual([own, other]);
  idOf(markedProject(db, own, 'finished', true, NOW));
  expect(choices()).toEqual([other, own]);
  expect(projectChoices(db).map(({ id }) => id)).toEqual([other]);
  idOf(markedProject(db, own, 'deleted', true, NOW));
  expect(choices()).toEqual([other]);
});

test('a yarn that was merged is knitted on', () => {
  const projectId = project();
  const id = idOf(begun({ projectId }));
  idOf(weighed(id, 60, '70'));
  const { yarnId: into } = shelved(db, { form: 'cake', loop: '', masses: ['95'] });
  idOf(mergeYarns(db, yarnId, into, NOW));
  expect(knittingPage(db, id)).toMatchObject({ yarn: { id: into }, ballId: pieceId });
  expect(knittingPage(db, id)!.balls).toHaveLength(3);
  idOf(weighed(id, 80, '60'));
  expect(projectPage(db, projectId)!.needs[0]).toMatchObject({ doneBy: 'weighed' });
});

test('a new one is begun from what is there', () => {
  const from = (asked: { pieceId?: number; projectId?: number }) =>
    newKnittingPage(db, { pieceId: null, projectId: null, ...asked });
  expect(from({ pieceId })).toMatchObject({ balls: [{ id: pieceId, massG: 100 }], projects: [] });
  expect(from({ pieceId: 999 })).toBeUndefined();
  const projectId = project();
  expect(from({ projectId })).toMatchObject({ balls: [{ id: pieceId }, { id: other }], projects: [{ id: projectId }] });
  expect(from({ projectId: 999 })!.balls).toEqual([]);
  idOf(consumePiece(db, pieceId, consumeValues({ howMuch: 'all' }), 'metric', NOW));
  expect(from({ pieceId })).toBeUndefined();
  expect(errorsOf(begun())['']).toMatch(/not there any more/);
});

test('a knitting whose only weighing was undone says nothing of how far its project is', () => {
  const projectId = project();
  const id = idOf(begun({ projectId }));
  expect(projectPage(db, projectId)!.needs[0]).toMatchObject({ doneBy: 'weighed' });
  idOf(undoOperation(db, knittingPage(db, id)!.weighings[0]!.operationId, NOW));
  expect(projectPage(db, projectId)!.needs[0]).toMatchObject({ doneBy: 'entered' });
});
