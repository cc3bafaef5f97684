import type { Db } from '../../db/common/connection';
import { normals } from '../../tests/support/chance';
import { A_HAND, windAsKnown } from '../../scripts/knownHand';
import { bench, saveTool } from './bench';
import { undoOperation } from '../yarn/pieces';
import { planPage } from '../winding/planPages';
import { emptyDatabase, idOf, logValues, NOW, screenOf, shelved, startValues } from '../../tests/support/serverTesting';
import { logRun } from '../winding/runLog';
import { startRun } from '../winding/runStart';

const learned = (db: Db) => bench(db).winders[0]!.learned;

const AFTER = [3, 10, 30];

/** How far off three figures are after so many cakes, on average over several makers' logs, as shares of the truth. */
function errorsAfterCakes() {
  const MAKERS = 12;
  const sums = AFTER.map(() => ({ density: 0, ratio: 0, pace: 0 }));
  for (let seed = 1; seed <= MAKERS; seed++) {
    const db = emptyDatabase();
    const noise = normals(seed);
    AFTER.forEach((cakes, i) => {
      windAsKnown(db, A_HAND, cakes - (AFTER[i - 1] ?? 0), noise);
      const { density, crankRatio, secondsPerTurn } = learned(db);
      const sum = sums[i]!;
      sum.density += Math.abs(density.once.mean / A_HAND.densityGPerCm3 - 1) / MAKERS;
      sum.ratio += Math.abs(crankRatio.mean / A_HAND.spindleTurnsPerCrank - 1) / MAKERS;
      sum.pace += Math.abs(secondsPerTurn.mean / A_HAND.secondsPerTurn - 1) / MAKERS;
    });
    db.close();
  }
  return sums;
}

test('from logs of a hand whose figures are known, each comes nearer with more cakes', () => {
  const most = [0.07, 0.03, 0.02];
  errorsAfterCakes().forEach((off, i) => {
    for (const figure of ['density', 'ratio', 'pace'] as const) expect(off[figure]).toBeLessThan(most[i]!);
  });
});

test('nothing was wound: what is told is the starting figure, and from no cake', () => {
  const db = emptyDatabase();
  expect(learned(db)).toMatchObject({
    cakes: 0,
    density: { once: { from: 0, lessons: [] }, again: { from: 0 }, byKind: {} },
    crankRatio: { mean: 4, from: 0 },
    secondsPerTurn: { from: 0 },
  });
});

test('a cake whose size was read wrong is set aside, and is seen to be', () => {
  const db = emptyDatabase();
  windAsKnown(db, A_HAND, 6, normals(7));
  const before = learned(db).density.once.mean;
  const { pieceIds } = shelved(db);
  const runId = idOf(startRun(db, pieceIds[0]!, startValues(), 'metric', NOW));
  const { send, event } = screenOf(db, runId, 'screen-one');
  send([event({ kind: 'turns', part: 0, amount: 500 })]);
  // 41 mm where the cake was 94: a ruler that was read in the middle.
  const slip = idOf(logRun(db, runId, logValues(['112'], { diameters: ['41 mm'], heights: ['68 mm'] }), 'metric', NOW));
  const { once } = learned(db).density;
  expect(once.mean).toBeCloseTo(before, 9);
  expect(once.from).toBe(6);
  expect(once.lessons.filter(({ setAside }) => setAside)).toMatchObject([{ operationId: slip }]);
});

test('an entry that is undone teaches nothing any more', () => {
  const db = emptyDatabase();
  const entries = windAsKnown(db, A_HAND, 4, normals(3));
  const four = learned(db).density.once;
  idOf(undoOperation(db, entries[3]!, NOW));
  expect(learned(db).density.once.from).toBe(3);
  expect(learned(db).density.once.mean).not.toBe(four.mean);
});

test('the plan takes what was learned; a crank ratio that was counted by hand it leaves alone', () => {
  const db = emptyDatabase();
  windAsKnown(db, A_HAND, 8, normals(5));
  const { pieceIds } = shelved(db);
  const tool = () => planPage(db, pieceIds[0]!)!.tools[0]!;
  expect(tool().spindleTurnsPerCrank).toBeCloseTo(A_HAND.spindleTurnsPerCrank, 0);
  expect(planPage(db, pieceIds[0]!)!.learnedFrom['winder 1']).toEqual({ density: 8, ratio: 8, pace: 8 });
  const counted = {
    tool: 'winder' as const,
    name: 'Small winder',
    measured: ['spindleTurnsPerCrank'],
    spindleTurnsPerCrank: '4.25',
    coreDiameterMm: '24 mm',
    heightMm: '68 mm',
    maxDiameterMm: '98 mm',
    maxMassG: '113 g',
    crossingAngleDeg: '20',
    turning: 'clockwise' as const,
    drive: 'hand' as const,
    base: 'flat' as const,
  };
  idOf(saveTool(db, 1, counted, 'metric'));
  expect(tool().spindleTurnsPerCrank).toBe(4.25);
  expect(planPage(db, pieceIds[0]!)!.learnedFrom['winder 1']).toEqual({ density: 8, ratio: 0, pace: 8 });
});
