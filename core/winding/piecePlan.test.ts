import { SMALL_WINDER } from '../../tests/support/winders';
import { type PlanChoices, planPiece, type PlanTool } from './piecePlan';

const small: PlanTool = {
  key: 'winder 1',
  name: 'Small',
  onto: 'winder',
  ...SMALL_WINDER,
  density: { mean: 0.3, sd: 0.03 },
  crankRatioSd: 0,
  secondsPerTurn: 1,
};
const large: PlanTool = {
  ...small,
  key: 'winder 2',
  name: 'Large',
  maxMassG: 300,
  maxDiameterMm: 138,
  coreDiameterMm: 32,
  heightMm: 90,
};
const tools = [small, large];
const choices: PlanChoices = {
  split: { by: 'equal', cakes: 1 },
  toolKey: 'winder 1',
  toolOfPart: {},
  firmness: 'usual',
  cutAtKnots: true,
  twice: false,
  workFrom: 'centre',
};
const piece = { massG: { mean: 210, sd: 0.3 }, grist: { mean: 2, sd: 0.05 }, faults: [], fromEnd: 'inner' as const };

test('equal cakes are as few as the tool takes, or more where more are wanted', () => {
  expect(planPiece(piece, choices, tools)).toMatchObject({ fewest: 2, tooLarge: [] });
  expect(planPiece(piece, { ...choices, split: { by: 'equal', cakes: 5 } }, tools).cakes).toHaveLength(5);
  expect(planPiece(piece, { ...choices, toolKey: 'winder 2' }, tools).cakes).toHaveLength(1);
});

test('one that is a little too full is less trouble than two, by what is not known of the limit, or because somebody says so', () => {
  const usableG = planPiece({ ...piece, massG: { mean: 10, sd: 0 } }, choices, tools).cakes[0]!.usableMassG;
  const over = (share: number) => ({ ...piece, massG: { mean: usableG * (1 + share), sd: 0 } });
  const guessed = [{ ...small, limitSlack: 0.1 }];
  expect(planPiece(over(0.09), choices, guessed)).toMatchObject({ fewest: 1, tooLarge: [] });
  expect(planPiece(over(0.11), choices, guessed).fewest).toBe(2);
  expect(planPiece(over(0.09), choices, tools).fewest).toBe(2);
  expect(planPiece(over(0), choices, tools).fewest).toBe(1);
  expect(planPiece(over(0.6), { ...choices, anyway: true }, tools)).toMatchObject({ fewest: 1, tooLarge: [] });
});

test('parts go over different winders, each with its own limit and turns', () => {
  const pieces = [
    { name: 'body', count: 1, massG: 140 },
    { name: 'sleeve', count: 1, massG: 70 },
  ];
  const asked: PlanChoices = { ...choices, split: { by: 'pieces', pieces, over: 'own cake' } };
  expect(planPiece(piece, asked, tools).tooLarge).toEqual([0]);
  const plan = planPiece(piece, { ...asked, toolOfPart: { 0: 'winder 2' } }, tools);
  expect(plan.tooLarge).toEqual([]);
  expect(plan.tools.map(({ name }) => name)).toEqual(['Large', 'Small']);
  expect(plan.cakes[0]!.usableMassG).toBeGreaterThan(140);
});

test('equal cakes are cut at a knot near a cut; pieces of a project never give up a metre', () => {
  const knotted = { ...piece, faults: [{ kind: 'knot' as const, atM: 204 }] };
  const cut = (change: Partial<PlanChoices>) =>
    planPiece(knotted, { ...choices, ...change }, tools).cakes.map(({ massG }) => Number(massG.toFixed(6)));
  expect(cut({})).toEqual([102, 108]);
  expect(cut({ cutAtKnots: false })).toEqual([105, 105]);
  const pieces = [{ name: 'sock', count: 2, massG: 105 }];
  expect(cut({ split: { by: 'pieces', pieces, over: 'shared' } })).toEqual([105, 105]);
});

test('taken from the outer end, the faults come the other way round', () => {
  const faults = [{ kind: 'knot' as const, atM: 100 }];
  expect(planPiece({ ...piece, faults, fromEnd: 'outer' }, choices, tools).faults).toEqual([
    { kind: 'knot', atM: 320 },
  ]);
});

test('wound loosely, less fits where the width is the limit', () => {
  const narrow = { ...small, maxMassG: 400 };
  const fewest = (firmness: PlanChoices['firmness']) =>
    planPiece({ ...piece, massG: { mean: 300, sd: 0 } }, { ...choices, firmness }, [narrow]).fewest;
  expect(fewest('loose')).toBeGreaterThan(fewest('firm'));
});

test('a tool that is not there is told at its field', () =>
  expect(() => planPiece(piece, { ...choices, toolKey: 'winder 7' }, tools)).toThrow(
    expect.objectContaining({ path: 'toolKey' }),
  ));
