import type { TaskCard } from '../../server/days/daysPage';
import { strandOf, stretchWithin, waitStretch } from './strands';

const TASK: TaskCard = {
  id: 1,
  kind: 'wind',
  title: '',
  piece: null,
  project: null,
  minutes: 20,
  minutesFrom: 'usual',
  dueOn: null,
  earliestOn: null,
  earliestWhy: null,
  after: [],
  plannedOn: null,
  on: null,
  doneOn: null,
  lateDays: null,
  never: false,
  tooEarly: false,
  missed: false,
};
const SHOWN = { from: '2026-03-02', count: 14, today: '2026-03-04' };
const strand = (values: Partial<TaskCard>) => strandOf({ ...TASK, ...values }, SHOWN);

test('what is free at once is open from today to the end of the day it is due', () => {
  expect(strand({ on: '2026-03-05', dueOn: '2026-03-09' })).toEqual({
    waits: null,
    open: { from: 2, to: 8 },
    late: null,
    stands: null,
    bead: 3,
    due: 8,
  });
});

test('what rests or dries waits first; without a due date its strand ends with its day', () => {
  expect(strand({ earliestOn: '2026-03-07', on: '2026-03-08' })).toMatchObject({
    waits: { from: 2, to: 5 },
    open: { from: 5, to: 7 },
    bead: 6,
    due: null,
  });
});

test('what is planned past its due date is late from there on, from today at the earliest', () => {
  expect(strand({ on: '2026-03-08', dueOn: '2026-03-06' })).toMatchObject({ late: { from: 5, to: 7 }, due: 5 });
  expect(strand({ on: '2026-03-06', dueOn: '2026-02-20' })).toMatchObject({
    open: null,
    late: { from: 2, to: 5 },
    due: null,
  });
});

test('a cake stands from the day after it is wound until its project is cast on', () => {
  const project = { id: 1, name: 'Fog shawl', castOn: '2026-03-12' };
  expect(strand({ project, on: '2026-03-05' }).stands).toEqual({ from: 4, to: 10 });
  expect(strand({ project, kind: 'wash', on: '2026-03-05' }).stands).toBeNull();
  expect(strand({ project, doneOn: '2026-03-03' })).toEqual({
    waits: null,
    open: null,
    late: null,
    stands: { from: 2, to: 10 },
    bead: 1,
    due: null,
  });
});

test('what rests or dries lies from when it began to its end, and to today where that has passed', () => {
  expect(waitStretch('2026-03-03', '2026-03-06', SHOWN)).toEqual({ from: 1, to: 5 });
  expect(waitStretch('2026-02-20', '2026-03-01', SHOWN)).toEqual({ from: 0, to: 3 });
  expect(waitStretch(null, null, SHOWN)).toEqual({ from: 2, to: 3 });
});

test('what lies on no day that is shown is not drawn', () => {
  expect(strand({ on: '2026-03-30', earliestOn: '2026-03-29' })).toMatchObject({
    waits: { from: 2, to: 14 },
    open: null,
    bead: null,
  });
  expect(stretchWithin(-3, 0, 14)).toBeNull();
  expect(stretchWithin(12, 20, 14)).toEqual({ from: 12, to: 14 });
});
