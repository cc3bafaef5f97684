import type { CSSProperties, ReactNode } from 'react';
import { strandColour } from '../../../ui/figures/colour';
import { YarnLine } from '../../../ui/figures/YarnLine';
import styles from './MethodDrawing.module.css';

/** What the drawings of winding by hand are put together from; each lies in a field of 360 by 190. */

export const YARN_WIDTH = 5.5;

/** Fingers and arms: round strokes that flow into one another, seen against the page. */
export function Limbs({ paths }: { paths: readonly (readonly [d: string, width: number])[] }) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {paths.map(([d, width]) => (
        <path key={d} d={d} stroke="var(--ink)" strokeWidth={width + 5} />
      ))}
      {paths.map(([d, width]) => (
        <path key={d} d={d} stroke="var(--sunk)" strokeWidth={width} />
      ))}
    </g>
  );
}

/** Folded fingers, or what else is seen on a hand. */
export const Creases = ({ d }: { d: string }) => <path d={d} stroke="var(--ink)" strokeWidth={2.5} fill="none" />;

/** Wood, card, cloth: what a thing is made of is not told apart. */
export const Thing = ({ d }: { d: string }) => (
  <path d={d} fill="var(--line)" stroke="var(--ink)" strokeWidth={2.5} strokeLinejoin="round" />
);

/** Strands that are laid one after another. */
export function Laid({ paths, colour }: { paths: readonly string[]; colour: string }) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {paths.map((d, nth) => (
        <g key={d} style={{ '--nth': nth } as CSSProperties}>
          <path
            className={styles.laid}
            d={d}
            pathLength={100}
            stroke="var(--ink)"
            strokeOpacity={0.5}
            strokeWidth={YARN_WIDTH + 2.5}
          />
          <path className={styles.laid} d={d} pathLength={100} stroke={colour} strokeWidth={YARN_WIDTH} />
        </g>
      ))}
    </g>
  );
}

/** A strand that runs along its path. */
export function Running({ d, colour }: { d: string; colour: string }) {
  return (
    <>
      <YarnLine d={d} colourHex={colour} width={YARN_WIDTH} />
      <path className={styles.running} d={d} fill="none" strokeWidth={2} style={{ stroke: strandColour(colour) }} />
    </>
  );
}

/** The way that the hand goes, again and again. */
export const HandGoes = ({ d }: { d: string }) => (
  <path className={styles.hand} d={d} stroke="var(--acorn)" strokeWidth={11} pathLength={100} fill="none" />
);

/** Moved to another place, in the drawing's own measure. */
export const Moved = ({ dx, dy, children }: { dx: number; dy: number; children: ReactNode }) => (
  <g className={styles.moved} style={{ '--to': `translate(${dx}px, ${dy}px)` } as CSSProperties}>
    {children}
  </g>
);

/** Turned a little to and fro, about a place of what is turned. */
export const Turned = ({ by, about = 'center', children }: { by: number; about?: string; children: ReactNode }) => (
  <g className={styles.turned} style={{ '--by': `${by}deg`, '--about': about } as CSSProperties}>
    {children}
  </g>
);

/** An arrow with its head at the end; `toDeg` is where it points, 0 to the right and 90 down. */
export function Arrow({ d, at: [x, y], toDeg }: { d: string; at: readonly [number, number]; toDeg: number }) {
  return (
    <g stroke="var(--acorn)" strokeWidth={5} fill="none" strokeLinecap="round" strokeLinejoin="round">
      <path d={d} />
      <path d="M-10 -8L0 0L-10 8" transform={`translate(${x} ${y}) rotate(${toDeg})`} />
    </g>
  );
}

/** An arrow that is straight. */
export function Straight({
  from: [x, y],
  to: [a, b],
}: {
  from: readonly [number, number];
  to: readonly [number, number];
}) {
  return <Arrow d={`M${x} ${y}L${a} ${b}`} at={[a, b]} toDeg={(Math.atan2(b - y, a - x) * 180) / Math.PI} />;
}

/** Strands across a body of yarn, from side to side. */
const Strands = ({ paths, colour }: { paths: readonly string[]; colour: string }) => (
  <g fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
    {paths.map((d) => (
      <path key={d} d={d} />
    ))}
  </g>
);

/** Yarn wound to a body. */
export function Body({ d, strands, colour }: { d: string; strands: readonly string[]; colour: string }) {
  return (
    <g>
      <path d={d} fill={colour} stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={2} />
      <Strands paths={strands} colour={colour} />
    </g>
  );
}

/** An open hank that is held out at both sides, with as many strands as one sees. */
export function HeldHank({ d, colour }: { d: string; colour: string }) {
  return (
    <g fill="none" strokeLinejoin="round">
      <path d={d} stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={17} />
      <path d={d} stroke={colour} strokeWidth={14} />
      <path d={d} strokeWidth={2} style={{ stroke: strandColour(colour) }} />
    </g>
  );
}

/** A tie round a hank, with its two ends. */
export const HankTie = ({ x, y }: { x: number; y: number }) => (
  <g fill="none" strokeLinecap="round">
    <path d={`M${x} ${y - 11}V${y + 11}l-5 8m5 -8l6 7`} stroke="var(--ink)" strokeWidth={7} />
    <path d={`M${x} ${y - 11}V${y + 11}l-5 8m5 -8l6 7`} stroke="var(--card)" strokeWidth={4} />
  </g>
);

/** Where it goes wrong. */
export const Wrong = ({ x, y, r }: { x: number; y: number; r: number }) => (
  <circle cx={x} cy={y} r={r} fill="none" stroke="var(--madder)" strokeWidth={4} />
);
