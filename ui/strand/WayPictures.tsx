import { memo } from 'react';
import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { isLoop, type LayingWay, layingOf, type LeavingWay } from '../../core/twist/strandWays';
import type { Round } from '../../core/twist/twist';
import { strandColour } from '../figures/colour';
import { YarnLine } from '../figures/YarnLine';
import { ArcArrow } from './ArcArrow';

const PICTURE = { width: 96, height: 68 } as const;

/** A strand leaving a hank or a package, as it looks from in front. */
export const LeavingPicture = memo(function LeavingPicture({
  way,
  form,
  end,
  colourHex,
}: {
  way: LeavingWay;
  form: PieceForm;
  end: PackageEnd;
  colourHex: string;
}) {
  return (
    <svg width={PICTURE.width} height={PICTURE.height} viewBox="0 0 96 68" aria-hidden="true">
      {isLoop(form) ? (
        <LeavingLoop way={way} colourHex={colourHex} />
      ) : (
        <LeavingPackage way={way} end={end} colourHex={colourHex} />
      )}
    </svg>
  );
});

function LeavingLoop({ way, colourHex }: { way: LeavingWay; colourHex: string }) {
  if (way === 'turning')
    return (
      <>
        <path d="M40 60V30" stroke="var(--ink-soft)" strokeWidth={4} strokeLinecap="round" />
        <YarnLine
          d="M10 26a30 10 0 1 0 60 0a30 10 0 1 0 -60 0M70 26C78 22 84 20 92 14"
          colourHex={colourHex}
          width={4}
        />
        <ArcArrow x={40} y={50} r={22} flat={0.4} round="cw" />
      </>
    );
  return (
    <>
      <YarnLine d="M18 34a26 26 0 1 0 52 0a26 26 0 1 0 -52 0" colourHex={colourHex} width={5} />
      <YarnLine d="M70 34C60 38 52 36 44 34" colourHex={colourHex} width={3} />
      <ArcArrow x={44} y={34} r={15} round={way === 'ccw' ? 'ccw' : 'cw'} />
    </>
  );
}

function LeavingPackage({ way, end, colourHex }: { way: LeavingWay; end: PackageEnd; colourHex: string }) {
  const turning = way === 'turning';
  const strand = turning
    ? 'M62 40C74 40 82 38 92 32'
    : end === 'inner'
      ? 'M40 26C40 18 44 10 54 4'
      : 'M62 44C66 34 62 20 54 4';
  return (
    <>
      <rect
        x={18}
        y={26}
        width={44}
        height={32}
        rx={7}
        fill={colourHex}
        stroke="var(--ink)"
        strokeOpacity={0.5}
        strokeWidth={1.5}
      />
      <path
        d="M20 34l40 16M20 46l30 12M30 26l32 13M20 52l38 -22M22 36l22 -10M34 58l28 -16"
        stroke={strandColour(colourHex)}
        strokeWidth={1.6}
        fill="none"
      />
      <YarnLine d={strand} colourHex={colourHex} width={3} />
      {turning ? (
        <ArcArrow x={40} y={60} r={24} flat={0.25} round="cw" />
      ) : (
        // A leaf lies on the side that was up while it was wound.
        <Leaf x={way === 'near' ? 26 : 26} y={way === 'near' ? 22 : 61} down={way === 'far'} />
      )}
    </>
  );
}

/** Marks the near side, the one that faced up while it was wound. */
function Leaf({ x, y, down }: { x: number; y: number; down: boolean }) {
  return (
    <path
      d="M-7 0C-4 -5 4 -5 7 0C4 4 -4 4 -7 0Z"
      transform={`translate(${x} ${y}) rotate(${down ? 8 : -8})`}
      fill="var(--lichen)"
      stroke="var(--card)"
      strokeWidth={1}
    />
  );
}

/** Which way round the strand of a package runs, from its centre outwards, as it looks from above. */
export function SpiralPicture({ round, colourHex }: { round: Round; colourHex: string }) {
  const sign = round === 'cw' ? 1 : -1;
  const points = Array.from({ length: 60 }, (_, i) => {
    const angle = sign * (i / 59) * 2.6 * 2 * Math.PI;
    const r = 6 + (i / 59) * 22;
    return `${(46 + r * Math.cos(angle)).toFixed(1)} ${(34 + r * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <svg width={PICTURE.width} height={PICTURE.height} viewBox="0 0 96 68" aria-hidden="true">
      <YarnLine d={`M${points.join('L')}`} colourHex={colourHex} width={3.5} />
      <ArcArrow x={46} y={34} r={13} round={round} width={2} />
    </svg>
  );
}

/** A strand being laid, as it looks from above. */
export const LayingPicture = memo(function LayingPicture({ way, colourHex }: { way: LayingWay; colourHex: string }) {
  const { how, direction } = layingOf(way);
  return (
    <svg width={PICTURE.width} height={PICTURE.height} viewBox="0 0 96 68" aria-hidden="true">
      {how === 'reel' && (
        <>
          <path
            d="M44 34H68M44 34H20M44 34V10M44 34V58"
            stroke="var(--ink-soft)"
            strokeWidth={4}
            strokeLinecap="round"
          />
          <YarnLine d="M44 10L68 34L44 58L20 34Z M44 10C60 8 76 6 94 6" colourHex={colourHex} width={3} />
          <ArcArrow x={44} y={34} r={11} round="ccw" width={2} />
        </>
      )}
      {how === 'spindle' && (
        <>
          <YarnLine
            d={direction === 'cw' ? 'M44 52C60 52 78 56 94 60' : 'M44 16C60 16 78 12 94 8'}
            colourHex={colourHex}
            width={3}
          />
          <circle cx={44} cy={34} r={18} fill={colourHex} stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={1.5} />
          <circle cx={44} cy={34} r={6} fill="var(--card)" stroke="var(--ink)" strokeWidth={2} />
          <ArcArrow x={44} y={34} r={27} round={direction!} />
        </>
      )}
      {how === 'carried' && (
        <>
          <circle cx={44} cy={34} r={14} fill={colourHex} stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={1.5} />
          <rect x={39} y={29} width={10} height={10} rx={2} fill="var(--ink-soft)" />
          <ArcArrow x={44} y={34} r={26} round={direction!} />
          <YarnLine
            d={direction === 'cw' ? 'M44 20C58 20 68 24 74 30' : 'M44 48C58 48 68 44 74 38'}
            colourHex={colourHex}
            width={3}
          />
          <Hand x={78} y={34} />
        </>
      )}
    </svg>
  );
});

function Hand({ x, y }: { x: number; y: number }) {
  return (
    <path
      d="M-6 -7h9a5 5 0 0 1 5 5v5a6 6 0 0 1 -6 6h-5a5 5 0 0 1 -5 -5v-6a3 3 0 0 1 2 -5z"
      transform={`translate(${x} ${y})`}
      fill="var(--card)"
      stroke="var(--ink)"
      strokeWidth={2}
    />
  );
}
