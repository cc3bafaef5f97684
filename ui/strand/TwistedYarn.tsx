import { memo } from 'react';
import { strandAngleDeg } from '../../core/twist/twistSeverity';
import { strandColour } from '../figures/colour';

/**
 * A stretch of yarn, upright and magnified, with its strands at their real angle. Z leans like the middle of the
 * letter Z, S like that of S.
 */
export const TwistedYarn = memo(function TwistedYarn({
  turnsPerM,
  diameterMm,
  plies,
  colourHex,
  width,
  height,
  /** Turns the whole stretch about its axis. */
  turned = 0,
}: {
  /** Z positive. */
  turnsPerM: number;
  diameterMm: number;
  /** Of a single, its fibres are drawn. */
  plies: number | null;
  colourHex: string;
  width: number;
  height: number;
  turned?: number;
}) {
  const lines = strandLines({ turnsPerM, diameterMm, plies, width, height, turned });
  const shade = strandColour(colourHex);
  const id = `yarn-${colourHex.slice(1)}`;
  return (
    <g>
      <defs>
        <linearGradient id={id}>
          <stop offset="0" stopColor={`color-mix(in oklab, ${colourHex}, black 34%)`} />
          <stop offset="0.35" stopColor={colourHex} />
          <stop offset="0.6" stopColor={`color-mix(in oklab, ${colourHex}, white 10%)`} />
          <stop offset="1" stopColor={`color-mix(in oklab, ${colourHex}, black 34%)`} />
        </linearGradient>
      </defs>
      <svg width={width} height={height}>
        <rect width={width} height={height} fill={`url(#${id})`} />
        {lines.map((d, i) => (
          <path key={i} d={d} fill="none" stroke={shade} strokeWidth={plies === 1 ? 1.6 : 3.4} strokeLinecap="round" />
        ))}
      </svg>
      <rect width={width} height={height} fill="none" stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={1.5} />
    </g>
  );
});

/** Fibres that a single is drawn with. */
const FIBRES = 9;
const POINTS = 14;

/**
 * Where the strands run that can be seen: on the front half of each helix, x = r sin a, and along the yarn a/2 pi of
 * the pitch. In the middle they cross the yarn at atan(pi d t), as on the real one.
 */
export function strandLines({
  turnsPerM,
  diameterMm,
  plies,
  width,
  height,
  turned,
}: {
  turnsPerM: number;
  diameterMm: number;
  plies: number | null;
  width: number;
  height: number;
  turned: number;
}): string[] {
  const lines = plies === 1 ? FIBRES : Math.max(2, plies ?? 2);
  const pixelsPerMm = width / diameterMm;
  const r = width / 2;
  const phases = Array.from({ length: lines }, (_, i) => i / lines + turned);
  const flat = Math.abs(strandAngleDeg(turnsPerM, diameterMm)) < 0.5;
  if (flat)
    return phases
      .map((phase) => 2 * Math.PI * (phase - Math.floor(phase)) - Math.PI)
      .filter((angle) => Math.abs(angle) < Math.PI / 2)
      .map((angle) => `M${(r + r * Math.sin(angle)).toFixed(2)} 0V${height}`);
  // Pixels for one turn; up the page is along the yarn, and a Z strand goes up to the right.
  const pitch = (1000 / turnsPerM) * pixelsPerMm;
  const turns = height / Math.abs(pitch);
  const out: string[] = [];
  for (const phase of phases)
    for (let turn = Math.floor(-phase - turns) - 1; turn <= Math.ceil(turns - phase) + 1; turn++) {
      const points = Array.from({ length: POINTS + 1 }, (_, i) => {
        const angle = -Math.PI / 2 + (Math.PI * i) / POINTS;
        const along = (angle / (2 * Math.PI) + turn + phase) * pitch;
        return { x: r + r * Math.sin(angle), y: height - along };
      }).filter(({ y }) => y >= -1 && y <= height + 1);
      if (points.length > 1)
        out.push(
          `M${points.map(({ x, y }) => `${x.toFixed(2)} ${Math.min(height, Math.max(0, y)).toFixed(2)}`).join('L')}`,
        );
    }
  return out;
}
