import { ternRock } from '../../scripts/ternRock';
import { ternRockKnitting } from '../../scripts/ternRockKnitting';
import { ternRockThread } from '../../scripts/ternRockThread';
import { putAway } from '../yarn/yarnLifecycle';
import { findAll } from './findAll';
import { emptyDatabase, idOf, NOW } from '../../tests/support/serverTesting';

const db = emptyDatabase();
ternRock(db, NOW);
ternRockThread(db, NOW);
ternRockKnitting(db, NOW);
const titles = (words: string) => findAll(db, words).map(({ kind, title }) => `${kind}: ${title}`);

test('a yarn by any of its words, from their beginnings', () => {
  expect(titles('breakw')).toEqual(['yarn: Breakwater, Deep water']);
  expect(titles('deep gannet')).toEqual(['yarn: Breakwater, Deep water']);
});

test('a piece by its label and its yarn’s words, or by its number', () => {
  expect(titles('breakwater cake 5')).toContain('piece: Cake 5 of Breakwater, Deep water');
  expect(titles('cake 2 breakw').filter((title) => title.startsWith('piece'))).toEqual([
    'piece: Cake 2 of Breakwater, Deep water',
  ]);
  expect(titles('deep breakwater cake 5')).toContain('piece: Cake 5 of Breakwater, Deep water');
  expect(titles('breakwater - cake 5')).toContain('piece: Cake 5 of Breakwater, Deep water');
  expect(titles('breakwater kelp cake 5').filter((title) => title.startsWith('piece'))).toEqual([]);
  const { id } = db
    .prepare(
      "SELECT p.id FROM piece p JOIN yarn y ON y.id = p.yarn_id WHERE p.label = 'Cone 1' AND y.line = 'Undyed lace'",
    )
    .get() as { id: number };
  expect(findAll(db, String(id))).toContainEqual(
    expect.objectContaining({ href: `/pieces/${id}`, title: 'Cone 1 of Undyed lace, Raw', about: 'used up' }),
  );
});

test('a number alone is a piece’s, with or without its sign; beside a word it is part of a label', () => {
  const pieces = (words: string) => findAll(db, words).filter(({ kind }) => kind === 'piece');
  expect(pieces('#12').map(({ href }) => href)).toContain('/pieces/12');
  expect(pieces('#12')).toEqual(pieces('12'));
  expect(pieces('12 breakwater').map(({ href }) => href)).not.toContain('/pieces/12');
});

test.each(['Hank', 'Cake', 'Ball', 'Mini', 'Skein', 'Cone', 'Bobbin', 'Shop'])(
  '%s and a number is a piece’s label, by its first three letters',
  (form) => {
    db.prepare('UPDATE piece SET label = ? WHERE id = 12').run(`${form} 77`);
    expect(titles(`${form.slice(0, 3).toLowerCase()} 77`).join()).toContain(`piece: ${form} 77 of`);
  },
);

test('a mess is found by a maker’s own words', () => {
  expect(titles('barf')).toContain('trouble: A lump comes out of the centre');
  expect(findAll(db, 'gears').find(({ kind }) => kind === 'trouble')?.href).toBe('/trouble?what=in%20the%20gears');
});

test('a note, a project, a tool, a task, a place of the app', () => {
  expect(titles('lifeboat')).toEqual(['entry: To the lifeboat station, for hats.']);
  const entry = db.prepare("SELECT id FROM operation WHERE note LIKE '%lifeboat%'").get() as { id: number };
  expect(findAll(db, 'lifeboat')[0]!.href).toBe(`/logbook/${entry.id}`);
  expect(titles('pilot')).toContain('project: Pilot’s pullover');
  expect(titles('lamp shawl')).toEqual(
    expect.arrayContaining(['project: Lamp room shawl', 'knitting: Lamp room shawl']),
  );
  expect(titles('crochet')).toEqual(['place: Projects']);
  expect(titles('umbrella')).toContain('tool: Umbrella swift');
  expect(titles('oil the')).toContain('task: Oil the large winder');
  expect(titles('backup')).toEqual(['place: Export and backup']);
  expect(titles('snapshot')).toEqual(['place: Export and backup']);
});

test('a yarn off the shelf is found as that', () => {
  const { id } = db.prepare("SELECT id FROM yarn WHERE line = 'Undyed lace'").get() as { id: number };
  idOf(putAway(db, id, NOW));
  expect(findAll(db, 'undyed lace')).toContainEqual(
    expect.objectContaining({ title: 'Undyed lace, Raw', about: 'archived: by you' }),
  );
});

test.each(['', '   ', '"', "'); DROP TABLE yarn; --", '%', '*', 'NEARQ(', '\u0000'])(
  '%j finds nothing, and breaks nothing',
  (words) => {
    expect(
      findAll(db, words).filter(
        ({ kind }) => kind !== 'project' && kind !== 'tool' && kind !== 'minis' && kind !== 'task' && kind !== 'yarn',
      ),
    ).toEqual([]);
  },
);

test('every place that is offered is a page', async () => {
  const { readdirSync } = await import('node:fs');
  const pages = readdirSync('app', { recursive: true })
    .map(String)
    .filter((file) => file.endsWith('page.tsx'))
    .map((file) => `/${file.replace(/\/?page\.tsx$/, '')}`);
  const places = ['to', 'add', 'n', 'p', 'w', 'b', 'm', 't', 'd', 'l', 'r', 'y']
    .flatMap((words) => findAll(db, words))
    .filter(({ kind }) => kind === 'place');
  expect(places.length).toBeGreaterThan(8);
  for (const { href } of places) expect(pages).toContain(href);
});
