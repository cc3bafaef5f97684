import { planPage } from './planPages';
import {
  emptyDatabase,
  errorsOf,
  idOf,
  logValues,
  NOW,
  screenOf,
  shelved,
  startValues,
} from '../../tests/support/serverTesting';
import { runPage } from './runEvents';
import { logRun } from './runLog';
import { startRun } from './runStart';

/** Winds one hank of each mass in one cake; some spill at a share of their turns. */
function wound(hanks: readonly { massG: number; spillsAt?: number; uncounted?: true }[]) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, {
    count: String(hanks.length + 1),
    masses: [...hanks.map(({ massG }) => String(massG)), '116'],
  });
  hanks.forEach(({ massG, spillsAt, uncounted }, i) => {
    const runId = idOf(startRun(db, pieceIds[i]!, { ...startValues(), anyway: true }, 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    const turns = Math.round(runPage(db, runId)!.plan.cakes[0]!.crankTurns.mean);
    send([
      event({ kind: 'stage', part: 0, stage: 'wind' }),
      event({ kind: 'turns', part: 0, amount: turns }),
      ...(spillsAt === undefined
        ? []
        : [event({ kind: 'stop', part: 0, reason: 'over the base', atTurn: Math.round(turns * spillsAt) })]),
      ...(uncounted ? [event({ kind: 'uncounted', part: 0, is: true })] : []),
      event({ kind: 'stage', part: 0, stage: 'weigh' }),
    ]);
    idOf(logRun(db, runId, logValues([String(massG)]), 'metric', NOW));
  });
  return { db, nextId: pieceIds.at(-1)! };
}

const small = ({ db, nextId }: ReturnType<typeof wound>) =>
  planPage(db, nextId)!.tools.find(({ key }) => key === 'winder 1')!;

test('a winder is said to hold what a rule of thumb says, until cakes have come off it', () => {
  expect(small(wound([]))).toMatchObject({ maxMassG: 113, limit: { known: 'rule of thumb', cleanG: null } });
  const heavier = small(wound([{ massG: 122 }, { massG: 124 }]));
  expect(heavier.maxMassG).toBeGreaterThan(121);
  expect(heavier.limit).toMatchObject({ known: 'cakes', cleanG: 124, spilledG: null });
});

test('a cake that spilled counts at the mass that lay on the spindle then', () => {
  const spilled = small(
    wound([
      { massG: 112, spillsAt: 0.9 },
      { massG: 110, spillsAt: 0.92 },
    ]),
  );
  expect(spilled.maxMassG).toBeLessThan(105);
  expect(spilled.limit!.spilledG).toBeGreaterThan(95);
  expect(spilled.limit!.spilledG).toBeLessThan(105);
});

test('where nobody counted, a clean cake tells, and nobody knows when one spilled', () => {
  const spilled = small(wound([{ massG: 112, spillsAt: 0.9, uncounted: true }]));
  expect(spilled.limit).toMatchObject({ known: 'rule of thumb', spilledG: null, cleanG: null });
  expect(small(wound([{ massG: 124, uncounted: true }])).limit).toMatchObject({ known: 'cakes', cleanG: 124 });
});

test('far more than it was thought to hold came off clean: the next of that mass is planned in one', () => {
  const bench = wound([{ massG: 190 }, { massG: 192 }]);
  expect(small(bench).maxMassG).toBeGreaterThan(192);
});

test('more than it holds is refused, unless it is wound anyway', () => {
  const { db, nextId } = wound([
    { massG: 112, spillsAt: 0.9 },
    { massG: 110, spillsAt: 0.92 },
  ]);
  expect(errorsOf(startRun(db, nextId, startValues(), 'metric', NOW))['split.cakes']).toMatch(/at least 2/);
  const runId = idOf(startRun(db, nextId, { ...startValues(), anyway: true }, 'metric', NOW));
  expect(runPage(db, runId)!.plan.cakes).toHaveLength(1);
});
