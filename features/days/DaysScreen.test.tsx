import { addDays, dayOf } from '../../core/days/days';
import { saveTime } from '../../server/days/benchTime';
import { daysPage } from '../../server/days/daysPage';
import { taskCard, taskChoices } from '../../server/days/taskPage';
import { type TaskForm, saveTask } from '../../server/days/tasks';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { textOf } from '../../tests/support/uiTesting';
import { DaysScreen } from './DaysScreen';
import { NextDays } from './NextDays';
import { TaskFormScreen } from './TaskFormScreen';

const TODAY = dayOf(NOW);

function bench() {
  const db = emptyDatabase();
  idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => '30'), from: '19:30' }));
  const [hank] = shelved(db).pieceIds as [number];
  const add = (values: Partial<TaskForm> = {}) =>
    idOf(
      saveTask(
        db,
        null,
        {
          requestKey: aKey(),
          kind: 'wind',
          title: '',
          pieceId: hank,
          projectId: null,
          minutes: '20',
          dueOn: '',
          plannedOn: '',
          after: [],
          ...values,
        },
        NOW,
      ),
    );
  return { db, hank, add, shownText: () => textOf(<DaysScreen page={daysPage(db, NOW)} />) };
}

test('nothing planned, it says what the page is for', () => {
  expect(bench().shownText()).toContain('Nothing is planned. Put on the list what is to be done');
});

test('a proposal is one, with its minutes and a way to confirm it', () => {
  const { add, shownText } = bench();
  add();
  const words = shownText();
  expect(words).toContain('One thing to do, their days are proposed.');
  expect(words).toMatch(/Wind hank 1 of Causeway, Low tide 20 min Confirm Start Done/);
  expect(words).toContain('20 of 30 min');
});

test('what would be late is said first, with what would help', () => {
  const { add, shownText } = bench();
  add({ dueOn: TODAY });
  add({ dueOn: TODAY, kind: 'weigh' });
  expect(shownText()).toMatch(
    /Weigh hank 1 of Causeway, Low tide would be late\. What would help: 15 minutes more on each evening/,
  );
  expect(shownText()).toContain('A day late');
});

test('what is confirmed too early, missed, or too much for its day', () => {
  const { add, shownText } = bench();
  const first = add({ kind: 'wash', plannedOn: addDays(TODAY, 2) });
  add({ plannedOn: addDays(TODAY, 2), after: [{ taskId: first, waitDays: '1' }] });
  add({ kind: 'other', title: 'Sort the drawer', plannedOn: addDays(TODAY, -1), pieceId: null });
  const words = shownText();
  expect(words).toContain('Too early: it waits for “wash hank 1 of Causeway, Low tide” and one day');
  expect(words).toMatch(/It was to be done on/);
  expect(words).toMatch(/has 40 minutes confirmed and 30 minutes of time/);
});

test('without any time there is no day, and that is said', () => {
  const { db, add, shownText } = bench();
  idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => ''), from: '19:30' }));
  add();
  expect(shownText()).toContain('Without a day');
  expect(shownText()).toContain('No day can be found for it');
});

test('its form shows the days that have time, what else lies on them, and the one that was chosen', () => {
  const { db, add, hank } = bench();
  add({ kind: 'other', title: 'Sort the drawer', minutes: '20', plannedOn: addDays(TODAY, 1), pieceId: null });
  const id = add({ kind: 'wash', plannedOn: addDays(TODAY, 2) });
  const form = () =>
    textOf(
      <TaskFormScreen
        task={taskCard(db, NOW, id)!}
        first={{ kind: 'wash', pieceId: hank }}
        choices={taskChoices(db, NOW, id, hank)}
      />,
    );
  expect(form()).toMatch(/20 of 30 min taken\s*Sort the drawer/);
  // Its own minutes are not in its way.
  expect(form().match(/Wash hank 1/g)).toHaveLength(1);
  idOf(saveTime(db, { weekdays: Array.from({ length: 7 }, () => ''), from: '19:30' }));
  expect(form()).toMatch(/20 min, no time/);
});

test('its form tells how long it would take, and what it waits for', () => {
  const { db, hank, add } = bench();
  add({ kind: 'wash' });
  const id = add({ minutes: '' });
  const words = textOf(
    <TaskFormScreen
      task={taskCard(db, NOW, id)!}
      first={{ kind: 'wind', pieceId: hank }}
      choices={taskChoices(db, NOW, id, hank)}
    />,
  );
  expect(words).toMatch(/empty: \d+, as it usually takes/);
  expect(words).toContain(
    'It waits for “wash hank 1 of Causeway, Low tide”, and 3 days until that has rested or is dry',
  );
});

test('a day without time on which a project is due stands among the days of a task, and one with nothing does not', () => {
  const free = { weekday: 1, has: 0, otherwise: false, taken: 0, dates: [] };
  const days = [
    { ...free, day: addDays(TODAY, 1) },
    { ...free, day: addDays(TODAY, 2), dates: [{ projectId: 1, name: 'Harbour shawl', what: 'due' as const }] },
  ];
  const shown = textOf(<NextDays days={days} others={[]} chosen="" onChoose={() => undefined} />);
  expect(shown).toContain('Harbour shawl: due');
  expect(shown.match(/no time/g)).toHaveLength(1);
});
