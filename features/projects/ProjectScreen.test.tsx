import {
  markedProject,
  projectPage,
  type ProjectForm,
  projectsPage,
  saveProject,
} from '../../server/projects/projects';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { textOf } from '../../tests/support/uiTesting';
import { ProjectScreen } from './ProjectScreen';
import { needles } from '../../server/projects/knitting';
import { ProjectsScreen } from './ProjectsScreen';

/** What a maker reads of a project; 112 g of 412 m to 115 g are 401 m. */
function reported(
  needs: ProjectForm['needs'],
  more: Partial<ProjectForm> = {},
  system: 'metric' | 'imperial' = 'metric',
) {
  const db = emptyDatabase();
  shelved(db);
  shelved(db, { dyeLot: '2218' });
  shelved(db, { putUpMass: '', putUpLength: '', weightClass: '', needle: '', twist: '', line: 'Loft', masses: ['60'] });
  const form = {
    requestKey: aKey(),
    name: 'Mitts',
    notes: '',
    castOn: '',
    dueOn: '',
    margin: '0',
    spare: '1',
    needs,
    ...more,
  };
  const id = idOf(saveProject(db, null, form, 'metric', NOW));
  return { db, id, shownText: textOf(<ProjectScreen project={projectPage(db, id)!} />, system) };
}
const need = (amount: string, yarnIds: number[], more: object = {}) => ({
  colour: '',
  amount,
  done: '',
  yarnIds,
  ...more,
});

test.each([
  ['250 m', 'Enough: about 151 m will be left over. Chance it is enough: over 99 %'],
  ['395 m', 'Tight: about 6.3 m to spare, less than the figures can promise'],
  ['600 m', 'Short: about 199 m are missing'],
])('for %s it says: %s', (amount, words) => expect(reported([need(amount, [1])]).shownText).toContain(words));

test('what to buy is told in whole ones, of which lot, and what is kept to spare', () => {
  expect(reported([need('600 m', [1])]).shownText).toContain('Get 1 more, and one to spare, of lot 2217.');
  expect(reported([need('600 m', [1])], { spare: '0' }).shownText).toContain('Get 1 more, of lot 2217.');
  expect(reported([need('600 m', [1])], { spare: '3' }).shownText).toContain(
    'Get 1 more, and 3 to spare, of lot 2217.',
  );
  expect(reported([need('500 g', [3])]).shownText).toContain('how many to buy is not known');
});

test('margin and what is made are shown in the working', () => {
  const { shownText } = reported([need('300 m', [1], { done: '20' })], { margin: '10' });
  expect(shownText).toContain('264 m = 300 m, 10 % on top, 20 % made already');
});

test('two lots are warned of only where both are in the fabric', () => {
  expect(reported([need('600 m', [1, 2])]).shownText).toContain('Two dye lots in one colour (lot 2217, lot 2218)');
  const { shownText } = reported([need('200 m', [1, 2])]);
  expect(shownText).not.toContain('Two dye lots');
  expect(shownText).toContain('not needed: there are 401 m');
});

test('a yarn that cannot be counted says why, and no yarn at all says so', () => {
  expect(reported([need('100 m', [3])]).shownText).toContain(
    'Not counted: none of it is left, or its mass or length is not known.',
  );
  expect(reported([need('100 m', [])]).shownText).toContain('No yarn is set aside for it yet.');
});

test('everything in yards and ounces for those who ask for them', () => {
  const { shownText } = reported([need('250 m', [1]), need('50 g', [2])], {}, 'imperial');
  expect(shownText).toContain('273 yd');
  expect(shownText).toContain('1.76 oz');
  expect(shownText).not.toMatch(/\d m\b|\d g\b/);
});

test('a finished project says that it takes nothing', () => {
  const { db, id } = reported([need('250 m', [1])]);
  idOf(markedProject(db, id, 'finished', true, NOW));
  expect(textOf(<ProjectScreen project={projectPage(db, id)!} />)).toContain(
    'It is finished and takes nothing from the shelf',
  );
  expect(textOf(<ProjectsScreen page={projectsPage(db)} needles={needles(db)} />)).toContain('No project is under way');
});

test('the list tells each project’s verdict, in the order of serving', () => {
  const { db } = reported([need('250 m', [1])]);
  const later = {
    requestKey: aKey(),
    name: 'Hat',
    notes: '',
    castOn: '',
    dueOn: '2026-05-01',
    margin: '0',
    spare: '1',
    needs: [need('300 m', [1])],
  };
  idOf(saveProject(db, null, later, 'metric', NOW));
  const shownText = textOf(<ProjectsScreen page={projectsPage(db)} needles={needles(db)} />);
  expect(shownText).toMatch(/Hat.*due 1 May 2026.*enough.*Mitts.*short/);
});
