import fc from 'fast-check';
import { InputError } from '../common/inputError';
import {
  canTellPooling,
  fabricRows,
  poolingAt,
  type RepeatInStitches,
  stitchesOfRepeat,
  widthsThatMix,
} from './pooling';

const repeatOf = (stitches: readonly number[], spread = 0): RepeatInStitches => ({
  stretches: stitches.map((each, i) => ({ hex: `#00000${i}`, stitches: each })),
  stitches: stitches.reduce((sum, each) => sum + each, 0),
  spread,
});
const FOUR = repeatOf([10, 10, 10, 10]);

test.each([
  [40, 1, 'pools', 0],
  [80, 1, 'pools', 0],
  [45, 0.5, 'streaks', 5],
  [38, 0.8, 'pools', 2],
  [50, 0, 'mixed', 10],
  [60, 0, 'mixed', 20],
] as const)(
  'forty stitches to a repeat, in rounds of %i: %f alike, it %s and moves %i',
  (width, alike, looks, moves) => {
    const pooling = poolingAt(FOUR, width, 'rounds');
    expect(pooling.alike).toBeCloseTo(alike, 9);
    expect(pooling.looks).toBe(looks);
    expect(pooling.moves).toBeCloseTo(moves, 9);
  },
);

test('in rows it is every second row that lies alike: half as wide pools as in rounds', () => {
  expect(poolingAt(FOUR, 20, 'rows').looks).toBe('pools');
  expect(poolingAt(FOUR, 20, 'rounds').looks).toBe('mixed');
  expect(poolingAt(FOUR, 25, 'rows').looks).toBe('mixed');
});

test('a repeat of several rows stripes', () => {
  expect(poolingAt(repeatOf([200, 200]), 60, 'rounds')).toMatchObject({ looks: 'stripes', rowsARepeat: 400 / 60 });
});

test('a yarn whose repeats vary much does not pool', () => {
  expect(poolingAt({ ...FOUR, spread: 0.5 }, 40, 'rounds').looks).toBe('pools');
  expect(poolingAt({ ...FOUR, spread: 20 }, 40, 'rounds').looks).toBe('mixed');
});

test('the widths next to it that mix, in steps of its pattern', () => {
  expect(widthsThatMix(FOUR, 40, 'rounds')).toEqual({ below: 33, above: 47 });
  expect(widthsThatMix(FOUR, 40, 'rounds', 8)).toEqual({ below: 32, above: 48 });
  expect(widthsThatMix(FOUR, 4, 'rounds', 2)).toEqual({ below: null, above: null });
});

test('what is known too badly cannot tell', () => {
  // 1.645 x 8 % of 40 stitches are 5.3, half a stretch is 5.
  expect(canTellPooling(FOUR, 40, 'rounds', 0.08)).toBe(false);
  expect(canTellPooling(FOUR, 40, 'rounds', 0.07)).toBe(true);
  expect(canTellPooling(FOUR, 40, 'rows', 0.07)).toBe(false);
});

test('stitches of a repeat by what one takes; none takes nothing', () => {
  const repeat = {
    stretches: [
      { hex: '#5f7a4c', lengthM: 0.6 },
      { hex: '#8b8f90', lengthM: 0.4 },
    ],
    spreadM: 0.05,
  };
  expect(stitchesOfRepeat(repeat, 0.02)).toMatchObject({ stitches: 50, spread: 2.5 });
  expect(() => stitchesOfRepeat(repeat, 0)).toThrow(expect.objectContaining({ path: 'stitch' }) as Error);
  expect(() => poolingAt(FOUR, 0, 'rounds')).toThrow(InputError);
});

const someRepeat = fc
  .array(fc.integer({ min: 1, max: 30 }), { minLength: 2, maxLength: 6 })
  .map((stitches) => repeatOf(stitches));
const someWidth = fc.integer({ min: 2, max: 150 });

test('what is worked out is what is counted in the drawn fabric', () => {
  fc.assert(
    fc.property(someRepeat, someWidth, fc.constantFrom('rows' as const, 'rounds' as const), (repeat, width, worked) => {
      const apart = worked === 'rounds' ? 1 : 2;
      // So many rows that the repeat has begun at every stitch.
      const rows = fabricRows(repeat, width, worked, repeat.stitches + apart);
      const colourAt = (row: number, stitch: number) =>
        rows[row]!.find(({ from, to }) => from <= stitch + 0.5 && stitch + 0.5 < to)?.hex;
      for (const row of rows) expect(row.reduce((sum, { from, to }) => sum + to - from, 0)).toBe(width);
      let [same, all] = [0, 0];
      for (let row = 0; row + apart < rows.length; row++)
        for (let stitch = 0; stitch < width; stitch++, all++)
          if (colourAt(row, stitch) === colourAt(row + apart, stitch)) same++;
      const { alike } = poolingAt(repeat, width, worked);
      expect(same / all).toBeCloseTo(alike, 6);
    }),
    { numRuns: 40 },
  );
});
