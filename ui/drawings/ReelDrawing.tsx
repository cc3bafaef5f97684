import type { ReelKind } from '../../core/minis/miniLoops';

/** What minis are wound round, in a box of 150 by 150, with a few loops of yarn on it. */
export function ReelDrawing({ kind, colour = 'var(--acorn)' }: { kind: ReelKind; colour?: string }) {
  switch (kind) {
    case 'arm':
      return <Arm colour={colour} />;
    case 'frame':
      return <FrameShape colour={colour} />;
    case 'reel':
      return <HandReel colour={colour} />;
    case 'chair':
      return <ChairBack colour={colour} />;
  }
}

const EDGE = { stroke: 'var(--ink)', strokeWidth: 2.5, strokeLinejoin: 'round', strokeLinecap: 'round' } as const;

/** From the hand round the elbow. */
function Arm({ colour }: { colour: string }) {
  return (
    <g fill="none">
      <path d="M50 132V60C46 50 44 40 50 30" {...EDGE} />
      <path d="M88 132V60C92 48 92 40 90 28" {...EDGE} />
      <path d="M50 30c0-10 8-14 10-4v14c0-24 12-26 12 0 0-22 10-20 10 0l1-8c2-8 8-6 7 0" {...EDGE} fill="var(--sunk)" />
      <path d="M50 132H88" {...EDGE} />
      {[0, 6, 12].map((d) => (
        <path
          key={d}
          d={`M${44 + d / 3} ${44 + d}Q30 ${90} ${46 + d / 2} ${126 - d / 3}Q70 ${142 - d} ${94 - d / 2} ${124 - d / 3}Q${104} 88 ${94 - d / 3} ${46 + d}`}
          stroke={colour}
          strokeWidth={3.6}
          strokeLinecap="round"
        />
      ))}
    </g>
  );
}

function FrameShape({ colour }: { colour: string }) {
  return (
    <g fill="none">
      <rect x={22} y={24} width={12} height={104} rx={3} fill="var(--line)" {...EDGE} />
      <rect x={116} y={24} width={12} height={104} rx={3} fill="var(--line)" {...EDGE} />
      <path d="M34 34H116M34 118H116" {...EDGE} strokeWidth={5} />
      {[52, 60, 68, 76, 84].map((y) => (
        <path key={y} d={`M20 ${y}H130`} stroke={colour} strokeWidth={4} strokeLinecap="round" />
      ))}
    </g>
  );
}

/** Two bars across a stick, turned against each other. */
function HandReel({ colour }: { colour: string }) {
  return (
    <g fill="none">
      <path d="M75 30V124" {...EDGE} strokeWidth={8} stroke="var(--line)" />
      <path d="M75 30V124" {...EDGE} />
      <path d="M30 30H120" {...EDGE} strokeWidth={7} />
      <path d="M48 132L102 114" {...EDGE} strokeWidth={7} />
      {[0, 5, 10].map((d) => (
        <path
          key={d}
          d={`M${32 + d} 30L${50 + d * 0.6} 131L${118 - d} 31L${100 - d * 0.6} 115Z`}
          stroke={colour}
          strokeWidth={3}
          strokeLinejoin="round"
        />
      ))}
    </g>
  );
}

function ChairBack({ colour }: { colour: string }) {
  return (
    <g fill="none">
      <path d="M40 132V22Q75 12 110 22V132" {...EDGE} strokeWidth={5} />
      <path d="M40 96H110M40 44Q75 36 110 44" {...EDGE} strokeWidth={4} />
      {[58, 66, 74].map((y) => (
        <path key={y} d={`M36 ${y}Q75 ${y + 10} 114 ${y}`} stroke={colour} strokeWidth={4} strokeLinecap="round" />
      ))}
    </g>
  );
}
