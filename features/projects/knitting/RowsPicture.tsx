import type { ChangeKnittingForm } from '../../../server/projects/knittingForms';

type Rows = ChangeKnittingForm['rows'];

/** How long each of a few rows is drawn, from the first at the foot. */
const WIDTHS: Record<Rows, number[]> = {
  even: [46, 46, 46, 46, 46, 46],
  grow: [8, 16, 24, 32, 40, 48],
  shrink: [48, 40, 32, 24, 16, 8],
  chart: [30, 38, 46, 46, 34, 42],
  unknown: [14, 22, 28, 36, 42, 48],
};

/** Rows of stitches as they lie in the fabric. */
export function RowsPicture({ rows }: { rows: Rows }) {
  return (
    <svg width={88} height={68} viewBox="-44 -34 88 68" aria-hidden="true">
      {WIDTHS[rows].map((width, i) => (
        <path
          key={i}
          d={`M${-0.75 * width} ${24 - 10 * i}h${1.5 * width}`}
          stroke="var(--acorn)"
          strokeWidth={6}
          strokeLinecap="round"
          strokeDasharray={rows === 'unknown' && i > 2 ? '1 9' : '5 7'}
        />
      ))}
    </svg>
  );
}
