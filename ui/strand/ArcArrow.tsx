import type { Round } from '../../core/twist/twist';

const HEAD = 9;

/** An arrow round a middle, seen from in front: three quarters of a circle, open where it ends. */
export function ArcArrow({
  x,
  y,
  r,
  round,
  flat = 1,
  width = 2.4,
}: {
  x: number;
  y: number;
  r: number;
  round: Round;
  /** How far the circle is tilted away: 1 is seen from straight above. */
  flat?: number;
  width?: number;
}) {
  const sign = round === 'cw' ? 1 : -1;
  const at = (degrees: number, radius = r) => {
    const angle = (degrees * Math.PI) / 180;
    return { x: x + radius * Math.cos(angle), y: y + flat * radius * Math.sin(angle) };
  };
  const [start, end] = [at(-140), at(-140 + sign * 270)];
  // The head points along the circle, whatever its size.
  const along = ((-140 + sign * 270 + sign * 90) * Math.PI) / 180;
  const tip = { x: end.x + HEAD * Math.cos(along), y: end.y + flat * HEAD * Math.sin(along) };
  const [inner, outer] = [at(-140 + sign * 270, r - HEAD / 2), at(-140 + sign * 270, r + HEAD / 2)];
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={width} strokeLinecap="round" strokeLinejoin="round">
      <path d={`M${start.x} ${start.y}A${r} ${r * flat} 0 1 ${sign > 0 ? 1 : 0} ${end.x} ${end.y}`} />
      <path d={`M${inner.x} ${inner.y}L${tip.x} ${tip.y}L${outer.x} ${outer.y}Z`} fill="var(--ink)" />
    </g>
  );
}
