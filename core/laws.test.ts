import fc from 'fast-check';
import { cake, crankTurnsAtG, massAtTurnsG } from './bench/cake';
import { FIBRE_NAMES } from './yarn/fibre';
import { packageDensity } from './bench/calibration';
import { massBalance } from './logbook/massBalance';
import { standardAirFactor } from './yarn/moisture';
import { liveOperations } from './yarn/piece';
import { afterEvent, newRun, type RunEvent, runState, turnsOn } from './winding/run';
import { splitParts } from './winding/split';
import { pegHole, umbrellaDiameterMm } from './bench/swift';
import { winderFit } from './bench/winderFit';
import { GENTLE_TURNS, placeAlongM, windingPlan } from './winding/windingPlan';
import { isEnough, yardage } from './yarn/yardage';
import { type KnownGrist, remainingLength } from './yarn/yarnLength';
import { classFromGrist, gristFromClass, strandWidthMm, gristFromWpi, WEIGHT_CLASSES } from './yarn/weightClass';

const grams = fc.double({ min: 5, max: 900, noNaN: true });
const gristMPerG = fc.double({ min: 0.2, max: 12, noNaN: true });
const winder = fc.record({
  coreDiameterMm: fc.double({ min: 10, max: 60, noNaN: true }),
  heightMm: fc.double({ min: 40, max: 150, noNaN: true }),
  maxDiameterMm: fc.double({ min: 70, max: 200, noNaN: true }),
  maxMassG: fc.double({ min: 40, max: 600, noNaN: true }),
  spindleTurnsPerCrank: fc.double({ min: 1, max: 8, noNaN: true }),
  crossingAngleDeg: fc.double({ min: 0, max: 45, noNaN: true }),
  densityGPerCm3: fc.double({ min: 0.1, max: 0.5, noNaN: true }),
});

describe('cake', () => {
  test('mass from turns is turns from mass, turned round', () => {
    fc.assert(
      fc.property(winder, grams, gristMPerG, (shape, massG, grist) => {
        const turns = crankTurnsAtG(shape, massG, grist);
        expect(massAtTurnsG(shape, turns, grist) / massG).toBeCloseTo(1, 9);
      }),
    );
  });

  test('more yarn never makes a smaller cake or fewer turns', () => {
    fc.assert(
      fc.property(winder, grams, grams, gristMPerG, (shape, a, b, grist) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)].map((massG) =>
          cake({ ...shape, massG, gristMPerG: grist }),
        );
        // But for the last bit of a float, where the two masses are as good as one.
        expect(more!.outerDiameterMm).toBeGreaterThanOrEqual(less!.outerDiameterMm * (1 - 1e-12));
        expect(more!.crankTurns).toBeGreaterThanOrEqual(less!.crankTurns * (1 - 1e-12));
      }),
    );
  });

  test('wraps added up one by one along the yarn give the same number', () => {
    const shape = { coreDiameterMm: 24, heightMm: 68, densityGPerCm3: 0.3, crossingAngleDeg: 20 };
    const { lengthM, wraps } = cake({ ...shape, massG: 96, gristMPerG: 4.1 });
    const steps = 200_000;
    let sum = 0;
    for (let i = 0; i < steps; i++) {
      const atM = ((i + 0.5) * lengthM) / steps;
      const radiusM = onSpindleAtLength(shape, atM, 4.1) / 2000;
      sum += ((lengthM / steps) * Math.cos((20 * Math.PI) / 180)) / (2 * Math.PI * radiusM);
    }
    expect(sum / wraps).toBeCloseTo(1, 6);

    function onSpindleAtLength(of: typeof shape, atM: number, grist: number): number {
      return cake({ ...of, massG: Math.max(1e-9, atM / grist), gristMPerG: grist }).outerDiameterMm;
    }
  });
});

describe('a ball that is wound round itself in the hand', () => {
  const ball = winder.map(({ spindleTurnsPerCrank: _crank, ...shape }) => ({ ...shape, ball: true as const }));

  test('mass from turns is turns from mass, turned round; its height does not count', () => {
    fc.assert(
      fc.property(ball, grams, gristMPerG, (shape, massG, grist) => {
        const turns = crankTurnsAtG(shape, massG, grist);
        expect(massAtTurnsG(shape, turns, grist) / massG).toBeCloseTo(1, 9);
        expect(crankTurnsAtG({ ...shape, heightMm: 7 }, massG, grist)).toBe(turns);
      }),
    );
  });

  test('wraps added up one by one give the same number, some 5 to 10 % fewer than a cake as high as a thumb would have', () => {
    const thumb = { coreDiameterMm: 26, heightMm: 60, densityGPerCm3: 0.3 };
    for (const massG of [25, 40, 60]) {
      const { lengthM, wraps } = cake({ ...thumb, ball: true, massG, gristMPerG: 4.1 });
      const steps = 100_000;
      let sum = 0;
      for (let i = 0; i < steps; i++) {
        const { outerDiameterMm } = cake({ ...thumb, ball: true, massG: ((i + 0.5) / steps) * massG, gristMPerG: 4.1 });
        sum += lengthM / steps / (Math.PI * (outerDiameterMm / 1000));
      }
      expect(sum / wraps).toBeCloseTo(1, 6);
      const asCake = cake({ ...thumb, massG, gristMPerG: 4.1 }).wraps;
      expect(wraps / asCake).toBeGreaterThan(0.85);
      expect(wraps / asCake).toBeLessThan(0.97);
    }
  });

  test('what it holds stays within the largest diameter, and its firmness follows from its size', () => {
    fc.assert(
      fc.property(ball, (shape) => {
        const { usableMassG } = winderFit({ massG: 1, densityGPerCm3: shape.densityGPerCm3, winder: shape });
        const { outerDiameterMm } = cake({ ...shape, massG: usableMassG, gristMPerG: 2 });
        expect(outerDiameterMm).toBeLessThanOrEqual(shape.maxDiameterMm * (1 + 1e-9));
        const measured = { ...shape, massG: usableMassG, diameterMm: outerDiameterMm, heightMm: outerDiameterMm };
        expect(packageDensity(measured) / shape.densityGPerCm3).toBeCloseTo(1, 9);
      }),
    );
  });

  test('it has no guide, and so no lead', () => {
    const shape = { coreDiameterMm: 26, heightMm: 60, ball: true as const, leadMm: 20 };
    expect(() => cake({ ...shape, massG: 40, gristMPerG: 4 })).toThrow('wound by hand');
  });
});

describe('winder-fit', () => {
  test('the equal parts fit, and one cake fewer would not', () => {
    fc.assert(
      fc.property(winder, grams, (shape, massG) => {
        const fit = winderFit({ massG, densityGPerCm3: shape.densityGPerCm3, winder: shape });
        expect(fit.equalPartG).toBeLessThanOrEqual(fit.usableMassG * (1 + 1e-9));
        expect(fit.cakes * fit.equalPartG).toBeCloseTo(massG, 6);
        if (fit.cakes > 1) expect(massG / (fit.cakes - 1)).toBeGreaterThan(fit.usableMassG);
        expect(fit.fits).toBe(fit.cakes === 1);
      }),
    );
  });

  test('a cake of the usable mass stays within the largest diameter', () => {
    fc.assert(
      fc.property(winder, grams, (shape, massG) => {
        const { usableMassG } = winderFit({ massG, densityGPerCm3: shape.densityGPerCm3, winder: shape });
        const { outerDiameterMm } = cake({ ...shape, massG: usableMassG, gristMPerG: 2 });
        expect(outerDiameterMm).toBeLessThanOrEqual(shape.maxDiameterMm * (1 + 1e-9));
      }),
    );
  });
});

describe('swift', () => {
  test('the hole never stretches the loop, and no larger one would do', () => {
    const radii = fc.array(fc.double({ min: 50, max: 500, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(radii, fc.double({ min: 300, max: 3000, noNaN: true }), (holeRadiiMm, loopMm) => {
        const { hole, slackPercent } = pegHole(loopMm, holeRadiiMm);
        const taken = holeRadiiMm.filter((r) => 4 * Math.SQRT2 * r <= loopMm);
        if (hole === null) expect(taken).toEqual([]);
        else {
          expect(holeRadiiMm[hole - 1]).toBeCloseTo(Math.max(...taken), 9);
          expect(slackPercent).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });

  test('an umbrella of very many ribs is a circle', () => {
    expect(umbrellaDiameterMm(1000 * Math.PI, 100_000)).toBeCloseTo(1000, 3);
  });
});

describe('yardage', () => {
  test('half the mass is half the length', () => {
    fc.assert(
      fc.property(grams, fc.double({ min: 20, max: 900, noNaN: true }), (massG, lengthM) => {
        const band = { lengthM, massG };
        const whole = yardage({ band, measuredMassG: massG }).lengthM.mean;
        const half = yardage({ band, measuredMassG: massG / 2 }).lengthM.mean;
        expect(whole).toBeCloseTo(lengthM, 6);
        expect(half).toBeCloseTo(whole / 2, 6);
      }),
    );
  });

  test('a further sample of the same yarn never makes the grist less sure', () => {
    fc.assert(
      fc.property(fc.array(grams, { minLength: 1, maxLength: 5 }), grams, (lengths, gPerM) => {
        const samples = lengths.map((lengthM) => ({ lengthM, massG: lengthM * gPerM }));
        const sds = samples.map((_, i) => yardage({ samples: samples.slice(0, i + 1), measuredMassG: 50 }).grist.sd);
        sds.slice(1).forEach((sd, i) => expect(sd).toBeLessThanOrEqual(sds[i]! * (1 + 1e-9)));
      }),
    );
  });

  test('needing more is never surer', () => {
    fc.assert(
      fc.property(grams, grams, grams, (mean, a, b) => {
        const length = { mean, sd: mean / 50 };
        const [less, more] = [isEnough(length, Math.min(a, b)), isEnough(length, Math.max(a, b))];
        expect(more.probability).toBeLessThanOrEqual(less.probability + 1e-14);
      }),
    );
  });

  test('exactly as much as is needed is tight, not short', () => {
    expect(isEnough({ mean: 150, sd: 4 }, 150)).toEqual({ probability: 0.5, verdict: 'tight', marginM: 0 });
  });

  test('damper air never makes the yarn heavier in standard air', () => {
    const rh = fc.double({ min: 0, max: 90, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...FIBRE_NAMES), rh, rh, (name, a, b) => {
        const factor = (h: number) => standardAirFactor([{ name, percent: 100 }], h);
        expect(factor(Math.max(a, b))).toBeLessThanOrEqual(factor(Math.min(a, b)) + 1e-12);
      }),
    );
  });
});

describe('length left', () => {
  const grist: KnownGrist = { mean: 4, sd: 0.12, source: 'band', guess: false, parts: [] };

  test('an unweighed hank of the band is as long as the band says, and less sure than a weighed one', () => {
    const left = remainingLength(grist, [{ from: 'band', massG: 100 }]);
    expect(left.lengthM.mean).toBeCloseTo(400, 9);
    // The band's length to the gram, and what one of its hanks may weigh.
    expect(left.lengthM.sd).toBeCloseTo(400 * Math.hypot(0.03, 0.05 / Math.sqrt(3)), 9);
    const weighed = remainingLength(grist, [{ from: 'scale', massG: 100, tareG: 0, resolutionG: 1 }]);
    expect(left.surer!.lengthSdM).toBeCloseTo(weighed.lengthM.sd, 9);
    expect(left.surer?.how).toBe('weigh');
  });

  test('on a coarse scale a small ball gains most from a finer scale, a large one from a sample', () => {
    const small = remainingLength(grist, [{ from: 'scale', massG: 6, tareG: 0, resolutionG: 1 }]);
    const large = remainingLength(grist, [{ from: 'scale', massG: 100, tareG: 0, resolutionG: 1 }]);
    expect(small.surer?.how).toBe('finer scale');
    expect(large.surer?.how).toBe('sample');
    expect(large.gristShare).toBeGreaterThan(0.9);
    expect(small.gristShare).toBeLessThan(0.5);
  });

  test('advice always narrows', () => {
    const fact = fc.record({
      from: fc.constant('scale' as const),
      massG: grams,
      tareG: fc.constantFrom(0, 4),
      resolutionG: fc.constantFrom(0.01, 0.1, 1, 5),
    });
    fc.assert(
      fc.property(fc.array(fact, { minLength: 1, maxLength: 6 }), (facts) => {
        const left = remainingLength(grist, facts);
        if (left.surer) expect(left.surer.lengthSdM).toBeLessThan(left.lengthM.sd);
      }),
    );
  });
});

describe('mass balance', () => {
  const reading = fc.record({ massG: grams, resolutionG: fc.constantFrom(0.01, 0.1, 1) });

  test('yarn read off true masses always balances', () => {
    fc.assert(
      fc.property(fc.array(grams, { minLength: 1, maxLength: 6 }), fc.constantFrom(0.1, 1), (trueG, resolutionG) => {
        const read = (massG: number) => ({ massG: Math.round(massG / resolutionG) * resolutionG, resolutionG });
        const total = trueG.reduce((sum, g) => sum + g, 0);
        expect(massBalance({ in: [read(total)], out: trueG.map(read) }).verdict).toBe('balances');
      }),
    );
  });

  test('turned round, the difference changes its sign', () => {
    fc.assert(
      fc.property(reading, reading, (a, b) => {
        const forth = massBalance({ in: [a], out: [b] });
        const back = massBalance({ in: [b], out: [a] });
        expect(forth.differenceG + back.differenceG).toBeCloseTo(0, 9);
      }),
    );
  });

  test('waste accounts for what is missing', () => {
    const weighed = { in: [{ massG: 113, resolutionG: 1 }], out: [{ massG: 104, resolutionG: 1 }] };
    expect(massBalance(weighed).verdict).toBe('missing');
    expect(massBalance({ ...weighed, wasteG: 8.5 }).verdict).toBe('balances');
  });
});

describe('winding plan', () => {
  test('its cakes add up to the hank and each fits', () => {
    fc.assert(
      fc.property(winder, grams, gristMPerG, (figures, massG, grist) => {
        const density = { mean: figures.densityGPerCm3, sd: 0.1 * figures.densityGPerCm3 };
        const { cakes } = winderFit({ massG, densityGPerCm3: density.mean, winder: figures });
        fc.pre(cakes <= 50);
        const plan = windingPlan({
          massG: { mean: massG, sd: 0.3 },
          grist: { mean: grist, sd: grist * 0.03 },
          parts: splitParts(massG, { by: 'equal', cakes }).map((part) => ({ ...part, winder: figures, density })),
        });
        expect(plan.cakes.reduce((sum, part) => sum + part.massG, 0)).toBeCloseTo(massG, 6);
        let startM = 0;
        for (const part of plan.cakes) {
          expect(part.startM).toBeCloseTo(startM, 6);
          startM += part.lengthM;
          expect(part.outerDiameterMm).toBeLessThanOrEqual(figures.maxDiameterMm * (1 + 1e-9));
          expect(part.fillPercent).toBeLessThanOrEqual(100 + 1e-6);
          expect(part.slowFromTurn).toBeLessThanOrEqual(part.crankTurns.mean);
        }
        expect(GENTLE_TURNS).toBe(12);
      }),
    );
  });

  test('places along the cake run from its inner to its outer end', () => {
    const shape = { coreDiameterMm: 24, heightMm: 68, spindleTurnsPerCrank: 4, gristMPerG: 4.1 };
    const turn = fc.integer({ min: 0, max: 600 });
    fc.assert(
      fc.property(turn, turn, (a, b) => {
        const [early, late] = [Math.min(a, b), Math.max(a, b)].map((t) => placeAlongM(shape, t, 600, 390));
        expect(early).toBeGreaterThanOrEqual(0);
        expect(late).toBeLessThanOrEqual(390);
        expect(early).toBeLessThanOrEqual(late!);
      }),
    );
    // The first half of the turns lies on the thin inside and holds less than half of the yarn.
    expect(placeAlongM(shape, 300, 600, 390)).toBeLessThan(195);
  });
});

describe('run', () => {
  const turnEvents = fc.array(fc.integer({ min: -2, max: 10 }), { maxLength: 60 }).map((amounts) =>
    amounts.map((amount, i): RunEvent => ({
      writer: 'k',
      seq: i + 1,
      atMs: i * 900,
      part: i % 2,
      kind: 'turns',
      amount,
    })),
  );

  test('an event that arrives twice counts once', () => {
    fc.assert(
      fc.property(turnEvents, (events) => {
        expect(runState([...events, ...events], 2).turns).toEqual(runState(events, 2).turns);
      }),
    );
  });

  test('the count does not depend on the order in which the events arrive', () => {
    fc.assert(
      fc.property(
        turnEvents.chain((events) =>
          fc.tuple(fc.constant(events), fc.shuffledSubarray(events, { minLength: events.length })),
        ),
        ([events, shuffled]) => {
          expect(runState(shuffled, 2).turns).toEqual(runState(events, 2).turns);
        },
      ),
    );
  });

  test('a state that was sent goes on as if it had never been cut', () => {
    fc.assert(
      fc.property(turnEvents, fc.nat(60), (events, cut) => {
        const early = JSON.parse(JSON.stringify(runState(events.slice(0, cut), 2))) as ReturnType<typeof runState>;
        expect(events.slice(cut).reduce(afterEvent, early)).toEqual(runState(events, 2));
      }),
    );
  });

  test('nothing that happened is a new run', () => {
    expect(runState([], 3)).toEqual(newRun(3));
  });

  test('a miscount never shows a count below zero', () => {
    const state = runState([{ writer: 'a', seq: 1, atMs: 0, part: 0, kind: 'turns', amount: -3 }], 1);
    expect(turnsOn(state, 0)).toBe(0);
  });

  test('a rest is not counted into the pace', () => {
    const at = [0, 1000, 2000, 300_000, 301_000];
    const events = at.map((atMs, i): RunEvent => ({
      writer: 'k',
      seq: i + 1,
      atMs,
      part: 0,
      kind: 'turns',
      amount: 1,
    }));
    expect(runState(events, 1).windingMs).toEqual([3000]);
  });

  test('a stop is kept with its place, and winding goes on after it', () => {
    const base = { atMs: 0, part: 0 };
    const state = runState(
      [
        { ...base, writer: 'k', seq: 1, kind: 'stage', stage: 'wind' },
        { ...base, writer: 'k', seq: 2, kind: 'turns', amount: 40 },
        { ...base, writer: 'k', seq: 3, kind: 'stop', reason: 'snag', atTurn: 40 },
        { ...base, writer: 'k', seq: 4, kind: 'resume' },
        { ...base, writer: 'k', seq: 5, kind: 'mark', mark: 'knot', atTurn: 41 },
        { ...base, writer: 'k', seq: 6, kind: 'mark', mark: 'thin spot', atTurn: 44 },
        { ...base, writer: 'k', seq: 7, kind: 'unmark' },
      ],
      1,
    );
    expect(state.stopped).toBeNull();
    expect(state.stops).toEqual([{ part: 0, atTurn: 40, reason: 'snag' }]);
    expect(state.marks).toEqual([{ part: 0, atTurn: 41, mark: 'knot' }]);
  });
});

describe('operations', () => {
  test('undoing an undo brings the operation back', () => {
    const history = [
      { id: 1, undoes: null },
      { id: 2, undoes: null },
      { id: 3, undoes: 2 },
      { id: 4, undoes: 3 },
    ];
    expect(liveOperations(history.slice(0, 3))).toEqual([1]);
    expect(liveOperations(history)).toEqual([1, 2]);
  });
});

describe('weight classes', () => {
  test('they follow on one another without a gap in needle and grist', () => {
    WEIGHT_CLASSES.slice(1).forEach((next, i) => {
      expect(next.needleMm[0]).toBe(WEIGHT_CLASSES[i]!.needleMm[1]);
      expect(next.gristMPerG[1]).toBe(WEIGHT_CLASSES[i]!.gristMPerG[0]);
    });
  });

  test('the grist that a class suggests belongs to that class', () => {
    for (const { number } of WEIGHT_CLASSES) expect(classFromGrist(gristFromClass(number).mean)?.number).toBe(number);
  });

  test('strand width turns the WPI rule round', () => {
    expect(strandWidthMm(gristFromWpi(14).mean)).toBeCloseTo(25.4 / 14, 9);
  });
});

test('a band may be as exact as it likes: half a percent and less makes a narrower range', () => {
  const sdAt = (tolerancePercent: number) =>
    yardage({ band: { lengthM: 220, massG: 100, tolerancePercent }, measuredMassG: 62 }).lengthM.sd;
  expect(sdAt(0.5)).toBeGreaterThan(0);
  expect(sdAt(0.1)).toBeLessThan(sdAt(0.5));
  expect(sdAt(0.5)).toBeLessThan(sdAt(1));
  expect(sdAt(100)).toBeGreaterThan(sdAt(1));
  for (const wrong of [0, -1, 100.1])
    expect(() => sdAt(wrong)).toThrow(expect.objectContaining({ path: 'band.tolerancePercent' }) as Error);
});
