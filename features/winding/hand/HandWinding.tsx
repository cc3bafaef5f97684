import type { HandForm } from '../../../core/winding/run';
import { strandColour } from '../../../ui/figures/colour';
import { YarnLine } from '../../../ui/figures/YarnLine';
import styles from './HandWinding.module.css';

export type HandStage = 'tail' | 'lay' | 'cross' | 'slide';

/** Winding on a form in the hand, at one of its stages; the strand goes round, unless motion is not wanted. */
export function HandWinding({ form, stage, colourHex }: { form: HandForm; stage: HandStage; colourHex: string }) {
  const lifted = stage === 'slide' ? -34 : 0;
  return (
    <g>
      <FormInHand form={form} />
      {stage !== 'tail' && (
        <g transform={`translate(0 ${lifted})`}>
          <Ball stage={stage} colour={colourHex} />
        </g>
      )}
      {/* the inner end hangs down along the form */}
      <YarnLine
        d={stage === 'tail' ? 'M182 62C184 96 208 118 206 172' : `M196 ${118 + lifted}C206 140 208 150 206 176`}
        colourHex={colourHex}
        width={5.5}
      />
      {stage === 'tail' && <YarnLine d="M182 62C160 52 100 40 24 46" colourHex={colourHex} width={5.5} />}
      {(stage === 'lay' || stage === 'cross') && <Strand stage={stage} colour={colourHex} />}
      {stage === 'slide' && (
        <path d="M180 20V2M168 12L180 0L192 12" stroke="var(--acorn)" strokeWidth={6} transform="translate(70 40)" />
      )}
    </g>
  );
}

function FormInHand({ form }: { form: HandForm }) {
  switch (form) {
    case 'nostepinne':
      return <path d="M174 14H186L196 184H164Z" fill="var(--line)" stroke="var(--ink)" strokeWidth={2.5} />;
    case 'tube':
      return (
        <g fill="var(--line)" stroke="var(--ink)" strokeWidth={2.5}>
          <path d="M158 20H202V182H158Z" />
          <ellipse cx={180} cy={20} rx={22} ry={7} fill="var(--card)" />
        </g>
      );
    case 'thumb':
      return (
        <path
          d="M160 186V150C132 138 128 112 146 104L160 96V44a20 20 0 0 1 40 0V100c26 4 42 22 40 48v38"
          fill="var(--sunk)"
          stroke="var(--ink)"
          strokeWidth={2.5}
        />
      );
  }
}

function Ball({ stage, colour }: { stage: HandStage; colour: string }) {
  const [rx, ry] = stage === 'lay' ? [30, 24] : [52, 42];
  const crossed = stage === 'lay' ? [] : [-24, -8, 8, 24];
  return (
    <g>
      <ellipse cx={180} cy={92} rx={rx} ry={ry} fill={colour} stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={2} />
      <g fill="none" strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        {[-16, -8, 0, 8, 16].map((d) => (
          <path key={d} d={`M${180 - rx * 0.94} ${92 + d}Q180 ${92 + d + 14} ${180 + rx * 0.94} ${92 + d - 6}`} />
        ))}
        {crossed.map((d) => (
          <path
            key={d}
            d={`M${180 + d - 22} ${92 - ry * 0.84}Q${180 + d + 20} 92 ${180 + d} ${92 + ry * 0.84}`}
            opacity={0.6}
          />
        ))}
      </g>
    </g>
  );
}

/** The working strand, laid round slantwise from the left. */
function Strand({ stage, colour }: { stage: 'lay' | 'cross'; colour: string }) {
  const tilt = stage === 'lay' ? 0 : -28;
  const [rx, ry] = stage === 'lay' ? [34, 12] : [58, 20];
  const round = `M${180 - rx} 92a${rx} ${ry} 0 0 0 ${2 * rx} 0a${rx} ${ry} 0 0 0 ${-2 * rx} 0`;
  return (
    <g>
      <YarnLine d={`M24 60C70 60 110 76 ${180 - rx} 92`} colourHex={colour} width={5.5} />
      <g transform={`rotate(${tilt} 180 92)`} fill="none">
        <path
          d={`M${180 - rx} 92a${rx} ${ry} 0 0 0 ${2 * rx} 0`}
          stroke="var(--ink)"
          strokeOpacity={0.5}
          strokeWidth={8}
        />
        <path d={`M${180 - rx} 92a${rx} ${ry} 0 0 0 ${2 * rx} 0`} stroke={colour} strokeWidth={5.5} />
        <path className={styles.hand} d={round} stroke="var(--acorn)" strokeWidth={11} pathLength={100} />
      </g>
      {/* the form is turned a little, too */}
      {stage === 'cross' && (
        <path
          d={`M${180 + rx + 30} 118a46 26 0 0 1 -36 30m2 -13l-2 13l13 3`}
          stroke="var(--acorn)"
          strokeWidth={5}
          strokeLinejoin="round"
          fill="none"
        />
      )}
    </g>
  );
}
