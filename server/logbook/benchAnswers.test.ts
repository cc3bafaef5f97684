import { ternRock } from '../../scripts/ternRock';
import { benchAnswers, timedWindings } from './benchAnswers';
import { operationPage } from './operationPage';
import { undoOperation } from '../yarn/pieces';
import { emptyDatabase, idOf, NOW } from '../../tests/support/serverTesting';

const db = emptyDatabase();
ternRock(db, NOW);
const windings = (db.prepare("SELECT id FROM operation WHERE kind = 'wind' ORDER BY id").all() as { id: number }[]).map(
  ({ id }) => id,
);

test('the windings that hold are told: their time, what held them up, how full, how well foretold', () => {
  const answers = benchAnswers(db);
  expect(answers.windings).toBe(windings.length);
  expect(answers.time!.spentMs.turning).toBeGreaterThan(20 * 60_000);
  expect(answers.time!.stopped).toEqual([{ reason: 'over the base', ms: 96_000, times: 1 }]);
  expect(answers.troubles).toEqual([
    expect.objectContaining({
      trouble: 'over the base',
      tools: ['Small winder'],
      helped: [{ attempt: 'unwind', times: 1, minutes: 2 }],
    }),
  ]);
  expect(answers.snags[0]).toMatchObject({ yarn: 'Squall, Wet slate', stops: 1 });
  const cakes = answers.full.reduce((sum, { full }) => sum + full.length, 0);
  expect(answers.turns!.errors).toHaveLength(cakes);
  expect(answers.mass!.errors).toHaveLength(cakes);
  for (const error of answers.turns!.errors) expect(Math.abs(error ?? Infinity)).toBeLessThan(0.1);
});

test('an undone winding tells nothing', () => {
  const last = windings.at(-1)!;
  idOf(undoOperation(db, last, NOW));
  expect(benchAnswers(db).windings).toBe(windings.length - 1);
});

test('each winding has its story: as many turns as were counted, and its stop', () => {
  const operation = operationPage(db, windings[0]!)!;
  const { story, run } = operation;
  const counted = run!.cakes.reduce((sum, { turns }) => sum + turns!, 0);
  const reported = story!.pace.reduce(
    (sum, { perMinute, fromMs, untilMs }) => sum + ((perMinute ?? 0) * (untilMs - fromMs)) / 60_000,
    0,
  );
  expect(Math.abs(reported / counted - 1)).toBeLessThan(0.1);
  expect(story!.spentMs.preparing).toBeGreaterThan(60_000);
});

test('what each winding of late took: winding with its stops, and all about it, as its story tells', () => {
  const live = windings.slice(0, -1);
  const timed = timedWindings(db);
  expect(timed).toHaveLength(live.length);
  live.reverse().forEach((id, i) => {
    const { turning, stopped, resting, preparing, finishing } = operationPage(db, id)!.story!.spentMs;
    expect(timed[i]!.windingMin).toBeCloseTo((turning + stopped + resting) / 60_000, 9);
    expect(timed[i]!.aboutMin).toBeCloseTo((preparing + finishing) / 60_000, 9);
    expect(timed[i]!.windingMin).toBeGreaterThan(1);
  });
});

test('nothing wound, nothing told', () => {
  expect(benchAnswers(emptyDatabase())).toEqual({
    windings: 0,
    since: null,
    time: null,
    snags: [],
    troubles: [],
    full: [],
    turns: null,
    mass: null,
  });
});
