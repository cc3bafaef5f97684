import fc from 'fast-check';
import { redoOperation, undoOperation, whyNotRedo, whyNotUndo } from './pieces';
import { weighPiece } from './pieceOperations';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { piecePage, yarnPage } from './yarnViews';
import { operationPage } from '../logbook/operationPage';
import { latestOperations } from '../logbook/logbook';

const weighing = (mass: string, more = {}) => ({
  requestKey: aKey(),
  mass,
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  note: '',
  ...more,
});

test('the last weighing that holds is the mass now', () => {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db);
  const [pieceId] = pieceIds as [number];
  idOf(weighPiece(db, pieceId, weighing('90'), 'metric', NOW));
  const slip = idOf(weighPiece(db, pieceId, weighing('9'), 'metric', NOW));
  expect(yarnPage(db, yarnId)!.pieces[0]!.mass!.massG).toBe(9);
  idOf(undoOperation(db, slip, NOW));
  expect(yarnPage(db, yarnId)!.pieces[0]!.mass!.massG).toBe(90);
  expect(operationPage(db, slip)!.live).toBe(false);
  idOf(redoOperation(db, slip, NOW));
  expect(yarnPage(db, yarnId)!.pieces[0]!.mass!.massG).toBe(9);
  expect(piecePage(db, pieceId)!.history.map(({ kind }) => kind)).toEqual(['receive', 'weigh', 'weigh']);
});

test('ounces on the scale are kept to the milligram', () => {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db);
  idOf(weighPiece(db, pieceIds[0]!, weighing('3 1/2', { tare: '1/4 oz', scaleResolutionG: 2.835 }), 'imperial', NOW));
  expect(yarnPage(db, yarnId)!.pieces[0]!.mass).toEqual({
    from: 'scale',
    massG: 92.136,
    tareG: 7.087,
    resolutionG: 2.835,
  });
});

test.each([
  ['a tare above the piece', weighing('40', { tare: '41' }), 'mass', /tare must be below/],
  ['a tare as heavy as the piece', weighing('40', { tare: '40' }), 'mass', /tare must be below/],
  ['nothing', weighing(''), 'mass', /write it like/],
  ['metres', weighing('40 m'), 'mass', /is a length/],
  ['a scale without a step', weighing('40', { scaleResolutionG: 0 }), 'scaleResolutionG', /./],
])('%s on the scale is refused and not written', (_, form, field, message) => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const before = everything(db);
  expect(errorsOf(weighPiece(db, pieceIds[0]!, form, 'metric', NOW))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('a piece that is not there cannot be weighed', () => {
  expect(errorsOf(weighPiece(emptyDatabase(), 7, weighing('40'), 'metric', NOW))['']).toMatch('not there');
});

test('an entry can be undone only while nothing rests on it', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const came = latestOperations(db, 200)[0]!.id;
  const weighed = idOf(weighPiece(db, pieceIds[0]!, weighing('90'), 'metric', NOW));
  expect(whyNotUndo(db, came)).toMatch('undo that first');
  expect(errorsOf(undoOperation(db, came, NOW))['']).toMatch('undo that first');
  const undone = idOf(undoOperation(db, weighed, NOW));
  expect(whyNotUndo(db, weighed)).toMatch('undone already');
  // Asked again because the answer was lost, it is undone once.
  expect(idOf(undoOperation(db, weighed, NOW))).toBe(undone);
  expect(whyNotUndo(db, came)).toBeNull();
  idOf(undoOperation(db, came, NOW));
  expect(piecePage(db, pieceIds[0]!)).toBeUndefined();
  expect(whyNotRedo(db, weighed)).not.toBeNull();
  idOf(redoOperation(db, came, NOW));
  expect(piecePage(db, pieceIds[0]!)!.piece.mass!.massG).toBe(112);
  expect(whyNotUndo(db, 999)).not.toBeNull();
  expect(whyNotRedo(db, 999)).not.toBeNull();
});

test('whatever is undone and brought back, the mass is that of the last weighing that holds', () => {
  const step = fc.oneof(
    fc.record({ kind: fc.constant('weigh' as const), massG: fc.integer({ min: 1, max: 200 }) }),
    fc.record({ kind: fc.constantFrom('undo' as const, 'redo' as const), pick: fc.nat(20) }),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
      const db = emptyDatabase();
      const { pieceIds, yarnId } = shelved(db);
      const kept: { id: number; massG: number; holds: boolean }[] = [];
      for (const next of steps) {
        if (next.kind === 'weigh') {
          const id = idOf(weighPiece(db, pieceIds[0]!, weighing(String(next.massG)), 'metric', NOW));
          kept.push({ id, massG: next.massG, holds: true });
        } else if (kept.length > 0) {
          const chosen = kept[next.pick % kept.length]!;
          const done = (next.kind === 'undo' ? undoOperation : redoOperation)(db, chosen.id, NOW);
          if (done.ok) chosen.holds = next.kind === 'redo';
        }
      }
      const last = kept.filter(({ holds }) => holds).at(-1)?.massG ?? 112;
      expect(yarnPage(db, yarnId)!.pieces[0]!.mass!.massG).toBe(last);
      db.close();
    }),
    { numRuns: 40 },
  );
});

test('the room’s humidity is kept with the weighing, and the length is that of usual air', () => {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db, { fibres: 'wool', putUpMass: '100 g', putUpLength: '400 m' });
  const lengthM = () => yarnPage(db, yarnId)!.remaining!.lengthM.mean;
  idOf(weighPiece(db, pieceIds[0]!, weighing('90', { humidity: '65' }), 'metric', NOW));
  expect(lengthM()).toBeCloseTo(360, 9);
  const dry = idOf(weighPiece(db, pieceIds[0]!, weighing('90', { humidity: '30 %' }), 'metric', NOW));
  expect(yarnPage(db, yarnId)!.pieces[0]!.mass).toMatchObject({ massG: 90, humidityPercent: 30 });
  // 1.145 / (1 + .145 x .52), by hand
  expect(lengthM()).toBeCloseTo(383.299, 3);
  idOf(undoOperation(db, dry, NOW));
  expect(lengthM()).toBeCloseTo(360, 9);
});

test.each(['95', '-1', 'damp', '30 g'])('a humidity of "%s" is refused at its field', (humidity) => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const before = everything(db);
  expect(errorsOf(weighPiece(db, pieceIds[0]!, weighing('90', { humidity }), 'metric', NOW)).humidity).toMatch(/./);
  expect(everything(db)).toBe(before);
});

test('a measurement can be taken back and brought back whatever came after it', () => {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db);
  const [pieceId] = pieceIds as [number];
  const massG = () => yarnPage(db, yarnId)!.pieces[0]!.mass!.massG;
  const first = idOf(weighPiece(db, pieceId, weighing('100'), 'metric', NOW));
  const second = idOf(weighPiece(db, pieceId, weighing('80'), 'metric', NOW));
  idOf(undoOperation(db, first, NOW));
  expect(massG()).toBe(80);
  idOf(undoOperation(db, second, NOW));
  expect(massG()).toBe(112);
  idOf(redoOperation(db, first, NOW));
  expect(massG()).toBe(100);
  idOf(redoOperation(db, second, NOW));
  expect(massG()).toBe(80);
});
