import { DEFAULT_SCHOOLS } from '../../core/bench/schools';
import { windingPage } from '../winding/planPages';
import { saveSchools, schools, type SchoolsForm } from './schools';
import {
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
import { startRun } from '../winding/runStart';

const form = (values: Partial<SchoolsForm> = {}): SchoolsForm => ({
  ...DEFAULT_SCHOOLS,
  earliestDays: String(DEFAULT_SCHOOLS.earliestDays),
  ...values,
});

test('until they are chosen the usual ones hold; chosen, they stay', () => {
  const db = emptyDatabase();
  expect(schools(db)).toEqual(DEFAULT_SCHOOLS);
  idOf(saveSchools(db, form({ windings: 'twice', ties: 'before mounting', earliestDays: '9' })));
  expect(schools(db)).toEqual({ ...DEFAULT_SCHOOLS, windings: 'twice', ties: 'before mounting', earliestDays: 9 });
});

test.each([['-1'], ['400'], ['soon'], ['']])('days of "%s" are refused at their field', (earliestDays) => {
  const db = emptyDatabase();
  const before = everything(db);
  expect(errorsOf(saveSchools(db, form({ earliestDays })))).toHaveProperty('earliestDays');
  expect(everything(db)).toBe(before);
});

test('a run keeps the school that it was begun by', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  idOf(saveSchools(db, form({ ties: 'before mounting' })));
  const runId = idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
  idOf(saveSchools(db, form({ ties: 'after mounting' })));
  expect(runPage(db, runId)!.plan.schools.ties).toBe('before mounting');
});

test('a cake that stands longer than the school lets it is told, not before', () => {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db);
  idOf(saveSchools(db, form({ earliestDays: '3' })));
  const runId = idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
  const { send, event } = screenOf(db, runId, 'screen-one');
  send([event({ kind: 'turns', part: 0, amount: 9 })]);
  idOf(logRun(db, runId, logValues(['112']), 'metric', NOW));
  const after = (days: number) => Object.values(windingPage(db, new Date(NOW.getTime() + days * 86_400_000)).stoodDays);
  expect(after(2)).toEqual([]);
  expect(after(5)).toEqual([5]);
});
