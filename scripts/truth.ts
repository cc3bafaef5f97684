/** How often the ranges that are told hold what is true, by simulation: nine times in ten is wanted. */
import { crankTurnsAtG, radiusAtMm } from '../core/bench/cake';
import { type Estimate, HALF_WIDTH_90, uniformSd } from '../core/common/estimate';
import { crankRatioSeen, learn, packageDensity, type RatioSeen, ratioOnYarn } from '../core/bench/calibration';
import { gramsPerLoopByGrist } from '../core/minis/miniLoops';
import { afterMiniEvent, type NewMiniEvent, type MiniSession, newMiniRun, nextMini } from '../core/minis/miniRun';
import { WEIGHT_CLASSES, gristFromClass, gristFromWpi, gristRecommended } from '../core/yarn/weightClass';
import { STARTING_DENSITY, windingPlan } from '../core/winding/windingPlan';
import { rowForecast } from '../core/projects/rowForecast';
import type { RowPattern } from '../core/projects/rowPattern';
import { colourRepeat } from '../core/yarn/colourRepeat';
import { gristOfYarn, remainingLength } from '../core/yarn/yarnLength';
import { evens, normals } from '../tests/support/chance';
import { knitted } from '../tests/support/knitting';

/** Between these a range of ninety percent is honest; outside of them the table says so. */
const WANTED_PERCENT = { low: 88, high: 92 };
const SIMULATIONS = 4000;

interface Reported {
  reported: Estimate;
  truth: number;
}

/** Prints each row with how often its ranges held; tells which lie outside of what is wanted. */
export function truth(): void {
  console.log(`\nranges told for ninety percent, and how often they held (${SIMULATIONS} trials each):`);
  for (const cakes of [0, 3, 10, 30]) {
    row(`turns, the same yarn again, after ${cakes} cakes`, (seed) => turnsStated(seed, cakes, 'same yarn'));
    row(`turns, another yarn, after ${cakes} cakes`, (seed) => turnsStated(seed, cakes, 'another yarn'));
  }
  for (const uneven of [0.012, 0.03])
    for (const after of [1, 4, 8])
      row(`a mini of ${uneven * 100} % uneven yarn, after ${after} weighed`, (seed) => miniStated(seed, after, uneven));
  row('length by the band, weighed to 1 g', (seed) => lengthStated(seed, { weighed: true, samples: 0, stepG: 1 }));
  row('length by the band, not weighed', (seed) => lengthStated(seed, { weighed: false, samples: 0, stepG: 1 }));
  row('length by the band and a sample', (seed) => lengthStated(seed, { weighed: true, samples: 1, stepG: 0.1 }));
  row('length by three short samples, 1 g', (seed) => lengthStated(seed, { weighed: true, samples: 3, stepG: 1 }));
  row('grist by wraps', (seed) => gristStated(seed, 'wraps'));
  row('grist by weight class', (seed) => gristStated(seed, 'class'));
  row('grist by needle', (seed) => gristStated(seed, 'needle'));
  for (const times of [1, 2, 5]) row(`colour repeat, measured ${times} times`, (seed) => repeatStated(seed, times));
  for (const [name, pattern] of ROW_PATTERNS)
    for (const weighings of name === 'unknown' ? [3, 5] : [2, 3, 5])
      for (const stepG of [0.1, 1])
        knittingRow(`${name} rows, ${weighings} weighings to ${stepG} g`, pattern, { weighings, stepG });
}

const ROW_PATTERNS: [string, RowPattern][] = [
  ['even', { kind: 'even', stitches: null }],
  ['growing', { kind: 'stepped', stitches: 40, change: 1, every: 2 }],
  ['unknown', { kind: 'unknown' }],
];
const KNITTERS = 2000;

/** Yarn left over a last row and the border; rows left; and how often a border that is begun at its last sure row runs out. */
function knittingRow(name: string, pattern: RowPattern, how: { weighings: number; stepG: number }): void {
  const count = { yarn: 0, rows: 0, ranOut: 0, foretold: 0 };
  for (let seed = 1; seed <= KNITTERS; seed++) {
    const { knitting, remainingG, end, made, weighedAt } = knitted(seed, pattern, how);
    const forecast = rowForecast(knitting);
    if (!forecast) continue;
    count.foretold++;
    const { reaches, rowsLeft, border } = forecast;
    const overG = reaches!.overG;
    if (Math.abs(remainingG(end) - overG.mean) <= HALF_WIDTH_90 * overG.sd) count.yarn++;
    if (made - weighedAt >= rowsLeft.low90 && made - weighedAt <= rowsLeft.high90) count.rows++;
    if (border!.surely !== null && remainingG(border!.surely) < 0) count.ranOut++;
  }
  const percent = (times: number) => `${((100 * times) / count.foretold).toFixed(1).padStart(5)} %`;
  console.log(
    `${name.padEnd(44)} yarn ${percent(count.yarn)}, rows ${percent(count.rows)}, border ran out ${percent(count.ranOut)}`,
  );
}

function row(name: string, simulation: (seed: number) => Reported): void {
  let within = 0;
  for (let seed = 1; seed <= SIMULATIONS; seed++) {
    const { reported, truth } = simulation(seed * 7919);
    if (Math.abs(truth - reported.mean) <= HALF_WIDTH_90 * reported.sd) within++;
  }
  const percent = (100 * within) / SIMULATIONS;
  const off = percent < WANTED_PERCENT.low || percent > WANTED_PERCENT.high;
  console.log(`${name.padEnd(52)} ${percent.toFixed(1).padStart(5)} %${off ? '   outside 88 to 92' : ''}`);
}

/** How unevenly the colours of a yarn lie, from one yarn to another. */
const COLOUR_SPREAD = { least: 0.04, most: 0.14 };

/** The mean repeat of a yarn that nobody has measured whole, by some repeats of it. */
function repeatStated(seed: number, times: number): Reported {
  const [normal, even] = [normals(seed), evens(seed + 1)];
  const spread = COLOUR_SPREAD.least + (COLOUR_SPREAD.most - COLOUR_SPREAD.least) * even();
  const stretches = Array.from({ length: 2 + Math.floor(5 * even()) }, (_, i) => ({
    hex: `#00000${i}`,
    lengthM: 0.3 + 4 * even(),
  }));
  const repeat = () =>
    stretches.map(({ hex, lengthM }) => ({ hex, lengthM: lengthM * Math.max(0.1, 1 + spread * normal()) }));
  const measured = Array.from({ length: times }, repeat).flat();
  return {
    reported: colourRepeat([measured])!.lengthM,
    truth: stretches.reduce((sum, { lengthM }) => sum + lengthM, 0),
  };
}

const CORE_MM = 24;
const HEIGHT_MM = 68;
const LEAD_MM = 27.5;
const RULER_MM = 1;
const START_RATIO = { mean: 4, sd: 0.28, single: 0.12 };
const START_DENSITY = { ...STARTING_DENSITY, single: 0.07 * STARTING_DENSITY.mean };

/** A bench of somebody's: gears, a hand, bands that are off; and the turns that the next cake took. */
function turnsStated(seed: number, cakes: number, next: 'same yarn' | 'another yarn'): Reported {
  const [normal, even] = [normals(seed), evens(seed + 1)];
  const gear = START_RATIO.mean + START_RATIO.sd * normal();
  const hand = START_DENSITY.mean + (cakes === 0 ? 0.7 : 1) * 0.07 * START_DENSITY.mean * normal();
  const bandG = 3.9;
  const trueG = () => bandG * (1 + 0.05 * (2 * even() - 1));
  const first = trueG();
  const wind = (grist: number) => {
    const densityGPerCm3 = hand * (1 + 0.07 * normal());
    const shape = {
      coreDiameterMm: CORE_MM,
      heightMm: HEIGHT_MM,
      leadMm: LEAD_MM,
      densityGPerCm3,
      spindleTurnsPerCrank: gear,
    };
    const massG = 75 + 25 * even();
    const turns = crankTurnsAtG(shape, massG, grist);
    const size = {
      diameterMm: 2 * radiusAtMm(shape, massG) + RULER_MM * normal(),
      heightMm: HEIGHT_MM + RULER_MM * normal(),
    };
    return { massG, turns, size };
  };
  const ratios: RatioSeen[] = [];
  const densities: number[] = [];
  for (let i = 0; i < cakes; i++) {
    const { massG, turns, size } = wind(first);
    densities.push(packageDensity({ massG, coreDiameterMm: CORE_MM, ...size }));
    const seen = { massG, lengthM: massG * bandG, turns, coreDiameterMm: CORE_MM, leadMm: LEAD_MM };
    ratios.push({ ratio: crankRatioSeen(seen, size), yarnId: 1, gristMPerG: bandG });
  }
  const grist = { mean: bandG, sd: uniformSd(0.05) * bandG };
  const known = ratioOnYarn(ratios, START_RATIO, { id: next === 'same yarn' ? 1 : 2, grist });
  const { massG, turns } = wind(next === 'same yarn' ? first : trueG());
  const { cakes: planned } = windingPlan({
    massG: { mean: massG, sd: 0 },
    grist,
    parts: [
      {
        name: '',
        massG,
        density: learn(densities, START_DENSITY),
        crankRatioSd: known.mean * known.relativeSd,
        gristCancels: known.gristCancels,
        winder: {
          coreDiameterMm: CORE_MM,
          heightMm: HEIGHT_MM,
          leadMm: LEAD_MM,
          maxMassG: 200,
          maxDiameterMm: 120,
          spindleTurnsPerCrank: known.mean,
        },
      },
    ],
  });
  return { reported: planned[0]!.crankTurns, truth: turns };
}

/** A session on yarn that is so uneven; what the next mini was told to weigh, and what it weighed. */
function miniStated(seed: number, after: number, uneven: number): Reported {
  const normal = normals(seed);
  const grist = { mean: 3.4, sd: 0.1 };
  const loopM = 0.62;
  const gramsPerLoop = loopM / (grist.mean + grist.sd * normal());
  const slope = 0.03 * normal();
  const parent = { massG: 200, resolutionG: 0.1 };
  const session: MiniSession = {
    minis: Array.from({ length: 12 }, () => ({ sizeId: 's', name: '', massG: 11, toleranceG: 0.4, segment: 0 })),
    segmentsG: [parent.massG],
    cutLossG: 0.15,
    gramsPerLoop: gramsPerLoopByGrist({ loopM }, grist, 11),
  };
  let state = newMiniRun(12);
  let seq = 0;
  const happen = (newEvent: NewMiniEvent) => {
    state = afterMiniEvent(state, { ...newEvent, writer: 'truth', seq: ++seq, atMs: seq });
  };
  for (let part = 0; ; part++) {
    happen({ kind: 'stage', part, stage: 'count' });
    const { loops, expected } = nextMini(session, state, parent);
    const here = gramsPerLoop * (1 + slope * ((part + 0.5) / 12 - 0.5)) * (1 + uneven * normal());
    const massG = (loops + 0.25 * normal()) * here;
    if (part === after) return { reported: expected, truth: massG };
    happen({ kind: 'loops', part, amount: loops });
    happen({ kind: 'stage', part, stage: 'weigh' });
    happen({ kind: 'weigh', part, massG: Math.round(massG * 10) / 10, resolutionG: 0.1, odd: false });
  }
}

function lengthStated(seed: number, how: { weighed: boolean; samples: number; stepG: number }): Reported {
  const [normal, even] = [normals(seed), evens(seed + 1)];
  const bandG = 3.6;
  const grist = bandG * (1 + 0.05 * (2 * even() - 1));
  const massG = how.weighed ? 60 + 50 * even() : 100 * (1 + 0.05 * (2 * even() - 1));
  const toStep = (mass: number) => Math.max(how.stepG, Math.round(mass / how.stepG) * how.stepG);
  const samples = Array.from({ length: how.samples }, () => {
    const lengthM = 9 + 6 * even();
    return { lengthM, massG: toStep((lengthM * (1 + 0.01 * normal())) / grist), scaleResolutionG: how.stepG };
  });
  const band = how.samples === 3 ? {} : { putUpG: 100, putUpM: 100 * bandG };
  const known = gristOfYarn({ ...band, samples })!;
  const fact = how.weighed
    ? { from: 'scale' as const, massG: toStep(massG), tareG: 0, resolutionG: how.stepG }
    : { from: 'band' as const, massG: 100 };
  return { reported: remainingLength(known, [fact]).lengthM, truth: massG * grist };
}

/** Yarns of every class but the extreme ones, and what a band or an inch says of them. */
function gristStated(seed: number, by: 'wraps' | 'class' | 'needle'): Reported {
  const [normal, even] = [normals(seed), evens(seed + 1)];
  const usual = WEIGHT_CLASSES.slice(1, 7);
  const weight = usual[Math.floor(even() * usual.length)]!;
  const [low, high] = weight.gristMPerG;
  const grist = low + (high - low) * even();
  if (by === 'class') return { reported: gristFromClass(weight.number), truth: grist };
  if (by === 'wraps') {
    const wraps = (grist / 0.034) ** (1 / 1.76) * (1 + 0.1 * normal());
    return { reported: gristFromWpi(Math.max(1, Math.round(wraps * 2) / 2)), truth: grist };
  }
  // One band in four names a needle of the next class, finer or thicker, for the fabric that it wants.
  const shift = even() < 0.25 ? (even() < 0.5 ? -1 : 1) : 0;
  const [thin, thick] = (WEIGHT_CLASSES[weight.number + shift] ?? weight).needleMm;
  return { reported: gristRecommended('needle', thin + (thick - thin) * 0.999 * even())!, truth: grist };
}
