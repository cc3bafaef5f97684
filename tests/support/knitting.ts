import type { Knitting } from '../../core/projects/rowForecast';
import { type RowPattern, rowSums } from '../../core/projects/rowPattern';
import { evens, normals } from './chance';

/** As many rows as the border is made of. */
const BORDER_ROWS = 8;
/** The yarn's own drift, from place to place: another process than the one that the forecast supposes. */
const DRIFT_EVERY_G = 12;
const MOST_DRIFT = 0.03;

/** A maker by chance, with uneven rows, a yarn whose grist drifts, and a scale with steps; weighed on the way, and knitted to the end. */
export function knitted(
  seed: number,
  pattern: RowPattern,
  { weighings, stepG }: { weighings: number; stepG: number },
): { knitting: Knitting; remainingG: (row: number) => number; end: number; made: number; weighedAt: number } {
  const [normal, even] = [normals(seed * 7919), evens(seed * 7919 + 1)];
  const unevenness = 0.02 * Math.exp(1.8 * even());
  const drift = MOST_DRIFT * even();
  const nodes = Array.from({ length: 60 }, () => drift * normal());
  const driftAt = (grams: number) => {
    const at = Math.min(nodes.length - 2, Math.floor(grams / DRIFT_EVERY_G));
    const share = grams / DRIFT_EVERY_G - at;
    return nodes[at]! * (1 - share) + nodes[at + 1]! * share;
  };
  const startG = 100 + 60 * even();
  const truth: RowPattern =
    pattern.kind === 'unknown'
      ? { kind: 'stepped', stitches: Math.round(20 + 60 * even()), change: 1 + Math.floor(3 * even()), every: 2 }
      : pattern;
  const { rows, through } = rowSums(truth);
  const stitchG = startG / through[0]![Math.round(120 + 100 * even())]!;
  const usedG = [0];
  for (let row = 1; row <= rows && usedG[row - 1]! < 1.5 * startG; row++) {
    const evenly = stitchG * (through[0]![row]! - through[0]![row - 1]!);
    const uneven = Math.exp(unevenness * normal() - unevenness ** 2 / 2);
    usedG.push(usedG[row - 1]! + evenly * uneven * (1 + driftAt(usedG[row - 1]!)));
  }
  const made = usedG.findIndex((grams) => grams > startG) - 1;
  const weighedAt = Math.round(made * (0.35 + 0.45 * even()));
  const rowsWeighed = [
    0,
    weighedAt,
    ...Array.from({ length: weighings - 2 }, () => 1 + Math.floor((weighedAt - 1) * even())),
  ];
  const end = made - BORDER_ROWS - 2;
  return {
    knitting: {
      pattern,
      lastRow: end,
      border: { kind: 'rows', rows: BORDER_ROWS },
      gristMPerG: null,
      reserveG: { mean: 0, sd: 0 },
      weighings: [...new Set(rowsWeighed)]
        .sort((a, b) => a - b)
        .map((row) => ({
          row,
          ballId: 1,
          massG: { mean: Math.round((startG - usedG[row]!) / stepG) * stepG, sd: stepG / Math.sqrt(12) },
        })),
    },
    // A border as wide as the last row takes what so many rows of that width do.
    remainingG: (row) => startG - usedG[row]! - BORDER_ROWS * stitchG * (through[0]![row]! - through[0]![row - 1]!),
    end,
    made,
    weighedAt,
  };
}
