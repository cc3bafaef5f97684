import type { PlanMinisPage } from '../../../server/minis/miniPlans';
import { planMinisPage } from '../../../server/minis/miniPlans';
import { emptyDatabase, shelved } from '../../../tests/support/serverTesting';
import { initialValues, type PlanValues } from './planValues';
import { askedOf, goneFrom, readPlan, sizesWithoutAmount } from './readPlan';
import { emptySize } from './SizeRows';

function planning(): { page: PlanMinisPage; values: PlanValues } {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, { count: '3', masses: ['100', '96', '98'] });
  const page = planMinisPage(db, { yarns: String(yarnId) });
  return { page, values: { ...initialValues(page), sizes: [{ ...emptySize(), amount: '12 g' }] } };
}

/** The page as it is once something has happened to its second piece. */
function changed(page: PlanMinisPage, what: 'gone' | 'on the bench' | 'not weighed'): PlanMinisPage {
  return {
    ...page,
    yarns: page.yarns.map((yarn) => ({
      ...yarn,
      parents: yarn.parents.flatMap((view, i) =>
        i !== 1
          ? view
          : what === 'gone'
            ? []
            : what === 'on the bench'
              ? { ...view, busy: true }
              : { ...view, parent: null },
      ),
    })),
  };
}

test.each(['gone', 'on the bench', 'not weighed'] as const)(
  'a piece that was taken and is %s meanwhile is left out: the others are planned, and sent',
  (what) => {
    const { page, values } = planning();
    const [first, second, third] = values.pieceIds;
    expect(readPlan(values, page, 'metric').ready!.parents).toHaveLength(3);
    const now = changed(page, what);
    const { ready, errors } = readPlan(values, now, 'metric');
    expect(errors).toEqual({});
    expect(ready!.parents.map(({ pieceId }) => pieceId)).toEqual([first, third]);
    expect(askedOf(values, now).pieceIds).toEqual([first, third]);
    expect(goneFrom(now, values)).toBe(what === 'gone' ? 1 : 0);
    // Once it is there again it is taken again.
    expect(askedOf(values, page).pieceIds).toEqual([first, second, third]);
  },
);

test('while a yarn of the plan is still to come, nothing is called gone, and nothing planned of the others alone', () => {
  const { page, values } = planning();
  expect(goneFrom({ ...page, yarns: [] }, values)).toBe(0);
  const ofTwo = { ...values, yarnIds: [...values.yarnIds, 99] };
  expect(readPlan(ofTwo, page, 'metric')).toEqual({ ready: null, errors: {} });
});

test('pieces are planned in the order in which they are sent', () => {
  const { page, values } = planning();
  const turned = { ...values, pieceIds: [...values.pieceIds].reverse() };
  expect(readPlan(turned, page, 'metric').ready!.parents.map(({ pieceId }) => pieceId)).toEqual(
    askedOf(turned, page).pieceIds,
  );
});

test('a row that was left empty is not asked for; one that lacks its size is asked for it, at its place', () => {
  const { page, values } = planning();
  const sizes = [emptySize(), ...values.sizes, { ...emptySize(), count: '4' }];
  expect(askedOf({ ...values, sizes }, page).sizes.map(({ amount }) => amount)).toEqual(['12 g']);
  expect(readPlan({ ...values, sizes }, page, 'metric').ready!.wanted.sizes).toHaveLength(1);
  expect(sizesWithoutAmount(sizes)).toEqual({ 'sizes.2.amount': 'say how large one is to be' });
  expect(sizesWithoutAmount([emptySize(), ...values.sizes])).toEqual({});
});

test('what is wrong stands at its own row, whatever rows are empty before it', () => {
  const { page, values } = planning();
  const sizes = [emptySize(), { ...emptySize(), amount: 'a lot' }];
  const { ready, errors } = readPlan({ ...values, sizes }, page, 'metric');
  expect(ready).toBeNull();
  expect(Object.keys(errors)).toEqual(['sizes.1.amount']);
});

test('a reel that has left the bench is the first of those that are there', () => {
  const { page, values } = planning();
  expect(askedOf({ ...values, reelId: 99 }, page).reelId).toBe(page.reels[0]!.id);
  expect(readPlan({ ...values, reelId: 99 }, page, 'metric').ready).toEqual(readPlan(values, page, 'metric').ready);
});
