import { cake, type CakeInput, requireShape } from './bench/cake';
import { packageDensity } from './bench/calibration';
import { parseLoopM } from './bench/hankLoop';
import { crankRatioOf, crossingAngleOf, diameterOf, mmPerPulseOf } from './bench/measureTool';
import { reelLength, shrinkagePercent } from './bench/reel';
import { pegHole, swift, swiftSetting, umbrellaDiameterMm } from './bench/swift';
import { winderFit } from './bench/winderFit';
import { InputError } from './common/inputError';
import { readSize } from './minis/miniPlan';
import { type MinisInput, segmentsOf } from './minis/minis';
import { plied } from './twist/plying';
import { afterSteps, parseTurnsPerM, type StrandState, twist, type TwistStep } from './twist/twist';
import { type Split, splitParts } from './winding/split';
import { type FibreShare, requireWhole } from './yarn/fibre';
import { parseHumidityPercent } from './yarn/moisture';
import { parseToolMm } from './yarn/needle';
import { classCalled } from './yarn/weightClass';
import { gristFromFacts, netMass } from './yarn/yardage';

/** What cannot be is refused in words, beside the figure that is wrong; the last that can be is taken. */

const POSITIVE = 'must be a number above zero';

const CAKE: CakeInput = { massG: 80, gristMPerG: 4, coreDiameterMm: 24, heightMm: 68 };
const WINDER = { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68 };
const LOOP: StrandState = { change: { lengthM: 50, wraps: [] }, lies: { as: 'loop' }, turnedRound: false };
const package_ = (lies: Partial<Extract<StrandState['lies'], { as: 'package' }>>): StrandState => ({
  ...LOOP,
  lies: { as: 'package', laid: null, innerEnd: 'free', farSide: 'open', ...lies },
});
const fromInside = { from: { mode: 'over-end', end: 'inner', side: 'near' } } as const;
const fromFarSide = { from: { mode: 'over-end', end: 'outer', side: 'far' } } as const;
const onceRound = { from: { mode: 'stationary-loop', loopM: 1.5, direction: 'cw' } } as const;
const step = (state: StrandState, ...steps: TwistStep[]) => afterSteps(state, steps, 4);
const minis = (more: Partial<MinisInput>) =>
  segmentsOf({
    parents: [{ id: 'a', massG: 61 }],
    demands: [{ id: 's', massG: 10, count: 2 }],
    cutLossG: 0.5,
    ...more,
  } as MinisInput);
const size = (more: Partial<Parameters<typeof readSize>[0]>, grists: [number, number][] = [[7, 3]]) =>
  readSize(
    { id: 'a', name: '', yarnId: '', amount: '30 m', tolerance: '5 %', count: '12', priority: 1, ...more },
    new Map(grists),
    'metric',
    's',
  );
const pieces = (...pieces: Extract<Split, { by: 'pieces' }>['pieces']) =>
  splitParts(100, { by: 'pieces', pieces, over: 'shared' });

const MIXED: FibreShare[] = [
  { name: 'wool', percent: 80 },
  { name: 'nylon', percent: 19.85 },
];
const NO_CLASS = 'weightClass: we do not know this weight class; write 0 to 7, or a name such as DK, aran or 8 ply';

test.each<[string, () => unknown, string]>([
  ['requireWhole', () => requireWhole(MIXED, 'fibres'), 'fibres: percentages must add up to 100; they add up to 99.85'],
  [
    'parseHumidityPercent',
    () => parseHumidityPercent('0.455', 'humidity'),
    'humidity: in percent: is it 45.5 %? No room is as dry as 0.455 %',
  ],
  ['parseHumidityPercent', () => parseHumidityPercent('91 %', 'humidity'), 'humidity: must lie between 0 and 90'],
  ['parseToolMm', () => parseToolMm('thick', 'needle', 'needleMm'), 'needleMm: write it like 4 mm, US 6 or UK 8'],
  ['parseToolMm', () => parseToolMm('thick', 'hook', 'hookMm'), 'hookMm: write it like 4 mm, US G or UK 8'],
  ...['about 4 ply', '4 ply yarn', '40 ply', 'ply', 'x ply', '8'].map((name): [string, () => unknown, string] => [
    'classCalled',
    () => classCalled(name, 'weightClass'),
    NO_CLASS,
  ]),
  ['pegHole', () => pegHole(1620, []), 'holeRadiiMm: give the radius of at least one hole'],
  ['pegHole', () => pegHole(1620, [180, 0]), `holeRadiiMm.1: ${POSITIVE}`],
  ['umbrella', () => umbrellaDiameterMm(1620, 2), 'ribs: an umbrella swift has three ribs or more'],
  ['umbrella', () => umbrellaDiameterMm(1620, 6.5), 'ribs: an umbrella swift has three ribs or more'],
  ['swift', () => swift({ kind: 'umbrella', ribs: 8, hankLoopM: 0 }), `hankLoopM: ${POSITIVE}`],
  ['swift', () => swift({ kind: 'chairs', backDepthMm: -1, hankLoopM: 1 }), `backDepthMm: ${POSITIVE}`],
  [
    'swift',
    () => swift({ kind: 'chairs', backDepthMm: 500, hankLoopM: 1 }),
    'backDepthMm: the loop is too short to go round two chair backs of this depth',
  ],
  ['reelLength', () => reelLength({ loops: 0, loopM: 1.5 }), `loops: ${POSITIVE}`],
  ['reelLength', () => reelLength({ loops: 9, loopM: Infinity }), `loopM: ${POSITIVE}`],
  ['reelLength', () => reelLength({ loops: 9, loopM: 1, strandMm: 0, spreadMm: 60 }), `strandMm: ${POSITIVE}`],
  ['reelLength', () => reelLength({ loops: 9, loopM: 1, strandMm: 2, spreadMm: -6 }), `spreadMm: ${POSITIVE}`],
  ['shrinkage', () => shrinkagePercent(0, 9), `beforeM: ${POSITIVE}`],
  ['shrinkage', () => shrinkagePercent(9, 0), `afterM: ${POSITIVE}`],
  ['winderFit', () => winderFit({ massG: 0, winder: WINDER }), `massG: ${POSITIVE}`],
  ['winderFit', () => winderFit({ massG: 9, densityGPerCm3: 0, winder: WINDER }), `densityGPerCm3: ${POSITIVE}`],
  ...(['maxMassG', 'maxDiameterMm', 'coreDiameterMm', 'heightMm'] as const).map(
    (figure): [string, () => unknown, string] => [
      'winderFit',
      () => winderFit({ massG: 9, winder: { ...WINDER, [figure]: NaN } }),
      `winder.${figure}: ${POSITIVE}`,
    ],
  ),
  [
    'winderFit',
    () => winderFit({ massG: 9, winder: { ...WINDER, maxDiameterMm: 24 } }),
    'winder.maxDiameterMm: the largest diameter must be above that of the spindle core',
  ],
  ['cake', () => cake({ ...CAKE, gristMPerG: 0 }), `gristMPerG: ${POSITIVE}`],
  ['cake', () => cake({ ...CAKE, massG: -80 }), `massG: ${POSITIVE}`],
  ['cake', () => cake({ ...CAKE, massG: undefined, lengthM: 0 }), `lengthM: ${POSITIVE}`],
  ['cake', () => cake({ ...CAKE, lengthM: 320 }), 'lengthM: give the mass or the length, not both'],
  ['cake', () => cake({ ...CAKE, massG: undefined }), 'massG: give the mass or the length of the yarn'],
  ['cake', () => cake({ ...CAKE, stopsAtG: [40, 0] }), `stopsAtG.1: ${POSITIVE}`],
  ['cake', () => cake({ ...CAKE, stopsAtG: [80.01] }), 'stopsAtG.0: a stop cannot lie past the end of the yarn'],
  ['shape', () => requireShape({ ...CAKE, coreDiameterMm: 0 }, 'on'), `on.coreDiameterMm: ${POSITIVE}`],
  ['shape', () => requireShape({ ...CAKE, heightMm: 0 }), `heightMm: ${POSITIVE}`],
  ['shape', () => requireShape({ ...CAKE, densityGPerCm3: 0 }, 'on'), `on.densityGPerCm3: ${POSITIVE}`],
  ['shape', () => requireShape({ ...CAKE, spindleTurnsPerCrank: 0 }, 'on'), `on.spindleTurnsPerCrank: ${POSITIVE}`],
  [
    'shape',
    () => requireShape({ ...CAKE, crossingAngleDeg: 90 }, 'on'),
    'on.crossingAngleDeg: must lie between 0 and 89',
  ],
  ['shape', () => requireShape({ ...CAKE, leadMm: -1 }, 'on'), 'on.leadMm: must lie between 0 and 10000'],
  [
    'shape',
    () => requireShape({ ...CAKE, leadMm: 27, crossingAngleDeg: 0 }, 'on'),
    'on.leadMm: give the crossing angle or the lead, not both',
  ],
  [
    'shape',
    () => requireShape({ ...CAKE, leadMm: 27, ball: true }, 'on'),
    'on.leadMm: a ball is wound by hand: it has no guide with a lead',
  ],
  [
    'density',
    () => packageDensity({ massG: 100, coreDiameterMm: 24, diameterMm: 24, heightMm: 68 }),
    'diameterMm: a cake is wider than the spindle it was on',
  ],
  ['ratio', () => crankRatioOf({ spindleTurnsInTen: 0 }), `measure: ${POSITIVE}`],
  ['diameter', () => diameterOf({ girthMm: 0 }), `measure: ${POSITIVE}`],
  ['angle', () => crossingAngleOf({ turnsToTop: 0, coreDiameterMm: 24, heightMm: 68 }), `measure: ${POSITIVE}`],
  ['pulse', () => mmPerPulseOf({ pulsesInTenM: 0 }), `measure: ${POSITIVE}`],
  ...['19 cm', '5.01 m'].map((typed): [string, () => unknown, string] => [
    `loop of ${typed}`,
    () => parseLoopM(typed, 'metric', 'loop'),
    'loop: a loop is between 20 cm and 5 m; which unit is this?',
  ]),
  ['parts', () => splitParts(0, { by: 'equal', cakes: 2 }), `massG: ${POSITIVE}`],
  ...[0, 1.5, 100].map((cakes): [string, () => unknown, string] => [
    `${cakes} cakes`,
    () => splitParts(100, { by: 'equal', cakes }),
    'split.cakes: a whole number of cakes, 1 to 99',
  ]),
  ['size', () => splitParts(100, { by: 'size', massG: 0 }), `split.size: ${POSITIVE}`],
  ['size', () => splitParts(100, { by: 'size', massG: 101 }), 'split.size: there are only 100 g'],
  ['size', () => splitParts(100, { by: 'size', massG: 1 }), 'split.size: that would be more than 99 cakes'],
  ['pieces', () => pieces(), 'split.pieces: say at least one piece'],
  ['pieces', () => pieces({ name: 'Sock', count: 2, massG: 0 }), `split.pieces.0.amount: ${POSITIVE}`],
  ['pieces', () => pieces({ name: 'Sock', count: 0, massG: 9 }), 'split.pieces.0.count: a whole number, 1 to 99'],
  ['pieces', () => pieces({ name: 'Sock', count: 100, massG: 0.9 }), 'split.pieces.0.count: a whole number, 1 to 99'],
  [
    'pieces',
    () => pieces({ name: 'Sock', count: 60, massG: 0.5 }, { name: 'Cuff', count: 40, massG: 0.5 }),
    'split.pieces: at most 99 cakes',
  ],
  [
    'pieces',
    () => pieces({ name: 'Sock', count: 2, massG: 55 }),
    'split.pieces: these take 110 g and there are 100 g: 10 g are missing',
  ],
  [
    'twist',
    () => twist({ lengthM: 0, gristMPerG: 4, steps: [{ from: { mode: 'rotating' } }] }),
    `lengthM: ${POSITIVE}`,
  ],
  [
    'twist',
    () => twist({ lengthM: 9, gristMPerG: -4, steps: [{ from: { mode: 'rotating' } }] }),
    `gristMPerG: ${POSITIVE}`,
  ],
  ['twist', () => twist({ lengthM: 9, gristMPerG: 4, steps: [] }), 'steps: there must be at least one step'],
  [
    'twist',
    () => twist({ lengthM: 9, gristMPerG: 4, yarn: { direction: 'S', turnsPerM: 3001 }, steps: [fromInside] }),
    'yarn.turnsPerM: must lie between 0 and 3000',
  ],
  ['turns', () => parseTurnsPerM('many', 'metric', 't'), 't: write it like 180 t/m or 4.5 tpi'],
  ['turns', () => parseTurnsPerM('3001', 'metric', 't'), 't: must lie between 0 and 3000'],
  [
    'a step',
    () => step(LOOP, { from: { mode: 'rotating' } }, { from: { mode: 'rotating' } }),
    'steps.0.onto: only the last step can leave it unsaid what the yarn goes onto',
  ],
  ['a step', () => step(LOOP, { from: { ...onceRound.from, loopM: 0 } }), `steps.0.from.loopM: ${POSITIVE}`],
  [
    'a step',
    () => step(package_({}), onceRound),
    'steps.0.from.mode: this is wound on a package, not open in a loop; it leaves over the end',
  ],
  [
    'a step',
    () => step(package_({}), fromInside),
    'steps.0.from.mode: which way it was wound is not known, so neither is what leaves it',
  ],
  [
    'a step',
    () => step(LOOP, fromInside),
    'steps.0.from.mode: a hank has no end to pull over: it turns on a swift, or stands still as a loop',
  ],
  [
    'a step',
    () => step(package_({ innerEnd: 'buried' }), fromInside),
    'steps.0.from.end: its inner end is buried: it was wound without a tail, so it gives only from outside',
  ],
  [
    'a step',
    () => step(package_({ farSide: 'closed' }), fromFarSide),
    'steps.0.from.side: its far side is closed: nothing can be pulled out there',
  ],
  [
    'a step',
    () => step(LOOP, { from: { mode: 'rotating' }, onto: { mode: 'reel', loopM: 1.5, carried: true } }),
    'steps.0.onto.direction: say which way round the hand goes',
  ],
  [
    'a step',
    () => step(LOOP, { from: { mode: 'rotating' }, onto: { mode: 'reel', loopM: 0 } }),
    `steps.0.onto.loopM: ${POSITIVE}`,
  ],
  [
    'plied',
    () => plied({ method: 'bobbins', packages: [], from: { mode: 'rotating' }, side: 'near', gristMPerG: 4 }),
    'packages: choose what is to be plied',
  ],
  [
    'plied',
    () => plied({ method: 'two cakes', packages: [LOOP], from: { mode: 'rotating' }, side: 'near', gristMPerG: 4 }),
    'packages: choose a second strand',
  ],
  ['minis', () => minis({ cutLossG: -0.1 }), 'cutLossG: must be 0 or more'],
  ['minis', () => minis({ cutLossG: NaN }), 'cutLossG: must be 0 or more'],
  ['minis', () => minis({ demands: [{ id: 's', massG: 0, count: 2 }] }), `demands.0.massG: ${POSITIVE}`],
  [
    'minis',
    () => minis({ demands: [{ id: 's', massG: 9, count: -1 }] }),
    'demands.0.count: must be a whole number, 0 or more',
  ],
  [
    'minis',
    () => minis({ demands: [{ id: 's', massG: 9, count: 1.5 }] }),
    'demands.0.count: must be a whole number, 0 or more',
  ],
  ['minis', () => minis({ parents: [{ id: 'a', massG: 0 }] }), `parents.0.massG: ${POSITIVE}`],
  [
    'minis',
    () => minis({ parents: [{ id: 'a', massG: 61, segmentsG: [17, 0] }] }),
    `parents.0.segmentsG.1: ${POSITIVE}`,
  ],
  [
    'minis',
    () => minis({ parents: [{ id: 'a', massG: 61, segmentsG: [17, 44.1] }] }),
    'parents.0.segmentsG: together they are more than their parent',
  ],
  [
    'minis',
    () =>
      minis({
        parents: [
          { id: 'a', massG: 61 },
          { id: 'a', massG: 50 },
        ],
      }),
    'parents.1.id: this name comes twice',
  ],
  [
    'minis',
    () =>
      minis({
        demands: [
          { id: 's', massG: 9, count: 1 },
          { id: 's', massG: 8, count: 1 },
        ],
      }),
    'demands.1.id: this name comes twice',
  ],
  ['a mini', () => size({ yarnId: '8' }), 's.yarnId: no skein of this yarn is taken'],
  ['a mini', () => size({ amount: '0.09 g' }), 's.amount: that is too little for a mini'],
  ...['0', '1.5', '1000'].map((count): [string, () => unknown, string] => [
    `${count} minis`,
    () => size({ count }),
    's.count: a whole number, 1 to 999, or empty: as many as possible',
  ]),
  ['a mini', () => size({}, []), 's.amount: take a skein first: its yarn tells what a metre weighs'],
  [
    'a mini',
    () => size({}, [[7, 3], [8, 3.1]]), // prettier-ignore
    's.amount: a metre of each yarn weighs differently: say of which yarn, or give grams',
  ],
  ['a mini', () => size({ tolerance: '0 %' }), 's.tolerance: must be above zero: no two minis are quite alike'],
  ['a mini', () => size({ tolerance: '51 %' }), 's.tolerance: that is more than half the mini'],
  ['grist', () => gristFromFacts({}), 'band: give a band or at least one measured sample'],
  ['net mass', () => netMass({ measuredMassG: 0 }), `measuredMassG: ${POSITIVE}`],
  ['net mass', () => netMass({ measuredMassG: 9, scaleResolutionG: 0 }), `scaleResolutionG: ${POSITIVE}`],
  ['net mass', () => netMass({ measuredMassG: 9, tareG: -1 }), 'tareG: must be zero or more'],
  ['net mass', () => netMass({ measuredMassG: 9, tareG: NaN }), 'tareG: must be zero or more'],
  [
    'net mass',
    () => netMass({ measuredMassG: 9, tareG: 9 }),
    'tareG: the tare must be below the mass that was measured',
  ],
])('%s refuses: %#', (_, call, words) => expect(refusalOf(call)).toBe(words));

/** Where and why it was refused. */
function refusalOf(call: () => unknown): string {
  try {
    call();
  } catch (error) {
    if (error instanceof InputError) return `${error.path}: ${error.message}`;
    throw error;
  }
  return 'taken';
}

test('the last that can be is taken', () => {
  const loopOfHole2Mm = 4 * Math.SQRT2 * 280;
  expect(pegHole(loopOfHole2Mm, [180, 280, 280])).toEqual({ hole: 2, slackPercent: 0 });
  expect(pegHole(100, [180])).toEqual({ hole: null, slackPercent: null });
  expect(umbrellaDiameterMm(300, 3)).toBeCloseTo(300 / (3 * Math.sin(Math.PI / 3)), 9);
  expect(swiftSetting({ kind: 'pegs', holeRadiiMm: [180], hankLoopM: 1.62 })).toMatchObject({ hole: 1 });
  expect(swiftSetting({ kind: 'chairs', backDepthMm: 45, hankLoopM: 0.09 })).toBeNull();
  expect(cake({ ...CAKE, stopsAtG: [80] }).stops).toEqual([{ massG: 80, crankTurns: cake(CAKE).crankTurns }]);
  expect(splitParts(100, { by: 'equal', cakes: 99 })).toHaveLength(99);
  expect(size({ count: '999', tolerance: '50 %' })).toMatchObject({ count: 999, toleranceG: 5 });
  expect(size({ amount: '0.1 g', count: '1' })).toMatchObject({ massG: 0.1, count: 1 });
  for (const typed of ['20 cm', '5 m']) expect(parseLoopM(typed, 'metric', 'loop')).toBeGreaterThan(0);
  expect(minis({ cutLossG: 0, demands: [{ id: 's', massG: 9, count: 0 }] })).toEqual([
    { parent: 0, parentId: 'a', segment: 0, massG: 61 },
  ]);
});

test('a winder is full at what its strength or its room gives out first', () => {
  const roomG = (Math.PI / 4) * (98 ** 2 - 24 ** 2) * 68 * 1e-3 * 0.3;
  const full = winderFit({ massG: 113, winder: WINDER });
  expect(full).toEqual({
    usableMassG: 113,
    limitedBy: 'mass',
    fits: true,
    fillPercent: 100,
    cakes: 1,
    equalPartG: 113,
  });
  const wide = winderFit({ massG: 300, winder: { ...WINDER, maxMassG: 500 } });
  expect(wide).toMatchObject({ limitedBy: 'diameter', fits: false, cakes: 3, equalPartG: 100 });
  expect(wide.usableMassG).toBeCloseTo(roomG, 6);
  expect(wide.fillPercent).toBeCloseTo((100 * 300) / roomG, 6);
  // Of the same strength as room, it is the strength that is named.
  const both = winderFit({ massG: 9, winder: { ...WINDER, maxMassG: wide.usableMassG } });
  expect(both.limitedBy).toBe('mass');
  // A ball is as high as it is wide.
  const ball = winderFit({ massG: 9, winder: { ...WINDER, maxMassG: 900, ball: true } });
  expect(ball.usableMassG).toBeCloseTo((Math.PI / 6) * (98 ** 3 - 24 ** 3) * 1e-3 * 0.3, 6);
});

test('loops grow where both the strand and its spread are known, and only there', () => {
  const count = { loops: 120, loopM: 1.52 };
  const even = { lengthM: { mean: 182.4, sd: 1.824 }, layers: 1, growthM: 0 };
  for (const more of [
    {},
    { strandMm: 2 },
    { spreadMm: 60 },
    { strandMm: null, spreadMm: 60 },
    { strandMm: 2, spreadMm: null },
  ])
    expect(reelLength({ ...count, ...more })).toEqual({
      ...even,
      lengthM: { mean: expect.closeTo(182.4, 9), sd: expect.closeTo(1.824, 9) },
    });
  // Four layers of 2 mm: the mean loop lies 4 mm further out.
  const grown = reelLength({ ...count, strandMm: 2, spreadMm: 60 });
  expect(grown).toMatchObject({ layers: 4, growthM: expect.closeTo((Math.PI * 8) / 1000, 12) });
  expect(grown.lengthM.mean).toBeCloseTo(120 * (1.52 + (Math.PI * 8) / 1000), 9);
  // Loops that lie side by side with room between them are one layer all the same.
  expect(reelLength({ ...count, strandMm: 2, spreadMm: 600 })).toMatchObject({ layers: 1 });
  expect(shrinkagePercent(200, 210)).toBeCloseTo(-5, 9);
});

test.each<[string, number]>([
  ['1 ply', 0],
  ['4 ply', 1],
  [' 4-Ply ', 1],
  ['16 ply', 7],
  ['class 5', 5],
  ['Aran', 4],
])('%s is class %d', (name, number) => expect(classCalled(name, 'weightClass')).toBe(number));
