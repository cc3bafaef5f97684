'use client';

import { Checkbox } from 'antd';
import { Link } from '../../../ui/controls/Link';
import { type ReactNode, useEffect, useRef } from 'react';
import { secondsInWords } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { inMetres, parseQuantity } from '../../../core/common/units';
import { swiftSetting } from '../../../core/bench/swift';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { reportWords } from '../../../core/trouble/troubles';
import { roundsOf, SECONDS_PER_ROUND, woundByHand } from '../../../core/winding/byHand';
import { HAND_FORMS, isWoundAsBall } from '../../../core/winding/run';
import type { HandTool } from '../../../server/bench/bench';
import type { ByHandPage } from '../../../server/winding/byHandPage';
import { TextField } from '../../../ui/controls/Field';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';
import { Length, Mass, Size, Span, Twist } from '../../../ui/figures/Figures';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { isHolding, MethodDrawing, type MethodId } from './MethodDrawing';
import { MethodPlayer } from './MethodPlayer';
import { HAND_METHODS, HAND_STEPS, HAND_WORDS, HOLDING_METHODS, type Holding, HOLDINGS, type Method } from './methods';
import { useLeftHanded } from './useLeftHanded';

const DRAWN_IN = '#7c8f6a';

/** Once round a hank as most are, where nobody has measured one. */
const USUAL_LOOP_M = 1.6;

const METHODS: Record<MethodId, Method> = { ...HAND_METHODS, ...HOLDING_METHODS };

const GROUPS: readonly (readonly [title: string, methods: readonly MethodId[]])[] = [
  ['Wind a ball', HAND_FORMS],
  ['Hold the hank', HOLDINGS.filter((holding) => holding !== 'elbow')],
  ['Make a skein again', ['elbow']],
];

const methodOf = (asked: string | undefined): MethodId =>
  GROUPS.flatMap(([, methods]) => methods).find((method) => method === asked) ?? 'nostepinne';

/** Winding without a winder and a swift: each way in moving drawings, with what it comes to and what can go wrong. */
export function ByHandScreen({ asked, forms, armLoopM, chairDepthMm }: ByHandPage & { asked: string | undefined }) {
  const method = methodOf(asked);
  const [leftHanded, setLeftHanded] = useLeftHanded();
  const { title, when, troubles } = METHODS[method];
  const steps = isHolding(method)
    ? HOLDING_METHODS[method].steps
    : HAND_STEPS.map((id) => ({ id, ...HAND_WORDS[method][id] }));
  return (
    <>
      <PageHead
        title="By hand"
        under="Every wrap goes round loosely: yarn that is wound tight is stretched, knits up tight, and shrinks later."
      >
        <Checkbox checked={leftHanded} onChange={({ target }) => setLeftHanded(target.checked)}>
          Left-handed
        </Checkbox>
      </PageHead>
      <div className="grid grid-cols-[216px_minmax(0,1fr)] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)] max-tablet:gap-3">
        <Methods at={method} leftHanded={leftHanded} />
        <section aria-labelledby="method">
          <h2 id="method" className="mt-0">
            {title}
          </h2>
          <p className="max-w-[46em] mb-4 text-ink-soft">{when}</p>
          <MethodPlayer key={method} method={method} steps={steps} colourHex={DRAWN_IN} leftHanded={leftHanded} />
          {isHolding(method) ? (
            <HoldingFacts
              holding={method}
              loopM={method === 'elbow' ? armLoopM : USUAL_LOOP_M}
              gapMm={method === 'chairs' ? chairsApartMm(chairDepthMm) : null}
              troubles={troubles}
            />
          ) : (
            <WindingFacts tool={forms.find(({ kind }) => kind === method)} troubles={troubles} />
          )}
        </section>
      </div>
    </>
  );
}

function Methods({ at, leftHanded }: { at: MethodId; leftHanded: boolean }) {
  const ways = useRef<HTMLElement>(null);
  // On a phone they stand in a row that is longer than the page is wide.
  useEffect(() => {
    ways.current!.querySelector('[aria-current]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [at]);
  return (
    <nav
      ref={ways}
      aria-label="Ways to do it"
      className="grid gap-3 max-tablet:flex max-tablet:overflow-x-auto max-tablet:pb-2"
    >
      {GROUPS.map(([title, methods]) => (
        <div key={title} className="max-tablet:flex-none">
          <h2 className="mt-0 mb-1 text-small text-ink-soft">{title}</h2>
          <ul className="grid gap-1 m-0 p-0 list-none max-tablet:flex">
            {methods.map((method) => (
              <li key={method} className="max-tablet:w-[132px]">
                <Link
                  href={`/winding/by-hand?method=${method}`}
                  aria-current={method === at ? 'page' : undefined}
                  className="flex items-center gap-2 h-full p-1 pr-2 border-2 border-transparent rounded-md text-ink text-small no-underline leading-[1.2] hover:border-line aria-[current=page]:border-acorn aria-[current=page]:bg-card aria-[current=page]:font-bold max-tablet:flex-col max-tablet:items-start"
                >
                  <MethodDrawing
                    method={method}
                    step={PICTURED[method]}
                    colourHex={DRAWN_IN}
                    width={84}
                    still
                    leftHanded={leftHanded}
                  />
                  {METHODS[method].title}
                </Link>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </nav>
  );
}

/** The step by which a method is known at a glance. */
const PICTURED: Record<MethodId, string> = {
  nostepinne: 'cross',
  tube: 'cross',
  thumb: 'lay',
  fingers: 'cross',
  chairs: 'on',
  hands: 'hold',
  knees: 'round',
  elbow: 'round',
};

/** So much yarn, as it was typed last; the lengths of the page are of it. */
function useAmount() {
  const system = useSystem();
  const [{ mass, length }, set] = useKeptChoices('by hand', { mass: '50 g', length: '210 m' });
  const massG = readOrNull(() => parseQuantity(mass, 'mass', system));
  const lengthM = readOrNull(() => parseQuantity(length, 'length', system));
  const wrong = (value: number | null) => (value !== null && value > 0 ? undefined : 'an amount with its unit');
  const fields = (
    <div className="grid grid-cols-[140px_140px] gap-3">
      <TextField
        name="amount-mass"
        label="For"
        value={mass}
        onChange={(typed) => set({ mass: typed })}
        error={wrong(massG)}
        hint="of yarn"
      />
      <TextField
        name="amount-length"
        label="With"
        value={length}
        onChange={(typed) => set({ length: typed })}
        error={wrong(lengthM)}
        hint={inMetres(system) ? 'metres in it' : 'yards in it'}
      />
    </div>
  );
  return { fields, amount: massG && lengthM && massG > 0 && lengthM > 0 ? { massG, lengthM } : null };
}

function WindingFacts({ tool, troubles }: { tool: HandTool | undefined; troubles: readonly string[] }) {
  const { fields, amount } = useAmount();
  const pace = tool?.learned.secondsPerTurn;
  const density = tool?.learned.density.once;
  const ball =
    tool &&
    amount &&
    woundByHand(
      { ...tool, densityGPerCm3: density!.mean, ...(isWoundAsBall(tool.kind) && { ball: true as const }) },
      { massG: amount.massG, gristMPerG: amount.lengthM / amount.massG, secondsPerWrap: pace!.mean },
    );
  return (
    <Facts
      fields={fields}
      troubles={troubles}
      rows={
        tool && ball
          ? [
              [
                'How long',
                <>
                  about {secondsInWords(ball.seconds)}: {Math.round(ball.wraps)} wraps,{' '}
                  {pace!.from > 0 ? `at your own pace from ${pace!.from}` : 'at a usual pace'}
                </>,
              ],
              [
                'How firm',
                <>
                  <Size mm={ball.diameterMm} /> across, at {density!.mean.toFixed(2)} ±{' '}
                  {(density!.sd * HALF_WIDTH_90).toFixed(2)} g/cm³,{' '}
                  {density!.from > 0
                    ? `learned from ${density!.from} of yours`
                    : 'a starting figure: measure one, and it is yours'}
                </>,
              ],
              [
                'Twist',
                <>
                  none where the ball is turned and the strand only runs on; carried round a ball that stands still, a
                  turn a wrap: <Twist perM={ball.twistPerM.core} /> at its core, <Twist perM={ball.twistPerM.outside} />{' '}
                  outside
                </>,
              ],
              [
                'How much',
                <>
                  to <Size mm={tool.maxDiameterMm} /> across or <Mass g={tool.maxMassG} />, as you have it{' '}
                  <Link href="/bench">on your bench</Link>; your hand says when it is too large to turn
                </>,
              ],
            ]
          : []
      }
    />
  );
}

/** Null where the chairs are too deep for such a hank. */
function chairsApartMm(backDepthMm: number): number | null {
  const setting = swiftSetting({ kind: 'chairs', hankLoopM: USUAL_LOOP_M, backDepthMm });
  return setting && 'gapMm' in setting ? setting.gapMm : null;
}

function HoldingFacts({
  holding,
  loopM,
  gapMm,
  troubles,
}: {
  holding: Holding;
  loopM: number;
  /** Between the backs of two chairs. */
  gapMm: number | null;
  troubles: readonly string[];
}) {
  const { fields, amount } = useAmount();
  const rounds = amount && roundsOf({ lengthM: amount.lengthM, loopM, secondsPerRound: SECONDS_PER_ROUND[holding] });
  const again = holding === 'elbow';
  return (
    <Facts
      fields={fields}
      troubles={troubles}
      rows={
        rounds
          ? [
              [
                'How long',
                <>
                  about {secondsInWords(rounds.seconds)} for <Length m={amount.lengthM} />: {Math.round(rounds.rounds)}{' '}
                  rounds of <Span mm={1000 * loopM} />, by a rule of thumb
                  {again && (
                    <>
                      , as you have it <Link href="/bench">on your bench</Link>
                    </>
                  )}
                </>,
              ],
              ...(gapMm === null
                ? []
                : [
                    [
                      'How far apart',
                      <>
                        the backs about <Span mm={gapMm} /> for a hank of that round; a plan says it for yours
                      </>,
                    ] as const,
                  ]),
              [
                'How firm',
                again
                  ? 'a skein lies loosely; let no round be tighter than the one before'
                  : 'the loop is held, never stretched',
              ],
              [
                'Twist',
                <>
                  the loop stands still, so that {again ? 'each round that is laid' : 'each round that is lifted'} makes
                  one turn: <Twist perM={rounds.twistPerM} />, which is hardly ever seen
                </>,
              ],
            ]
          : []
      }
    />
  );
}

/** What a method comes to, for so much yarn, and what goes wrong with it. */
function Facts({
  fields,
  rows,
  troubles,
}: {
  fields: ReactNode;
  rows: readonly (readonly [name: string, words: ReactNode])[];
  troubles: readonly string[];
}) {
  return (
    <div className="flex flex-wrap items-start gap-y-3 gap-x-10 mt-6 pt-4 border-t-2 border-line">
      {fields}
      <dl className="flex-[1_1_420px] grid grid-cols-[max-content_minmax(0,1fr)] gap-y-2 gap-x-4 m-0 [&_dt]:text-ink-soft [&_dd]:m-0">
        {rows.map(([name, words]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd>{words}</dd>
          </div>
        ))}
        <dt>Goes wrong</dt>
        <dd className="flex flex-wrap gap-x-4">
          {troubles.map((trouble) => (
            <Link key={trouble} href={`/trouble?what=${encodeURIComponent(trouble)}`}>
              {reportWords({ trouble, attempt: '' }).trouble}
            </Link>
          ))}
        </dd>
      </dl>
    </div>
  );
}
