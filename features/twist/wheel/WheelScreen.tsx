'use client';

import { useRouter } from 'next/navigation';
import { inWords, lowerFirst, twistFigure } from '../../../core/common/format';
import { readingIfTyped, readOrNull } from '../../../core/common/inputError';
import { requirePositive } from '../../../core/common/require';
import { inMetres, parseNumber, type UnitSystem } from '../../../core/common/units';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { twistOfAngle, type WhorlChoice, whorlsFor } from '../../../core/twist/spinning';
import { parseTurnsPerM } from '../../../core/twist/twist';
import type { WheelTool } from '../../../server/bench/bench';
import type { WheelPage } from '../../../server/twist/wheelPage';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { Fold } from '../../../ui/controls/Fold';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';
import { Notice } from '../../../ui/feedback/Notice';
import { Span, Twist } from '../../../ui/figures/Figures';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { HungSkein } from './HungSkein';
import { Metronome } from './Metronome';

const NOTHING_TYPED = { toolId: 0, twist: '', wpi: '', angle: '', draw: '', whorl: 0 };

type Asked = typeof NOTHING_TYPED;

/** What was asked last. Whoever comes with another wheel asks the same of that one, with its own draw and whorls. */
function useAsked(first: number | null): [Asked, (change: Partial<Asked>) => void] {
  const [kept, keep] = useKeptChoices('at the wheel', NOTHING_TYPED);
  if (first === null || first === kept.toolId) return [kept, keep];
  const asked = { ...kept, toolId: first, draw: '', whorl: 0 };
  return [asked, (change) => keep({ ...asked, ...change })];
}

/** For a wanted twist: which whorl, how many treadles to a draw, and a tick that keeps the pace. And what a hung skein asks for. */
export function WheelScreen({
  page: { wheels, samples, skeins },
  first,
  hung,
}: {
  page: WheelPage;
  /** The wheel or spindle that one came here with. */
  first: number | null;
  /** The skein that is to be hung. */
  hung: number | null;
}) {
  const router = useRouter();
  const system = useSystem();
  const [asked, ask] = useAsked(first);
  const wheel = wheels.find(({ id }) => id === asked.toolId) ?? wheels[0];
  const spinning = wheel && { asked, ask, wheel, ...spun(asked, wheel, system) };
  const takeWheel = (toolId: number) => {
    ask({ toolId, draw: '', whorl: 0 });
    if (first !== null) router.replace('/twist/wheel');
  };
  return (
    <>
      <PageHead title="At the wheel" under="How much twist goes in, in treadles or rolls.">
        <ActionLink href="/bench" quiet>
          My wheels and spindles
        </ActionLink>
      </PageHead>
      {spinning ? (
        <div className="grid grid-cols-[1.2fr_1fr] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
          <section className="grid gap-3" aria-label="For a wanted twist">
            <Wanted spinning={spinning} wheels={wheels} takeWheel={takeWheel} />
            {samples.length > 0 && <AsSample samples={samples} ask={ask} />}
            <Fold title="Not known? From wraps and the angle of the fibres">
              <FromAngle wpi={asked.wpi} angle={asked.angle} ask={ask} system={system} />
            </Fold>
            {spinning.chosen ? (
              <Treadles spinning={spinning} chosen={spinning.chosen} />
            ) : (
              <p className="text-ink-soft">Say what twist you want, and see it in {spinning.each}.</p>
            )}
          </section>
          <HungSkein
            drive={spinning.chosen ?? { turnsEach: spinning.wheel.turnsEach[0]!, slip: spinning.wheel.slip }}
            each={spinning.each}
            skeins={skeins}
            first={hung}
          />
        </div>
      ) : (
        <Notice tone="plain">
          No wheel and no spindle is on the bench. <ActionLink href="/bench">My tools</ActionLink>
        </Notice>
      )}
    </>
  );
}

/** What is to be spun on which wheel, and how that is done. */
interface Spinning extends ReturnType<typeof spun> {
  asked: Asked;
  ask: (change: Partial<Asked>) => void;
  wheel: WheelTool;
}

/** How the wanted twist is spun on this wheel; no whorl is chosen as long as it is not known what is wanted. */
function spun(asked: Asked, wheel: WheelTool, system: UnitSystem) {
  const twist = readingIfTyped(asked.twist, () => requirePositive(parseTurnsPerM(asked.twist, system, ''), ''));
  const draw = readingIfTyped(asked.draw, () => parseLoopM(asked.draw, system, ''));
  const drawM = draw.value ?? wheel.drawM;
  const drives = wheel.turnsEach.map((turnsEach) => ({ turnsEach, slip: wheel.slip }));
  const choices = twist.value === undefined || draw.error ? [] : whorlsFor(twist.value, drawM, drives);
  return {
    drawM,
    errors: { twist: twist.error, draw: draw.error },
    choices,
    chosen: choices.find(({ turnsEach }) => turnsEach === asked.whorl) ?? choices[0],
    each: wheel.kind === 'wheel' ? 'treadles' : 'rolls',
  };
}

function Wanted({
  spinning: { asked, ask, wheel, errors },
  wheels,
  takeWheel,
}: {
  spinning: Spinning;
  wheels: readonly WheelTool[];
  takeWheel: (id: number) => void;
}) {
  const system = useSystem();
  return (
    <div className="grid grid-cols-2 gap-x-4 max-phone:grid-cols-1">
      <ChoiceField
        name="wheel"
        label="Spun on"
        value={String(wheel.id)}
        onChange={(id) => takeWheel(Number(id))}
        options={wheels.map(({ id, name }) => ({ value: String(id), label: lowerFirst(name) }))}
      />
      <TextField
        name="wheel twist"
        label="Wanted twist"
        value={asked.twist}
        onChange={(typed) => ask({ twist: typed })}
        error={errors.twist}
        placeholder={inMetres(system) ? '400 t/m' : '10 tpi'}
        hint="in t/m or tpi"
      />
      <TextField
        name="wheel draw"
        label={wheel.kind === 'wheel' ? 'Drawn at once' : 'Spun before it is wound on'}
        value={asked.draw}
        onChange={(typed) => ask({ draw: typed })}
        error={errors.draw}
        hint={
          <>
            empty: <Span mm={wheel.drawM * 1000} />, as on the bench
          </>
        }
      />
    </div>
  );
}

function AsSample({ samples, ask }: { samples: WheelPage['samples']; ask: Spinning['ask'] }) {
  const system = useSystem();
  return (
    <ChoiceField
      name="as sample"
      label="Or as a yarn whose twist was counted"
      value=""
      onChange={(id) => {
        const like = samples.find(({ yarnId }) => String(yarnId) === id);
        if (like) ask({ twist: twistTyped(like.twist.turnsPerM, system) });
      }}
      options={[
        { value: '', label: 'choose it' },
        ...samples.map(({ yarnId, name, twist }) => ({
          value: String(yarnId),
          label: `${name}: ${inWords(twistFigure(twist.turnsPerM, system))} ${twist.direction}`,
        })),
      ]}
    />
  );
}

/** How many treadles or rolls to each draw, on which whorl, and a tick for them. */
function Treadles({
  spinning: { ask, wheel, drawM, choices, each },
  chosen,
}: {
  spinning: Spinning;
  chosen: WhorlChoice;
}) {
  return (
    <>
      <p className="text-huge font-heavy leading-none" aria-live="polite">
        {chosen.whole} {chosen.whole === 1 ? each.slice(0, -1) : each}
        <span className="block text-body font-normal text-ink-soft mt-2">
          to each <Span mm={drawM * 1000} />
          {wheel.kind === 'wheel' && ` on the whorl of ${turnsInWords(chosen.turnsEach)}`}: that is{' '}
          <Twist perM={chosen.turnsPerM} />
        </span>
      </p>
      {choices.length > 1 && (
        <ul className="grid gap-1">
          {choices.map((choice) => (
            <li key={choice.turnsEach}>
              <InlineButton onClick={() => ask({ whorl: choice.turnsEach })}>
                whorl of {turnsInWords(choice.turnsEach)}
              </InlineButton>{' '}
              <span className="text-ink-soft">
                {Number(choice.treadles.toFixed(1))} {each}; with {choice.whole}, <Twist perM={choice.turnsPerM} />
              </span>
            </li>
          ))}
        </ul>
      )}
      <Metronome
        key={`${wheel.id} ${chosen.whole}`}
        wheelId={wheel.id}
        each={each}
        whole={chosen.whole}
        usualPace={wheel.pacePerMin}
      />
    </>
  );
}

/** As one types it. */
const twistTyped = (perM: number, system: UnitSystem) =>
  inMetres(system) ? `${Math.round(perM)} t/m` : `${(perM * 0.0254).toFixed(1)} tpi`;

const turnsInWords = (turns: number) => `${Number(turns.toFixed(2))} : 1`;

function FromAngle({
  wpi,
  angle,
  ask,
  system,
}: {
  wpi: string;
  angle: string;
  ask: (change: { wpi?: string; angle?: string; twist?: string }) => void;
  system: UnitSystem;
}) {
  const perM = readOrNull(() => twistOfAngle(parseNumber(wpi, ''), parseNumber(angle.replace(/\s*°\s*$/, ''), '')));
  return (
    <div className="grid gap-2">
      <p className="text-ink-soft">
        Lay the yarn on a protractor: about 15° is soft, 25° middling, 35° firm, rules of thumb. A sample that you like
        tells it, too.
      </p>
      <div className="grid grid-cols-2 gap-x-4">
        <TextField
          name="wheel wpi"
          label="Wraps per inch"
          value={wpi}
          onChange={(typed) => ask({ wpi: typed })}
          inputMode="decimal"
        />
        <TextField
          name="wheel angle"
          label="Angle of the fibres"
          value={angle}
          onChange={(typed) => ask({ angle: typed })}
          hint="in degrees"
          inputMode="decimal"
        />
      </div>
      {perM !== null && (
        <p>
          That is <Twist perM={perM} />.{' '}
          <InlineButton onClick={() => ask({ twist: twistTyped(perM, system) })}>Take it</InlineButton>
        </p>
      )}
    </div>
  );
}
