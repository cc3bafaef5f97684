import fc from 'fast-check';
import { addDays, daysBetween } from './days';
import { type BenchTime, minutesOn, proposeDays, type ScheduledTask, waitBetween, whatHelps } from './schedule';

const TODAY = '2026-11-27'; // a Friday
const EVENINGS: BenchTime = { weekdays: [60, 0, 60, 0, 30, 0, 0], days: {} };

const task = (id: number, more: Partial<ScheduledTask> = {}): ScheduledTask => ({
  id,
  minutes: 30,
  dueOn: null,
  earliestOn: null,
  after: [],
  plannedOn: null,
  doneOn: null,
  ...more,
});

const daysOf = (tasks: ScheduledTask[], time = EVENINGS) => Object.fromEntries(proposeDays(tasks, time, TODAY).days);

test('the first evening with room, what is due first, first', () => {
  expect(daysOf([task(1), task(2, { dueOn: '2026-12-05' }), task(3), task(4, { dueOn: '2026-12-01' })])).toEqual({
    4: '2026-11-27',
    2: '2026-11-30',
    1: '2026-11-30',
    3: '2026-12-02',
  });
});

test('of what is due on one day, and of what has no day, the one that was put on the list first', () => {
  expect(daysOf([task(4), task(3), task(2, { dueOn: '2026-12-01' }), task(1, { dueOn: '2026-12-01' })])).toEqual({
    1: '2026-11-27',
    2: '2026-11-30',
    3: '2026-11-30',
    4: '2026-12-02',
  });
});

test('what no evening has room for overfills none by being proposed, only where somebody put it', () => {
  const [long, short] = [task(1, { minutes: 600 }), task(2, { plannedOn: '2026-12-02' })];
  const { days, overfull } = proposeDays([long, short], EVENINGS, TODAY);
  expect([days.get(1), overfull]).toEqual(['2026-11-30', []]);
  const put = proposeDays([{ ...long, plannedOn: '2026-11-30' }, short], EVENINGS, TODAY);
  expect(put.overfull).toEqual([{ day: '2026-11-30', minutes: 600, has: 60 }]);
});

test('not before its time, nor before what it waits for has waited long enough', () => {
  expect(
    daysOf([
      task(1, { after: [{ taskId: 2, waitDays: 3 }] }),
      task(2),
      task(3, { earliestOn: '2026-12-20' }),
      task(4, { after: [{ taskId: 5, waitDays: 2 }] }),
      task(5, { doneOn: '2026-11-26' }),
    ]),
  ).toEqual({ 2: '2026-11-27', 1: '2026-11-30', 3: '2026-12-21', 4: '2026-11-30' });
});

test('what others with a date wait for goes first itself', () => {
  const days = daysOf([
    task(1, { dueOn: '2026-12-01' }),
    task(2, { dueOn: '2026-12-02', after: [{ taskId: 3, waitDays: 3 }] }),
    task(3),
  ]);
  expect(days[3]).toBe('2026-11-27');
  expect(days[2]).toBe('2026-11-30');
});

test('a date reaches back through all that waits for one another, in whatever order it was put on the list', () => {
  const daily: BenchTime = { weekdays: [60, 60, 60, 60, 60, 60, 60], days: {} };
  const days = daysOf(
    [
      task(1, { minutes: 60, dueOn: '2026-11-30' }),
      task(2, { minutes: 60 }),
      task(3, { minutes: 60, after: [{ taskId: 2, waitDays: 1 }] }),
      // Due on the 1st, so 3 on the 30th and 2 on the 29th: before what is due on the 30th.
      task(4, { minutes: 60, dueOn: '2026-12-01', after: [{ taskId: 3, waitDays: 1 }] }),
    ],
    daily,
  );
  expect(days).toEqual({ 2: '2026-11-27', 1: '2026-11-28', 3: '2026-11-29', 4: '2026-11-30' });
});

test('a task that takes no time still waits for an evening that has some', () => {
  expect(daysOf([task(1, { minutes: 0, earliestOn: '2026-11-28' })])).toEqual({ 1: '2026-11-30' });
});

test('what is confirmed stays, even where that is too much or too early, and that is said', () => {
  const { days, overfull, tooEarly, missed } = proposeDays(
    [
      task(1, { plannedOn: '2026-11-28' }),
      task(2, { plannedOn: '2026-11-27', minutes: 50 }),
      task(3, { plannedOn: '2026-11-30', after: [{ taskId: 1, waitDays: 4 }] }),
      task(4, { plannedOn: '2026-11-20' }),
    ],
    EVENINGS,
    TODAY,
  );
  expect(days.get(1)).toBe('2026-11-28');
  expect(overfull).toEqual([
    { day: '2026-11-27', minutes: 50, has: 30 },
    { day: '2026-11-28', minutes: 30, has: 0 },
  ]);
  expect(tooEarly).toEqual([3]);
  expect(missed).toEqual([4]);
  expect(days.get(4)).toBe('2026-11-30');
});

test('a job that no evening has room for gets the longest one whole; without any time there is no day', () => {
  expect(daysOf([task(1, { minutes: 200 }), task(2)])).toEqual({ 2: '2026-11-27', 1: '2026-11-30' });
  const never = proposeDays([task(1, { dueOn: TODAY })], { weekdays: [0, 0, 0, 0, 0, 0, 0], days: {} }, TODAY);
  expect(never.late).toEqual([{ taskId: 1, byDays: null }]);
});

test('jobs that wait for one another in a ring get no day, and end nothing', () => {
  const ring = [
    task(1, { after: [{ taskId: 2, waitDays: 0 }] }),
    task(2, { after: [{ taskId: 1, waitDays: 0 }] }),
    task(3),
  ];
  expect(daysOf(ring)).toEqual({ 1: null, 2: null, 3: '2026-11-27' });
});

test('what is late, by how much, and what would help', () => {
  const late = [task(1, { dueOn: '2026-11-28', minutes: 40 })];
  expect(proposeDays(late, EVENINGS, TODAY).late).toEqual([{ taskId: 1, byDays: 2 }]);
  expect(whatHelps(late, EVENINGS, TODAY)).toEqual([
    { how: 'longer evenings', minutes: 15 },
    { how: 'another day', day: '2026-11-27', minutes: 60 },
    { how: 'later due', taskId: 1, dueOn: '2026-11-30' },
  ]);
});

test('longer evenings are those that are kept for yarn: none is made of a day that has no time', () => {
  const due = [task(1, { dueOn: '2026-11-28', minutes: 40 })];
  const free: BenchTime = { ...EVENINGS, days: { '2026-11-27': 0, '2026-11-28': 0 } };
  expect(whatHelps(due, free, TODAY).map(({ how }) => how)).toEqual(['another day', 'later due']);
  const few: BenchTime = { ...EVENINGS, days: { '2026-11-27': 0, '2026-11-28': 10 } };
  expect(whatHelps(due, few, TODAY)[0]).toEqual({ how: 'longer evenings', minutes: 30 });
});

test('rest before the wash, dry before the ruler', () => {
  const days = { dryDays: 2, restDays: 1 };
  expect(waitBetween('ply', 'wash', days)).toBe(1);
  expect(waitBetween('dye', 'wind', days)).toBe(2);
  expect(waitBetween('other', 'wash', days)).toBeNull();
});

const someTasks = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 5, max: 90 }),
      due: fc.option(fc.integer({ min: -2, max: 30 })),
      earliest: fc.option(fc.integer({ min: -3, max: 20 })),
      planned: fc.option(fc.integer({ min: -3, max: 20 }), { freq: 3 }),
      after: fc.option(fc.tuple(fc.nat(20), fc.nat(5))),
    }),
    { maxLength: 16 },
  )
  .map((all) =>
    all.map(({ minutes, due, earliest, planned, after }, i) =>
      task(i + 1, {
        minutes,
        dueOn: due === null ? null : addDays(TODAY, due),
        earliestOn: earliest === null ? null : addDays(TODAY, earliest),
        plannedOn: planned === null ? null : addDays(TODAY, planned),
        // Only ever after an earlier one, so that there is no ring.
        after: after === null || i === 0 ? [] : [{ taskId: (after[0] % i) + 1, waitDays: after[1] }],
      }),
    ),
  );

test('whatever is to be done: no proposed day is before its time, and none has more than there is room for', () => {
  fc.assert(
    fc.property(
      someTasks,
      fc.array(fc.integer({ min: 0, max: 120 }), { minLength: 7, maxLength: 7 }),
      (tasks, weekdays) => {
        const time = { weekdays, days: {} };
        const { days, late } = proposeDays(tasks, time, TODAY);
        expect(days.size).toBe(tasks.length);
        const free = tasks.filter(({ plannedOn }) => plannedOn === null || plannedOn < TODAY);
        for (const { id, earliestOn, after } of free) {
          const day = days.get(id);
          if (!day) continue;
          expect(day >= TODAY && day >= (earliestOn ?? TODAY)).toBe(true);
          expect(minutesOn(time, day)).toBeGreaterThan(0);
          for (const { taskId, waitDays } of after)
            expect(daysBetween(days.get(taskId)!, day)).toBeGreaterThanOrEqual(waitDays);
        }
        for (const day of new Set(free.map(({ id }) => days.get(id)))) {
          if (!day) continue;
          const there = tasks.filter(({ id }) => days.get(id) === day);
          const total = there.reduce((sum, { minutes }) => sum + minutes, 0);
          const alone = there.length === 1;
          const confirmed = there.some(({ plannedOn }) => plannedOn !== null && plannedOn >= TODAY);
          expect(alone || confirmed || total <= minutesOn(time, day)).toBe(true);
        }
        for (const { taskId } of late) expect(tasks[taskId - 1]!.dueOn).not.toBeNull();
        // The order in which they were entered makes no difference.
        expect(new Map([...proposeDays([...tasks].reverse(), time, TODAY).days].sort(([a], [b]) => a - b))).toEqual(
          new Map([...days].sort(([a], [b]) => a - b)),
        );
      },
    ),
  );
});
