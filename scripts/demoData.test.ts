import loadHighs from 'highs';
import { yarnOverview } from '../server/logbook/yarnOverview';
import { emptyDatabase, NOW } from '../tests/support/serverTesting';
import { ternRock } from './ternRock';
import { ternRockColours } from './ternRockColours';
import { ternRockKnitting } from './ternRockKnitting';
import { ternRockMinis } from './ternRockMinis';
import { ternRockThread } from './ternRockThread';
import { ternRockTwist } from './ternRockTwist';

test('Tern Rock can be laid out, and what became of each of its yarns adds up', async () => {
  const db = emptyDatabase();
  ternRock(db, NOW);
  ternRockMinis(db, await loadHighs(), NOW);
  ternRockTwist(db, NOW);
  ternRockThread(db, NOW);
  ternRockKnitting(db, NOW);
  ternRockColours(db, NOW);
  const yarns = db.prepare('SELECT id FROM yarn').all() as { id: number }[];
  for (const { id } of yarns) {
    const { balance } = yarnOverview(db, id)!;
    const parts = [...Object.values(balance.consumedG), ...Object.values(balance.differsG)];
    expect(balance.thereG + parts.reduce((sum, g) => sum + g, 0)).toBeCloseTo(balance.cameInG, 6);
  }
  const found = db.prepare("SELECT id FROM yarn WHERE line = 'Breakwater'").get() as { id: number };
  expect(yarnOverview(db, found.id)!.balance).toMatchObject({
    cameInG: 418,
    thereG: 149,
    consumedG: { used: 149, 'written off': 103 },
    differsG: { washed: 3, unexplained: 14 },
  });
});
