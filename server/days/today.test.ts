import { massOf } from '../../core/yarn/piece';
import { ternRock } from '../../scripts/ternRock';
import { operationPage } from '../logbook/operationPage';
import { latestOperations } from '../logbook/logbook';
import { planPage } from '../winding/planPages';
import { emptyDatabase, NOW } from '../../tests/support/serverTesting';
import { today } from './today';
import { newestOnShelf } from '../yarn/shelf';
import { piecePage, yarnPage } from '../yarn/yarnViews';

/** The demo data, as the pages see them: every place has something to show, and some of it has gone wrong. */
const db = emptyDatabase();
ternRock(db, NOW);

test('an empty database has an empty day', () => {
  expect(today(emptyDatabase(), NOW)).toEqual({
    runs: [],
    needles: [],
    hanks: [],
    hankYarns: 0,
    short: [],
    pendingCare: [],
    tasks: [],
    due: [],
    late: 0,
    recent: [],
    yarns: 0,
  });
});

test('a winding is under way, between its first and its last cake', () => {
  const { runs } = today(db, NOW);
  expect(runs).toMatchObject([{ yarnName: 'Ferry aran, Oatmeal', stage: 'wind', part: 1, parts: 3, counted: 110 }]);
});

test('the hanks that wait are those that are not being wound', () => {
  for (const { pieces } of today(db, NOW).hanks)
    expect(pieces.some(({ form, openRunId }) => form === 'hank' && openRunId === null)).toBe(true);
});

test('the logbook has the newest first, undos told at what they undid', () => {
  const entries = latestOperations(db, 200);
  const times = entries.map(({ at }) => at);
  expect(times).toEqual([...times].sort().reverse());
  expect(entries.filter(({ live }) => !live)).toMatchObject([{ kind: 'weigh', note: 'Read upside down.' }]);
  expect(latestOperations(db, 3)).toEqual(entries.slice(0, 3));
});

test('yarn that went into the gears is missing, and said to be', () => {
  const gears = latestOperations(db, 200).find(({ balance }) => balance?.verdict === 'missing')!;
  expect(gears.balance).toMatchObject({ inG: 106, outG: 97, wasteG: 6, differenceG: -3 });
  expect(operationPage(db, gears.id)!.run!.places).toMatchObject([
    { what: 'over the base', atTurn: 188, stopped: true },
  ]);
});

test('knots lie in their own cake, in order along it, within its length', () => {
  const page = yarnPage(db, 6)!;
  const knotted = page.pieces.filter(({ faults }) => faults.length > 0);
  expect(knotted.map(({ label }) => label)).toEqual(['Cake 3']);
  const [first, second] = knotted[0]!.faults.map(({ atM }) => atM) as [number, number];
  expect(first).toBeLessThan(second);
  expect(second).toBeLessThan(knotted[0]!.lengthM!.mean);
});

test('every yarn’s total is that of its pieces, and its thread knows them all', () => {
  for (const { id, left } of newestOnShelf(db, 100)) {
    const page = yarnPage(db, id)!;
    const present = page.pieces.filter(({ consumedBy }) => consumedBy === null);
    const massG = present.reduce((sum, { mass }) => sum + (mass ? massOf(mass, page.yarn.fibres).mean : 0), 0);
    expect(left!.massG).toBeCloseTo(massG, 6);
    expect(page.remaining!.lengthM.mean).toBeCloseTo(massG * page.yarn.grist!.mean, 6);
    const inThread = page.steps.flatMap((step) => step.out).sort((a, b) => a - b);
    expect(inThread).toEqual(page.pieces.map(({ id }) => id));
  }
});

test('a piece tells its own history and what else there is of its yarn', () => {
  const cake = yarnPage(db, 6)!.pieces.find(({ label }) => label === 'Cake 1')!;
  const { history, others } = piecePage(db, cake.id)!;
  expect(history.map(({ kind, mass }) => [kind, mass!.massG])).toEqual([
    ['wind', 112],
    ['weigh', 71],
  ]);
  expect(others.map(({ label }) => label)).toEqual(['Hank 3', 'Hank 4', 'Cake 2', 'Cake 3']);
});

test('what is not there is not found', () => {
  expect(yarnPage(db, 999)).toBeUndefined();
  expect(piecePage(db, 999)).toBeUndefined();
  expect(planPage(db, 999)).toBeUndefined();
  expect(operationPage(db, 999)).toBeUndefined();
});
