import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { exportArchive } from '../exchange/archive';
import { readIn } from '../../tests/support/archiveTesting';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { pieceById } from '../../db/yarn/pieces';
import { findOperations } from '../../db/logbook/logbook';
import { linesOf } from '../logbook/logbook';
import { ternRock } from '../../scripts/ternRock';
import { benchAnswers } from '../logbook/benchAnswers';
import { undoOperation } from './pieces';
import { logTrouble, troubledPiece } from './pieceTrouble';
import { yarnPage } from './yarnViews';

const REPORT = { trouble: 'lump', attempt: 'outer end', minutes: 12, lostM: 1.5, then: 'go on' } as const;

function setting() {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { masses: ['112'] });
  const note = () => linesOf(db, findOperations(db, { yarnId }, 9))[0]!.note;
  return { db, yarnId, pieceId: pieceIds[0]!, note };
}

test('what went wrong stands in the piece’s history with what helped, and nothing of the piece changes', () => {
  const { db, yarnId, pieceId, note } = setting();
  const before = yarnPage(db, yarnId)!.remaining;
  const id = idOf(logTrouble(db, pieceId, { ...REPORT, requestKey: aKey() }, 'metric', NOW));
  expect(note()).toBe(
    'A lump comes out of the centre: push it back, and change to the outer end; 12 min, 1.5\u00a0m lost.',
  );
  expect(yarnPage(db, yarnId)!.remaining).toEqual(before);
  expect(yarnPage(db, yarnId)!.pieces[0]!.faults).toEqual([]);
  idOf(undoOperation(db, id, NOW));
  expect(findOperations(db, { yarnId }, 9).filter(({ kind }) => kind === 'inspect')).toHaveLength(1);
});

test('the log’s answers know it, with the winder that the piece came from, until it is undone', () => {
  const { db, pieceId } = setting();
  const answered = () => benchAnswers(db).troubles;
  const id = idOf(logTrouble(db, pieceId, { ...REPORT, minutes: 2.5, requestKey: aKey() }, 'metric', NOW));
  const lump = { trouble: 'lump', times: 1, lostM: 1.5, helped: [{ attempt: 'outer end', times: 1, minutes: 2.5 }] };
  expect(answered()).toEqual([{ ...lump, tools: [], yarns: [expect.any(String)] }]);
  idOf(undoOperation(db, id, NOW));
  expect(answered()).toEqual([]);
  const full = emptyDatabase();
  ternRock(full, NOW);
  const cakes = full
    .prepare('SELECT w.piece_id AS pieceId, t.name FROM wound_cake w JOIN winder t ON t.id = w.winder_id')
    .all() as { pieceId: number; name: string }[];
  const cake = cakes.find(({ pieceId }) => pieceById(full, pieceId)!.consumedBy === null)!;
  idOf(logTrouble(full, cake.pieceId, { ...REPORT, requestKey: aKey() }, 'metric', NOW));
  expect(benchAnswers(full).troubles.find(({ trouble }) => trouble === 'lump')).toMatchObject({ tools: [cake.name] });
});

test('it goes out with the archive and comes back', async () => {
  const { db, pieceId } = setting();
  idOf(logTrouble(db, pieceId, { ...REPORT, requestKey: aKey() }, 'metric', NOW));
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-trouble-'));
  const again = emptyDatabase();
  await readIn(again, folder, JSON.stringify(exportArchive(db, folder, NOW)));
  expect(benchAnswers(again).troubles).toEqual(benchAnswers(db).troubles);
  expect(everything(again)).toBe(everything(db));
  rmSync(folder, { recursive: true });
});

test('said twice it is kept once; in yards where yards are read; nothing lost is not said', () => {
  const { db, pieceId, note } = setting();
  const form = { ...REPORT, requestKey: aKey() };
  expect(idOf(logTrouble(db, pieceId, form, 'imperial', NOW))).toBe(
    idOf(logTrouble(db, pieceId, form, 'imperial', NOW)),
  );
  expect(note()).toMatch(/1\.6\u00a0yd lost/);
  idOf(logTrouble(db, pieceId, { ...REPORT, lostM: 0, requestKey: aKey() }, 'metric', NOW));
  expect(note()).not.toMatch(/lost/);
});

test('what cannot be is refused, and nothing is written', () => {
  const { db, pieceId } = setting();
  const before = everything(db);
  expect(errorsOf(logTrouble(db, 99, { ...REPORT, requestKey: aKey() }, 'metric', NOW))['']).toMatch(/not there/);
  expect(
    errorsOf(logTrouble(db, pieceId, { ...REPORT, requestKey: aKey(), minutes: -1 }, 'metric', NOW)),
  ).toHaveProperty(['minutes']);
  expect(everything(db)).toBe(before);
  expect(troubledPiece(db, 99)).toBeUndefined();
  expect(troubledPiece(db, pieceId)).toMatchObject({ id: pieceId, label: 'Hank 1' });
});
