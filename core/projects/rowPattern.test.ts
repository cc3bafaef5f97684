import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { MOST_ROWS, parseChart, rowSums } from './rowPattern';

test('a chart is read as it is typed or pasted', () => {
  expect(parseChart('63\n65\n67', 'chart')).toEqual([63, 65, 67]);
  expect(parseChart('120 x 3; 60×2, 5 * 1', 'chart')).toEqual([120, 120, 120, 60, 60, 5]);
  expect(parseChart('((1 2) x 2 3) x 2', 'chart')).toEqual([1, 2, 1, 2, 3, 1, 2, 1, 2, 3]);
});

test.each([
  ['', 'say how many stitches'],
  ['12 sts', 'cannot read “sts”'],
  ['(12 14', 'a bracket is not closed'],
  ['12 14)', 'closed that was not opened'],
  ['x 3', 'write it like'],
  ['12 x', 'how many times'],
  ['12 x 0', 'how many times'],
  ['0, 12', '1 to 5000 stitches'],
  ['9999', '1 to 5000 stitches'],
  ['12 x 99999', 'at most 5000 rows'],
  ['(((((((12)))))))', 'too many brackets'],
])('a chart of %j is refused: %s', (text, words) => {
  const refused = () => parseChart(text, 'chart');
  expect(refused).toThrow(InputError);
  expect(refused).toThrow(words);
});

test('repeats of repeats are looked at before they are laid out', () => {
  expect(() => parseChart('((((10 x 5000) x 5000) x 5000) x 5000)', 'chart')).toThrow('at most 5000 rows');
});

test('whatever is typed is read or refused in words', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom(...'0123456789(x)×,; \n') }), (text) => {
      try {
        const rows = parseChart(text, 'chart');
        expect(rows.every((stitches) => stitches >= 1 && stitches <= 5000)).toBe(true);
        expect(rows.length).toBeLessThanOrEqual(MOST_ROWS);
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
      }
    }),
  );
});

test('rows grow after every so many, and what shrinks ends where nothing is left of it', () => {
  const grows = rowSums({ kind: 'stepped', stitches: 3, change: 4, every: 2 });
  expect([1, 2, 3, 5].map((row) => grows.stitchesIn(row))).toEqual([3, 3, 7, 11]);
  expect(grows.through[0]![5]).toBe(3 + 3 + 7 + 7 + 11);
  expect(grows.rows).toBe(MOST_ROWS);
  const shrinks = rowSums({ kind: 'stepped', stitches: 9, change: -4, every: 3 });
  expect(shrinks.rows).toBe(9);
  expect(shrinks.stitchesIn(9)).toBe(1);
  expect(rowSums({ kind: 'chart', text: '3 5 (7) x 2' }).through[0]).toEqual(Float64Array.of(0, 3, 8, 15, 22));
  expect(rowSums({ kind: 'unknown' }).through.map((sums) => sums[100])).toEqual([100, 50.5]);
  expect(rowSums({ kind: 'even', stitches: 60 }).stitchesIn(7)).toBe(60);
});
