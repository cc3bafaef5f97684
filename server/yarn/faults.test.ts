import { DEFAULT_SCHOOLS } from '../../core/bench/schools';
import type { Db } from '../../db/common/connection';
import { type FaultForm, noteFault } from './measurementForms';
import { undoOperation, whyNotUndo } from './pieces';
import { weighPiece } from './pieceOperations';
import {
  aKey,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { logRun } from '../winding/runLog';
import { runPage } from '../winding/runEvents';
import { saveSchools } from '../bench/schools';
import { type StartForm, startRun } from '../winding/runStart';
import { piecePage, yarnPage } from './yarnViews';

const GRIST_M_PER_G = 412 / 115;

const fault = (values: Partial<FaultForm> = {}): FaultForm => ({
  requestKey: aKey(),
  kind: 'knot',
  at: '100 m',
  from: 'inner',
  ...values,
});

const faultsOf = (db: Db, pieceId: number) =>
  piecePage(db, pieceId)!.piece.faults.map(({ kind, atM }) => [kind, Math.round(atM)]);

/** Winds a piece into cakes of these masses; tells their ids. */
function wound(db: Db, pieceId: number, masses: string[], form: Partial<StartForm> = {}, more = {}): number[] {
  const start = startValues({ split: { by: 'equal', cakes: masses.length }, cutAtKnots: false, ...form });
  const runId = idOf(startRun(db, pieceId, start, 'metric', NOW));
  const { send, event } = screenOf(db, runId, `screen-${runId}`);
  send(masses.map((_, part) => event({ kind: 'turns', part, amount: 200 })));
  const operation = idOf(logRun(db, runId, logValues(masses, more), 'metric', NOW));
  return db
    .prepare("SELECT piece_id FROM operation_piece WHERE operation_id = ? AND side = 'out' ORDER BY piece_id")
    .pluck()
    .all(operation) as number[];
}

test('used without a word, found by the scale: what lay at the end that it is worked from is gone, the rest has moved', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { form: 'cake', loop: '' });
  const [cake] = pieceIds as [number];
  idOf(saveSchools(db, { ...DEFAULT_SCHOOLS, earliestDays: '14', workFrom: 'centre' }));
  idOf(noteFault(db, cake, fault(), 'metric', NOW));
  idOf(noteFault(db, cake, fault({ kind: 'thin spot', at: '300 m' }), 'metric', NOW));
  const weigh = (mass: string) =>
    idOf(
      weighPiece(
        db,
        cake,
        { requestKey: aKey(), mass, tare: '', humidity: '', scaleResolutionG: 1, note: '' },
        'metric',
        NOW,
      ),
    );
  weigh('110');
  expect(faultsOf(db, cake)).toEqual([
    ['knot', 100],
    ['thin spot', 300],
  ]);
  const light = weigh('56');
  expect(faultsOf(db, cake)).toEqual([['thin spot', Math.round(300 - 56 * GRIST_M_PER_G)]]);
  undoOperation(db, light, NOW);
  expect(faultsOf(db, cake)).toEqual([
    ['knot', 100],
    ['thin spot', 300],
  ]);
});

test('noted from either end, it lies where it was seen, and can be taken back', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const [hank] = pieceIds as [number];
  idOf(noteFault(db, hank, fault(), 'metric', NOW));
  const thin = idOf(noteFault(db, hank, fault({ kind: 'thin spot', at: '50 m', from: 'outer' }), 'metric', NOW));
  const lengthM = 112 * GRIST_M_PER_G;
  expect(faultsOf(db, hank)).toEqual([
    ['knot', 100],
    ['thin spot', Math.round(lengthM - 50)],
  ]);
  idOf(undoOperation(db, thin, NOW));
  expect(faultsOf(db, hank)).toEqual([['knot', 100]]);
});

test('sent twice it is noted once', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const form = fault();
  expect(idOf(noteFault(db, pieceIds[0]!, form, 'metric', NOW))).toBe(
    idOf(noteFault(db, pieceIds[0]!, form, 'metric', NOW)),
  );
  expect(faultsOf(db, pieceIds[0]!)).toHaveLength(1);
});

test.each<[string, Partial<FaultForm>, string, RegExp]>([
  ['a place past the end', { at: '900 m' }, 'at', /only about 4\d\d m long/],
  ['a place in grams', { at: '12 g' }, 'at', /is a mass/],
  ['no place', { at: '' }, 'at', /./],
])('%s is refused at its field', (_, values, field, message) => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  const before = everything(db);
  expect(errorsOf(noteFault(db, pieceIds[0]!, fault(values), 'metric', NOW))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('a yarn without a length has no places along it', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { putUpLength: '', weightClass: '', needle: '' });
  expect(errorsOf(noteFault(db, pieceIds[0]!, fault(), 'metric', NOW))['']).toMatch('length must be known');
});

test('wound and wound again from the outside, a knot is turned round, and round again', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  idOf(noteFault(db, pieceIds[0]!, fault(), 'metric', NOW));
  const [first] = wound(db, pieceIds[0]!, ['112']) as [number];
  expect(faultsOf(db, first)).toEqual([['knot', 100]]);
  const lengthM = 112 * GRIST_M_PER_G;
  const [second] = wound(db, first, ['112'], { fromEnd: 'outer' }) as [number];
  expect(faultsOf(db, second)).toEqual([['knot', Math.round(lengthM - 100)]]);
  const [third] = wound(db, second, ['112'], { fromEnd: 'outer' }) as [number];
  expect(faultsOf(db, third)).toEqual([['knot', 100]]);
});

test('split into three, each fault goes with its part; the rest keeps its own', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { masses: ['112'] });
  for (const [kind, at] of [
    ['knot', '30 m'],
    ['thin spot', '150 m'],
    ['colour change', '390 m'],
  ] as const)
    idOf(noteFault(db, pieceIds[0]!, fault({ kind, at }), 'metric', NOW));
  const [a, b, rest] = wound(db, pieceIds[0]!, ['30', '40'], {}, { rest: '42' }) as [number, number, number];
  expect(faultsOf(db, a)).toEqual([['knot', 30]]);
  expect(faultsOf(db, b)).toEqual([['thin spot', Math.round(150 - 30 * GRIST_M_PER_G)]]);
  expect(faultsOf(db, rest)).toEqual([['colour change', Math.round(390 - 70 * GRIST_M_PER_G)]]);
});

test('a plan moves its cut to a knot that lies near it, and says which end it is taken from', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { masses: ['112'] });
  const middleM = (112 * GRIST_M_PER_G) / 2;
  idOf(noteFault(db, pieceIds[0]!, fault({ at: `${(middleM + 6).toFixed(1)} m` }), 'metric', NOW));
  const plan = (cutAtKnots: boolean) => {
    const form = startValues({ split: { by: 'equal', cakes: 2 }, cutAtKnots });
    const runId = idOf(startRun(db, pieceIds[0]!, form, 'metric', NOW));
    const { cakes } = runPage(db, runId)!.plan;
    db.prepare('DELETE FROM run').run();
    return cakes[0]!.lengthM;
  };
  expect(plan(false)).toBeCloseTo(middleM, 3);
  expect(plan(true)).toBeCloseTo(middleM + 6, 1);
});

test('what was noted of a piece that became another cannot be taken from under it', () => {
  const db = emptyDatabase();
  const { pieceIds, yarnId } = shelved(db);
  const noted = idOf(noteFault(db, pieceIds[0]!, fault(), 'metric', NOW));
  wound(db, pieceIds[0]!, ['112']);
  expect(whyNotUndo(db, noted)).not.toBeNull();
  expect(yarnPage(db, yarnId)!.pieces.at(-1)!.faults).toHaveLength(1);
  expect(errorsOf(noteFault(db, pieceIds[0]!, fault(), 'metric', NOW))['']).toMatch('not there any more');
});
