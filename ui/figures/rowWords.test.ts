import { knittingWords, rowsLeftFigure, rowsWithin } from './rowWords';

const knitting = { id: 1, name: 'Shawl', colourHex: '#c98a2b', row: 60 };
const rowsLeft = { low90: 38, likely: 39, high90: 40 };
const takesG = { mean: 5, sd: 0.2 };

test('where a knitting stands, by the most that is known of it', () => {
  expect(knittingWords({ ...knitting, row: null })).toBe('not weighed yet');
  expect(knittingWords(knitting)).toBe('row 60; weigh it again, to see how far it goes');
  expect(knittingWords({ ...knitting, rowsLeft })).toBe('row 60 · 39 rows left (38 to 40)');
  const border = { surely: 88, likely: 90, takesG };
  const weighAgain = { row: 80, winsRows: 2 };
  expect(knittingWords({ ...knitting, rowsLeft, border, weighAgain })).toBe(
    'row 60 · begin the border after row 88 at the latest · weigh again after row 80',
  );
  const late = { surely: null, likely: 60, takesG };
  expect(knittingWords({ ...knitting, rowsLeft, border: late })).toBe(
    'row 60 · begin the border now: it may just reach',
  );
  const reaches = { chance: 0.97, verdict: 'enough', overG: { mean: 6, sd: 2 } } as const;
  expect(knittingWords({ ...knitting, rowsLeft, border, reaches })).toMatch(/^row 60 · enough: 97[^·]*$/);
  const nextBall = { afterRow: 95, alternateAfter: null };
  expect(knittingWords({ ...knitting, rowsLeft, reaches, nextBall })).toContain(
    ' · next ball after row 95 at the latest',
  );
  const short = { ...reaches, chance: 0.2, verdict: 'short' } as const;
  expect(knittingWords({ ...knitting, rowsLeft, reaches: short, nextBall })).not.toContain('next ball');
});

test('one row, and any number of them', () => {
  expect(rowsLeftFigure({ low90: 1, likely: 1, high90: 1 })).toEqual({ number: '1', unit: 'row left' });
  expect(rowsWithin({ low90: 1, likely: 1, high90: 1 }, 7)).toBe('after row 7');
  const any = { low90: 22, likely: 40, high90: 4900 };
  expect(rowsLeftFigure(any)).toEqual({ number: '22', unit: 'rows left, or more' });
  expect(rowsWithin(any, 7)).toBe('after row 7');
  expect(knittingWords({ ...knitting, rowsLeft: any })).toBe('row 60 · at least 22 rows left');
});
