import type { PackageEnd } from '../../core/yarn/faults';
import type { Round } from '../../core/twist/twist';
import { YarnLine } from '../figures/YarnLine';
import { ArcArrow } from './ArcArrow';
import { Ribbon } from './Ribbon';

/** What a strand is pulled from, as it is seen from where it is held. */
export type Source =
  | {
      kind: 'package';
      /** Which way it was laid, from the centre outwards, as seen from here. */ laid: Round;
      end: PackageEnd;
      turning: boolean;
    }
  | { kind: 'loop'; round: Round; turning: boolean };

const SIZE = 260;
const MIDDLE = SIZE / 2;
const HOLE = 30;
const OUTSIDE = 104;
/** Turns of the spiral that stand for the whole package. */
const SPIRAL = 5;

/** Pulling a strand: where it comes off, and how a ribbon in its place turns with it. */
export function PullScene({
  source,
  wraps,
  colourHex,
  hint,
  label,
}: {
  source: Source;
  /** Times round that have been pulled so far. */
  wraps: number;
  colourHex: string;
  /** Shows which way it was laid, before anything is pulled. */
  hint: boolean;
  label: string;
}) {
  const round = comesOff(source);
  const sense = round === 'cw' ? 1 : -1;
  const turned = source.turning ? wraps : 0;
  const angle = source.turning ? 0 : -Math.PI / 2 + sense * 2 * Math.PI * wraps;
  const r = radiusOf(source, wraps);
  const off = { x: MIDDLE + r * Math.cos(angle), y: MIDDLE + r * Math.sin(angle) };
  return (
    <svg viewBox="0 0 400 270" role="img" aria-label={label} width="100%">
      <g
        transform={`translate(4 5) rotate(${turned * 360 * (source.kind === 'package' && source.laid === 'cw' ? -1 : 1)} ${MIDDLE} ${MIDDLE})`}
      >
        {source.kind === 'package' ? (
          <Package laid={source.laid} colourHex={colourHex} wraps={source.turning ? 0 : wraps} end={source.end} />
        ) : (
          <circle cx={MIDDLE} cy={MIDDLE} r={OUTSIDE} fill="none" stroke={colourHex} strokeWidth={12} />
        )}
      </g>
      <g transform="translate(4 5)">
        {hint && source.kind === 'package' && <ArcArrow x={MIDDLE} y={MIDDLE} r={OUTSIDE + 16} round={source.laid} />}
        {source.turning ? (
          <YarnLine d={`M${MIDDLE + OUTSIDE} ${MIDDLE}H344`} colourHex={colourHex} width={5} />
        ) : (
          <YarnLine d={`M${off.x} ${off.y}L${MIDDLE} ${MIDDLE}`} colourHex={colourHex} width={5} />
        )}
        {!source.turning && (
          <circle cx={MIDDLE} cy={MIDDLE} r={9} fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
        )}
      </g>
      <g transform="translate(340 12)">
        <Ribbon turns={source.turning ? 0 : sense * wraps} colourHex={colourHex} width={42} height={246} />
      </g>
    </svg>
  );
}

/** Which way round a strand goes as it comes off, seen from where it is held. */
export function comesOff(source: Source): Round {
  if (source.kind === 'loop') return source.round;
  return source.end === 'inner' ? source.laid : source.laid === 'cw' ? 'ccw' : 'cw';
}

function radiusOf(source: Source, wraps: number): number {
  if (source.kind === 'loop') return OUTSIDE;
  const layer = (OUTSIDE - HOLE) / SPIRAL;
  return source.end === 'inner' ? HOLE + Math.min(SPIRAL, wraps) * layer : OUTSIDE - Math.min(SPIRAL, wraps) * layer;
}

const BITS = 240;

/** A package from above: its strand as a wide spiral, from the centre outwards. */
function Package({ laid, colourHex, wraps, end }: { laid: Round; colourHex: string; wraps: number; end: PackageEnd }) {
  const sense = laid === 'cw' ? 1 : -1;
  const gone = Math.min(SPIRAL, wraps);
  const [from, to] = end === 'inner' ? [gone, SPIRAL] : [0, SPIRAL - gone];
  // The end that is pulled lies upwards at first.
  const start = end === 'inner' ? -Math.PI / 2 : -Math.PI / 2 - sense * 2 * Math.PI * SPIRAL;
  const points = Array.from({ length: BITS + 1 }, (_, i) => {
    const turn = from + ((to - from) * i) / BITS;
    const r = HOLE + ((OUTSIDE - HOLE) * turn) / SPIRAL;
    const angle = start + sense * 2 * Math.PI * turn;
    return `${(MIDDLE + r * Math.cos(angle)).toFixed(1)} ${(MIDDLE + r * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <>
      <circle cx={MIDDLE} cy={MIDDLE} r={OUTSIDE + 6} fill={`color-mix(in oklab, ${colourHex}, var(--card) 72%)`} />
      <circle cx={MIDDLE} cy={MIDDLE} r={HOLE - 8} fill="var(--paper)" />
      {to > from && <YarnLine d={`M${points.join('L')}`} colourHex={colourHex} width={7} />}
    </>
  );
}
