import { YarnLine } from '../../../ui/figures/YarnLine';
import type { Holding } from './methods';
import {
  Arrow,
  Body,
  Creases,
  HandGoes,
  HankTie,
  HeldHank,
  Laid,
  Limbs,
  Moved,
  Running,
  Straight,
  Thing,
  Turned,
  Wrong,
  YARN_WIDTH,
} from './shapes';

/** What holds an open hank where there is no swift, or a skein that is made again; at one of its steps. */
export function HoldingDrawing({ holding, step, colour }: { holding: Holding; step: string; colour: string }) {
  switch (holding) {
    case 'chairs':
      return <Chairs step={step} colour={colour} />;
    case 'hands':
      return <Hands step={step} colour={colour} />;
    case 'knees':
      return <Knees step={step} colour={colour} />;
    case 'elbow':
      return <Elbow step={step} colour={colour} />;
  }
}

const LOOP = 'M122 56H238C250 56 250 84 238 84H122C110 84 110 56 122 56Z';

const Chair = ({ x, weighed }: { x: number; weighed?: boolean }) => (
  <>
    <Thing d={`M${x} 40h10V182h-8V128h-54V182h-8V116h60Z`} />
    {weighed && <Thing d={`M${x - 48} 98h38v17h-38ZM${x - 46} 104h34`} />}
  </>
);

/** Two chairs, back to back. */
const Pair = ({ weighed = false }: { weighed?: boolean }) => (
  <>
    <Chair x={112} weighed={weighed} />
    <g transform="matrix(-1 0 0 1 360 0)">
      <Chair x={112} weighed={weighed} />
    </g>
  </>
);

function Chairs({ step, colour }: { step: string; colour: string }) {
  switch (step) {
    case 'apart':
      return (
        <>
          <Moved dx={-14} dy={0}>
            <Chair x={126} weighed />
          </Moved>
          <g transform="matrix(-1 0 0 1 360 0)">
            <Moved dx={-14} dy={0}>
              <Chair x={126} weighed />
            </Moved>
          </g>
          <Straight from={[164, 70]} to={[144, 70]} />
          <Straight from={[196, 70]} to={[216, 70]} />
        </>
      );
    case 'on':
      return (
        <>
          <Pair weighed />
          <HeldHank d={LOOP} colour={colour} />
          <HankTie x={160} y={84} />
          <HankTie x={204} y={84} />
          <Straight from={[100, 26]} to={[72, 26]} />
          <Straight from={[260, 26]} to={[288, 26]} />
        </>
      );
    case 'off':
      return (
        <>
          <Pair weighed />
          <HeldHank d={LOOP} colour={colour} />
          <Laid paths={['M112 70C108 40 150 22 200 20S290 24 318 34']} colour={colour} />
          <Body d="M306 44a20 18 0 0 0 40 0a20 18 0 0 0 -40 0" strands={['M308 40Q326 50 344 40']} colour={colour} />
          <HandGoes d="M104 56C110 30 150 12 200 10S290 14 316 26" />
        </>
      );
    default:
      return (
        <>
          <g transform="translate(64 -6) scale(0.82)" opacity={0.5}>
            <Pair />
            <HeldHank d={LOOP} colour={colour} />
            <HankTie x={180} y={84} />
          </g>
          <g transform="translate(-40 34) scale(0.82)">
            <Pair weighed />
            <HeldHank d={LOOP} colour={colour} />
          </g>
          <Arrow d="M318 96C338 116 330 142 304 150" at={[304, 150]} toDeg={165} />
        </>
      );
  }
}

const AROUND_HANDS = 'M98 92H262C278 92 278 122 262 122H98C82 122 82 92 98 92Z';

const Raised = () => (
  <Limbs
    paths={[
      ['M108 200V74', 32],
      ['M116 112L142 76', 15],
    ]}
  />
);

function Hands({ step, colour }: { step: string; colour: string }) {
  const right = (
    <g transform="matrix(-1 0 0 1 360 0)">
      <Raised />
    </g>
  );
  switch (step) {
    case 'hold':
      return (
        <>
          <Raised />
          {right}
          <HeldHank d={AROUND_HANDS} colour={colour} />
          <HankTie x={164} y={122} />
          <HankTie x={204} y={122} />
          <Straight from={[166, 50]} to={[146, 58]} />
          <Straight from={[194, 50]} to={[214, 58]} />
        </>
      );
    case 'dip':
      return (
        <>
          <Turned by={13} about="bottom">
            <Raised />
          </Turned>
          {right}
          <HeldHank d={AROUND_HANDS} colour={colour} />
          <Laid paths={['M88 100C84 60 130 26 190 22S300 22 344 14']} colour={colour} />
          <Arrow d="M62 66C72 48 88 40 104 40" at={[104, 40]} toDeg={0} />
        </>
      );
    default:
      return (
        <>
          <Creases d="M40 150H320" />
          <HeldHank d="M98 104H262C278 104 278 134 262 134H98C82 134 82 104 98 104Z" colour={colour} />
          <HankTie x={140} y={134} />
          <HankTie x={220} y={134} />
          <Straight from={[140, 40]} to={[140, 80]} />
          <Straight from={[220, 40]} to={[220, 80]} />
        </>
      );
  }
}

const AROUND_KNEES = 'M92 84H268C292 84 292 116 268 116H92C68 116 68 84 92 84Z';

const Lap = () => (
  <Limbs
    paths={[
      ['M122 104L112 204', 58],
      ['M238 104L248 204', 58],
    ]}
  />
);

function Knees({ step, colour }: { step: string; colour: string }) {
  switch (step) {
    case 'round':
      return (
        <>
          <Lap />
          <HeldHank d={AROUND_KNEES} colour={colour} />
          <HankTie x={164} y={116} />
          <HankTie x={200} y={116} />
          <Straight from={[156, 48]} to={[126, 48]} />
          <Straight from={[204, 48]} to={[234, 48]} />
        </>
      );
    case 'off':
      return (
        <>
          <Lap />
          <HeldHank d={AROUND_KNEES} colour={colour} />
          <Laid paths={['M82 88C78 56 120 34 180 30S300 26 340 18']} colour={colour} />
          <HandGoes d="M76 78C76 46 120 24 180 20S300 16 336 8" />
        </>
      );
    default:
      return (
        <>
          <Lap />
          <HeldHank d="M92 96H268C292 96 284 136 262 146C226 160 140 156 100 144C70 134 68 96 92 96Z" colour={colour} />
          <YarnLine d="M96 98C150 128 200 112 262 146" colourHex={colour} width={YARN_WIDTH} />
          <Wrong x={182} y={120} r={24} />
        </>
      );
  }
}

const AROUND_ARM = 'M196 56C216 92 214 142 186 170C160 180 142 158 144 108C146 72 170 44 196 56Z';

const BentArm = () => (
  <>
    <Limbs
      paths={[
        ['M176 156L60 186', 42],
        ['M176 156V76', 34],
        ['M176 70L172 30', 30],
        ['M182 76L208 50', 15],
      ]}
    />
    <Creases d="M164 36v20M174 34v22" />
  </>
);

function Elbow({ step, colour }: { step: string; colour: string }) {
  switch (step) {
    case 'begin':
      return (
        <>
          <BentArm />
          <Running d="M338 40C290 36 250 40 204 56" colour={colour} />
          <YarnLine d="M204 56C196 66 202 84 218 92C226 98 226 110 220 120" colourHex={colour} width={YARN_WIDTH} />
        </>
      );
    case 'round':
      return (
        <>
          <BentArm />
          {[0, 5, 10].map((out) => (
            <g key={out} transform={`translate(${out} ${out / 3})`}>
              <Laid paths={[AROUND_ARM]} colour={colour} />
            </g>
          ))}
          <Running d="M338 40C290 36 250 42 204 58" colour={colour} />
          <HandGoes d={AROUND_ARM} />
        </>
      );
    case 'tie':
      return (
        <>
          <BentArm />
          <HeldHank d={AROUND_ARM} colour={colour} />
          <g transform="rotate(90 212 110)">
            <HankTie x={212} y={110} />
          </g>
          <g transform="rotate(90 146 116)">
            <HankTie x={146} y={116} />
          </g>
        </>
      );
    default:
      return (
        <>
          <Body
            d="M60 96C90 66 120 66 150 82S210 98 240 82S290 66 306 96S270 126 240 110S180 94 150 110S90 126 60 96Z"
            strands={['M76 92C110 74 140 110 180 96S250 78 290 100', 'M80 104C110 118 140 84 180 100S250 116 290 92']}
            colour={colour}
          />
          <Turned by={10}>
            <Arrow d="M48 54C30 66 26 84 34 100" at={[34, 100]} toDeg={70} />
          </Turned>
          <Turned by={-10}>
            <Arrow d="M312 138C332 128 338 108 330 92" at={[330, 92]} toDeg={-110} />
          </Turned>
        </>
      );
  }
}
