import { addDays, dayOf } from '../../core/days/days';
import ICAL from 'ical.js';
import { benchTime, saveDayTime, saveTime } from './benchTime';
import { calendarOf } from './calendar';
import { consumePiece, treatPieces } from '../yarn/pieceOperations';
import { daysPage } from './daysPage';
import { type TaskForm, markedTask, planWindingOf, saveTask, confirmDays } from './tasks';
import { taskChoices } from './taskPage';
import { plySingles } from '../twist/plying';
import { saveProject } from '../projects/projects';
import {
  aKey,
  consumeValues,
  emptyDatabase,
  errorsOf,
  everything,
  idOf,
  NOW,
  plyValues,
  shelved,
} from '../../tests/support/serverTesting';
import { today } from './today';

const DAY = dayOf(NOW);
const day = (days: number) => addDays(DAY, days);

const taskValues = (values: Partial<TaskForm> = {}): TaskForm => ({
  requestKey: aKey(),
  kind: 'wind',
  title: '',
  pieceId: null,
  projectId: null,
  minutes: '',
  dueOn: '',
  plannedOn: '',
  after: [],
  ...values,
});

/** A bench with an hour every day, and a yarn with two hanks. */
function bench() {
  const db = emptyDatabase();
  idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => '60'), from: '19:30' }));
  const { yarnId, pieceIds } = shelved(db, { count: '2', masses: ['112', '108'] });
  const add = (values: Partial<TaskForm> = {}) => idOf(saveTask(db, null, taskValues(values), NOW));
  const card = (id: number) => daysPage(db, NOW).tasks.find((task) => task.id === id)!;
  return { db, yarnId, pieceIds, hank: pieceIds[0]!, add, card };
}

test('a task is proposed for the first day with room, and stays where it was confirmed', () => {
  const { db, hank, add, card } = bench();
  const id = add({ pieceId: hank });
  expect(card(id)).toMatchObject({ on: DAY, plannedOn: null, minutesFrom: 'usual', never: false });
  idOf(confirmDays(db, { [id]: day(3) }));
  expect(card(id)).toMatchObject({ on: day(3), plannedOn: day(3) });
  idOf(confirmDays(db, { [id]: null }));
  expect(card(id).on).toBe(DAY);
});

test('what is used up is offered to nobody but whoever comes with it', () => {
  const { db, hank, pieceIds, add } = bench();
  const id = add({ pieceId: hank });
  idOf(consumePiece(db, hank, consumeValues(), 'metric', NOW));
  const offered = (pieceId: number | null) => taskChoices(db, NOW, id, pieceId).pieces.map((piece) => piece.id);
  expect(offered(null)).toEqual([pieceIds[1]]);
  expect(offered(hank)).toEqual(pieceIds);
});

test('a piece chosen for a winding does not stay with what it became: fetching soap', () => {
  const { hank, add, card } = bench();
  expect(card(add({ kind: 'other', title: 'fetch soap', pieceId: hank })).piece).toBeNull();
});

test('a task that was entered twice is there once; changed, deleted and brought back', () => {
  const { db, hank, card } = bench();
  const form = taskValues({ pieceId: hank, minutes: '25' });
  const id = idOf(saveTask(db, null, form, NOW));
  expect(idOf(saveTask(db, null, form, NOW))).toBe(id);
  expect(card(id)).toMatchObject({ minutes: 25, minutesFrom: 'entered' });
  idOf(saveTask(db, id, taskValues({ pieceId: hank, minutes: '40', dueOn: day(5) }), NOW));
  expect(card(id)).toMatchObject({ minutes: 40, dueOn: day(5) });
  idOf(markedTask(db, id, 'deleted', true, NOW));
  expect(card(id)).toBeUndefined();
  expect(errorsOf(confirmDays(db, { [id]: DAY }))['']).toMatch(/not on the list/);
  idOf(markedTask(db, id, 'deleted', false, NOW));
  idOf(markedTask(db, id, 'done', true, NOW));
  expect(card(id)).toMatchObject({ doneOn: DAY, on: null });
});

test.each([
  ['nothing to do it with', {}, 'pieceId', /choose/],
  ['a piece that is not there', { pieceId: 999 }, 'pieceId', /choose/],
  ['no name', { kind: 'other' }, 'title', /say what/],
  ['a day that there is not', { kind: 'other', title: 'x', dueOn: '2026-02-30' }, 'dueOn', /a day/],
  ['no minutes', { kind: 'other', title: 'x', minutes: '0' }, 'minutes', /./],
  ['a project that is not there', { kind: 'other', title: 'x', projectId: 7 }, 'projectId', /no such/],
  [
    'after what is not there',
    { kind: 'other', title: 'x', after: [{ taskId: 7, waitDays: '' }] },
    'after.0.taskId',
    /./,
  ],
] as const)('%s is refused at its field', (_, values, path, message) => {
  const { db } = bench();
  const before = everything(db);
  expect(errorsOf(saveTask(db, null, { ...taskValues(), ...values }, NOW))[path]).toMatch(message);
  expect(everything(db)).toBe(before);
});

test('what is on the list stays there though its piece is used up; nothing new is done with that', () => {
  const { db, hank, pieceIds, add, card } = bench();
  const washing = add({ kind: 'wash', pieceId: hank });
  const other = add({ kind: 'wash', pieceId: pieceIds[1]! });
  idOf(consumePiece(db, hank, consumeValues({ howMuch: 'all' }), 'metric', NOW));
  idOf(saveTask(db, washing, taskValues({ kind: 'wash', pieceId: hank, title: 'gently' }), NOW));
  expect(card(washing)).toMatchObject({ title: 'gently', piece: { id: hank } });
  const onto = taskValues({ kind: 'wash', pieceId: hank });
  expect(errorsOf(saveTask(db, other, onto, NOW)).pieceId).toMatch(/not there any more/);
  expect(errorsOf(saveTask(db, null, onto, NOW)).pieceId).toMatch(/not there any more/);
});

test('tasks cannot wait for one another in a ring', () => {
  const { db, add } = bench();
  const [a, b] = [add({ kind: 'other', title: 'a' }), add({ kind: 'other', title: 'b' })];
  const c = add({ kind: 'other', title: 'c', after: [{ taskId: b, waitDays: '2' }] });
  idOf(saveTask(db, b, taskValues({ kind: 'other', title: 'b', after: [{ taskId: a, waitDays: '' }] }), NOW));
  const ring = taskValues({ kind: 'other', title: 'a', after: [{ taskId: c, waitDays: '' }] });
  expect(errorsOf(saveTask(db, a, ring, NOW))['after.0.taskId']).toMatch(/one another/);
});

test('not wound earlier than the school allows before casting on', () => {
  const { db, hank, yarnId, add, card } = bench();
  const projectId = idOf(
    saveProject(
      db,
      null,
      {
        requestKey: aKey(),
        name: 'Cowl',
        notes: '',
        castOn: day(30),
        dueOn: '',
        margin: '0',
        spare: '0',
        needs: [{ colour: '', amount: '200 m', done: '', yarnIds: [yarnId] }],
      },
      'metric',
      NOW,
    ),
  );
  const id = add({ pieceId: hank, projectId });
  expect(card(id)).toMatchObject({ earliestOn: day(16), earliestWhy: 'cast on', on: day(16) });
  idOf(confirmDays(db, { [id]: day(2) }));
  expect(card(id)).toMatchObject({ on: day(2), tooEarly: true });

  // Its other hank comes onto the list, due when it is cast on; and not twice.
  idOf(planWindingOf(db, projectId, aKey(), NOW));
  const wound = daysPage(db, NOW).tasks;
  expect(wound.map(({ piece, dueOn }) => [piece!.label, dueOn])).toEqual([
    ['Hank 1', null],
    ['Hank 2', day(30)],
  ]);
  expect(errorsOf(planWindingOf(db, projectId, aKey(), NOW))['']).toMatch(/wound, or on the list/);
});

test('what is wet is wound when it is dry; a ply is washed when it has rested; what is washed is measured after', () => {
  const { db, hank, add, card } = bench();
  const wind = add({ pieceId: hank });
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [hank], note: '' }, NOW));
  expect(card(wind)).toMatchObject({ earliestOn: day(3), earliestWhy: 'dries', on: day(3) });

  const singles = shelved(db, { form: 'bobbin', loop: '', count: '2', masses: ['50', '50'] }).pieceIds;
  const plied = idOf(plySingles(db, plyValues(singles, { mass: '99', restDays: '3' }), 'metric', NOW));
  const ply = (db.prepare('SELECT id FROM piece WHERE created_by = ?').get(plied) as { id: number }).id;
  const measure = add({ kind: 'measure', pieceId: ply });
  const wash = add({ kind: 'wash', pieceId: ply });
  expect(card(wash)).toMatchObject({ earliestWhy: 'rests', on: day(3) });
  expect(card(measure)).toMatchObject({ on: day(6), after: [{ taskId: wash, waitDays: 3, entered: false }] });
});

test('what would be late is said, with what would help; a missed day too', () => {
  const { db, add } = bench();
  idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => '30'), from: '18:00' }));
  const first = add({ kind: 'other', title: 'a', minutes: '30', dueOn: DAY });
  const second = add({ kind: 'other', title: 'b', minutes: '30', dueOn: DAY });
  const missed = add({ kind: 'other', title: 'c', minutes: '5', plannedOn: day(-1) });
  const page = daysPage(db, NOW);
  expect(page.tasks.filter(({ lateDays }) => lateDays !== null).map(({ id, lateDays }) => [id, lateDays])).toEqual([
    [second, 1],
  ]);
  expect(page.helps[0]).toEqual({ how: 'longer evenings', minutes: 30 });
  expect(page.tasks.find(({ id }) => id === missed)).toMatchObject({ missed: true, on: day(2) });
  expect(today(db, NOW)).toMatchObject({ late: 1, tasks: [{ id: first }, { id: missed, missed: true }] });
});

test('a day that is otherwise has other minutes, until it is as its weekday again', () => {
  const { db } = bench();
  idOf(saveDayTime(db, DAY, 0));
  expect(daysPage(db, NOW, DAY).days[0]).toMatchObject({ has: 0, otherwise: true });
  idOf(saveDayTime(db, DAY, null));
  expect(daysPage(db, NOW, DAY).days[0]).toMatchObject({ has: 60, otherwise: false });
  expect(errorsOf(saveDayTime(db, '2026-13-01', 5))['']).toMatch(/a day/);
  expect(errorsOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => '9999'), from: '25:00' }))).toMatchObject({
    'weekdays.0': expect.any(String),
    from: expect.stringMatching(/19:30/),
  });
  expect(benchTime(db).from).toBe('19:30');
});

describe('the calendar, read by another program', () => {
  const read = (text: string) =>
    new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));

  test('confirmed tasks one after another in the evening, with a reminder; what is due on its day', () => {
    const { db, hank, pieceIds, add } = bench();
    add({ pieceId: hank, plannedOn: day(1), minutes: '25', dueOn: day(4) });
    add({
      kind: 'weigh',
      pieceId: pieceIds[1]!,
      plannedOn: day(1),
      title: 'a; b, \\c and a very, very long note that has to be folded somewhere',
    });
    add({ kind: 'other', title: 'Only proposed' });
    const text = calendarOf(db, NOW);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    const events = read(text);
    expect(events.map(({ uid }) => uid)).toEqual(['job-1@lazy-acorn', 'job-2@lazy-acorn', 'job-1-due@lazy-acorn']);
    const [wind, weigh, due] = events as [ICAL.Event, ICAL.Event, ICAL.Event];
    expect(wind.summary).toBe('Wind hank 1 of Causeway, Low tide');
    expect(wind.startDate.toString()).toBe(`${day(1)}T19:30:00`);
    expect(wind.endDate.toString()).toBe(`${day(1)}T19:55:00`);
    expect(wind.component.getAllSubcomponents('valarm')).toHaveLength(1);
    expect(weigh.startDate.toString()).toBe(`${day(1)}T19:55:00`);
    expect(weigh.summary).toBe(
      'Weigh hank 2 of Causeway, Low tide: a; b, \\c and a very, very long note that has to be folded somewhere',
    );
    expect(due.startDate.isDate).toBe(true);
    expect(due.startDate.toString()).toBe(day(4));
  });

  test('a morning has its noughts, and what goes past midnight stays in its day', () => {
    const { db, add } = bench();
    add({ kind: 'other', title: 'Early', minutes: '30', plannedOn: day(1) });
    const startsAt = (from: string) => {
      idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => '60'), from }));
      return read(calendarOf(db, NOW)).map(({ startDate }) => startDate.toString());
    };
    expect(startsAt('08:05')).toEqual([`${day(1)}T08:05:00`]);
    add({ kind: 'other', title: 'Late', minutes: '30', plannedOn: day(1) });
    expect(startsAt('23:45')).toEqual([`${day(1)}T23:45:00`, `${day(1)}T23:59:00`]);
  });

  test('what will be dry is on its day; an empty calendar is one', () => {
    const { db, hank } = bench();
    expect(read(calendarOf(db, NOW))).toEqual([]);
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: [hank], note: '' }, NOW));
    const [dry] = read(calendarOf(db, NOW));
    expect(dry!.summary).toBe('Should be dry: Causeway, Low tide, hank 1');
    expect(dry!.startDate.isDate).toBe(true);
  });
});
