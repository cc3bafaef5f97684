'use client';

import { useId } from 'react';
import { inWords, sizeFigure } from '../../../core/common/format';
import { inMetres, MILLIMETRES_PER_INCH } from '../../../core/common/units';
import type { WinderFigures } from '../../../core/winding/windingPlan';
import { strandColour } from '../../../ui/figures/colour';
import { useSystem } from '../../../ui/frame/Providers';

/** One scale for every winder and every cake, so that they can be compared by eye. */
const PX_PER_MM = 1.55;
const MARGIN = 34;

/** A cake on its winder from the side, to scale against the room that there is. */
export function WinderDrawing({
  winder,
  cakeDiameterMm,
  colourHex,
  title,
  bare,
}: {
  winder: Pick<WinderFigures, 'coreDiameterMm' | 'heightMm' | 'maxDiameterMm'>;
  cakeDiameterMm: number;
  colourHex: string;
  title: string;
  /** Without words and ruler, where it is small and stands beside its figures. */
  bare?: boolean;
}) {
  const system = useSystem();
  const clip = useId();
  const room = winder.maxDiameterMm * PX_PER_MM;
  const high = winder.heightMm * PX_PER_MM;
  const core = winder.coreDiameterMm * PX_PER_MM;
  const cake = cakeDiameterMm * PX_PER_MM;
  const width = Math.max(room, cake) + 2 * MARGIN;
  const height = high + (bare ? 44 : 108);
  const middle = width / 2;
  const top = 30;
  const foot = top + high;
  const over = cakeDiameterMm > winder.maxDiameterMm + 0.05;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="img" aria-label={title}>
      <clipPath id={clip}>
        <rect x={middle - cake / 2} y={top} width={cake} height={high} rx={7} />
      </clipPath>
      {/* the base, the spindle and what it may hold */}
      <rect x={middle - room / 2 - 8} y={foot} width={room + 16} height={9} rx={3} fill="var(--ink)" opacity={0.75} />
      <rect
        x={middle - core / 2}
        y={top - 14}
        width={core}
        height={high + 14}
        rx={4}
        fill="var(--line)"
        stroke="var(--ink)"
        strokeOpacity={0.4}
      />
      {cake > core && (
        <g>
          <rect
            x={middle - cake / 2}
            y={top}
            width={cake}
            height={high}
            rx={7}
            fill={colourHex}
            stroke="var(--ink)"
            strokeOpacity={0.55}
          />
          <g clipPath={`url(#${clip})`} fill="none" strokeWidth={1.8} style={{ stroke: strandColour(colourHex) }}>
            {Array.from({ length: Math.ceil(high / 13) + 6 }, (_, i) => (
              <g key={i}>
                <path d={`M${middle - cake / 2} ${top + (i - 3) * 13}l${cake} ${cake * 0.34}`} />
                <path d={`M${middle + cake / 2} ${top + (i - 3) * 13}l${-cake} ${cake * 0.34}`} opacity={0.5} />
              </g>
            ))}
          </g>
        </g>
      )}
      <path
        d={`M${middle - room / 2} ${foot}V${top - 8}M${middle + room / 2} ${foot}V${top - 8}`}
        stroke={over ? 'var(--madder)' : 'var(--ink)'}
        strokeWidth={2}
        strokeDasharray="5 5"
      />
      {bare ? null : (
        <>
          <text x={middle} y={14} textAnchor="middle" fontSize={14.5} fill="var(--ink-soft)">
            room to {inWords(sizeFigure(winder.maxDiameterMm, system))}
          </text>
          <Measure
            from={middle - cake / 2}
            to={middle + cake / 2}
            y={foot + 24}
            words={inWords(sizeFigure(cakeDiameterMm, system))}
          />
          <Ruler middle={middle} y={height - 22} {...RULERS[inMetres(system) ? 'metric' : 'imperial']} />
        </>
      )}
    </svg>
  );
}

function Measure({ from, to, y, words }: { from: number; to: number; y: number; words: string }) {
  return (
    <g>
      <path
        d={`M${from} ${y - 5}v10M${to} ${y - 5}v10M${from} ${y}H${to}`}
        stroke="var(--ink)"
        strokeWidth={1.8}
        fill="none"
      />
      <text x={(from + to) / 2} y={y + 20} textAnchor="middle" fontSize={16} fontWeight={700} fill="var(--ink)">
        {words}
      </text>
    </g>
  );
}

const RULERS = {
  metric: { parts: 5, partMm: 10, words: '5 cm' },
  imperial: { parts: 2, partMm: MILLIMETRES_PER_INCH, words: '2 in' },
};

/** A few centimetres or inches of the drawing's own scale. */
function Ruler({ middle, y, parts, partMm, words }: { middle: number; y: number } & (typeof RULERS)['metric']) {
  const part = partMm * PX_PER_MM;
  const x = middle - (parts * part) / 2;
  return (
    <g stroke="var(--ink-soft)" strokeWidth={1.4} fill="none">
      <path
        d={`M${x} ${y}h${parts * part}${Array.from({ length: parts + 1 }, (_, i) => `M${x + i * part} ${y}v-6`).join('')}`}
      />
      <text x={x + parts * part + 6} y={y + 3} fontSize={13} fill="var(--ink-soft)" stroke="none">
        {words}
      </text>
    </g>
  );
}
