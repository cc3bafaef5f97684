import fc from 'fast-check';
import { borrowFrom, bringBack, deleteYarn, goneFromShelf, hasHistory, mergeYarns, putAway } from './yarnLifecycle';
import { undoOperation } from './pieces';
import { liveMergeFrom } from '../../db/yarn/merges';
import { consumePiece, weighPiece } from './pieceOperations';
import { addSample } from './measurementForms';
import { refreshSummaries, newestOnShelf, shelfPage } from './shelf';
import {
  aKey,
  consumeValues,
  emptyDatabase,
  errorsOf,
  idOf,
  NOW,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { startRun } from '../winding/runStart';
import { yarnPage, yarnView } from './yarnViews';

const weighing = (mass: string) => ({
  requestKey: aKey(),
  mass,
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  note: '',
});
const onShelf = (db: ReturnType<typeof emptyDatabase>) => newestOnShelf(db, 50).map(({ id }) => id);
const run = startValues();
const later = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000);

test('what was never worked with is deleted, and comes back as it was', () => {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, { count: '2', masses: ['50', '51'] });
  const before = yarnPage(db, yarnId);
  idOf(deleteYarn(db, yarnId, NOW));
  expect(onShelf(db)).toEqual([]);
  expect(yarnPage(db, yarnId)!.pieces).toEqual([]);
  expect(goneFromShelf(db)).toMatchObject([{ id: yarnId, gone: 'deleted' }]);
  idOf(bringBack(db, yarnId, NOW));
  expect(onShelf(db)).toEqual([yarnId]);
  expect(yarnPage(db, yarnId)).toEqual(before);
  // And again: an undo of an undo of an undo.
  idOf(deleteYarn(db, yarnId, NOW));
  expect(onShelf(db)).toEqual([]);
  idOf(bringBack(db, yarnId, NOW));
  expect(yarnPage(db, yarnId)).toEqual(before);
});

test('what has a story is put away, not deleted', () => {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db);
  idOf(weighPiece(db, pieceIds[0]!, weighing('90'), 'metric', NOW));
  expect(hasHistory(db, yarnId)).toBe(true);
  expect(errorsOf(deleteYarn(db, yarnId, NOW))['']).toMatch('put it away');
  idOf(putAway(db, yarnId, NOW));
  expect(onShelf(db)).toEqual([]);
  expect(yarnPage(db, yarnId)!.pieces).toHaveLength(1);
  idOf(bringBack(db, yarnId, NOW));
  expect(onShelf(db)).toEqual([yarnId]);
});

test('while a winding is under way nothing of it is taken off the shelf', () => {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db);
  const { yarnId: other } = shelved(db);
  idOf(startRun(db, pieceIds[0]!, run, 'metric', NOW));
  for (const refused of [putAway(db, yarnId, NOW), deleteYarn(db, yarnId, NOW), mergeYarns(db, yarnId, other, NOW)])
    expect(errorsOf(refused)['']).toMatch('under way');
  expect(onShelf(db)).toEqual([other, yarnId]);
});

describe('a yarn that was entered twice', () => {
  const twice = () => {
    const db = emptyDatabase();
    const { yarnId: into } = shelved(db, { count: '2', masses: [], care: '', place: '' });
    const { yarnId: from, pieceIds } = shelved(db, { count: '2', masses: ['99', '98'], care: 'cool', place: 'loft' });
    return { db, into, from, pieceIds };
  };

  test('gives its pieces and what only its band says, and can be parted again', () => {
    const { db, into, from, pieceIds } = twice();
    const [intoBefore, fromBefore] = [yarnPage(db, into), yarnPage(db, from)];
    idOf(mergeYarns(db, from, into, NOW));
    const merged = yarnPage(db, into)!;
    expect(merged.yarn).toMatchObject({ care: 'cool', place: 'loft' });
    expect(merged.pieces.map(({ label }) => label)).toEqual(['Hank 1', 'Hank 2', 'Hank 3', 'Hank 4']);
    expect(merged.remaining!.massG.mean).toBeCloseTo(2 * 115 + 99 + 98, 6);
    expect(onShelf(db)).toEqual([into]);
    expect(goneFromShelf(db)).toMatchObject([{ gone: 'merged', into: { id: into } }]);
    // What is measured in the meantime stays with its piece.
    idOf(weighPiece(db, pieceIds[0]!, weighing('90'), 'metric', NOW));
    idOf(bringBack(db, from, NOW));
    expect(yarnPage(db, into)).toEqual(intoBefore);
    expect(yarnPage(db, from)!.pieces.map(({ label, mass }) => [label, mass!.massG])).toEqual([
      ['Hank 1', 90],
      ['Hank 2', 98],
    ]);
    expect(yarnView(db, from)).toEqual({ ...fromBefore!.yarn });
  });

  test('neither into itself, nor into what is gone', () => {
    const { db, into, from } = twice();
    expect(errorsOf(mergeYarns(db, from, from, NOW))['']).toMatch('another');
    idOf(putAway(db, into, NOW));
    expect(errorsOf(mergeYarns(db, from, into, NOW))['']).toMatch('another');
  });

  test('in two windows it goes one way only, so that it comes back whole', () => {
    const { db, into, from } = twice();
    const before = yarnPage(db, from);
    const { yarnId: other } = shelved(db);
    idOf(mergeYarns(db, from, into, NOW));
    for (const refused of [putAway(db, from, NOW), deleteYarn(db, from, NOW), mergeYarns(db, from, other, NOW)])
      expect(errorsOf(refused)['']).toMatch(/merged by now|another yarn/);
    idOf(bringBack(db, from, NOW));
    expect(yarnPage(db, from)).toEqual(before);
    idOf(deleteYarn(db, from, NOW));
    expect(errorsOf(putAway(db, from, NOW))['']).toBe('it is deleted by now; bring it back first');
    idOf(bringBack(db, from, NOW));
    expect(yarnPage(db, from)).toEqual(before);
    idOf(putAway(db, from, NOW));
    expect(errorsOf(deleteYarn(db, from, NOW))['']).toMatch('archived by now');
  });

  test('is not parted from one that was deleted with its pieces', () => {
    const db = emptyDatabase();
    const { yarnId: into } = shelved(db, { count: '2', masses: [] });
    const { yarnId: from } = shelved(db, { count: '2', masses: ['99', '98'] });
    const before = yarnPage(db, from);
    idOf(mergeYarns(db, from, into, NOW));
    idOf(deleteYarn(db, into, NOW));
    expect(errorsOf(bringBack(db, from, NOW))['']).toMatch('deleted itself since; bring that back first');
    idOf(bringBack(db, into, NOW));
    idOf(bringBack(db, from, NOW));
    expect(yarnPage(db, from)).toEqual(before);
  });

  test('is parted as long as nothing that came over was wound or used up since; what was there before may be', () => {
    const { db, into, from, pieceIds } = twice();
    const useUp = (pieceId: number, minutes: number) =>
      idOf(consumePiece(db, pieceId, consumeValues({ howMuch: 'all' }), 'metric', later(minutes)));
    useUp(pieceIds[1]!, 1);
    idOf(mergeYarns(db, from, into, later(2)));
    useUp(yarnPage(db, into)!.pieces[0]!.id, 3);
    const used = useUp(pieceIds[0]!, 4);
    expect(errorsOf(bringBack(db, from, later(5)))['']).toMatch('undo that first');
    expect(yarnView(db, from)!.gone).toBe('merged');
    idOf(undoOperation(db, used, later(6)));
    idOf(bringBack(db, from, later(7)));
    const whatIs = (yarnId: number) => yarnPage(db, yarnId)!.pieces.map(({ consumedBy }) => consumedBy === null);
    expect([whatIs(into), whatIs(from)]).toEqual([
      [false, true],
      [true, false],
    ]);
  });

  test('of a chain, the last link is parted first', () => {
    const { db, into, from } = twice();
    const { yarnId: last } = shelved(db);
    idOf(mergeYarns(db, from, into, NOW));
    idOf(mergeYarns(db, into, last, NOW));
    expect(yarnPage(db, last)!.pieces).toHaveLength(5);
    expect(errorsOf(bringBack(db, from, NOW))['']).toMatch('bring that back first');
    idOf(bringBack(db, into, NOW));
    idOf(bringBack(db, from, NOW));
    for (const [id, pieces] of [
      [last, 1],
      [into, 2],
      [from, 2],
    ] as const)
      expect(yarnPage(db, id)!.pieces).toHaveLength(pieces);
  });
});

test('whatever happens, the shelf shows what follows from it', () => {
  const act = fc.record({
    what: fc.constantFrom('add', 'weigh', 'sample', 'undo', 'away', 'delete', 'back', 'merge', 'run', 'borrow'),
    which: fc.nat({ max: 7 }),
    mass: fc.integer({ min: 20, max: 120 }),
  });
  fc.assert(
    fc.property(fc.array(act, { minLength: 3, maxLength: 16 }), (acts) => {
      const db = emptyDatabase();
      shelved(db);
      for (const { what, which, mass } of acts) {
        const yarns = (db.prepare('SELECT id FROM yarn').all() as { id: number }[]).map(({ id }) => id);
        const pieces = (db.prepare('SELECT id FROM piece').all() as { id: number }[]).map(({ id }) => id);
        const operations = (db.prepare('SELECT id FROM operation').all() as { id: number }[]).map(({ id }) => id);
        const one = (ids: number[]) => ids[which % ids.length]!;
        const sample = { how: 'length', requestKey: aKey(), length: '10 m', mass: '2.8', humidity: '', note: '' };
        // Some of these are refused; then nothing may change.
        const silent = which % 2 === 0 ? { putUpLength: '' } : {};
        if (what === 'add') shelved(db, { line: `Line ${which}`, masses: [String(mass)], ...silent });
        if (what === 'weigh') weighPiece(db, one(pieces), weighing(String(mass)), 'metric', NOW);
        if (what === 'sample')
          addSample(db, one(pieces), { ...sample, scaleResolutionG: 0.1, washed: false }, 'metric', NOW);
        if (what === 'undo') undoOperation(db, one(operations), NOW);
        if (what === 'away') putAway(db, one(yarns), NOW);
        if (what === 'delete') deleteYarn(db, one(yarns), NOW);
        if (what === 'back') bringBack(db, one(yarns), NOW);
        if (what === 'merge') mergeYarns(db, one(yarns), yarns[0]!, NOW);
        if (what === 'borrow') borrowFrom(db, one(yarns), yarns[0]!);
        if (what === 'run') startRun(db, one(pieces), run, 'metric', NOW);
        refreshSummaries(db);
        for (const id of yarns) expect(yarnView(db, id)!.gone === 'merged').toBe(liveMergeFrom(db, id) !== undefined);
      }
      const kept = shelfPage(db, {}, 'metric');
      // Everything worked out anew, as on the first day.
      db.exec('DELETE FROM yarn_summary; DELETE FROM yarn_text; INSERT OR IGNORE INTO yarn_dirty SELECT id FROM yarn');
      expect(kept).toEqual(shelfPage(db, {}, 'metric'));
      db.close();
    }),
    { numRuns: 60 },
  );
});
