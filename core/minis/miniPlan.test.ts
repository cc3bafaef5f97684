import fc from 'fast-check';
import { cutsAlong, segmentStanding, withOneKnot } from './cutMap';
import { InputError } from '../common/inputError';
import { assembleKits } from './kits';
import { LABEL_SHEETS, labelPlaces } from '../exchange/labelSheet';
import { miniVerdict, scaleJudges, weighingDoubt } from './weighingChecks';
import { miniCautions, miniTies, MINI_NEXT } from './miniTies';
import { filledWell } from './minisByHand';
import { type MinisInput, segmentsOf, worthOf } from './minis';
import {
  type ParentPiece,
  mostKits,
  planningOf,
  readMinis,
  readSize,
  segmentsBetweenKnots,
  shortages,
  type TypedMinis,
  type TypedSize,
} from './miniPlan';
import { loopsForLength } from './miniLoops';
import { sizeAlternatives } from './sizeAlternatives';
import { reelLength } from '../bench/reel';

const size = (more: Partial<TypedSize> = {}): TypedSize => ({
  id: 'a',
  name: '',
  yarnId: '',
  amount: '12 g',
  tolerance: '',
  count: '',
  priority: 1,
  ...more,
});
const parent = (more: Partial<ParentPiece> = {}): ParentPiece => ({
  pieceId: 1,
  yarnId: 7,
  massG: 100,
  resolutionG: 1,
  grist: { mean: 3.5, sd: 0.1 },
  faults: [],
  fromEnd: 'inner',
  ...more,
});
const typed = (more: Partial<TypedMinis> = {}): TypedMinis => ({
  sizes: [size()],
  kits: false,
  kitCount: '',
  oneKnot: false,
  next: 'sell',
  tiesOfOwn: true,
  ends: '20 cm',
  ...more,
});

function complaint(work: () => unknown): { path: string; message: string } {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return { path: error.path, message: error.message };
    throw error;
  }
  throw new Error('it was read');
}

describe('a size as it is typed', () => {
  const read = (more: Partial<TypedSize>, grists = new Map([[7, 3.5]])) =>
    readSize(size(more), grists, 'metric', 'sizes.0');

  test('a bare number is a mass; metres weigh what the yarn says', () => {
    expect(read({ amount: '9' }).massG).toBe(9);
    expect(read({ amount: '35 m' }).massG).toBeCloseTo(10, 9);
    expect(readSize(size({ amount: '0.5' }), new Map([[7, 3]]), 'imperial', '').massG).toBeCloseTo(14.17, 2);
  });

  test('a tolerance in percent, in grams, or none', () => {
    expect(read({ tolerance: '5 %' }).toleranceG).toBeCloseTo(0.6, 9);
    expect(read({ tolerance: '± 0.3 g' }).toleranceG).toBeCloseTo(0.3, 9);
    expect(read({}).toleranceG).toBeCloseTo(0.48, 9);
  });

  test.each([
    [{ amount: '' }, 'sizes.0.amount', /write|amount|like|must|g/],
    [{ amount: '0.02 g' }, 'sizes.0.amount', /too little/],
    [{ amount: '10 m', yarnId: '' }, 'sizes.0.amount', /say of which yarn/],
    [{ tolerance: '80 %' }, 'sizes.0.tolerance', /more than half/],
    [{ tolerance: '0 %' }, 'sizes.0.tolerance', /must be above zero/],
    [{ count: '2.5' }, 'sizes.0.count', /whole number/],
    [{ count: '5000' }, 'sizes.0.count', /whole number/],
    [{ yarnId: '99' }, 'sizes.0.yarnId', /no skein/],
  ])('%j is refused at its field', (more, path, message) => {
    const reported = complaint(() =>
      read(
        more,
        new Map([
          [7, 3.5],
          [8, 2],
        ]),
      ),
    );
    expect(reported.path).toBe(path);
    expect(reported.message).toMatch(message);
  });
});

test('what each mini costs: ends and ties of the thickest yarn; ties of another yarn cost nothing', () => {
  const parents = [parent(), parent({ pieceId: 2, yarnId: 8, grist: { mean: 2, sd: 0 } })];
  const strands = new Map([
    [7, 1.5],
    [8, 2.4],
  ]);
  const own = readMinis(typed(), parents, strands, { loopM: 0.76 }, 'metric');
  const others = readMinis(typed({ tiesOfOwn: false }), parents, strands, { loopM: 0.76 }, 'metric');
  expect(others.wanted.cutLossG).toBeCloseTo(0.2 / 2, 4);
  expect(others.tiesG).toBe(0);
  expect(own.wanted.cutLossG).toBeCloseTo(others.wanted.cutLossG + own.tiesG, 3);
});

test('stretches add up to the parent, from either end', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 350, noNaN: true }), { maxLength: 5 }),
      fc.constantFrom('inner' as const, 'outer' as const),
      (places, fromEnd) => {
        const faults = places.map((atM) => ({ kind: 'knot' as const, atM }));
        const segments = segmentsBetweenKnots(parent({ faults, fromEnd }));
        expect(segments.reduce((sum, each) => sum + each, 0)).toBeGreaterThan(99.5);
        expect(segments.reduce((sum, each) => sum + each, 0)).toBeLessThanOrEqual(100 + 1e-6);
        expect(segmentsBetweenKnots(parent({ faults, fromEnd: fromEnd === 'inner' ? 'outer' : 'inner' })).length).toBe(
          segments.length,
        );
      },
    ),
  );
  const thin = [{ kind: 'thin spot' as const, atM: 100 }];
  expect(segmentsBetweenKnots(parent({ faults: thin }))).toEqual([100]);
});

test('where each mini is to be of one colour, a change that was seen is an end as well; then none goes over a knot', () => {
  const faults = [
    { kind: 'colour change' as const, atM: 35 },
    { kind: 'knot' as const, atM: 175 },
  ];
  // 3.5 m to a gram: 10 g, 40 g and 50 g.
  expect(segmentsBetweenKnots({ ...parent({ faults }), oneColour: true })).toEqual([10, 40, 50]);
  expect(segmentsBetweenKnots(parent({ faults }))).toEqual([50, 50]);
  const wanted = { parents: [parent({ faults })], sizes: [], kits: null, cutLossG: 0 };
  expect(planningOf({ ...wanted, oneKnot: true, oneColour: true }).parents[0]!.holdsKnot).toEqual([
    false,
    false,
    false,
  ]);
});

test('a knot is allowed only where no stretch is long enough, and never two in one', () => {
  expect(withOneKnot([20, 5, 6], 15)).toEqual({ segmentsG: [20, 5, 6], holdsKnot: [false, false, false] });
  expect(withOneKnot([8, 9, 10, 4], 15)).toEqual({ segmentsG: [8, 19, 4], holdsKnot: [false, true, false] });
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 1, max: 30, noNaN: true }), { minLength: 1, maxLength: 8 }),
      fc.double({ min: 1, max: 40, noNaN: true }),
      (segments, needed) => {
        const { segmentsG, holdsKnot } = withOneKnot(segments, needed);
        expect(segmentsG.reduce((sum, each) => sum + each, 0)).toBeCloseTo(
          segments.reduce((sum, each) => sum + each, 0),
          9,
        );
        expect(segments.length - segmentsG.length).toBe(holdsKnot.filter(Boolean).length);
      },
    ),
  );
});

const input: fc.Arbitrary<MinisInput> = fc
  .record({
    segmentsG: fc.array(
      fc.integer({ min: 20, max: 600 }).map((g) => g / 10),
      { minLength: 1, maxLength: 4 },
    ),
    sizes: fc.array(
      fc.integer({ min: 20, max: 200 }).map((g) => g / 10),
      { minLength: 1, maxLength: 3 },
    ),
  })
  .map(({ segmentsG, sizes }) => ({
    parents: [{ id: 'p', massG: segmentsG.reduce((sum, each) => sum + each, 0), segmentsG }],
    demands: sizes.map((massG, i) => ({ id: `s${i}`, massG, count: 6 })),
    cutLossG: 0.3,
  }));

test('the cut map covers the parent from end to end, and leftovers are its leftovers', () => {
  fc.assert(
    fc.property(input, (given) => {
      const segments = segmentsOf(given);
      const counts = filledWell(given);
      const cuts = cutsAlong(segments, counts, given);
      cuts.slice(1).forEach((cut, i) => expect(cut.fromG).toBeCloseTo(cuts[i]!.toG, 4));
      expect(cuts[0]?.fromG ?? 0).toBeCloseTo(0, 6);
      expect(cuts.filter(({ kind }) => kind === 'mini')).toHaveLength(
        counts.flat().reduce((sum, each) => sum + each, 0),
      );
      const left = segments.map((segment, s) => segmentStanding(segment, counts[s]!, given).remainingG);
      const drawn = cuts.reduce((sum, cut) => sum + (cut.kind === 'left' ? cut.toG - cut.fromG : 0), 0);
      expect(drawn).toBeCloseTo(
        left.reduce((sum, each) => sum + each, 0),
        3,
      );
    }),
  );
});

test('untouched stretches stay in one with what is left before them, knots and all', () => {
  const segments = [20, 30, 10].map((massG, segment) => ({ parent: 0, parentId: 'p', segment, massG }));
  const cuts = cutsAlong(segments, [[1], [0], [0]], { demands: [{ id: 'm', massG: 12, count: 9 }], cutLossG: 0 });
  expect(cuts).toEqual([
    { kind: 'mini', demand: 0, segment: 0, fromG: 0, toG: 12 },
    { kind: 'left', segment: 0, fromG: 12, toG: 60, knotsG: [20, 50] },
  ]);
});

test('another size is only told where it brings what it says', () => {
  fc.assert(
    fc.property(input, (given) => {
      const made = (of: MinisInput, d: number) => filledWell(of).reduce((sum, each) => sum + each[d]!, 0);
      const madeNow = given.demands.map((_, d) => made(given, d));
      for (const { demandId, massG, more } of sizeAlternatives(given, madeNow)) {
        const d = given.demands.findIndex(({ id }) => id === demandId);
        const other = { ...given, demands: given.demands.map((each, i) => (i === d ? { ...each, massG } : each)) };
        expect(made(other, d) - made(given, d)).toBeGreaterThanOrEqual(more);
        // A plan that makes one more already is promised one less, or nothing.
        const better = madeNow.map((count, i) => (i === d ? count + 1 : count));
        const promised = sizeAlternatives(given, better).find(
          (each) => each.demandId === demandId && each.massG === massG,
        );
        expect(promised?.more ?? 0).toBeLessThanOrEqual(Math.max(0, more - 1));
        expect(Math.abs(massG / given.demands[d]!.massG - 1)).toBeLessThanOrEqual(0.15 + 1e-9);
      }
    }),
    { numRuns: 40 },
  );
});

test('what is short is told exactly: so many, and so many grams; or that no stretch is long enough', () => {
  const given: MinisInput = {
    parents: [{ id: 'p', massG: 50, segmentsG: [26, 24] }],
    demands: [
      { id: 'small', massG: 12, count: 6 },
      { id: 'large', massG: 30, count: 1 },
    ],
    cutLossG: 0.5,
  };
  const made = [0, 1].map((d) => filledWell(given).reduce((sum, each) => sum + each[d]!, 0));
  expect(worthOf(filledWell(given), segmentsOf(given), given).madeG).toBe(36);
  expect(shortages(given, made)).toEqual([
    { kind: 'missing', sizeId: 'small', missing: 3, missingG: 37.5 },
    { kind: 'longer than any stretch', sizeId: 'large', longestG: 26 },
  ]);
});

test('kits multiply what is in each; without a count as many as the yarn could give are sought', () => {
  const wanted = readMinis(
    typed({ sizes: [size({ count: '3' })], kits: true }),
    [parent()],
    new Map(),
    { loopM: 0.76 },
    'metric',
  ).wanted;
  expect(planningOf(wanted, 2).input.demands[0]!.count).toBe(6);
  const plain = readMinis(typed(), [parent()], new Map(), { loopM: 0.76 }, 'metric').wanted;
  expect(planningOf(plain).input.demands[0]!.count).toBe(8);
});

test('kits: packed ones keep what is in them, and the free minis fill as many as possible', () => {
  const minis = [1, 2, 3, 4].map((id) => ({ id, sizeId: 'a', kit: id === 2 ? 2 : null }));
  const kits = assembleKits([{ sizeId: 'a', perKit: 2 }], minis, 3);
  expect(kits.map(({ packed, missing, lines }) => [packed, missing, lines[0]!.minis])).toEqual([
    [false, 0, [1, 3]],
    [true, 1, [2]],
    [false, 1, [4]],
  ]);
});

test('loops and length are each other turned round, growth and all', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 3, max: 300, noNaN: true }),
      fc.double({ min: 0.3, max: 1.6, noNaN: true }),
      (lengthM, loopM) => {
        const form = { loopM, strandMm: 2, spreadMm: 60 };
        expect(reelLength({ ...form, loops: loopsForLength(lengthM, form) }).lengthM.mean).toBeCloseTo(lengthM, 4);
      },
    ),
  );
});

describe('the scale', () => {
  test.each([
    [0.1, 0.3, 'judges'],
    [0.5, 0.3, 'barely'],
    [1, 0.5, 'too coarse'],
  ])('to %d g, for give or take %d g: %s', (resolutionG, toleranceG, verdict) =>
    expect(scaleJudges(resolutionG, toleranceG).verdict).toBe(verdict),
  );

  test('a verdict is never the wrong one, whatever the true mass behind the reading', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 16, noNaN: true }),
        fc.constantFrom(0.1, 0.5, 1, 2),
        (trueG, resolutionG) => {
          const shown = Math.round(trueG / resolutionG) * resolutionG;
          const verdict = miniVerdict({ massG: shown, resolutionG }, { massG: 12, toleranceG: 1 });
          // At the very edge even a fine scale takes a side.
          if (Math.abs(Math.abs(trueG - 12) - 1) <= resolutionG / 2) return;
          const truth = Math.abs(trueG - 12) <= 1 ? 'within' : trueG < 12 ? 'light' : 'heavy';
          expect(['cannot tell', truth]).toContain(verdict);
        },
      ),
    );
  });

  test.each([
    [12.3, null],
    [24, { kind: 'with the one before' }],
    [0.42, { kind: 'ounces' }],
    [14, { kind: 'loops', loops: 10 }],
    [10, { kind: 'loops', loops: -10 }],
    [60, { kind: 'unlikely' }],
  ])('%d g where 12 g are expected of 60 loops', (massG, doubt) =>
    expect(weighingDoubt({ massG, resolutionG: 0.1 }, { mean: 12, sd: 0.15 }, 60, 12)).toEqual(doubt),
  );
});

test('for the dye pot more ties, and loose ones; ties that are the longer the thicker the mini', () => {
  const ties = (next: (typeof MINI_NEXT)[number], loops = 40) => miniTies({ next, loopM: 1.1, loops, strandMm: 2 });
  expect(MINI_NEXT.map((next) => [ties(next).count, ties(next).hold])).toEqual([
    [4, 'loose'],
    [3, 'snug'],
    [2, 'snug'],
    [2, 'snug'],
  ]);
  expect(ties('dye', 200).tieM).toBeGreaterThan(ties('dye', 40).tieM);
  expect(ties('dye').tieM).toBeGreaterThan(ties('wash').tieM);
  expect([40, 60, 61, 200].map((loops) => ties('dye', loops).bundles)).toEqual([2, 2, 3, 3]);
});

test('fibres are warned of where it matters, and unknown ones may be wool', () => {
  const of = (...names: string[]) => names.map((name) => ({ name: name as 'wool', percent: 50 }));
  expect(miniCautions(of('wool', 'acrylic'), 'dye')).toEqual(
    expect.arrayContaining(['plastic in hot dye', 'felting', 'tight ties', 'dye safety']),
  );
  expect(miniCautions(of('wool', 'nylon'), 'dye')).not.toContain('plastic in hot dye');
  expect(miniCautions(of('cotton'), 'dye')).toContain('plant fibres');
  expect(miniCautions([], 'wash')).toEqual(['felting']);
  expect(miniCautions(of('acrylic'), 'store')).toEqual([]);
});

const PAPER = { A4: [210, 297], LETTER: [215.9, 279.4] } as const;

test.each(Object.values(LABEL_SHEETS))('$name: every label lies on the paper, and none on another', (sheet) => {
  const places = labelPlaces(sheet, sheet.columns * sheet.rows + 1);
  const [width, height] = PAPER[sheet.paper];
  for (const { xMm, yMm } of places) {
    expect(xMm).toBeGreaterThanOrEqual(0);
    expect(yMm).toBeGreaterThanOrEqual(0);
    expect(xMm + sheet.widthMm).toBeLessThanOrEqual(width + 0.05);
    expect(yMm + sheet.heightMm).toBeLessThanOrEqual(height + 0.05);
  }
  expect(places.at(-1)!.page).toBe(1);
  const first = places.filter(({ page }) => page === 0);
  first.forEach((a, i) =>
    first
      .slice(i + 1)
      .forEach((b) =>
        expect(
          Math.abs(a.xMm - b.xMm) >= sheet.widthMm - 1e-9 || Math.abs(a.yMm - b.yMm) >= sheet.heightMm - 1e-9,
        ).toBe(true),
      ),
  );
});

test('as many kits as the scarcest yarn allows', () => {
  const sizes = [readSize(size({ yarnId: '7', count: '2' }), new Map([[7, 3.5]]), 'metric', 'sizes.0')].flatMap(
    (each) => [each, { ...each, yarnId: 8, count: 1 }],
  );
  const wanted = { kits: { count: null }, oneKnot: false, cutLossG: 0, sizes };
  const [plenty, little] = [parent({ massG: 240 }), parent({ pieceId: 2, yarnId: 8, massG: 37 })];
  // 240 g are ten of 2 x 12 g, 37 g are three of 12 g.
  expect(mostKits({ ...wanted, parents: [plenty, little] })).toBe(3);
  expect(mostKits({ ...wanted, parents: [plenty, little, parent({ pieceId: 3, yarnId: 8, massG: 13 })] })).toBe(4);
  expect(mostKits({ ...wanted, parents: [plenty] })).toBe(0);
});
