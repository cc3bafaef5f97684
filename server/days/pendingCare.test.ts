import { markDry, treatPieces } from '../yarn/pieceOperations';
import { putAway } from '../yarn/yarnLifecycle';
import { undoOperation } from '../yarn/pieces';
import { plySingles } from '../twist/plying';
import { aKey, emptyDatabase, idOf, NOW, plyValues, shelved } from '../../tests/support/serverTesting';
import { pendingCare } from './pendingCare';

const after = (hours: number) => new Date(NOW.getTime() + hours * 3600_000);

function washed(count = '1') {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, { count, masses: Array.from({ length: Number(count) }, () => '100') });
  const wash = (ids: number[], at = NOW, kind: 'wash' | 'dye' = 'wash') =>
    idOf(treatPieces(db, { requestKey: aKey(), kind, pieceIds: ids, note: '' }, at));
  const dry = (id: number, at: Date) =>
    idOf(
      markDry(
        db,
        id,
        { requestKey: aKey(), mass: '', tare: '', humidity: '', scaleResolutionG: 1, note: '' },
        'metric',
        at,
      ),
    );
  return { db, yarnId, pieceIds: pieceIds as [number, ...number[]], wash, dry };
}

test('what went in together waits together, and is ready when nine of ten would be dry', () => {
  const { db, pieceIds, wash } = washed('3');
  wash(pieceIds, NOW, 'dye');
  const [wait, ...more] = pendingCare(db, NOW);
  expect(more).toEqual([]);
  expect(wait).toMatchObject({ what: '3 hanks', wetBy: 'dye', stage: 'drying', ready: false });
  // Half are dry after 36 hours, give or take 14.
  expect(wait!.until).toBe(after(36 + 1.2815516 * 14).toISOString());
  expect(pendingCare(db, after(53))[0]!.ready).toBe(false);
  expect(pendingCare(db, after(54))[0]!.ready).toBe(true);
  expect(wait!.href).toBe(`/pieces/${pieceIds[0]}/change?what=dry`);
});

test('a room in which things dry quickly is learned', () => {
  const { db, pieceIds, wash, dry } = washed('6');
  pieceIds.slice(0, 5).forEach((id, i) => {
    wash([id], after(i * 50));
    dry(id, after(i * 50 + 12));
  });
  wash([pieceIds[5]!], after(400));
  const hours = (Date.parse(pendingCare(db, after(400))[0]!.until!) - after(400).getTime()) / 3600_000;
  expect(hours).toBeGreaterThan(11);
  expect(hours).toBeLessThan(22);
});

test('one of several that is dry waits no more; undone, it waits again', () => {
  const { db, pieceIds, wash, dry } = washed('2');
  wash(pieceIds);
  const found = dry(pieceIds[0], after(30));
  expect(pendingCare(db, after(31))).toMatchObject([{ what: 'hank 2' }]);
  idOf(undoOperation(db, found, after(32)));
  expect(pendingCare(db, after(33))).toMatchObject([{ what: '2 hanks' }]);
});

test('what is put away, or hung up months ago, is not told of', () => {
  const { db, yarnId, pieceIds, wash } = washed();
  wash(pieceIds);
  expect(pendingCare(db, after(24 * 61))).toEqual([]);
  idOf(putAway(db, yarnId, after(1)));
  expect(pendingCare(db, after(2))).toEqual([]);
});

test('a ply is told once, by what it waits for, and what is ready stands first', () => {
  const { db, pieceIds, wash } = washed();
  wash(pieceIds);
  const singles = shelved(db, { form: 'bobbin', loop: '', count: '2', masses: ['50', '50'] }).pieceIds;
  idOf(plySingles(db, plyValues(singles, { mass: '99', restDays: '0' }), 'metric', NOW));
  expect(pendingCare(db, NOW).map(({ stage, ready }) => [stage, ready])).toEqual([
    ['to wash', true],
    ['drying', false],
  ]);
});
