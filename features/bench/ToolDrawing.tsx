import type { Bench, HandTool, ReelTool, ToolKind, WinderTool } from '../../server/bench/bench';
import { ReelDrawing } from '../../ui/drawings/ReelDrawing';

const SIZE = 150;
const MIDDLE = SIZE / 2;

type Tool = Bench[keyof Bench][number];

/** A tool as one knows it at a glance. Winders are to one scale among themselves. */
export function ToolDrawing({ kind, tool }: { kind: ToolKind; tool: Tool }) {
  return (
    <svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden="true" fill="none" stroke="var(--ink)">
      <Shape kind={kind} tool={tool} />
    </svg>
  );
}

function Shape({ kind, tool }: { kind: ToolKind; tool: Tool }) {
  switch (kind) {
    case 'winder':
      return <Winder {...(tool as WinderTool)} />;
    case 'hand_form':
      return <HandForm kind={(tool as HandTool).kind} />;
    case 'pegs':
      return <Pegs />;
    case 'umbrella':
      return <Umbrella ribs={'ribs' in tool ? tool.ribs : 8} />;
    case 'chairs':
      return <Chairs />;
    case 'scale':
      return <Scale />;
    case 'counter':
      return <Counter />;
    case 'wheel':
      return <Wheel />;
    case 'spindle':
      return <Spindle />;
    case 'reel':
      return <ReelDrawing kind={(tool as ReelTool).kind} />;
  }
}

/** A drive wheel on its stand, with the band up to the whorl and the flyer. */
function Wheel() {
  return (
    <g strokeWidth={2.5} strokeLinejoin="round">
      <circle cx={58} cy={84} r={46} fill="var(--sunk)" />
      <circle cx={58} cy={84} r={5} fill="var(--line)" />
      {[0, 30, 60, 90, 120, 150].map((angle) => (
        <path key={angle} d="M58 40V128" transform={`rotate(${angle} 58 84)`} strokeWidth={1.6} opacity={0.6} />
      ))}
      <path d="M44 40L112 26M72 128L118 44" strokeWidth={1.8} opacity={0.7} />
      <circle cx={116} cy={35} r={10} fill="var(--line)" />
      <path d="M126 24H146V46H126M126 35H150" />
      <path d="M40 144L58 84L88 144M112 45V144" strokeWidth={3} />
    </g>
  );
}

/** A low whorl on its shaft, with a cop of yarn and the strand up to the hand. */
function Spindle() {
  return (
    <g strokeWidth={2.5} strokeLinejoin="round">
      <path d="M75 6C73 18 77 24 75 34" strokeWidth={2} opacity={0.7} />
      <path d="M72 30H78L80 128H70Z" fill="var(--line)" />
      <path d="M62 62Q75 48 88 62L94 104H56Z" fill="var(--sunk)" />
      {[70, 80, 90].map((y) => (
        <path key={y} d={`M60 ${y}Q75 ${y + 8} 91 ${y}`} strokeWidth={1.6} opacity={0.6} />
      ))}
      <ellipse cx={75} cy={112} rx={40} ry={9} fill="var(--line)" />
      <path d="M75 128V144" />
    </g>
  );
}

function HandForm({ kind }: { kind: HandTool['kind'] }) {
  if (kind === 'thumb')
    return (
      <path
        d="M58 138V96C46 86 42 70 52 62V30a14 14 0 0 1 28 0V66c16 2 28 12 28 30v42"
        strokeWidth={3}
        strokeLinejoin="round"
        fill="var(--sunk)"
      />
    );
  const narrow = kind === 'nostepinne' ? 7 : 16;
  const wide = kind === 'nostepinne' ? 12 : 16;
  return (
    <g strokeWidth={2.5} strokeLinejoin="round">
      <path d={`M${MIDDLE - narrow} 14H${MIDDLE + narrow}L${MIDDLE + wide} 136H${MIDDLE - wide}Z`} fill="var(--line)" />
      <ellipse cx={MIDDLE} cy={66} rx={38} ry={34} fill="var(--sunk)" />
      {[-20, -6, 8, 22].map((d) => (
        <path
          key={d}
          d={`M${MIDDLE - 34} ${66 + d * 0.7}Q${MIDDLE} ${54 + d} ${MIDDLE + 34} ${66 + d * 0.7}`}
          opacity={0.6}
        />
      ))}
    </g>
  );
}

function Scale() {
  return (
    <g strokeWidth={2.5} strokeLinejoin="round">
      <path d="M22 66H128L120 78H30Z" fill="var(--line)" />
      <path d="M34 78H116L126 122H24Z" fill="var(--sunk)" />
      <rect x={52} y={90} width={46} height={20} rx={3} fill="var(--card)" />
      <path d="M60 104v-8M70 104v-8M80 104v-8M90 104v-8" />
    </g>
  );
}

function Counter() {
  return (
    <g strokeWidth={2.5}>
      <circle cx={62} cy={72} r={34} fill="var(--sunk)" />
      <circle cx={62} cy={72} r={5} fill="var(--ink)" />
      <path d="M8 40C30 42 46 38 62 37S110 40 142 28" stroke="var(--acorn)" strokeWidth={4} />
      <rect x={94} y={84} width={44} height={28} rx={4} fill="var(--card)" />
      <path d="M104 104V92M116 104V92M128 104V92" />
    </g>
  );
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
