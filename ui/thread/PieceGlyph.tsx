import { useId } from 'react';
import type { PieceForm } from '../../core/yarn/piece';
import { strandColour } from '../figures/colour';

/** The side of a drawing whose area stands for a mass: a piece of twice the mass has twice the area. */
export function glyphSide(massG: number | null): number {
  return massG === null ? 46 : Math.min(112, Math.max(18, 7.4 * Math.sqrt(massG)));
}

export interface GlyphProps {
  form: PieceForm;
  colourHex: string;
  /** Middle of the drawing. */
  x: number;
  y: number;
  side: number;
  /** No longer there: it has become something else. */
  gone?: boolean;
  knots?: boolean;
}

/** A piece of yarn as it lies on the table, in its own colour. */
export function PieceGlyph({ form, colourHex, x, y, side, gone, knots }: GlyphProps) {
  return (
    <g
      transform={`translate(${x} ${y}) scale(${side / 100})`}
      opacity={gone ? 0.34 : 1}
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <Shape form={form} colourHex={colourHex} />
      {knots && <Knot x={34} y={-34} />}
    </g>
  );
}

/** The whole of a piece in a box of 100 by 100 about the origin. */
function Shape({ form, colourHex }: { form: PieceForm; colourHex: string }) {
  switch (form) {
    case 'hank':
      return <Hank colour={colourHex} />;
    case 'cake':
      return <Cake colour={colourHex} />;
    case 'ball':
      return <Ball colour={colourHex} />;
    case 'mini skein':
      return <Ring colour={colourHex} />;
    case 'cone':
      return <Cone colour={colourHex} />;
    case 'bobbin':
      return <Bobbin colour={colourHex} />;
    case 'shop skein':
      return <ShopSkein colour={colourHex} />;
  }
}

/** Strands that do not cross each other are one path: a page of the shelf draws many pieces. */
const strands = (places: readonly number[], strand: (place: number) => string) => places.map(strand).join('');
const CAKE_FORTH = strands([-3, -2, -1, 0, 1, 2, 3, 4], (i) => `M-48 ${i * 13 - 6}Q0 ${i * 13 + 24} 48 ${i * 13 - 22}`);
const CAKE_BACK = strands([-2, -1, 0, 1, 2, 3, 4], (i) => `M48 ${i * 13 - 2}Q0 ${i * 13 + 28} -48 ${i * 13 - 18}`);
const BALL_ACROSS = strands([-24, -12, 0, 12, 24], (d) => `M-44 ${d + 10}Q0 ${d - 26} 44 ${d + 6}`);
const BALL_DOWN = strands([-18, -6, 6], (d) => `M${d - 8} -44Q${d + 26} 0 ${d} 44`);
const CONE_WRAPS = strands(
  [-26, -8, 10, 28],
  (y) => `M${-19 - (y + 26) * 0.34} ${y}Q0 ${y + 15} ${19 + (y + 26) * 0.34} ${y - 8}`,
);
const BOBBIN_WRAPS = strands([-18, -6, 6, 18], (y) => `M-28 ${y + 3}L28 ${y - 3}`);
const SKEIN_STRANDS = strands([-16, -8, 0, 8, 16], (y) => `M-50 ${y}Q0 ${y * 0.4} 50 ${y}`);

const EDGE = { stroke: 'var(--ink)', strokeOpacity: 0.55, strokeWidth: 1.6 };

/** Loops of one long strand, held together by ties. */
function Hank({ colour }: { colour: string }) {
  return (
    <>
      <ellipse rx={37} ry={22} fill="none" stroke={colour} strokeWidth={24} />
      {[0, 1, 2, 3, 4].map((i) => (
        // The strands do not lie in perfect rings; each is turned a little.
        <ellipse
          key={i}
          transform={`rotate(${(i % 2 ? 1 : -1) * (1.5 + i * 0.4)})`}
          rx={45.5 - i * 4.4}
          ry={30.5 - i * 4.4}
          fill="none"
          strokeWidth={1.7}
          style={{ stroke: strandColour(colour) }}
        />
      ))}
      <ellipse rx={49} ry={34} fill="none" {...EDGE} />
      <ellipse rx={25} ry={10} fill="none" {...EDGE} />
      {TIES.map(({ x1, y1, x2, y2 }) => (
        <g key={`${x1}`} fill="none">
          <path d={`M${x1} ${y1}L${x2} ${y2}l3 5`} stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={5} />
          <path d={`M${x1} ${y1}L${x2} ${y2}l3 5`} stroke="var(--card)" strokeWidth={2.8} />
        </g>
      ))}
    </>
  );
}

const TIES = [
  { x1: -17, y1: -8.5, x2: -31, y2: -28 },
  { x1: 22, y1: -5, x2: 44, y2: -16 },
  { x1: -22, y1: 5, x2: -42, y2: 18 },
  { x1: 14, y1: 9, x2: 25, y2: 30.5 },
];

function Cake({ colour }: { colour: string }) {
  const clip = useId();
  const body = 'M-42 -24C-46 -8 -46 12 -42 30A42 13 0 0 0 42 30C46 12 46 -8 42 -24Z';
  return (
    <>
      <clipPath id={clip}>
        <path d={body} />
      </clipPath>
      <path d={body} fill={colour} {...EDGE} />
      <g clipPath={`url(#${clip})`} fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        <path d={CAKE_FORTH} />
        <path d={CAKE_BACK} opacity={0.55} />
      </g>
      <ellipse cy={-25} rx={42} ry={13} fill={colour} {...EDGE} />
      <g fill="none" strokeWidth={2.2} style={{ stroke: strandColour(colour) }}>
        <ellipse cy={-25} rx={33} ry={9.6} />
        <ellipse cy={-25} rx={23} ry={6.6} />
      </g>
      <ellipse cy={-25} rx={13} ry={4.2} fill="var(--ink)" opacity={0.82} />
    </>
  );
}

function Ball({ colour }: { colour: string }) {
  const clip = useId();
  return (
    <>
      <clipPath id={clip}>
        <circle r={42} />
      </clipPath>
      <circle r={42} fill={colour} {...EDGE} />
      <g clipPath={`url(#${clip})`} fill="none" strokeWidth={2.8} style={{ stroke: strandColour(colour) }}>
        <path d={BALL_ACROSS} />
        <path d={BALL_DOWN} opacity={0.6} />
      </g>
    </>
  );
}

function Ring({ colour }: { colour: string }) {
  return (
    <>
      <circle r={31} fill="none" stroke={colour} strokeWidth={22} />
      <circle r={42} fill="none" {...EDGE} />
      <circle r={20} fill="none" {...EDGE} />
      {[0, 45, 90, 135, 180, 225, 270, 315].map((angle) => (
        <path
          key={angle}
          transform={`rotate(${angle})`}
          d="M20 0Q30 -9 42 -4"
          fill="none"
          strokeWidth={2.6}
          style={{ stroke: strandColour(colour) }}
        />
      ))}
    </>
  );
}

function Cone({ colour }: { colour: string }) {
  return (
    <>
      <path d="M-13 -44H13L42 40H-42Z" fill={colour} {...EDGE} />
      <g fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        <path d={CONE_WRAPS} />
      </g>
    </>
  );
}

function Bobbin({ colour }: { colour: string }) {
  return (
    <>
      <rect x={-28} y={-30} width={56} height={60} fill={colour} {...EDGE} />
      <g fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        <path d={BOBBIN_WRAPS} />
      </g>
      {[-40, 30].map((y) => (
        <rect key={y} x={-40} y={y} width={80} height={10} rx={3} fill="var(--sunk)" {...EDGE} />
      ))}
    </>
  );
}

function ShopSkein({ colour }: { colour: string }) {
  const clip = useId();
  return (
    <>
      <clipPath id={clip}>
        <ellipse rx={48} ry={25} />
      </clipPath>
      <ellipse rx={48} ry={25} fill={colour} {...EDGE} />
      <g clipPath={`url(#${clip})`} fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        <path d={SKEIN_STRANDS} />
      </g>
      <path d="M-12 -24.500Q-9 0 -12 24.500H12Q15 0 12 -24.500Z" fill="var(--card)" {...EDGE} />
    </>
  );
}

function Knot({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r={11} fill="var(--card)" stroke="var(--amber)" strokeWidth={3} />
      <path d="M-5 4C-5 -6 5 -6 5 0S-3 5 -3 0" fill="none" stroke="var(--amber)" strokeWidth={3} />
    </g>
  );
}
