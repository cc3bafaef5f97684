import type { ReactNode } from 'react';
import type { PieceForm } from '../../../core/yarn/piece';
import type { RunStep, WoundOnto } from '../../../core/winding/run';
import type { Swift } from '../../../core/bench/swift';
import { strandColour } from '../../../ui/figures/colour';
import { YarnLine } from '../../../ui/figures/YarnLine';
import { Moved, Turned } from '../hand/shapes';
import { HoldingDrawing } from '../hand/HoldingDrawing';
import { MethodDrawing } from '../hand/MethodDrawing';
import { type HandStep, isHandStep } from '../hand/methods';
import { useLeftHanded } from '../hand/useLeftHanded';

/** What is to be done, drawn: the yarn in its colour, the hand's part in brown, what must not be in red. */
export function StepDrawing({
  step,
  swift,
  onto,
  form,
  colourHex,
}: {
  step: RunStep;
  swift: Swift['kind'] | null;
  onto: WoundOnto;
  form: PieceForm;
  colourHex: string;
}) {
  const [leftHanded] = useLeftHanded();
  if (isHandStep(step))
    return (
      <MethodDrawing
        method={onto === 'winder' ? 'nostepinne' : onto}
        step={step}
        colourHex={colourHex}
        leftHanded={leftHanded}
      />
    );
  return (
    <svg
      viewBox="0 0 360 190"
      width={360}
      height={190}
      aria-hidden="true"
      fill="none"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <Picture step={step} swift={swift} form={form} colour={colourHex} />
    </svg>
  );
}

function Picture({
  step,
  swift,
  form,
  colour,
}: {
  step: Exclude<RunStep, HandStep>;
  swift: Swift['kind'] | null;
  form: PieceForm;
  colour: string;
}): ReactNode {
  switch (step) {
    case 'band':
      return (
        <>
          <YarnLine d="M40 96C90 60 130 130 180 96S270 62 320 96" colourHex={colour} width={34} />
          <Moved dx={0} dy={-52}>
            <path d="M150 70h60v54h-60z" fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
            <path d="M160 84h40M160 96h32M160 108h36" stroke="var(--ink)" strokeWidth={2.5} />
          </Moved>
          <Arrow d="M240 62V26" />
        </>
      );
    case 'clamp':
      return (
        <>
          <path d="M84 160H344V174H84Z" fill="var(--line)" stroke="var(--ink)" strokeWidth={2.5} />
          <g transform="translate(0 6)">
            <Winder />
          </g>
          <path d="M120 146H66V186H104" stroke="var(--ink)" strokeWidth={7} />
          <Turned by={20}>
            <path d="M98 176v12M88 188h20" stroke="var(--acorn)" strokeWidth={6} />
          </Turned>
          <Arrow d="M146 40C156 14 214 14 226 38" />
        </>
      );
    case 'open':
      return (
        <>
          <Loop colour={colour} />
          {[30, 150, 215, 330].map((angle) => (
            <Tie key={angle} angle={angle} />
          ))}
          <Arrow d="M150 95H62" />
          <Arrow d="M210 95H298" />
        </>
      );
    case 'folded':
      return (
        <>
          <Loop colour={colour} />
          {[30, 150].map((angle) => (
            <Tie key={angle} angle={angle} />
          ))}
          {/* a strand that turns back at the tie, and the way round that it ought to go */}
          <YarnLine d="M70 118c34 2 44 -22 26 -32s-34 2 -30 14" colourHex={colour} width={5.5} />
          <circle cx={86} cy={101} r={27} stroke="var(--madder)" strokeWidth={4} />
          <Arrow d="M112 132C96 150 78 150 62 138" />
        </>
      );
    case 'crossing':
      return (
        <>
          <Loop colour={colour} />
          <YarnLine d="M92 52C150 78 196 108 262 142" colourHex={colour} width={5.5} />
          <circle cx={178} cy={96} r={22} stroke="var(--madder)" strokeWidth={4} />
          <Arrow d="M198 84C226 66 246 62 268 66" />
        </>
      );
    case 'snap':
      return (
        <>
          <Loop colour={colour} ry={30} rx={118} />
          <Hand x={64} y={95} />
          <Hand x={296} y={95} turned />
          <Arrow d="M46 40H14" />
          <Arrow d="M314 40H346" />
          <path d="M150 44l8 -14M180 40V22M210 44l-8 -14" stroke="var(--acorn)" strokeWidth={5} />
        </>
      );
    case 'mount':
      return <Mounted on={swift} colour={colour} />;
    case 'ties':
      return (
        <>
          <YarnLine d="M20 120C120 96 240 96 340 120" colourHex={colour} width={44} />
          {[-13, 0, 13].map((dy) => (
            <path
              key={dy}
              d={`M20 ${120 + dy}C120 ${96 + dy} 240 ${96 + dy} 340 ${120 + dy}`}
              strokeWidth={2.4}
              style={{ stroke: strandColour(colour) }}
            />
          ))}
          <path
            d="M168 76C150 96 196 108 178 132M168 132C198 112 152 98 182 76M168 76L160 58M182 76L192 60"
            stroke="var(--ink)"
            strokeWidth={8}
          />
          <path
            d="M168 76C150 96 196 108 178 132M168 132C198 112 152 98 182 76M168 76L160 58M182 76L192 60"
            stroke="var(--card)"
            strokeWidth={5}
          />
          <g stroke="var(--acorn)" strokeWidth={5}>
            <path d="M206 66L262 24M208 40L266 56" />
            <circle cx={276} cy={18} r={12} />
            <circle cx={280} cy={62} r={12} />
          </g>
        </>
      );
    case 'end':
      return form === 'hank' ? <EndOfHank colour={colour} /> : <EndsOfCake colour={colour} />;
    case 'park':
      return (
        <>
          <Loop colour={colour} />
          <circle cx={180} cy={95} r={15} fill="var(--ink)" />
          {/* wrapped round the post: not so; tucked under the strands: so */}
          <YarnLine d="M92 132C70 150 64 120 84 108C100 98 116 112 104 124" colourHex={colour} width={5.5} />
          <Arrow d="M36 150L66 128" />
          <YarnLine d="M262 132C236 126 206 112 198 92C192 74 166 76 164 96" colourHex={colour} width={4} faint />
          <path d="M206 66l28 30M234 66l-28 30" stroke="var(--madder)" strokeWidth={5} />
        </>
      );
    case 'seat':
      return (
        <>
          <Winder />
          <YarnLine d="M20 46C70 40 96 44 118 52S170 64 184 48" colourHex={colour} width={5.5} />
          <circle cx={118} cy={52} r={9} stroke="var(--ink)" strokeWidth={4} />
          <circle cx={186} cy={44} r={18} stroke="var(--acorn)" strokeWidth={4} />
        </>
      );
    case 'inner end':
      return (
        <>
          <Cake colour={colour} />
          <YarnLine d="M180 66C182 40 206 22 250 24" colourHex={colour} width={5.5} />
          <Arrow d="M212 56C224 44 242 40 262 42" />
        </>
      );
    case 'lift':
      return (
        <>
          <g transform="translate(0 -14)">
            <Cake colour={colour} />
          </g>
          <path d="M96 158C110 176 250 176 264 158" stroke="var(--acorn)" strokeWidth={9} />
          <Arrow d="M66 150V84" />
          <Arrow d="M294 150V84" />
        </>
      );
    case 'hole':
      return (
        <>
          <Cake colour={colour} />
          <Arrow d="M40 112H88" bad />
          <Arrow d="M320 112H272" bad />
          <path d="M44 84l32 56M76 84l-32 56M284 84l32 56M316 84l-32 56" stroke="var(--madder)" strokeWidth={5} />
        </>
      );
    case 'outer end':
      return (
        <>
          <Cake colour={colour} />
          <YarnLine d="M262 128C288 132 292 108 264 104C240 101 226 106 206 112" colourHex={colour} width={5.5} />
          <Arrow d="M306 92C298 84 284 84 272 92" />
        </>
      );
    case 'slip':
      return (
        <>
          <path d="M166 74L172 14h26l-8 60z" fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
          <path d="M176 28h14M175 38h14M174 48h12" stroke="var(--ink)" strokeWidth={2.5} />
          <Cake colour={colour} />
          <path d="M168 66L173 14h24l-6 52z" fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
          <path d="M177 28h12M176 38h12M175 48h11" stroke="var(--ink)" strokeWidth={2.5} />
        </>
      );
  }
}

/** The loop on what holds it: a swift from above, two chairs or a helper's hands from the side. */
function Mounted({ on, colour }: { on: Swift['kind'] | null; colour: string }) {
  switch (on) {
    case 'pegs':
      return (
        <>
          <path d="M92 22L268 168M268 22L92 168" stroke="var(--line)" strokeWidth={15} />
          <YarnLine d="M110 37H250V153H110Z" colourHex={colour} width={14} />
          {['110 37', '250 37', '250 153', '110 153'].map((at) => (
            <path key={at} d={`M${at}v.1`} stroke="var(--acorn)" strokeWidth={17} />
          ))}
          <circle cx={180} cy={95} r={14} fill="var(--ink)" />
        </>
      );
    case 'umbrella':
      return (
        <>
          <path
            d="M180 95L248 67M180 95L208 27M180 95L152 27M180 95L112 67M180 95L112 123M180 95L152 163M180 95L208 163M180 95L248 123"
            stroke="var(--line)"
            strokeWidth={9}
          />
          <YarnLine d="M248 67L208 27H152L112 67V123L152 163H208L248 123Z" colourHex={colour} width={14} />
          <circle cx={180} cy={95} r={14} fill="var(--ink)" />
        </>
      );
    case 'chairs':
      return <HoldingDrawing holding="chairs" step="on" colour={colour} />;
    case null:
      return <HoldingDrawing holding="hands" step="dip" colour={colour} />;
  }
}

/** Left: it lies outside and lifts. Right: it dives inside, and the hank is turned over. */
function EndOfHank({ colour }: { colour: string }) {
  return (
    <>
      <g transform="translate(-8 34) scale(0.5)">
        <Loop colour={colour} />
        <YarnLine d="M250 52C276 22 300 20 330 26" colourHex={colour} width={9} />
      </g>
      <Arrow d="M146 50L166 30" />
      <path d="M70 152l9 9L98 140" stroke="var(--lichen)" strokeWidth={6} />
      <path d="M182 30V160" stroke="var(--line)" strokeWidth={3} />
      <g transform="translate(186 34) scale(0.5)">
        <YarnLine d="M250 52C230 84 200 96 172 98" colourHex={colour} width={9} />
        <Loop colour={colour} />
        <YarnLine d="M232 84C214 96 196 100 176 102" colourHex={colour} width={9} />
      </g>
      <path d="M262 150a40 16 0 0 0 50 -6" stroke="var(--acorn)" strokeWidth={6} />
      <Arrow d="M304 148L316 140" />
    </>
  );
}

function EndsOfCake({ colour }: { colour: string }) {
  return (
    <>
      <Cake colour={colour} />
      <YarnLine d="M258 140C290 150 306 136 334 140" colourHex={colour} width={5.5} />
      <Arrow d="M292 120L326 116" />
      <YarnLine d="M180 66C182 40 196 26 216 24" colourHex={colour} width={5.5} faint />
    </>
  );
}

function Loop({ colour, rx = 112, ry = 58 }: { colour: string; rx?: number; ry?: number }) {
  return (
    <g transform="translate(180 95)">
      <ellipse rx={rx} ry={ry} stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={25} />
      <ellipse rx={rx} ry={ry} stroke={colour} strokeWidth={22} />
      {[-6, 0, 6].map((d) => (
        <ellipse key={d} rx={rx + d} ry={ry + d} strokeWidth={1.9} style={{ stroke: strandColour(colour) }} />
      ))}
    </g>
  );
}

function Tie({ angle }: { angle: number }) {
  const radians = (angle * Math.PI) / 180;
  const at = (scale: number) =>
    `${Math.round(180 + 112 * scale * Math.cos(radians))} ${Math.round(95 + 58 * scale * Math.sin(radians))}`;
  return (
    <>
      <path d={`M${at(0.84)}L${at(1.2)}l4 6`} stroke="var(--ink)" strokeOpacity={0.7} strokeWidth={7} />
      <path d={`M${at(0.84)}L${at(1.2)}l4 6`} stroke="var(--card)" strokeWidth={4} />
    </>
  );
}

function Cake({ colour }: { colour: string }) {
  const body = 'M98 70C92 96 92 128 98 152A82 20 0 0 0 262 152C268 128 268 96 262 70Z';
  return (
    <>
      <path d={body} fill={colour} stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={2} />
      <g strokeWidth={2.6} style={{ stroke: strandColour(colour) }}>
        {[92, 108, 124, 140].map((y) => (
          <path key={y} d={`M96 ${y}Q180 ${y + 34} 264 ${y - 12}`} />
        ))}
        {[96, 116, 136].map((y) => (
          <path key={y} d={`M264 ${y}Q180 ${y + 34} 96 ${y - 12}`} opacity={0.5} />
        ))}
      </g>
      <ellipse cx={180} cy={70} rx={82} ry={20} fill={colour} stroke="var(--ink)" strokeOpacity={0.6} strokeWidth={2} />
      <ellipse cx={180} cy={70} rx={58} ry={13} strokeWidth={2.2} style={{ stroke: strandColour(colour) }} />
      <ellipse cx={180} cy={70} rx={24} ry={6.5} fill="var(--ink)" opacity={0.85} />
    </>
  );
}

function Winder() {
  return (
    <>
      <rect x={166} y={30} width={38} height={110} rx={6} fill="var(--line)" stroke="var(--ink)" strokeWidth={2.5} />
      <path d="M178 30v14h12v-14" stroke="var(--ink)" strokeWidth={3} fill="var(--card)" />
      <rect x={112} y={140} width={146} height={14} rx={5} fill="var(--ink)" opacity={0.8} />
      <path d="M112 147H84V62H108" stroke="var(--ink)" strokeWidth={5} />
      <path d="M186 154v20h56v-14h22" stroke="var(--acorn)" strokeWidth={7} />
    </>
  );
}

function Hand({ x, y, turned }: { x: number; y: number; turned?: boolean }) {
  return (
    <g transform={`translate(${x} ${y})${turned ? ' scale(-1 1)' : ''}`} stroke="var(--acorn)" strokeWidth={9}>
      <path d="M-34 0H-8M-8 -16V16M-8 -16H8M-8 -5H12M-8 6H10M-8 16H4" />
    </g>
  );
}

/** An arrow whose head lies at the end of the path; the path's last two points give its direction. */
function Arrow({ d, bad }: { d: string; bad?: boolean }) {
  const colour = bad ? 'var(--madder)' : 'var(--acorn)';
  const id = bad ? 'step-arrow-bad' : 'step-arrow';
  return (
    <>
      <marker id={id} viewBox="0 0 10 10" refX={6} refY={5} markerWidth={4} markerHeight={4} orient="auto">
        <path d="M0 0L10 5L0 10Z" fill={colour} />
      </marker>
      <path d={d} stroke={colour} strokeWidth={6} markerEnd={`url(#${id})`} />
    </>
  );
}
