import type { ReactNode } from 'react';

/** What the small drawings of the helper are put together from; each lies in a field of 96 by 72. */

const YARN = {
  fill: 'none',
  stroke: 'var(--acorn)',
  strokeWidth: 2.6,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;
const TOOL = {
  fill: 'none',
  stroke: 'var(--ink)',
  strokeWidth: 2.2,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;

export function Drawing({ name, children }: { name: string; children: ReactNode }) {
  return (
    <svg viewBox="0 0 96 72" width={96} height={72} role="img" aria-label={name} className="flex-none">
      {children}
    </svg>
  );
}

/** A strand along a path. */
export const Strand = ({ d, faint = false }: { d: string; faint?: boolean }) => (
  <path d={d} {...YARN} opacity={faint ? 0.45 : 1} />
);

/** A line of a tool, a hand or a table. */
export const Tool = ({ d }: { d: string }) => <path d={d} {...TOOL} />;

/** Which way a thing is moved. */
export const Arrow = ({ d }: { d: string }) => (
  <path d={d} fill="none" stroke="var(--lichen)" strokeWidth={3} strokeLinecap="round" strokeLinejoin="round" />
);

/** Where the trouble is. */
export const Here = ({ x, y, r = 9 }: { x: number; y: number; r?: number }) => (
  <circle cx={x} cy={y} r={r} fill="none" stroke="var(--madder)" strokeWidth={2.4} strokeDasharray="4 3" />
);

/** What must not be done, or is over. */
export const Cross = ({ x, y, r = 6 }: { x: number; y: number; r?: number }) => (
  <path
    d={`M${x - r} ${y - r}L${x + r} ${y + r}M${x + r} ${y - r}L${x - r} ${y + r}`}
    stroke="var(--madder)"
    strokeWidth={3}
    strokeLinecap="round"
  />
);

/** A cake seen from the side, its crossing and its hole. */
export function Cake({ x = 48, y = 42, w = 44, h = 36 }: { x?: number; y?: number; w?: number; h?: number }) {
  const [left, top] = [x - w / 2, y - h / 2];
  return (
    <>
      <rect x={left} y={top} width={w} height={h} rx={5} fill="var(--acorn)" opacity={0.28} />
      {[0.2, 0.5, 0.8].map((at) => (
        <path
          key={at}
          d={`M${left} ${top + h * at}L${left + w} ${top + h * (at - 0.18)}M${left} ${top + h * (at - 0.18)}L${left + w} ${top + h * at}`}
          stroke="var(--acorn)"
          strokeWidth={1.6}
        />
      ))}
      <rect x={left} y={top} width={w} height={h} rx={5} {...YARN} strokeWidth={2} />
      <ellipse cx={x} cy={top} rx={w / 6} ry={3.4} fill="var(--card)" stroke="var(--acorn)" strokeWidth={2} />
    </>
  );
}

/** An open hank: strands side by side in a ring. */
export function Hank({ x = 48, y = 36, rx = 34, ry = 22 }: { x?: number; y?: number; rx?: number; ry?: number }) {
  return (
    <>
      {[0, 4, 8].map((inset) => (
        <ellipse key={inset} cx={x} cy={y} rx={rx - inset} ry={ry - inset} {...YARN} strokeWidth={2.2} />
      ))}
    </>
  );
}

/** A tie round the strands of a hank. */
export const Tie = ({ x, y, loose = false }: { x: number; y: number; loose?: boolean }) => (
  <ellipse cx={x} cy={y} rx={loose ? 8 : 4} ry={loose ? 10 : 9} {...TOOL} strokeWidth={2.6} />
);

/** A round ball. */
export function Ball({ x = 48, y = 40, r = 20 }: { x?: number; y?: number; r?: number }) {
  return (
    <>
      <circle cx={x} cy={y} r={r} fill="var(--acorn)" opacity={0.28} />
      <circle cx={x} cy={y} r={r} {...YARN} strokeWidth={2} />
      <path
        d={`M${x - r * 0.8} ${y - r * 0.5}Q${x} ${y - r * 0.9} ${x + r * 0.8} ${y + r * 0.4}M${x - r * 0.95} ${y}Q${x - r * 0.1} ${y - r * 0.3} ${x + r * 0.5} ${y + r * 0.8}M${x - r * 0.7} ${y + r * 0.6}Q${x} ${y - r * 0.2} ${x + r * 0.9} ${y - r * 0.2}`}
        {...YARN}
        strokeWidth={1.6}
      />
    </>
  );
}

/** Yarn in a heap without an order. */
export const Snarl = ({ x = 48, y = 36, s = 1 }: { x?: number; y?: number; s?: number }) => (
  <g transform={`translate(${x} ${y}) scale(${s})`}>
    <path d="M-18 4C-22 -14 6 -20 12 -6S-8 14 -12 2S14 -16 18 2S-2 18 -10 10S4 -10 8 4" {...YARN} />
  </g>
);

/** Winder: base and spindle. */
export const Winder = () => <Tool d="M20 62H76M36 62V58M60 62V58M48 58V18" />;

/** Arms of a swift, seen from above. */
export const Swift = ({ x = 48, y = 36, r = 28 }: { x?: number; y?: number; r?: number }) => (
  <Tool
    d={`M${x - r} ${y - r * 0.7}L${x + r} ${y + r * 0.7}M${x + r} ${y - r * 0.7}L${x - r} ${y + r * 0.7}M${x - 2} ${y}h4`}
  />
);

/** Two scissor blades, open towards the right. */
export const Scissors = ({ x, y }: { x: number; y: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <Tool d="M-14 -6L14 6M-14 6L14 -6" />
    <circle cx={-18} cy={-8} r={4} {...TOOL} />
    <circle cx={-18} cy={8} r={4} {...TOOL} />
  </g>
);

/** Steam, or water in the air. */
export const Steam = ({ x, y }: { x: number; y: number }) => (
  <path
    d={`M${x} ${y}q-4 -6 0 -11t0 -11M${x + 10} ${y}q-4 -6 0 -11t0 -11M${x + 20} ${y}q-4 -6 0 -11t0 -11`}
    fill="none"
    stroke="var(--ink-soft)"
    strokeWidth={2.2}
    strokeLinecap="round"
  />
);

/** A table's edge, or a floor. */
export const Ground = ({ y = 64 }: { y?: number }) => <Tool d={`M6 ${y}H90`} />;
