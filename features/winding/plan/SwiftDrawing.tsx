'use client';

import { inWords, spanFigure } from '../../../core/common/format';
import type { SwiftResult } from '../../../core/bench/swift';
import type { SwiftTool } from '../../../server/bench/bench';
import { useSystem } from '../../../ui/frame/Providers';
import { YarnLine } from '../../../ui/figures/YarnLine';

const SIZE = 230;
const MIDDLE = SIZE / 2;

/** The swift from above, set for the hank that is on it. */
export function SwiftDrawing({
  swift,
  setting,
  loopM,
  colourHex,
}: {
  swift: SwiftTool;
  setting: SwiftResult;
  loopM: number;
  colourHex: string;
}) {
  if (swift.kind === 'pegs' && 'hole' in setting)
    return <Pegs radiiMm={swift.holeRadiiMm} hole={setting.hole} colourHex={colourHex} />;
  if (swift.kind === 'umbrella' && 'openDiameterMm' in setting)
    return (
      <Umbrella ribs={swift.ribs} openMm={setting.openDiameterMm} maxMm={swift.opensMm.max} colourHex={colourHex} />
    );
  if ('gapMm' in setting) return <Chairs gapMm={setting.gapMm} loopMm={loopM * 1000} colourHex={colourHex} />;
  return null;
}

function Pegs({ radiiMm, hole, colourHex }: { radiiMm: readonly number[]; hole: number | null; colourHex: string }) {
  const scale = (MIDDLE - 14) / Math.max(...radiiMm);
  const at = hole === null ? null : radiiMm[hole - 1]! * scale;
  const arms = [45, 135, 225, 315];
  const corners = at === null ? [] : arms.map((angle) => polar(angle, at));
  return (
    <svg
      width={SIZE}
      height={SIZE}
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={hole ? `pegs in hole ${hole} of every arm` : 'no hole fits'}
    >
      {arms.map((angle) => {
        const end = polar(angle, MIDDLE - 6);
        return (
          <path
            key={angle}
            d={`M${MIDDLE} ${MIDDLE}L${end.x} ${end.y}`}
            stroke="var(--line)"
            strokeWidth={15}
            strokeLinecap="round"
          />
        );
      })}
      {arms.flatMap((angle) =>
        radiiMm.map((radius, i) => {
          const { x, y } = polar(angle, radius * scale);
          return (
            <circle
              key={`${angle} ${i}`}
              cx={x}
              cy={y}
              r={3.2}
              fill="var(--card)"
              stroke="var(--ink-soft)"
              strokeWidth={1.4}
            />
          );
        }),
      )}
      {corners.length > 0 && (
        <>
          <YarnLine d={loopThrough(corners)} colourHex={colourHex} width={8.5} />
          {corners.map(({ x, y }) => (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={7} fill="var(--acorn)" stroke="var(--card)" strokeWidth={2} />
          ))}
        </>
      )}
      <circle cx={MIDDLE} cy={MIDDLE} r={11} fill="var(--ink)" opacity={0.8} />
    </svg>
  );
}

function Umbrella({
  ribs,
  openMm,
  maxMm,
  colourHex,
}: {
  ribs: number;
  openMm: number;
  maxMm: number;
  colourHex: string;
}) {
  const scale = (MIDDLE - 12) / (Math.max(openMm, maxMm) / 2);
  const radius = (openMm / 2) * scale;
  const corners = Array.from({ length: ribs }, (_, i) => polar((360 * i) / ribs + 22, radius));
  return (
    <svg
      width={SIZE}
      height={SIZE}
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={`an umbrella swift of ${ribs} ribs`}
    >
      <circle
        cx={MIDDLE}
        cy={MIDDLE}
        r={(maxMm / 2) * scale}
        fill="none"
        stroke="var(--ink-soft)"
        strokeDasharray="4 6"
      />
      {corners.map(({ x, y }) => (
        <path key={`${x} ${y}`} d={`M${MIDDLE} ${MIDDLE}L${x} ${y}`} stroke="var(--line)" strokeWidth={7} />
      ))}
      <YarnLine d={loopThrough(corners)} colourHex={colourHex} width={8.5} />
      <circle cx={MIDDLE} cy={MIDDLE} r={11} fill="var(--ink)" opacity={0.8} />
    </svg>
  );
}

function Chairs({ gapMm, loopMm, colourHex }: { gapMm: number; loopMm: number; colourHex: string }) {
  const system = useSystem();
  const scale = (SIZE - 30) / (loopMm / 2);
  const gap = gapMm * scale;
  const back = Math.max(10, (loopMm / 2 - gapMm) * scale);
  const left = MIDDLE - gap / 2;
  const right = MIDDLE + gap / 2;
  return (
    <svg
      width={SIZE}
      height={170}
      viewBox={`0 0 ${SIZE} 170`}
      role="img"
      aria-label="the hank round two chair backs, from above"
    >
      {[left - back / 2, right - back / 2].map((x) => (
        <rect
          key={x}
          x={x}
          y={38}
          width={back}
          height={84}
          rx={4}
          fill="var(--line)"
          stroke="var(--ink)"
          strokeOpacity={0.5}
        />
      ))}
      <YarnLine
        d={`M${left - back / 2 - 3} 62h${gap + back + 6}v36h${-(gap + back + 6)}z`}
        colourHex={colourHex}
        width={8.5}
      />
      <path
        d={`M${left + back / 2} 136v12M${right - back / 2} 136v12M${left + back / 2} 142H${right - back / 2}`}
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
      <text x={MIDDLE} y={164} textAnchor="middle" fontSize={15} fontWeight={700} fill="var(--ink)">
        {inWords(spanFigure(gapMm, system))}
      </text>
    </svg>
  );
}

function polar(angleDeg: number, radius: number): { x: number; y: number } {
  const angle = (angleDeg * Math.PI) / 180;
  // Rounded, so that server and browser draw the very same path.
  return { x: round(MIDDLE + radius * Math.cos(angle)), y: round(MIDDLE + radius * Math.sin(angle)) };
}

function round(px: number): number {
  return Math.round(px * 100) / 100;
}

function loopThrough(corners: readonly { x: number; y: number }[]): string {
  return `M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
}
