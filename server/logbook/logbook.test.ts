import fc from 'fast-check';
import { consumePiece, treatPieces, weighPiece } from '../yarn/pieceOperations';
import { addDays, addMonths, dayOf, isDay, startOfDay } from '../../core/days/days';
import { putAway } from '../yarn/yarnLifecycle';
import { type LogAsked, logbookPage, latestOperations, readLogAsked } from './logbook';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { undoOperation } from '../yarn/pieces';
import { giveUpRun } from '../winding/runLog';
import { startRun } from '../winding/runStart';
import { addSample } from '../yarn/measurementForms';
import { aKey, emptyDatabase, idOf, NOW, shelved, startValues } from '../../tests/support/serverTesting';

const asked = (more: Partial<LogAsked> = {}): LogAsked => ({
  q: '',
  what: '',
  yarn: null,
  day: '',
  month: '',
  before: null,
  ...more,
});

const weighing = (mass: string, note = '') => ({
  requestKey: aKey(),
  mass,
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  note,
});

const onDay = (day: string, hour = 12) => new Date(Date.parse(startOfDay(day)) + hour * 3600_000);

/** Two yarns with something done on three days. */
function logged() {
  const db = emptyDatabase();
  const kelp = shelved(db, { line: 'Kelp', colourName: 'Wrack' });
  const thrift = shelved(db, { line: 'Thrift', colourName: 'Rose' });
  const [kelpId, thriftId] = [kelp.pieceIds[0]!, thrift.pieceIds[0]!];
  idOf(weighPiece(db, kelpId, weighing('111', 'beside the stove'), 'metric', onDay('2026-03-15')));
  idOf(weighPiece(db, thriftId, weighing('110', 'wet wool, café table'), 'metric', onDay('2026-03-16', 1)));
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [kelpId], note: '' }, onDay('2026-03-16', 20)));
  const page = (more: Partial<LogAsked> = {}) => logbookPage(db, asked(more), NOW);
  const kinds = (more: Partial<LogAsked>) => page(more).lines.map(({ kind }) => kind);
  return { db, kelp, thrift, kelpId, thriftId, page, kinds };
}

test('everything, the newest first, each with its yarn and its note', () => {
  const { page } = logged();
  const { lines, older, empty } = page();
  expect(lines.map(({ kind }) => kind)).toEqual(['wash', 'weigh', 'weigh', 'receive', 'receive']);
  expect(lines[1]).toMatchObject({ note: 'wet wool, café table', yarn: { name: 'Thrift, Rose' }, live: true });
  expect(older).toBeNull();
  expect(empty).toBe(false);
});

test('by kind, by yarn, by day', () => {
  const { kinds, kelp, page } = logged();
  expect(kinds({ what: 'measured' })).toEqual(['weigh', 'weigh']);
  expect(kinds({ what: 'washed and dyed' })).toEqual(['wash']);
  expect(kinds({ yarn: kelp.yarnId })).toEqual(['wash', 'weigh', 'receive']);
  expect(kinds({ day: '2026-03-16' })).toEqual(['wash', 'weigh']);
  expect(kinds({ day: '2026-03-16', yarn: kelp.yarnId, what: 'measured' })).toEqual([]);
  expect(page({ yarn: kelp.yarnId }).yarn).toEqual({ id: kelp.yarnId, name: 'Kelp, Wrack' });
});

test('by the words of a note or of a yarn’s name, from their beginnings, with and without accents', () => {
  const { kinds, db, kelp } = logged();
  expect(kinds({ q: 'stove' })).toEqual(['weigh']);
  expect(kinds({ q: 'cafe tab' })).toEqual(['weigh']);
  expect(kinds({ q: 'wrack' })).toEqual(['wash', 'weigh', 'receive']);
  expect(kinds({ q: 'nothing of that' })).toEqual([]);
  expect(kinds({ q: '" OR NEAR(' })).toEqual([]);
  expect(kinds({ q: '" -' })).toHaveLength(5);
  idOf(putAway(db, kelp.yarnId, NOW));
  expect(kinds({ q: 'wrack' })).toEqual(['wash', 'weigh', 'receive']);
});

test('an undone entry stays, marked; the undo is told with it', () => {
  const { db, page } = logged();
  const { id } = page().lines[1]!;
  idOf(undoOperation(db, id, NOW));
  expect(page().lines).toHaveLength(5);
  expect(page().lines.find((line) => line.id === id)!.live).toBe(false);
});

test('what was measured and what went is in its line', () => {
  const { db, kelpId, thriftId } = logged();
  const sample = { how: 'wraps', requestKey: aKey(), note: '', washed: false, wraps: '42', over: '5 cm' };
  idOf(addSample(db, kelpId, sample, 'metric', onDay('2026-03-18')));
  idOf(
    consumePiece(
      db,
      thriftId,
      {
        ...weighing('60'),
        howMuch: 'left',
        took: '',
        fromEnd: 'outer',
        why: 'sold',
        projectId: null,
      },
      'metric',
      onDay('2026-03-19'),
    ),
  );
  const [consumption, measured] = latestOperations(db, 2);
  expect(consumption).toMatchObject({ kind: 'write off', consumption: { massG: 50, why: 'sold', project: null } });
  expect(measured!.sample!.wpi).toBeCloseTo(21.336, 6);
});

test('an entry of two yarns counts once in its day', () => {
  const { db, page, kelpId, thriftId, kelp, thrift } = logged();
  const plied = insertOperation(db, { kind: 'ply', at: onDay('2026-04-02').toISOString() });
  for (const pieceId of [kelpId, thriftId]) insertOperationPiece(db, { operationId: plied, pieceId, side: 'in' });
  const { days } = page({ month: '2026-04' });
  expect(days.map(({ day, operations }) => [day, operations])).toEqual([['2026-04-02', 1]]);
  expect(days[0]!.yarns.map(({ id }) => id).sort()).toEqual([kelp.yarnId, thrift.yarnId]);
});

test('a month has its days, each with the yarns of it', () => {
  const { page, kelp, thrift } = logged();
  const { days, month } = page({ month: '2026-03' });
  expect(month).toBe('2026-03');
  expect(days.map(({ day, operations }) => [day, operations])).toEqual([
    [dayOf(NOW), 2],
    ['2026-03-15', 1],
    ['2026-03-16', 2],
  ]);
  expect(days[2]!.yarns.map(({ id }) => id).sort()).toEqual([kelp.yarnId, thrift.yarnId]);
  expect(page({ month: '2025-01' }).days).toEqual([]);
  expect(page({ day: '2026-02-03' }).month).toBe('2026-02');
});

test('what happened and is no entry: a run given up, a yarn put away; not while something is looked for', () => {
  const { db, page, thrift, thriftId } = logged();
  const run = idOf(startRun(db, thriftId, startValues(), 'metric', NOW));
  idOf(giveUpRun(db, run, onDay('2026-03-17')));
  idOf(putAway(db, thrift.yarnId, onDay('2026-03-18')));
  expect(page().events.map(({ what, name }) => [what, name])).toEqual([
    ['put away', 'Thrift, Rose'],
    ['given up', 'Hank 1 of Thrift'],
  ]);
  expect(page({ day: '2026-03-17' }).events).toHaveLength(1);
  expect(page({ what: 'measured' }).events).toEqual([]);
});

test('page by page, each entry is told once and in order', () => {
  const { db, kelpId, page } = logged();
  for (let i = 0; i < 120; i++) idOf(weighPiece(db, kelpId, weighing('100'), 'metric', onDay('2026-04-01', i % 3)));
  const seen: number[] = [];
  let before: LogAsked['before'] = null;
  do {
    const { lines, older } = page({ before });
    seen.push(...lines.map(({ id }) => id));
    before = older;
  } while (before);
  expect(seen).toHaveLength(125);
  expect(new Set(seen).size).toBe(125);
});

test('an empty logbook is empty', () => {
  expect(logbookPage(emptyDatabase(), asked(), NOW)).toMatchObject({ lines: [], empty: true, older: null });
});

test('what an address cannot ask does not count', () => {
  expect(readLogAsked({ what: 'nonsense', yarn: '-3', day: '2026-02-31', month: '2026-13', before: 'x' })).toEqual(
    asked(),
  );
  // A day after which the calendar has no other.
  expect(readLogAsked({ day: '9999-12-31' })).toEqual(asked());
  expect(
    readLogAsked({ what: 'wound', yarn: '7', day: '2026-02-28', before: '2026-03-14T09:30:00.000Z_12', q: 'kelp' }),
  ).toEqual(
    asked({
      what: 'wound',
      yarn: 7,
      day: '2026-02-28',
      q: 'kelp',
      before: { at: '2026-03-14T09:30:00.000Z', id: 12 },
    }),
  );
});

test('days follow one another, whatever the clocks do', () => {
  fc.assert(
    fc.property(fc.date({ min: new Date('2001-01-01'), max: new Date('2090-01-01'), noInvalidDate: true }), (date) => {
      const day = dayOf(date);
      expect(isDay(day)).toBe(true);
      expect(startOfDay(day) <= date.toISOString()).toBe(true);
      expect(startOfDay(addDays(day, 1)) > date.toISOString()).toBe(true);
      expect(addDays(addDays(day, 40), -40)).toBe(day);
      expect(addMonths(addMonths(day.slice(0, 7), 1), -1)).toBe(day.slice(0, 7));
    }),
  );
});
