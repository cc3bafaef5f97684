import type { SwiftTool, WinderTool } from '../../server/bench';

const SIZE = 150;
const MIDDLE = SIZE / 2;

type Tool = ({ kind: 'winder' } & Pick<WinderTool, 'coreDiameterMm' | 'heightMm' | 'maxDiameterMm'>) | SwiftTool;

/** A tool as one knows it at a glance. Winders are to one scale among themselves. */
export function ToolDrawing({ tool }: { tool: Tool }) {
  return (
    <svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden="true" fill="none" stroke="var(--ink)">
      <Shape tool={tool} />
    </svg>
  );
}

function Shape({ tool }: { tool: Tool }) {
  switch (tool.kind) {
    case 'winder':
      return <Winder {...tool} />;
    case 'pegs':
      return <Pegs />;
    case 'umbrella':
      return <Umbrella ribs={tool.ribs} />;
    case 'chairs':
      return <Chairs />;
  }
}

function Winder({
  coreDiameterMm,
  heightMm,
  maxDiameterMm,
}: Pick<WinderTool, 'coreDiameterMm' | 'heightMm' | 'maxDiameterMm'>) {
  const scale = 0.86;
  const [core, high, wide] = [coreDiameterMm * scale, heightMm * scale, maxDiameterMm * scale];
  const foot = 118;
  return (
    <g strokeWidth={2}>
      <rect x={MIDDLE - wide / 2} y={foot - high} width={wide} height={high} strokeDasharray="4 5" opacity={0.6} />
      <rect x={MIDDLE - core / 2} y={foot - high - 8} width={core} height={high + 8} rx={3} fill="var(--line)" />
      <rect x={MIDDLE - wide / 2} y={foot} width={wide} height={8} rx={3} fill="var(--ink)" />
      <path
        d={`M${MIDDLE} ${foot + 8}v14h34v-10h12`}
        strokeWidth={4}
        stroke="var(--acorn)"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    </g>
  );
}

function Pegs() {
  return (
    <g>
      {[45, 135].map((angle) => (
        <g key={angle} transform={`rotate(${angle} ${MIDDLE} ${MIDDLE})`}>
          <path d={`M8 ${MIDDLE}H${SIZE - 8}`} stroke="var(--line)" strokeWidth={14} strokeLinecap="round" />
          {[16, 30, 44, 106, 120, 134].map((x) => (
            <circle key={x} cx={x} cy={MIDDLE} r={3} fill="var(--card)" strokeWidth={1.5} />
          ))}
        </g>
      ))}
      <circle cx={MIDDLE} cy={MIDDLE} r={9} fill="var(--ink)" stroke="none" />
    </g>
  );
}

function Umbrella({ ribs }: { ribs: number }) {
  return (
    <g>
      {Array.from({ length: Math.min(ribs, 16) }, (_, i) => (
        <path
          key={i}
          transform={`rotate(${(360 / Math.min(ribs, 16)) * i} ${MIDDLE} ${MIDDLE})`}
          d={`M${MIDDLE} ${MIDDLE}L${MIDDLE - 14} 36L${MIDDLE} 12L${MIDDLE + 14} 36Z`}
          strokeWidth={1.8}
          opacity={0.75}
        />
      ))}
      <circle cx={MIDDLE} cy={MIDDLE} r={9} fill="var(--ink)" stroke="none" />
    </g>
  );
}

function Chairs() {
  return (
    <g strokeWidth={4} strokeLinecap="round" strokeLinejoin="round">
      <path d="M44 18v110M44 78H14v50M44 34h-3M44 54h-3" />
      <path d="M106 18v110M106 78h30v50M106 34h3M106 54h3" />
      <path d="M40 28Q75 40 110 28M40 44Q75 56 110 44" stroke="var(--acorn)" />
    </g>
  );
}
