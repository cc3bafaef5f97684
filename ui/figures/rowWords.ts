import { chanceInWords, type Figure } from '../../core/common/format';
import type { KnittingLine, RowForecast } from '../../core/projects/rowForecast';

const rows = (count: number) => (count === 1 ? 'one row' : `${count} rows`);

/** It may be any number of rows: only what it surely makes is worth saying. */
const isOpen = ({ likely, high90 }: RowForecast['rowsLeft']) => high90 > 2 * likely + 10;

/** Rows that are left, to be read across the table. */
export function rowsLeftFigure(left: RowForecast['rowsLeft']): Figure {
  if (isOpen(left)) return { number: String(left.low90), unit: 'rows left, or more' };
  return { number: String(left.likely), unit: left.likely === 1 ? 'row left' : 'rows left' };
}

/** Since when, and how far that may be out. */
export function rowsWithin(left: RowForecast['rowsLeft'], row: number): string {
  const { low90, high90 } = left;
  return `after row ${row}${isOpen(left) || low90 === high90 ? '' : `; ${low90} to ${high90}, nine times in ten`}`;
}

/** The same in a line of words. */
function rowsLeftWords(left: RowForecast['rowsLeft']): string {
  const { low90, likely, high90 } = left;
  if (isOpen(left)) return `at least ${rows(low90)} left`;
  return `${rows(likely)} left${low90 === high90 ? '' : ` (${low90} to ${high90})`}`;
}

/** Where a knitting stands, in a line. */
export function knittingWords({ row, rowsLeft, border, reaches, nextBall, weighAgain }: KnittingLine): string {
  if (row === null) return 'not weighed yet';
  if (!rowsLeft) return `row ${row}; weigh it again, to see how far it goes`;
  const answer = reaches
    ? `${reaches.verdict}: ${chanceInWords(reaches.chance)}`
    : border
      ? borderWords(border)
      : rowsLeftWords(rowsLeft);
  const next =
    reaches?.verdict !== 'short' && nextBall ? ` · next ball after row ${nextBall.afterRow} at the latest` : '';
  return `row ${row} · ${answer}${next}${weighAgain ? ` · weigh again after row ${weighAgain.row}` : ''}`;
}

/** Until when the border can be begun. */
export function borderWords({ surely, likely }: NonNullable<RowForecast['border']>): string {
  if (surely !== null) return `begin the border after row ${surely} at the latest`;
  return likely !== null ? 'begin the border now: it may just reach' : 'hardly enough for the border any more';
}
