import type { Db } from '../../db/common/connection';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  NOW,
  plyValues,
  shelved,
} from '../../tests/support/serverTesting';
import { keepPace, wheels } from '../bench/bench';
import { operationPage } from '../logbook/operationPage';
import { addSample } from '../yarn/measurementForms';
import { redoOperation, undoOperation } from '../yarn/pieces';
import { treatPieces } from '../yarn/pieceOperations';
import { pliedRecord } from './plied';
import { plySingles } from './plying';
import { twistPage } from './twist';
import { type HangingForm, keepHanging, wheelPage } from './wheelPage';
import { piecePage } from '../yarn/yarnViews';

/** A skein of two bobbins, fresh from the wheel, plied S. */
function plied() {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, {
    line: 'Beacon single',
    plies: '1',
    twistDirection: 'Z',
    twist: '300 t/m',
    form: 'bobbin',
    loop: '',
    count: '2',
    masses: ['48', '47.5'],
  });
  const operationId = idOf(plySingles(db, plyValues(pieceIds, { mass: '95' }), 'metric', NOW));
  const skeinId = operationPage(db, operationId)!.pieces.find(({ side }) => side === 'out')!.id;
  return { db, skeinId };
}

const hang = (db: Db, pieceId: number, values: Partial<HangingForm> = {}) =>
  keepHanging(
    db,
    { requestKey: aKey(), pieceId, loop: '1.5 m', halfTurns: '3', sides: 'Z', washed: false, note: '', ...values },
    'metric',
    NOW,
  );

const record = (db: Db, skeinId: number) => {
  const { yarn, piece } = piecePage(db, skeinId)!;
  return pliedRecord(db, yarn, piece, NOW)!;
};

test('how a skein hung is kept with it, before and after washing, and undone like anything else', () => {
  const { db, skeinId } = plied();
  expect(wheelPage(db).skeins).toMatchObject([{ pieceId: skeinId, plied: 'S' }]);
  expect(record(db, skeinId).before.hung).toBeUndefined();
  const operationId = idOf(hang(db, skeinId));
  // 3 half turns of a loop of 1.5 m: 2 x 1.5 / 1.5 = 2 t/m of the ply too much, the sides against it.
  expect(record(db, skeinId)).toMatchObject({
    before: { hung: { turnsPerM: 2, direction: 'S' } },
    stage: 'resting',
  });
  expect(record(db, skeinId).after.hung).toBeUndefined();
  expect(operationPage(db, operationId)!.note).toBe('It turned 3 half turns, its sides like Z, 1500 mm round.');
  idOf(hang(db, skeinId, { halfTurns: '0', washed: true }));
  expect(record(db, skeinId).after.hung).toBeNull();
  expect(twistPage(db, skeinId, NOW)!.plied!.after.hung).toBeNull();
  idOf(undoOperation(db, operationId, NOW));
  expect(record(db, skeinId).before.hung).toBeUndefined();
  idOf(redoOperation(db, operationId, NOW));
  expect(record(db, skeinId).before.hung).toMatchObject({ turnsPerM: 2 });
});

test('sent twice it is kept once', () => {
  const { db, skeinId } = plied();
  const requestKey = aKey();
  const first = idOf(hang(db, skeinId, { requestKey }));
  const before = everything(db);
  expect(idOf(hang(db, skeinId, { requestKey }))).toBe(first);
  expect(everything(db)).toBe(before);
});

test.each([
  [{ loop: '' }, 'loop'],
  [{ loop: '90 m' }, 'loop'],
  [{ halfTurns: 'some' }, 'halfTurns'],
  [{ halfTurns: '-1' }, 'halfTurns'],
  [{ halfTurns: '201' }, 'halfTurns'],
  [{ pieceId: 999 }, ''],
])('%j is refused, and nothing is written', (values, path) => {
  const { db, skeinId } = plied();
  const before = everything(db);
  expect(errorsOf(hang(db, skeinId, values))).toHaveProperty([path]);
  expect(everything(db)).toBe(before);
});

test('a wanted twist is offered from what was counted last; a band’s word alone is none', () => {
  const { db, skeinId } = plied();
  expect(wheelPage(db).samples).toEqual([]);
  const sample = { how: 'twist' as const, requestKey: aKey(), note: '', washed: false, turns: '50', over: '25 cm' };
  idOf(addSample(db, skeinId, { ...sample, leans: 'S' }, 'metric', NOW));
  expect(wheelPage(db).samples).toMatchObject([
    { name: 'Beacon two-ply, Low tide', twist: { turnsPerM: 200, direction: 'S' } },
  ]);
});

test('a skein that is wet hangs as well as another', () => {
  const { db, skeinId } = plied();
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [skeinId], note: '' }, NOW));
  idOf(hang(db, skeinId));
  expect(wheelPage(db).skeins).toHaveLength(1);
});

test('a pace that was tapped is kept with the wheel', () => {
  const db = emptyDatabase();
  const [wheel] = wheels(db);
  idOf(keepPace(db, wheel!.id, 72));
  expect(wheels(db)[0]).toMatchObject({ pacePerMin: 72, measured: expect.arrayContaining(['pacePerMin']) as string[] });
  expect(errorsOf(keepPace(db, 99, 72))['']).toMatch(/not on the bench/);
});
