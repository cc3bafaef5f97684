import { requireWithin } from '../common/require';

/** A sheet of labels: the paper, how they lie on it, and whether they have to be cut apart. In millimetres. */
export interface LabelSheet {
  name: string;
  paper: 'A4' | 'LETTER';
  columns: number;
  rows: number;
  widthMm: number;
  heightMm: number;
  leftMm: number;
  topMm: number;
  /** Between two labels of a row, and between two rows. */
  gapXMm: number;
  gapYMm: number;
  /** Plain paper: marks show where to cut. */
  cutMarks: boolean;
  /** The code stands beneath the words: for what is higher than it is wide. */
  upright?: true;
  /** A tag, which hangs by a thread: where to punch it. */
  hole?: true;
  /** All that is known stands on it, not only what a buyer wants to know. */
  full?: true;
}

/** Common label paper, and plain paper with marks to cut along. */
export const LABEL_SHEETS = {
  'a4-21': {
    name: 'A4, 21 labels, 63.5 × 38.1 mm',
    paper: 'A4',
    columns: 3,
    rows: 7,
    widthMm: 63.5,
    heightMm: 38.1,
    leftMm: 7.25,
    topMm: 15.15,
    gapXMm: 2.5,
    gapYMm: 0,
    cutMarks: false,
  },
  'a4-24': {
    name: 'A4, 24 labels, 70 × 37 mm',
    paper: 'A4',
    columns: 3,
    rows: 8,
    widthMm: 70,
    heightMm: 37,
    leftMm: 0,
    topMm: 0.5,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: false,
  },
  'a4-14': {
    name: 'A4, 14 labels, 99.1 × 38.1 mm',
    paper: 'A4',
    columns: 2,
    rows: 7,
    widthMm: 99.1,
    heightMm: 38.1,
    leftMm: 4.65,
    topMm: 15.15,
    gapXMm: 2.5,
    gapYMm: 0,
    cutMarks: false,
  },
  'letter-30': {
    name: 'Letter, 30 labels, 2⅝ × 1 in',
    paper: 'LETTER',
    columns: 3,
    rows: 10,
    widthMm: 66.7,
    heightMm: 25.4,
    leftMm: 4.8,
    topMm: 12.7,
    gapXMm: 3.1,
    gapYMm: 0,
    cutMarks: false,
  },
  'a4-plain': {
    name: 'A4, plain paper to cut',
    paper: 'A4',
    columns: 3,
    rows: 7,
    widthMm: 60,
    heightMm: 37,
    leftMm: 15,
    topMm: 19,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
  },
  'letter-plain': {
    name: 'Letter, plain paper to cut',
    paper: 'LETTER',
    columns: 3,
    rows: 6,
    widthMm: 60,
    heightMm: 38,
    leftMm: 18,
    topMm: 25,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
  },
  'a4-slips': {
    name: 'A4, slips for the hole of a cake, 45 × 84 mm',
    paper: 'A4',
    columns: 4,
    rows: 3,
    widthMm: 45,
    heightMm: 84,
    leftMm: 15,
    topMm: 22,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
    upright: true,
    full: true,
  },
  'letter-slips': {
    name: 'Letter, slips for the hole of a cake, 45 × 80 mm',
    paper: 'LETTER',
    columns: 4,
    rows: 3,
    widthMm: 45,
    heightMm: 80,
    leftMm: 18,
    topMm: 19,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
    upright: true,
    full: true,
  },
  'a4-tags': {
    name: 'A4, tags for the outside, 60 × 110 mm',
    paper: 'A4',
    columns: 3,
    rows: 2,
    widthMm: 60,
    heightMm: 110,
    leftMm: 15,
    topMm: 38,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
    upright: true,
    hole: true,
    full: true,
  },
  'letter-tags': {
    name: 'Letter, tags for the outside, 60 × 110 mm',
    paper: 'LETTER',
    columns: 3,
    rows: 2,
    widthMm: 60,
    heightMm: 110,
    leftMm: 18,
    topMm: 29,
    gapXMm: 0,
    gapYMm: 0,
    cutMarks: true,
    upright: true,
    hole: true,
    full: true,
  },
} as const satisfies Record<string, LabelSheet>;

export type LabelSheetName = keyof typeof LABEL_SHEETS;
export const LABEL_SHEET_NAMES = Object.keys(LABEL_SHEETS) as LabelSheetName[];

/** Where one label lies. */
export interface LabelPlace {
  /** Counted from 0. */
  page: number;
  xMm: number;
  yMm: number;
}

/**
 * Where so many labels lie, row by row, after those of the first sheet that are used already.
 *
 * @throws InputError at `skip`
 * @example
 * labelPlaces(LABEL_SHEETS['a4-24'], 2, 23).map(({ page, xMm }) => [page, xMm]) // => [[0, 140], [1, 0]]
 */
export function labelPlaces(sheet: LabelSheet, count: number, skip = 0): LabelPlace[] {
  const perPage = sheet.columns * sheet.rows;
  requireWithin(skip, 0, perPage - 1, 'skip');
  return Array.from({ length: count }, (_, i) => {
    const at = (i + skip) % perPage;
    const [column, row] = [at % sheet.columns, Math.floor(at / sheet.columns)];
    return {
      page: Math.floor((i + skip) / perPage),
      xMm: sheet.leftMm + column * (sheet.widthMm + sheet.gapXMm),
      yMm: sheet.topMm + row * (sheet.heightMm + sheet.gapYMm),
    };
  });
}

/** A mark to cut along: from one place to another, in millimetres. */
export interface CutMark {
  fromMm: readonly [x: number, y: number];
  toMm: readonly [x: number, y: number];
}

/** So long a mark is, and so far it stays away from the labels. */
const MARK_MM = 6;
const APART_MM = 1.5;

/**
 * The marks at the rim of a sheet of plain paper: where a ruler is laid from one side to the other.
 *
 * @example
 * cutMarks(LABEL_SHEETS['a4-plain']).length // => 24
 * @example
 * cutMarks(LABEL_SHEETS['a4-21']) // => []
 */
export function cutMarks(sheet: LabelSheet): CutMark[] {
  if (!sheet.cutMarks) return [];
  const right = sheet.leftMm + sheet.columns * sheet.widthMm;
  const bottom = sheet.topMm + sheet.rows * sheet.heightMm;
  const columns = Array.from({ length: sheet.columns + 1 }, (_, i) => sheet.leftMm + i * sheet.widthMm);
  const rows = Array.from({ length: sheet.rows + 1 }, (_, i) => sheet.topMm + i * sheet.heightMm);
  const outside = APART_MM + MARK_MM;
  return [
    ...columns.flatMap((x): CutMark[] => [
      { fromMm: [x, sheet.topMm - outside], toMm: [x, sheet.topMm - APART_MM] },
      { fromMm: [x, bottom + APART_MM], toMm: [x, bottom + outside] },
    ]),
    ...rows.flatMap((y): CutMark[] => [
      { fromMm: [sheet.leftMm - outside, y], toMm: [sheet.leftMm - APART_MM, y] },
      { fromMm: [right + APART_MM, y], toMm: [right + outside, y] },
    ]),
  ];
}
