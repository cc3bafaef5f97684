import { plural } from '../../../core/common/format';
import type { MiniTies } from '../../../core/minis/miniTies';
import { strandColour } from '../../../ui/figures/colour';

const SIZE = 190;
const MIDDLE = SIZE / 2;
const RX = 74;
const RY = 50;

/** An open mini with its figure eights where they belong: loose ones stand off from the strands, snug ones hold them. */
export function TiesDrawing({ ties: { count, hold, bundles }, colourHex }: { ties: MiniTies; colourHex: string }) {
  const places = Array.from({ length: count + 1 }, (_, i) => (i / (count + 1)) * 2 * Math.PI - Math.PI / 2);
  return (
    <svg
      width={SIZE}
      height={SIZE * 0.82}
      viewBox={`0 12 ${SIZE} ${SIZE * 0.82}`}
      role="img"
      aria-label={`an open mini with ${plural(count, `${hold} figure eight`)}, and its two ends tied at the top`}
    >
      <ellipse cx={MIDDLE} cy={MIDDLE} rx={RX} ry={RY} fill="none" stroke={colourHex} strokeWidth={24} />
      {[-9, -4.5, 0, 4.5, 9].map((d) => (
        <ellipse
          key={d}
          cx={MIDDLE}
          cy={MIDDLE}
          rx={RX + d}
          ry={RY + d}
          fill="none"
          strokeWidth={1.6}
          style={{ stroke: strandColour(colourHex) }}
        />
      ))}
      {places.map((angle, i) =>
        i === 0 ? <Ends key={i} /> : <FigureEight key={i} angle={angle} loose={hold === 'loose'} bundles={bundles} />,
      )}
    </svg>
  );
}

/** Crosses between the bundles of strands, so that they cannot change places. */
function FigureEight({ angle, loose, bundles }: { angle: number; loose: boolean; bundles: 2 | 3 }) {
  const [x, y] = [MIDDLE + RX * Math.cos(angle), MIDDLE + RY * Math.sin(angle)];
  // Across the strands: along the ellipse's normal.
  const turn = (Math.atan2(Math.sin(angle) / RY, Math.cos(angle) / RX) * 180) / Math.PI;
  const reach = loose ? 19 : 14;
  const wide = loose ? 9 : 5;
  const steps = bundles === 2 ? [-reach, 0, reach] : [-reach, -reach / 3, reach / 3, reach];
  const there = steps.slice(1).map((to, i) => `Q${(steps[i]! + to) / 2} ${i % 2 ? -wide : wide} ${to} 0`);
  const back = [...steps]
    .reverse()
    .slice(1)
    .map((to, i) => {
      const from = steps[steps.length - 1 - i]!;
      const side = (steps.length - 2 - i) % 2 ? wide : -wide;
      return `Q${(from + to) / 2} ${side} ${to} 0`;
    });
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn})`} fill="none">
      {(['var(--ink)', 'var(--card)'] as const).map((stroke, i) => (
        <path
          key={stroke}
          d={`M${steps[0]} 0${there.join('')}${back.join('')}`}
          stroke={stroke}
          strokeWidth={i ? 2.6 : 5}
        />
      ))}
      <path d={`M${reach} 0l5 -5M${reach} 0l6 3`} stroke="var(--ink)" strokeWidth={2} />
    </g>
  );
}

/** Where the two ends of the mini itself meet. */
function Ends() {
  return (
    <g
      transform={`translate(${MIDDLE} ${MIDDLE - RY})`}
      fill="none"
      stroke="var(--acorn)"
      strokeWidth={3}
      strokeLinecap="round"
    >
      <circle r={5} fill="var(--acorn)" />
      <path d="M-3 -5Q-8 -14 -14 -18M3 -5Q8 -14 15 -17" />
    </g>
  );
}
