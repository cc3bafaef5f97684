import { emptyDatabase } from '../tests/support/serverTesting';
import { newestOnShelf, shelfPage } from '../server/yarn/shelf';
import { yarnPage } from '../server/yarn/yarnViews';
import { manyYarns } from './manyYarns';

const db = emptyDatabase();
manyYarns(db, 40);

test('each yarn has its pieces and its operations, all of them found', () => {
  const count = (table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;
  expect({ yarns: count('yarn'), pieces: count('piece'), operations: count('operation') }).toEqual({
    yarns: 40,
    pieces: 160,
    operations: 800,
  });
  expect(shelfPage(db, { q: '' }, 'metric').total).toBe(40);
});

test('the same each time', () => {
  const again = emptyDatabase();
  manyYarns(again, 40);
  expect(newestOnShelf(again, 40)).toEqual(newestOnShelf(db, 40));
});

test('what is drawn is what a yarn’s own page says', () => {
  for (const { id, left, total } of newestOnShelf(db, 40)) {
    const page = yarnPage(db, id)!;
    expect(total).toBe('2 cakes');
    expect(left!.lengthM.mean).toBeCloseTo(page.remaining!.lengthM.mean, 9);
    expect(page.history).toHaveLength(19);
    expect(page.history.at(-1)!.massG).toBeCloseTo(left!.massG, 9);
  }
});
