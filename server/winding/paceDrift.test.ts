import { learnedOf } from '../bench/calibration';
import { operationPage } from '../logbook/operationPage';
import { idOf, emptyDatabase, logValues, NOW, screenOf, shelved, startValues } from '../../tests/support/serverTesting';
import { paceDrift } from './paceDrift';
import { runPage } from './runEvents';
import { logRun } from './runLog';
import { startRun } from './runStart';

/** Winds hanks one after another, so many turns counted for each that the plan has, by a tick or by hand. */
function wound(counted: readonly number[], by?: 'pace') {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, { count: String(counted.length), masses: counted.map(() => '100') });
  const operations = counted.map((share, i) => {
    const runId = idOf(startRun(db, pieceIds[i]!, startValues(), 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    const turns = Math.round(share * runPage(db, runId)!.plan.cakes[0]!.crankTurns.mean);
    send([
      event({ kind: 'stage', part: 0, stage: 'wind' }),
      event({ kind: 'turns', part: 0, amount: turns, ...(by && { by }) }),
      event({ kind: 'stage', part: 0, stage: 'weigh' }),
    ]);
    return idOf(logRun(db, runId, logValues(['100']), 'metric', NOW));
  });
  return { db, operations };
}

test('hands that fall behind a tick are known after a few cakes', () => {
  expect(paceDrift(emptyDatabase())).toMatchObject({ mean: 1, from: 0 });
  // Five turns were made where fifty-one in fifty were counted.
  const { db } = wound([1.04, 1.04, 1.04, 1.04]);
  expect(paceDrift(db).from).toBe(0);
  const behind = paceDrift(wound([1.04, 1.03, 1.05, 1.04], 'pace').db);
  expect(behind.from).toBe(4);
  expect(behind.mean).toBeCloseTo(1 / 1.04, 2);
  expect(behind.sd).toBeLessThan(paceDrift(emptyDatabase()).sd);
});

test('what a clock has counted teaches neither gears nor pace, and is no witness of the length', () => {
  const { db, operations } = wound([1, 1], 'pace');
  const learned = learnedOf(db, 'winder', 1, 4);
  expect(learned.secondsPerTurn.from).toBe(0);
  expect(learned.crankRatio.from).toBe(0);
  expect(db.prepare('SELECT DISTINCT turns FROM wound_cake').all()).toEqual([{ turns: 0 }]);
  const { run } = operationPage(db, operations[0]!)!;
  expect(run!.cakes[0]!.turns).toBeGreaterThan(300);
  const byHand = wound([1, 1]);
  expect(byHand.db.prepare('SELECT DISTINCT turns > 300 AS many FROM wound_cake').all()).toEqual([{ many: 1 }]);
});
