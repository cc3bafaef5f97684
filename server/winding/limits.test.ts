import { winderFit } from '../../core/bench/winderFit';
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

interface Wound {
  massG: number;
  /** At this share of its turns. */
  spillsAt?: number;
  /** What the helper was told of it, in place of a stop. */
  trouble?: 'in the gears' | 'too tight';
  uncounted?: true;
  diameterMm?: number;
}

const HELPED = { attempt: 'clear', minutes: 3, lostM: 0, then: 'go on' } as const;

/** Winds one hank of each mass in one cake. */
function wound(hanks: readonly Wound[]) {
  const db = emptyDatabase();
  const { pieceIds } = shelved(db, {
    count: String(hanks.length + 1),
    masses: [...hanks.map(({ massG }) => String(massG)), '116'],
  });
  hanks.forEach(({ massG, spillsAt, trouble, uncounted, diameterMm }, i) => {
    const sizes = diameterMm ? { diameters: [String(diameterMm)], heights: ['68'] } : {};
    const runId = idOf(startRun(db, pieceIds[i]!, { ...startValues(), anyway: true }, 'metric', NOW));
    const { send, event } = screenOf(db, runId, 'screen-one');
    const turns = Math.round(runPage(db, runId)!.plan.cakes[0]!.crankTurns.mean);
    send([
      event({ kind: 'stage', part: 0, stage: 'wind' }),
      event({ kind: 'turns', part: 0, amount: turns }),
      ...(spillsAt === undefined
        ? []
        : trouble
          ? [event({ kind: 'trouble', part: 0, atTurn: Math.round(turns * spillsAt), trouble, ...HELPED })]
          : [event({ kind: 'stop', part: 0, reason: 'over the base', atTurn: Math.round(turns * spillsAt) })]),
      ...(uncounted ? [event({ kind: 'uncounted', part: 0, is: true })] : []),
      event({ kind: 'stage', part: 0, stage: 'weigh' }),
    ]);
    idOf(logRun(db, runId, logValues([String(massG)], sizes), 'metric', NOW));
  });
  return { db, nextId: pieceIds.at(-1)! };
}

const small = ({ db, nextId }: ReturnType<typeof wound>) =>
  planPage(db, nextId)!.tools.find(({ key }) => key === 'winder 1')!;

test('a winder is said to hold what a rule of thumb says, until cakes have come off it', () => {
  expect(small(wound([]))).toMatchObject({
    maxMassG: 113,
    holds: { massG: { known: 'rule of thumb', mostClean: null } },
  });
  const heavier = small(wound([{ massG: 122 }, { massG: 124 }]));
  expect(heavier.maxMassG).toBeGreaterThan(121);
  expect(heavier.holds!.massG).toMatchObject({ known: 'cakes', mostClean: 124, leastSpilled: null });
});

test('a cake that spilled counts at the mass that lay on the spindle then', () => {
  const spilled = small(
    wound([
      { massG: 112, spillsAt: 0.9 },
      { massG: 110, spillsAt: 0.92 },
    ]),
  );
  expect(spilled.maxMassG).toBeLessThan(105);
  expect(spilled.holds!.massG.leastSpilled).toBeGreaterThan(95);
  expect(spilled.holds!.massG.leastSpilled).toBeLessThan(105);
});

test('what went into the gears had spilled, what was too tight had not', () => {
  const leastSpilled = (trouble: Wound['trouble']) =>
    small(wound([{ massG: 112, spillsAt: 0.9, trouble }])).holds!.massG.leastSpilled;
  expect(leastSpilled('in the gears')).toBeGreaterThan(95);
  expect(leastSpilled('in the gears')).toBe(leastSpilled(undefined));
  expect(leastSpilled('too tight')).toBeNull();
});

test('where nobody counted, a clean cake tells, and nobody knows when one spilled', () => {
  const spilled = small(wound([{ massG: 112, spillsAt: 0.9, uncounted: true }]));
  expect(spilled.holds!.massG).toMatchObject({ known: 'rule of thumb', leastSpilled: null, mostClean: null });
  expect(small(wound([{ massG: 124, uncounted: true }])).holds!.massG).toMatchObject({
    known: 'cakes',
    mostClean: 124,
  });
});

test('far more than it was thought to hold came off clean: the next of that mass is planned in one', () => {
  const bench = wound([{ massG: 190 }, { massG: 192 }]);
  const { maxMassG, maxDiameterMm, density } = small(bench);
  expect(maxMassG).toBeGreaterThan(192);
  // 98 mm, as it was said to be, are room for 145 g of it.
  expect(
    winderFit({ massG: 192, densityGPerCm3: density.mean, winder: { ...small(bench), maxDiameterMm: 98 } }).cakes,
  ).toBe(2);
  expect(winderFit({ massG: 192, densityGPerCm3: density.mean, winder: small(bench) }).cakes).toBe(1);
  // At 0.30 g/cm3 they were 112 mm across.
  expect(maxDiameterMm).toBeGreaterThan(112);
});

test('a cake that was measured tells of the room by its size, however firm such yarn was thought to be', () => {
  const loose = small(wound([{ massG: 90, diameterMm: 112 }]));
  expect(loose.holds!.roomCm3).toMatchObject({
    known: 'cakes',
    mostClean: expect.closeTo((68 * Math.PI * (112 ** 2 - 24 ** 2)) / 4000, 0),
  });
  expect(loose.maxDiameterMm).toBeGreaterThan(110);
  expect(loose.maxMassG).toBeLessThan(116);
});

test('what spilled tells of the limit that it was nearer to', () => {
  const wide = small(wound([{ massG: 90, spillsAt: 0.9, diameterMm: 112 }]));
  expect(wide.holds!.massG).toMatchObject({ leastSpilled: null });
  expect(wide.holds!.roomCm3.leastSpilled).toBeGreaterThan(500);
  const heavy = small(wound([{ massG: 112, spillsAt: 0.9 }]));
  expect(heavy.holds!.massG.leastSpilled).toBeLessThan(105);
  expect(heavy.holds!.roomCm3.leastSpilled).toBeNull();
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
