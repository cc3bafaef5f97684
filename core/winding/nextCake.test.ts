import fc from 'fast-check';
import { crankTurnsAtG } from '../bench/cake';
import { correctedCakes } from './nextCake';
import { newRun } from './run';
import { spindleOf, windingPlan } from './windingPlan';

const WINDER = {
  maxMassG: 113,
  maxDiameterMm: 98,
  coreDiameterMm: 24,
  heightMm: 68,
  spindleTurnsPerCrank: 4,
  crossingAngleDeg: 20,
};

/** A plan as it is set down with a run: parts of these masses, told to be of so much in all. */
function plan(
  masses: readonly number[],
  names: readonly string[] = [],
  wholeG = masses.reduce((sum, g) => sum + g, 0),
) {
  const gristMPerG = 2;
  const { cakes } = windingPlan({
    massG: { mean: wholeG, sd: 0.3 },
    grist: { mean: gristMPerG, sd: 0.1 },
    parts: masses.map((massG, i) => ({
      name: names[i] ?? '',
      massG,
      winder: WINDER,
      density: { mean: 0.3, sd: 0.03 },
    })),
  });
  return {
    mass: { massG: wholeG, tareG: 0, from: 'scale' as const, resolutionG: 1 },
    gristMPerG,
    cakes: cakes.map((cake) => ({ ...cake, densityGPerCm3: 0.3, tool: WINDER })),
  };
}

const after = (weighedG: (number | null)[], turns: number[] = weighedG.map(() => 0)) => ({
  ...newRun(turns.length),
  turns,
  weighedG,
});
const sum = (cakes: readonly { massG: number }[]) => cakes.reduce((all, { massG }) => all + massG, 0);

test('none was weighed: the plan stands as it was set down', () => {
  const of = plan([50, 50, 50]);
  expect(correctedCakes(of, after([null, null, null]))).toEqual(of.cakes);
});

test('what is left is shared out, so that the last is no runt', () => {
  const cakes = correctedCakes(plan([50, 50, 50]), after([62, null, null]));
  expect(cakes.map(({ massG }) => massG)).toEqual([62, 44, 44]);
  expect(cakes.map(({ startM }) => startM)).toEqual([0, 124, 212]);
  expect(cakes[1]!.crankTurns.mean).toBeLessThan(plan([50, 50, 50]).cakes[1]!.crankTurns.mean);
});

test('pieces of a project keep their mass, and the last takes the difference', () => {
  const cakes = correctedCakes(plan([40, 40, 60], ['sleeve 1', 'sleeve 2', 'what is over']), after([44, null, null]));
  expect(cakes.map(({ massG }) => massG)).toEqual([44, 40, 56]);
});

test('turns follow from what the weighed ones took to the gram, and are surer', () => {
  const of = plan([50, 50]);
  const planned = of.cakes[1]!.crankTurns;
  // As heavy as planned, by a tenth more turns: so will the next be.
  const more = Math.round(1.1 * crankTurnsAtG(spindleOf(of, 0), 50, 2));
  const [, next] = correctedCakes(of, after([50, null], [more, 0]));
  expect(next!.crankTurns.mean / planned.mean).toBeGreaterThan(1.07);
  expect(next!.crankTurns.mean / planned.mean).toBeLessThanOrEqual(1.101);
  expect(next!.crankTurns.sd).toBeLessThan(planned.sd);
  // What lies on the spindle at those turns is the cake.
  expect(crankTurnsAtG(spindleOf({ gristMPerG: 2, cakes: [next!] }, 0), next!.massG, 2)).toBeCloseTo(
    next!.crankTurns.mean,
    6,
  );
});

test('turns that nobody saw correct no turns, but the mass still does', () => {
  const of = plan([50, 50]);
  const ticked = { ...after([60, null], [400, 0]), paced: [400, 0] };
  const [, next] = correctedCakes(of, ticked);
  expect(next!.massG).toBe(40);
  expect(next!.tool.spindleTurnsPerCrank).toBe(4);
});

test('no gram is lost: the weighed and those to come are the whole, and all go on where the last one ends', () => {
  const masses = fc.array(fc.double({ min: 30, max: 90, noNaN: true }), { minLength: 2, maxLength: 6 });
  fc.assert(
    fc.property(masses, fc.double({ min: 0.85, max: 1.15, noNaN: true }), fc.nat(4), (parts, off, upTo) => {
      const of = plan(parts);
      const weighed = parts.map((massG, i) => (i <= Math.min(upTo, parts.length - 2) ? massG * off : null));
      const cakes = correctedCakes(of, after(weighed));
      const last = cakes.at(-1)!;
      if (last.massG > 1) expect(sum(cakes)).toBeCloseTo(sum(of.cakes), 6);
      cakes.forEach((cake, i) => expect(cake.startM).toBeCloseTo(2 * sum(cakes.slice(0, i)), 6));
      for (const cake of cakes) expect(cake.massG).toBeGreaterThanOrEqual(1);
    }),
  );
});
