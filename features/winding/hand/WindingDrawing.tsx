import type { HandForm } from '../../../core/winding/run';
import { YarnLine } from '../../../ui/figures/YarnLine';
import type { HandStep } from './methods';
import {
  Arrow,
  Body,
  Creases,
  HandGoes,
  Laid,
  Limbs,
  Moved,
  Running,
  Straight,
  Thing,
  Turned,
  YARN_WIDTH,
} from './shapes';

interface Drawn {
  form: HandForm;
  colour: string;
}

/** Winding on a form in the hand, at one of its steps. */
export function WindingDrawing({ form, step, colour }: Drawn & { step: HandStep }) {
  switch (step) {
    case 'tail':
      return <Tail form={form} colour={colour} />;
    case 'lay':
      return <Lay form={form} colour={colour} />;
    case 'cross':
      return form === 'fingers' ? <FlatFoot colour={colour} /> : <Cross form={form} colour={colour} />;
    case 'close':
      return (
        <>
          <FormInHand form={form} />
          <InnerEnd colour={colour} />
          <Round colour={colour} />
          <Laid paths={[-9, -3, 3, 9].map((dy) => `M128 ${92 + dy}Q180 ${110 + dy} 232 ${92 + dy}`)} colour={colour} />
          <Running d="M24 60C70 60 100 74 128 92" colour={colour} />
        </>
      );
    case 'slide':
      return <Off form={form} colour={colour} />;
  }
}

function FormInHand({ form }: { form: HandForm }) {
  switch (form) {
    case 'nostepinne':
      return (
        <>
          <Thing d="M174 10H186L196 186H164Z" />
          <Creases d="M182 124L185 180" />
        </>
      );
    case 'tube':
      return (
        <>
          <Thing d="M158 20H202V182H158Z" />
          <ellipse cx={180} cy={20} rx={22} ry={7} fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
        </>
      );
    case 'thumb':
    case 'fingers':
      return <Thumb />;
  }
}

const Thumb = () => (
  <>
    <Limbs
      paths={[
        ['M180 120V36', 32],
        ['M196 200V150', 78],
        ['M180 150V120', 44],
      ]}
    />
    <Creases d="M176 28q5 -5 11 0M214 142q14 4 20 16M212 160q12 3 18 12" />
  </>
);

/** A fist with the thumb and the little finger stretched out. */
const StretchedOut = () => (
  <>
    <Limbs
      paths={[
        ['M160 128L122 44', 28],
        ['M216 128L264 70', 22],
        ['M190 200V150', 84],
        ['M164 130H214', 40],
      ]}
    />
    <Creases d="M170 116v22M188 114v24M206 116v22" />
  </>
);

/** A fist with two fingers spread. */
const Spread = () => (
  <>
    <Limbs
      paths={[
        ['M162 132L136 32', 25],
        ['M196 132L226 32', 25],
        ['M180 200V150', 82],
      ]}
    />
    <Creases d="M206 142q14 2 12 18M150 150C166 142 186 150 190 162" />
  </>
);

function Tail({ form, colour }: Drawn) {
  switch (form) {
    case 'nostepinne':
      return (
        <>
          <FormInHand form={form} />
          <Running d="M24 46C100 40 158 52 178 66C192 76 168 84 180 96C186 120 186 150 190 186" colour={colour} />
          <Limbs paths={[['M250 168C226 160 214 152 200 150', 22]]} />
        </>
      );
    case 'tube':
      return (
        <>
          <Running d="M24 40C90 20 140 16 168 22" colour={colour} />
          <FormInHand form={form} />
          <path d="M164 12L168 30L173 13Z" fill="var(--ink)" />
          <YarnLine d="M168 24C176 30 178 26 182 22" colourHex={colour} width={YARN_WIDTH} />
          <YarnLine d="M182 182C184 186 182 190 184 196" colourHex={colour} width={YARN_WIDTH} />
          <Straight from={[116, 70]} to={[154, 36]} />
        </>
      );
    case 'thumb':
      return (
        <>
          <StretchedOut />
          <Running d="M20 90C70 92 110 110 140 120" colour={colour} />
          <YarnLine d="M196 156C200 170 206 178 204 194" colourHex={colour} width={YARN_WIDTH} />
          <Creases d="M164 146H214" />
        </>
      );
    case 'fingers':
      return (
        <>
          <Spread />
          <Running d="M20 60C70 60 120 100 154 128" colour={colour} />
          <YarnLine d="M186 164C192 176 188 184 192 198" colourHex={colour} width={YARN_WIDTH} />
        </>
      );
  }
}

/** Round the little finger, across the palm, round the thumb. */
const EIGHT = 'M190 88C220 120 272 122 274 92C276 66 226 66 190 88C154 112 108 104 108 76C110 52 158 62 190 88Z';

function Lay({ form, colour }: Drawn) {
  switch (form) {
    case 'nostepinne':
    case 'tube': {
      const [left, right] = form === 'tube' ? [155, 205] : [168, 192];
      const wraps = [78, 84, 90, 96, 102, 108].map((y) => `M${left} ${y}Q180 ${y + 9} ${right} ${y - 1}`);
      return (
        <>
          <FormInHand form={form} />
          {form === 'nostepinne' && <InnerEnd colour={colour} />}
          <Laid paths={wraps} colour={colour} />
          <Running d={`M24 60C70 60 120 86 ${left} 108`} colour={colour} />
          <HandGoes
            d={`M${left - 8} 100a${(right - left) / 2 + 8} 12 0 0 0 ${right - left + 16} 0a${(right - left) / 2 + 8} 12 0 0 0 ${left - right - 16} 0`}
          />
        </>
      );
    }
    case 'thumb':
      return (
        <>
          <StretchedOut />
          <YarnLine d={EIGHT} colourHex={colour} width={3} faint />
          <g transform="translate(0 6)">
            <Laid paths={[EIGHT]} colour={colour} />
          </g>
          <Running d="M16 100C50 96 80 84 106 70" colour={colour} />
          <HandGoes d={EIGHT} />
        </>
      );
    case 'fingers':
      return (
        <>
          <Spread />
          <Laid
            paths={[58, 66, 74, 82, 90].map((y) => {
              const narrower = (y - 58) * 0.3;
              return `M${128 + narrower} ${y}C156 ${y + 13} 204 ${y + 13} ${234 - narrower} ${y}`;
            })}
            colour={colour}
          />
          <Running d="M16 60C56 56 100 74 136 90" colour={colour} />
          <HandGoes d="M122 74a59 15 0 0 0 118 0a59 15 0 0 0 -118 0" />
        </>
      );
  }
}

/** A round ball about the form. */
function Round({ colour }: { colour: string }) {
  return (
    <Body
      d="M128 92a52 42 0 0 0 104 0a52 42 0 0 0 -104 0"
      strands={[
        ...[-16, -8, 0, 8, 16].map((dy) => `M131 ${92 + dy}Q180 ${106 + dy} 229 ${86 + dy}`),
        'M146 63Q176 92 158 128',
        ...[-6, 10].map((dx) => `M${164 + dx} 54Q${202 + dx} 92 ${180 + dx} 132`),
        'M198 54Q226 88 204 128',
      ]}
      colour={colour}
    />
  );
}

/** It hangs down along the form. */
const InnerEnd = ({ colour }: { colour: string }) => (
  <YarnLine d="M192 116C200 136 208 152 206 180" colourHex={colour} width={YARN_WIDTH} />
);

function Cross({ form, colour }: Drawn) {
  return (
    <>
      <FormInHand form={form} />
      <InnerEnd colour={colour} />
      <Turned by={form === 'thumb' ? 14 : 9}>
        <Round colour={colour} />
      </Turned>
      <Running d="M24 60C60 62 90 88 128 118" colour={colour} />
      <g transform="rotate(-26 180 92)">
        <Laid paths={['M124 92a56 18 0 0 0 112 0']} colour={colour} />
        <HandGoes d="M120 92a60 21 0 0 0 120 0a60 21 0 0 0 -120 0" />
      </g>
      {/* the form, or the ball on it, is turned a little, too */}
      <Arrow d="M276 112a46 26 0 0 1 -36 30" at={[240, 142]} toDeg={168} />
    </>
  );
}

/** Upside down as it is wound: the flat side is away from the thumb, and will be its foot. */
function FlatFoot({ colour }: { colour: string }) {
  return (
    <>
      <Limbs
        paths={[
          ['M180 150V120', 30],
          ['M196 204V170', 76],
          ['M180 176V140', 40],
        ]}
      />
      <YarnLine d="M196 140C206 152 214 166 212 188" colourHex={colour} width={YARN_WIDTH} />
      <Body
        d="M108 58Q180 44 252 58C258 112 222 146 180 146C138 146 102 112 108 58Z"
        strands={[
          ...[66, 82, 98, 114].map(
            (y) => `M${108 + (y - 58) * 0.25} ${y}Q180 ${y + 22} ${252 - (y - 58) * 0.25} ${y - 6}`,
          ),
          ...[-36, -14, 10, 34].map((dx) => `M${170 + dx * 1.4} 54Q${202 + dx} 96 ${180 + dx * 0.6} 143`),
        ]}
        colour={colour}
      />
      <Running d="M18 40C50 44 80 60 106 78" colour={colour} />
      <Laid paths={['M106 78C140 96 216 92 252 64']} colour={colour} />
      <g transform="rotate(-8 180 84)">
        <HandGoes d="M100 84a80 20 0 0 0 160 0a80 20 0 0 0 -160 0" />
      </g>
      <Straight from={[150, 26]} to={[112, 32]} />
      <Straight from={[210, 26]} to={[248, 32]} />
    </>
  );
}

function Off({ form, colour }: Drawn) {
  switch (form) {
    case 'tube':
      return (
        <>
          <Moved dx={0} dy={26}>
            <FormInHand form="tube" />
          </Moved>
          <path d="M172 24L176 2h17l-3 22z" fill="var(--card)" stroke="var(--ink)" strokeWidth={2.5} />
          <Creases d="M179 8h10M178 14h10" />
          <Round colour={colour} />
          <Straight from={[240, 128]} to={[240, 172]} />
        </>
      );
    case 'fingers':
      return (
        <>
          <Creases d="M60 166H300" />
          <Body
            d="M108 160Q180 172 252 160C258 106 222 64 180 64C138 64 102 106 108 160Z"
            strands={[
              ...[152, 136, 120, 104].map(
                (y) => `M${108 + (160 - y) * 0.25} ${y}Q180 ${y + 18} ${252 - (160 - y) * 0.25} ${y - 8}`,
              ),
              ...[-36, -14, 10, 34].map((dx) => `M${180 + dx * 0.6} 70Q${202 + dx} 110 ${170 + dx * 1.4} 163`),
            ]}
            colour={colour}
          />
          <ellipse cx={180} cy={70} rx={20} ry={6} fill="var(--ink)" opacity={0.85} />
          <Running d="M180 68C182 40 210 22 262 26" colour={colour} />
          <Straight from={[284, 60]} to={[284, 26]} />
        </>
      );
    default:
      return (
        <>
          <FormInHand form={form} />
          <Moved dx={0} dy={-34}>
            <Round colour={colour} />
            <InnerEnd colour={colour} />
          </Moved>
          <Straight from={[262, 92]} to={[262, 42]} />
        </>
      );
  }
}
