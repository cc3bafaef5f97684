import { projectFirst } from '../../features/projects/projectValues';
import { deleteYarn, mergeYarns } from '../yarn/yarnLifecycle';
import {
  markedProject,
  orderProjects,
  projectPage,
  type ProjectForm,
  projectsPage,
  promisesOf,
  saveProject,
} from './projects';
import { aKey, emptyDatabase, errorsOf, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';

const form = (more: Partial<ProjectForm> = {}): ProjectForm => ({
  requestKey: aKey(),
  name: 'Socks for the ferryman',
  notes: '',
  castOn: '',
  dueOn: '',
  margin: '0',
  spare: '1',
  needs: [],
  ...more,
});
const need = (amount: string, yarnIds: number[], more: object = {}) => ({
  colour: '',
  amount,
  done: '',
  yarnIds,
  ...more,
});

/** 412 m to 115 g: a hank of 112 g is 401.25 m. */
function shelf() {
  const db = emptyDatabase();
  const { yarnId } = shelved(db);
  const begin = (more: Partial<ProjectForm>) => idOf(saveProject(db, null, form(more), 'metric', NOW));
  return { db, yarnId, begin };
}

test('a worked session, with figures checked by hand', () => {
  const { db, yarnId, begin } = shelf();
  const id = begin({ margin: '10 %', needs: [need('350 m', [yarnId])] });
  const { needs, verdict, probability } = projectPage(db, id)!;
  const { standing } = needs[0]!;
  // 112 g x 412/115 m/g = 401.252 m; 350 m and a tenth = 385 m; so 16.252 m to spare.
  expect(standing.available.mean).toBeCloseTo(401.252, 3);
  expect(standing.target).toBeCloseTo(385, 9);
  expect(standing.enough.marginM).toBeCloseTo(16.252, 3);
  // sd of the length: 401.252 x hypot(5 %/sqrt 3, (1 g/sqrt 12)/112 g) = 11.629; of the need: 385 x 5 %/sqrt 3 = 11.114.
  expect(standing.available.sd).toBeCloseTo(11.629, 3);
  // z = 16.252 / hypot(11.629, 11.114) = 1.0104; the normal curve gives 0.8438.
  expect(probability).toBeCloseTo(0.8438, 4);
  expect(verdict).toBe('tight');
  // One more put-up of 412 +/- 11.9 m makes it sure; and one to spare.
  expect(needs[0]!.buy).toMatchObject({ toReach: 1, spare: 1, yarn: { dyeLot: '2217' } });
});

test('what a pattern asks for in balls of another yarn is kept as its length, and bounds hold for all of them together', () => {
  const { db, yarnId, begin } = shelf();
  const id = begin({ needs: [need('4 balls of 50 g/125 m', [yarnId]), need('2 x 50 g', [yarnId])] });
  expect(projectPage(db, id)!.needs.map(({ amount }) => amount)).toEqual([{ metres: 500 }, { grams: 100 }]);
  const refused = (amount: string) =>
    errorsOf(saveProject(db, null, form({ needs: [need(amount, [yarnId])] }), 'metric', NOW))['needs.0.amount'];
  expect(refused('4 balls')).toMatch(/how much is in each/);
  expect(refused('900 balls of 2 kg')).toMatch(/is the unit right/);
});

test('what is promised to one is not there for another; due first is served first', () => {
  const { db, yarnId, begin } = shelf();
  const later = begin({ name: 'Hat', needs: [need('300 m', [yarnId])] });
  expect(projectPage(db, later)!.verdict).toBe('enough');
  const sooner = begin({ name: 'Cuffs', dueOn: '2026-05-01', needs: [need('50 g', [yarnId])] });
  expect(projectsPage(db).underWay.map(({ id }) => id)).toEqual([sooner, later]);
  const [hat] = projectPage(db, later)!.needs;
  expect(hat!.yarns[0]).toMatchObject({
    spokenForBy: ['Cuffs'],
    spokenFor: expect.closeTo((401.252 * 50) / 112, 3) as number,
  });
  expect(projectPage(db, later)!.verdict).toBe('short');
  expect(promisesOf(db, yarnId).map(({ project }) => project)).toEqual(['Cuffs', 'Hat']);
  expect(promisesOf(db, yarnId).reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);

  idOf(markedProject(db, sooner, 'finished', true, NOW));
  expect(projectPage(db, later)!.verdict).toBe('enough');
  expect(projectPage(db, sooner)).toMatchObject({ verdict: null, finishedAt: NOW.toISOString() });
  idOf(markedProject(db, sooner, 'finished', false, NOW));
  expect(projectPage(db, later)!.verdict).toBe('short');
});

test('set by hand, another comes first and has the yarn; a new one comes last; without an order it goes by due dates', () => {
  const { db, yarnId, begin } = shelf();
  const hat = begin({ name: 'Hat', needs: [need('300 m', [yarnId])] });
  const cuffs = begin({ name: 'Cuffs', dueOn: '2026-05-01', needs: [need('50 g', [yarnId])] });
  const inOrder = () => projectsPage(db).underWay.map(({ id }) => id);
  expect(projectsPage(db).isByHand).toBe(false);
  idOf(orderProjects(db, [hat, cuffs]));
  expect(inOrder()).toEqual([hat, cuffs]);
  expect(projectsPage(db).isByHand).toBe(true);
  expect(projectPage(db, hat)!.verdict).toBe('enough');
  expect(projectPage(db, cuffs)!.verdict).toBe('short');
  const scarf = begin({ name: 'Scarf', dueOn: '2026-04-01', needs: [need('20 g', [yarnId])] });
  expect(inOrder()).toEqual([hat, cuffs, scarf]);
  // One that is not named comes after those that are.
  idOf(orderProjects(db, [scarf, hat]));
  expect(inOrder()).toEqual([scarf, hat, cuffs]);
  const before = everything(db);
  for (const wrong of [
    [hat, hat],
    [hat, 999],
  ])
    expect(errorsOf(orderProjects(db, wrong))).toEqual({ '': expect.stringContaining('look again') as string });
  expect(everything(db)).toBe(before);
  idOf(markedProject(db, scarf, 'finished', true, NOW));
  expect(errorsOf(orderProjects(db, [scarf, hat]))).toHaveProperty(['']);
  idOf(orderProjects(db, []));
  expect(inOrder()).toEqual([cuffs, hat]);
  expect(projectsPage(db).isByHand).toBe(false);
});

test('a deleted project takes nothing, and comes back', () => {
  const { db, yarnId, begin } = shelf();
  const id = begin({ needs: [need('100 m', [yarnId])] });
  idOf(markedProject(db, id, 'deleted', true, NOW));
  expect(promisesOf(db, yarnId)).toEqual([]);
  expect(projectsPage(db)).toMatchObject({ underWay: [], past: [{ id }] });
  idOf(markedProject(db, id, 'deleted', false, NOW));
  expect(promisesOf(db, yarnId)).toHaveLength(1);
});

test('two lots in one colour are told, but not while the first alone reaches', () => {
  const { db, yarnId, begin } = shelf();
  const { yarnId: otherLot } = shelved(db, { dyeLot: '2218' });
  const small = begin({ needs: [need('200 m', [yarnId, otherLot])] });
  expect(projectPage(db, small)!.needs[0]!.mixedLots).toEqual([]);
  idOf(markedProject(db, small, 'finished', true, NOW));
  const large = begin({ needs: [need('600 m', [yarnId, otherLot])] });
  expect(projectPage(db, large)!.needs[0]!.mixedLots).toEqual(['2217', '2218']);
});

test('opened and kept without a change, it stays as it was', () => {
  const { db, yarnId, begin } = shelf();
  const id = begin({
    margin: '7.5',
    spare: '0',
    dueOn: '2026-08-01',
    needs: [need('350 yd', [yarnId], { colour: 'Ground', done: '12.5' }), need('3 oz', [])],
  });
  const before = projectPage(db, id)!;
  expect(before.needs[0]).toMatchObject({ donePercent: 12.5 });
  const { needs, ...values } = projectFirst(before);
  const again = {
    ...values,
    requestKey: aKey(),
    needs: needs.map(({ yarns, ...rest }) => ({ ...rest, yarnIds: yarns.map((yarn) => yarn.id) })),
  };
  for (const system of ['metric', 'imperial'] as const) {
    idOf(saveProject(db, id, again, system, NOW));
    const after = projectPage(db, id)!;
    const plain = (view: typeof after) =>
      JSON.stringify(view, (key, value: unknown) => (/^(id|needId)$/.test(key) ? 0 : value));
    expect(plain(after)).toBe(plain(before));
  }
});

test('a yarn that is merged or deleted is followed to where it is', () => {
  const { db, yarnId, begin } = shelf();
  const { yarnId: same } = shelved(db);
  const id = begin({ needs: [need('700 m', [yarnId])] });
  expect(projectPage(db, id)!.verdict).toBe('short');
  idOf(mergeYarns(db, yarnId, same, NOW));
  expect(projectPage(db, id)!.needs[0]!.yarns.map((yarn) => yarn.id)).toEqual([same]);
  expect(projectPage(db, id)!.verdict).toBe('enough');
  idOf(deleteYarn(db, same, NOW));
  expect(projectPage(db, id)!.needs[0]!.standing).toMatchObject({ unknown: [same], enough: { verdict: 'short' } });
});

test('asked twice, it is begun once', () => {
  const { db, yarnId } = shelf();
  const asked = form({ needs: [need('100 m', [yarnId])] });
  expect(saveProject(db, null, asked, 'metric', NOW)).toEqual(saveProject(db, null, asked, 'metric', NOW));
  expect(projectsPage(db).underWay).toHaveLength(1);
});

test.each([
  [{ name: ' ' }, 'name', /a name/],
  [{ dueOn: 'soon' }, 'dueOn', /./],
  [{ margin: '200' }, 'margin', /between 0 and 100/],
  [{ spare: '1.5' }, 'spare', /whole number/],
  [{ needs: [] }, 'needs', /what it takes/],
  [{ needs: [need('', [1])] }, 'needs.0.amount', /write it like/],
  [{ needs: [need('5 furlongs', [1])] }, 'needs.0.amount', /not a unit/],
  [{ needs: [need('100 m', [1]), need('0 g', [1])] }, 'needs.1.amount', /above zero/],
  [{ needs: [need('100 m', [99])] }, 'needs.0.yarnIds', /not there/],
  [{ needs: [need('100 m', [1], { done: '120' })] }, 'needs.0.done', /between 0 and 100/],
] as const)('refused at its field, with nothing written: %j', (more, field, message) => {
  const { db } = shelf();
  const before = everything(db);
  expect(errorsOf(saveProject(db, null, form(more as never), 'metric', NOW))[field]).toMatch(message);
  expect(everything(db)).toBe(before);
});
