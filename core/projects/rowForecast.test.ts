import fc from 'fast-check';
import { knitted } from '../../tests/support/knitting';
import { HALF_WIDTH_90 } from '../common/estimate';
import { consumptionFit } from './consumptionFit';
import { type Knitting, rowForecast } from './rowForecast';
import { type RowPattern, rowSums } from './rowPattern';

const EVEN: RowPattern = { kind: 'even', stitches: null };
const by =
  (sd: number) =>
  (row: number, mean: number, ballId = 1) => ({ row, massG: { mean, sd }, ballId });
const exactly = by(0.001);
const toTheGram = by(0.289);

function forecast(knitting: Partial<Knitting>) {
  return rowForecast({
    pattern: EVEN,
    lastRow: null,
    border: null,
    gristMPerG: 4,
    reserveG: { mean: 0, sd: 0 },
    weighings: [],
    ...knitting,
  });
}

/*
 * By hand: 100 g at row 0 and 70 g at row 60 are 0.5 g a row, so that 70 g make 140 more. A border as wide as 10 rows takes
 * 5 g: it can be begun 130 rows later, after row 190.
 */
test('even rows: what is left over what a row takes', () => {
  const foretold = forecast({
    weighings: [exactly(0, 100), exactly(60, 70)],
    border: { kind: 'rows', rows: 10 },
    lastRow: 150,
  })!;
  expect(foretold.rowG.mean).toBeCloseTo(0.5, 3);
  expect(foretold.rowsLeft.likely).toBeGreaterThanOrEqual(139);
  expect(foretold.rowsLeft.likely).toBeLessThanOrEqual(140);
  expect(foretold.border!.likely).toBeGreaterThanOrEqual(189);
  expect(foretold.border!.likely).toBeLessThanOrEqual(190);
  expect(foretold.border!.takesG.mean).toBeCloseTo(5, 2);
  expect(foretold.border!.surely!).toBeLessThan(foretold.border!.likely!);
  // 90 more rows and the border take 50 g of the 70 g.
  expect(foretold.reaches!.overG.mean).toBeCloseTo(20, 1);
  expect(foretold.reaches!.chance).toBeGreaterThan(0.999);
  expect(foretold.usedG).toBeCloseTo(30, 6);
  expect(foretold.doneShare).toBeCloseTo(30 / 80, 3);
});

/*
 * From the corner, 2 stitches and 1 more in each row: 10 rows are 65 stitches, 30 are 495. 430 stitches that took 43 g are
 * 0.1 g each. The 60 g that are left make 600 stitches: rows 31 to 45 are 585, and row 46 is 47 more.
 */
test('rows that grow by what is known', () => {
  const pattern: RowPattern = { kind: 'stepped', stitches: 2, change: 1, every: 1 };
  const foretold = forecast({ pattern, weighings: [exactly(10, 103), exactly(30, 60)] })!;
  expect(foretold.rowG.mean).toBeCloseTo(3.2, 3);
  expect(foretold.rowsLeft.likely).toBe(15);
  // What the ten rows before the first weighing took is worked out.
  expect(foretold.usedG).toBeCloseTo(43 + 6.5, 3);
});

test('growth that nobody knows shows in three weighings', () => {
  const pattern: RowPattern = { kind: 'unknown' };
  const known: RowPattern = { kind: 'stepped', stitches: 2, change: 1, every: 1 };
  const weighings = [exactly(10, 103), exactly(20, 86.5), exactly(30, 60)];
  expect(forecast({ pattern, weighings: weighings.slice(1) })).toBeUndefined();
  const foretold = forecast({ pattern, weighings })!;
  const sure = forecast({ pattern: known, weighings })!;
  expect(Math.abs(foretold.rowsLeft.likely - sure.rowsLeft.likely)).toBeLessThanOrEqual(1);
  expect(foretold.rowsLeft.high90 - foretold.rowsLeft.low90).toBeGreaterThan(
    sure.rowsLeft.high90 - sure.rowsLeft.low90,
  );
});

test('one weighing tells nothing, nor do two balls weighed once each, nor one that grew', () => {
  expect(forecast({ weighings: [] })).toBeUndefined();
  expect(forecast({ weighings: [exactly(0, 100)] })).toBeUndefined();
  expect(forecast({ weighings: [exactly(0, 100), exactly(40, 50, 2)] })).toBeUndefined();
  expect(forecast({ weighings: [exactly(0, 100), exactly(40, 104)] })).toBeUndefined();
});

test('another ball goes on at the same pace; what the one before took counts as used', () => {
  const foretold = forecast({ weighings: [exactly(0, 50), exactly(80, 10), exactly(100, 0), exactly(100, 50, 2)] })!;
  expect(foretold.row).toBe(100);
  expect(foretold.usedG).toBeCloseTo(50, 6);
  expect(foretold.rowsLeft.likely).toBeGreaterThanOrEqual(99);
  expect(foretold.rowsLeft.likely).toBeLessThanOrEqual(100);
});

test('a border in metres, or as long as a row is wide, goes by grist and gauge', () => {
  const weighings = [exactly(0, 100), exactly(60, 70)];
  const pattern: RowPattern = { kind: 'even', stitches: 110 };
  const inMetres = { kind: 'amount', amount: { metres: 20 } } as const;
  expect(forecast({ weighings, border: inMetres })!.border!.takesG.mean).toBe(5);
  expect(forecast({ weighings, border: inMetres, gristMPerG: null })!.border).toBeNull();
  // 110 stitches at 22 to 10 cm are 50 cm; four times that are 2 m, or half a gram.
  const wide = { kind: 'width', times: 4, stitchesPer10Cm: 22 } as const;
  expect(forecast({ pattern, weighings, border: wide })!.border!.takesG.mean).toBeCloseTo(0.5, 9);
  expect(forecast({ weighings, border: wide })!.border).toBeNull();
});

test('too late for the border, and all rows made before the yarn is gone', () => {
  const weighings = [exactly(0, 100), exactly(60, 4)];
  const late = forecast({ weighings, border: { kind: 'amount', amount: { grams: 12 } } })!;
  expect(late.border).toMatchObject({ surely: null, likely: null });
  expect(late.weighAgain).toBeNull();
  const short = forecast({
    pattern: { kind: 'chart', text: '60 x 80' },
    weighings: [exactly(0, 100), exactly(60, 70)],
  })!;
  expect(short).toMatchObject({ outlasts: true, rowsLeft: { likely: 20, high90: 20 } });
  const done = forecast({
    pattern: { kind: 'chart', text: '60 x 60' },
    weighings: [exactly(0, 100), exactly(60, 70)],
  })!;
  expect(done).toMatchObject({ outlasts: true, rowsLeft: { low90: 0, likely: 0, high90: 0 }, weighAgain: null });
  expect(done.rowG.mean).toBeCloseTo(0.5, 6);
  expect(forecast({ weighings })!.outlasts).toBe(false);
});

/*
 * By hand: at half a gram a row 70 g last 140 rows, to row 200. To row 300 are 240 rows: in turn with another ball from row R
 * on, this one takes (R - 60) + (300 - R) / 2 rows of the 140, which is so for R = 100.
 */
test('where the ball ends before the last row, another comes in; rows in turn from early enough let it last', () => {
  const weighings = [exactly(0, 100), exactly(60, 70)];
  const { nextBall } = forecast({ weighings, lastRow: 300 })!;
  expect(nextBall!.afterRow).toBeGreaterThan(190);
  expect(nextBall!.afterRow).toBeLessThan(200);
  expect(nextBall!.alternateAfter).toBeGreaterThan(86);
  expect(nextBall!.alternateAfter).toBeLessThan(100);
  expect(forecast({ weighings, lastRow: 500 })!.nextBall!.alternateAfter).toBeNull();
  expect(forecast({ weighings, lastRow: 150 })!.nextBall).toBeNull();
  // However much lies beside it: it is this ball that ends.
  expect(forecast({ weighings, lastRow: 300, reserveG: { mean: 100, sd: 1 } })!.nextBall).toEqual(nextBall);
});

test('a further weighing is asked for while it wins rows, and not on the last ones', () => {
  const foretold = forecast({ weighings: [toTheGram(0, 100), toTheGram(20, 84)] })!;
  expect(foretold.weighAgain!.winsRows).toBeGreaterThanOrEqual(2);
  expect(foretold.weighAgain!.row).toBeGreaterThan(20);
  expect(foretold.weighAgain!.row).toBeLessThan(20 + foretold.rowsLeft.low90);
  const nearly = forecast({ weighings: [toTheGram(0, 100), toTheGram(50, 50), toTheGram(90, 8)] })!;
  expect(nearly.weighAgain).toBeNull();
});

test('a weighing that fits none of the others is asked about', () => {
  const weighings = [toTheGram(0, 100), toTheGram(20, 84), toTheGram(40, 68)];
  expect(forecast({ weighings: [...weighings, toTheGram(60, 52)] })!.isOdd).toBe(false);
  expect(forecast({ weighings: [...weighings, toTheGram(60, 30)] })!.isOdd).toBe(true);
  // By how unlikely it is, not by how many grams it is off: rows of 10 g may be a few grams out, rows of a tenth may not.
  const [heavy, light] = [10, 0.1].map((rowG) => [0, 20, 40].map((row) => exactly(row, 100 * rowG - row * rowG)));
  expect(forecast({ weighings: [...heavy!, exactly(60, 400 - 6)] })!.isOdd).toBe(false);
  expect(forecast({ weighings: [...light!, exactly(60, 4 - 1)] })!.isOdd).toBe(true);
});

test('the chart of what will be left begins at the last weighing and falls to nothing', () => {
  const { ahead } = forecast({ weighings: [toTheGram(0, 100), toTheGram(40, 68)], border: { kind: 'rows', rows: 4 } })!;
  expect(ahead[0]!.row).toBe(40);
  expect(ahead[0]!.remainingG.mean).toBeCloseTo(68, 0);
  expect(ahead.at(-1)!.remainingG.mean).toBeLessThan(2);
  expect(ahead[0]!.borderG).toBeCloseTo(3.2, 1);
  const sds = ahead.map(({ remainingG }) => remainingG.sd);
  expect(sds).toEqual([...sds].sort((a, b) => a - b));
});

test('more yarn never makes fewer rows, and a longer border never a later one', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ rows: fc.integer({ min: 1, max: 60 }), tookG: fc.double({ min: 0.5, max: 20, noNaN: true }) }),
        {
          minLength: 1,
          maxLength: 8,
        },
      ),
      fc.double({ min: 0, max: 40, noNaN: true }),
      fc.constantFrom<RowPattern>(
        EVEN,
        { kind: 'stepped', stitches: 20, change: 2, every: 3 },
        { kind: 'chart', text: '40 x 900' },
      ),
      (steps, moreG, pattern) => {
        const startG = steps.reduce((sum, { tookG }) => sum + tookG, 30);
        let [row, massG] = [0, startG];
        const weighings = [
          toTheGram(0, startG),
          ...steps.map((step) => toTheGram((row += step.rows), (massG -= step.tookG))),
        ];
        const border = (rows: number) => ({ kind: 'rows', rows }) as const;
        const one = forecast({ pattern, weighings, border: border(4) })!;
        const more = forecast({ pattern, weighings, border: border(4), reserveG: { mean: moreG, sd: 0 } })!;
        const longer = forecast({ pattern, weighings, border: border(9) })!;
        const { low90, likely, high90 } = one.rowsLeft;
        expect(low90).toBeLessThanOrEqual(likely);
        expect(likely).toBeLessThanOrEqual(high90);
        expect(more.rowsLeft.likely).toBeGreaterThanOrEqual(likely);
        expect(longer.border!.surely ?? -1).toBeLessThanOrEqual(one.border!.surely ?? -1);
        expect(one.border!.surely ?? -1).toBeLessThanOrEqual(one.border!.likely ?? -1);
        expect(one.doneShare).toBeGreaterThan(0);
        expect(one.doneShare).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('rows that shrink take a little to the last, whatever a line through the weighings says', () => {
  // 40 g in ten rows and 20 g in ten more: 5.1 − 0.2 × row, nothing at row 25.5. A twentieth of 3 g is the least.
  const weighings = [exactly(0, 100), exactly(10, 60), exactly(20, 40)];
  const { throughG } = consumptionFit(weighings, rowSums({ kind: 'unknown' }))!.about;
  const takes = (row: number) => throughG[row]! - throughG[row - 1]!;
  expect(takes(20)).toBeCloseTo(5.1 - 0.2 * 20, 6);
  expect(takes(40)).toBeCloseTo(0.15, 6);
});

test('what is told to be left holds nine times in ten, over makers, scales and yarns; "surely" runs out once in twenty at most', () => {
  let [within, rowsWithin, ranOut] = [0, 0, 0];
  const makers = 300;
  for (let seed = 1; seed <= makers; seed++) {
    const { knitting, remainingG, end, made, weighedAt } = knitted(seed, EVEN, { weighings: 3, stepG: 1 });
    const { reaches, border, rowsLeft } = rowForecast(knitting)!;
    if (Math.abs(remainingG(end) - reaches!.overG.mean) <= HALF_WIDTH_90 * reaches!.overG.sd) within++;
    if (made - weighedAt >= rowsLeft.low90 && made - weighedAt <= rowsLeft.high90) rowsWithin++;
    if (border!.surely !== null && remainingG(border!.surely) < 0) ranOut++;
  }
  for (const often of [within / makers, rowsWithin / makers]) {
    expect(often).toBeGreaterThan(0.86);
    expect(often).toBeLessThan(0.95);
  }
  expect(ranOut / makers).toBeLessThan(0.07);
});
