'use client';

import { MassField } from '../../../ui/controls/Field';
import { Button } from 'antd';
import { type ReactNode, useState } from 'react';
import { reading as readingOf } from '../../../core/common/inputError';
import { fineMassFigure, inWords, lowerFirst, plural } from '../../../core/common/format';
import { loopsMassG } from '../../../core/minis/gramsPerLoop';
import {
  loopsBefore,
  loopsOn,
  type NewMiniEvent,
  type MiniRunState,
  minisToCome,
  nextToCome,
  parentAfterG,
  loopsTooMany,
  weighingNow,
} from '../../../core/minis/miniRun';
import { miniVerdict, scaleJudges, type WeighingDoubt, weighingDoubt } from '../../../core/minis/weighingChecks';
import { GRAMS_PER_OUNCE, inGrams, parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { MiniRunPage } from '../../../server/minis/miniRuns';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { useBenchKeys } from '../../../ui/bench/useBenchKeys';
import { usePedals } from '../../../ui/bench/usePedals';
import { useVoice, type Voice } from '../../../ui/bench/useVoice';
import { FromScale } from '../../../ui/devices/FromScale';
import { FineMass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useKeptChoices, useLocalStorage } from '../../../ui/kept/useLocalStorage';
import { chooseStep, ScaleChoice, useScale } from '../../../ui/controls/WeighingFields';
import styles from './WeighMini.module.css';
import type { Session } from './useSession';
import { sizeName, VERDICT_TONE, VERDICT_WORDS } from '../words';
import { Form } from '../../../ui/form/Form';
import { Fold } from '../../../ui/controls/Fold';

/** The mini on the scale, or what is left of its skein: what it weighs, whether that is as wanted, and on to the next. */
export function WeighMini({
  page,
  state,
  session,
  scales,
  enabled,
  record,
  onNext,
}: {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  scales: ScaleTool[];
  enabled: boolean;
  record: (newEvent: NewMiniEvent) => void;
  onNext: () => void;
}) {
  const system = useSystem();
  const scale = useScale(scales, 'fine');
  const { resolutionG } = scale;
  const [pedals] = usePedals();
  const { part } = state;
  const { plan } = page;
  const mini = plan.minis[part]!;
  const loops = loopsOn(state, part);
  const weighing = weighingNow(state, part);
  const parentWeighing = state.parent.find(({ afterPart }) => afterPart === part) ?? null;
  const coarse = scaleJudges(resolutionG, mini.toleranceG).verdict === 'too coarse';
  const done = weighing !== null || parentWeighing !== null;
  const tooMany = weighing && !weighing.odd ? loopsTooMany(session.learned, state, part, mini) : 0;
  const last = nextToCome(state, part) === undefined;
  const goOn = last ? 'All cut: weigh what is left' : 'Next mini';

  const takeBack = () => {
    if (weighing) record({ kind: 'unweigh', part });
    else if (parentWeighing) record({ kind: 'unweigh parent', part });
  };
  useBenchKeys(enabled && done, pedals, {}, (key) => {
    if (key === 'count') onNext();
    else if (key === 'miscount') takeBack();
  });

  const reading = { page, state, session, resolutionG, enabled, record };
  const mine = (
    <MiniReading key={`mini ${part}`} {...reading} onScale={(stepG) => chooseStep(scale, stepG)} main={!coarse} />
  );
  const parents = <ParentReading key={`parent ${part}`} {...reading} main={coarse} />;
  return (
    <div className="grid gap-3 content-start min-w-0">
      <h2 className="text-large">
        {coarse ? `What is left of ${lowerFirst(page.pieceLabel)}` : `Mini ${part + 1} on the scale`}
      </h2>
      <p className="text-ink-soft text-body">
        {sizeName(mini, system)} give or take <FineMass g={mini.toleranceG} />; {plural(loops, 'loop')}.
      </p>
      {done ? (
        <>
          {weighing && <MiniWeighed weighing={weighing} wanted={mini} />}
          {tooMany > 0 && (
            <Notice tone="tight" role="status">
              <strong>Take {plural(tooMany, 'loop')} off before you cut it.</strong>{' '}
              <Button
                onClick={() => {
                  record({ kind: 'loops', part, amount: -tooMany });
                  record({ kind: 'stage', part, stage: 'weigh' });
                }}
                disabled={!enabled}
              >
                They are off: {loops - tooMany} loops
              </Button>
            </Notice>
          )}
          {parentWeighing && <ParentWeighed page={page} state={state} session={session} part={part} />}
          <NextWords session={session} plan={plan} state={state} />
          <div className="[&>[data-act]]:flex-[1_1_100%] flex flex-wrap gap-3 items-center">
            <LargeAct onClick={onNext} disabled={!enabled} autoFocus>
              {goOn}
            </LargeAct>
            <Button size="large" onClick={takeBack} disabled={!enabled}>
              Weigh it again
            </Button>
            <Button
              size="large"
              type="text"
              onClick={() => record({ kind: 'stage', part, stage: 'count' })}
              disabled={!enabled}
            >
              Back to the count
            </Button>
          </div>
        </>
      ) : (
        <>
          <div className="max-w-[340px]">
            <ScaleChoice scale={scale} />
          </div>
          {coarse && (
            <Notice tone="tight">
              A step of <FineMass g={resolutionG} /> cannot tell minis give or take <FineMass g={mini.toleranceG} />.
              Leave {lowerFirst(page.pieceLabel)} on the scale: what it loses from one mini to the next tells more.
            </Notice>
          )}
          {coarse ? parents : mine}
          <Fold
            title={coarse ? 'Weigh the mini itself' : `Weigh what is left of ${lowerFirst(page.pieceLabel)} instead`}
          >
            {coarse ? mine : parents}
          </Fold>
          <div className="[&>[data-act]]:flex-[1_1_100%] flex flex-wrap gap-3 items-center">
            <Button size="large" onClick={onNext} disabled={!enabled}>
              {last ? 'Skip weighing: on to what is left' : 'Next, skip weighing'}
            </Button>
            <Button
              size="large"
              type="text"
              onClick={() => record({ kind: 'stage', part, stage: 'count' })}
              disabled={!enabled}
            >
              Back to the count
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

/** What a scale showed, and its step. */
interface Reading {
  massG: number;
  resolutionG: number;
}

interface ReadingProps {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  resolutionG: number;
  enabled: boolean;
  record: (newEvent: NewMiniEvent) => void;
  /** The one that is asked for first. */
  main: boolean;
}

function MiniReading({
  page,
  state,
  session: { learned },
  resolutionG,
  enabled,
  record,
  main,
  onScale,
}: ReadingProps & { onScale: (stepG: number) => void }) {
  const [voice] = useLocalStorage('voice', 'quiet');
  const { say } = useVoice(voice as Voice);
  const { part } = state;
  const loops = loopsOn(state, part);
  const [asked, setAsked] = useState<{ reading: Reading; doubt: WeighingDoubt } | null>(null);

  const expected = loopsMassG(learned, loopsBefore(state, part), loops);

  const keep = (reading: Reading, odd: boolean) => {
    record({ kind: 'weigh', part, ...reading, odd });
    const verdict = miniVerdict(reading, page.plan.minis[part]!);
    say(`${Number(reading.massG.toFixed(1))} grams, ${VERDICT_WORDS[verdict]}`);
  };
  const take = (reading: Reading): Taken => {
    const doubt = weighingDoubt(reading, expected, loops, state.weighed[part - 1]?.massG);
    if (!doubt) keep(reading, false);
    else setAsked({ reading, doubt });
    return doubt ? 'asked' : 'kept';
  };
  return (
    <ReadingForm
      name="mini-mass"
      keptAs={`mini ${page.id} ${part}`}
      label="The scale shows"
      hint={
        <>
          about <FineMass g={expected.mean} /> is expected
        </>
      }
      main={main}
      enabled={enabled}
      onRead={(massG) => take({ massG, resolutionG })}
      onScale={(massG, stepG) => {
        onScale(stepG);
        return take({ massG, resolutionG: stepG });
      }}
      asked={
        asked && {
          words: <DoubtWords doubt={asked.doubt} massG={asked.reading.massG} expectedG={expected.mean} loops={loops} />,
          keep: () => keep(asked.reading, true),
          forget: () => setAsked(null),
          more: asked.doubt.kind === 'loops' && loops + asked.doubt.loops > 0 && (
            <Button
              onClick={() => {
                const { loops: more } = asked.doubt as { loops: number };
                record({ kind: 'loops', part, amount: more });
                record({ kind: 'stage', part, stage: 'weigh' });
                keep(asked.reading, false);
              }}
            >
              It was {plural(loops + asked.doubt.loops, 'loop')}
            </Button>
          ),
        }
      }
    />
  );
}

/** What became of a reading: kept, asked about first, or refused with the reason. */
type Taken = 'kept' | 'asked' | { refused: string };

/** What a scale showed, typed or taken from it; what cannot be believed is asked about before it is kept. */
function ReadingForm({
  name,
  keptAs,
  label,
  hint,
  main,
  enabled,
  onRead,
  onScale,
  asked,
}: {
  name: string;
  /** What is typed outlives a reload under this name. */
  keptAs: string;
  label: string;
  hint: ReactNode;
  main: boolean;
  enabled: boolean;
  onRead: (massG: number) => Taken;
  onScale?: (massG: number, stepG: number) => Taken;
  asked: { words: ReactNode; keep: () => void; forget: () => void; more?: ReactNode } | null;
}) {
  const system = useSystem();
  const [{ mass: typed }, keep] = useKeptChoices(keptAs, { mass: '' });
  const setTyped = (mass: string) => keep({ mass });
  const [error, setError] = useState('');
  const submit = () => {
    const read = readingOf(() => parseQuantity(typed, 'mass', system, ''));
    if (read.error !== undefined) setError(read.error);
    else after(onRead(read.value));
  };
  const after = (taken: Taken) => {
    if (taken === 'kept') setTyped('');
    else if (taken !== 'asked') setError(taken.refused);
  };
  return (
    <Form
      form={{ submit }}
      className={`${styles.reading} grid grid-cols-[minmax(0,320px)_auto] gap-y-1 gap-x-4 items-center justify-start max-phone:grid-cols-[minmax(0,1fr)]`}
    >
      <MassField
        name={name}
        label={label}
        value={typed}
        onChange={(value) => {
          setTyped(value);
          setError('');
          asked?.forget();
        }}
        error={error || undefined}
        hint={hint}
        autoFocus={main}
        large
      />
      {!asked && (
        <Button size="large" type={main ? 'primary' : 'default'} htmlType="submit" disabled={!enabled}>
          Keep it
        </Button>
      )}
      {onScale && (
        <FromScale
          onTake={(massG, stepG) => {
            setTyped(`${massG} g`);
            after(onScale(massG, stepG));
          }}
        />
      )}
      {asked && (
        <div className="col-span-full">
          <Notice tone="tight" role="alert">
            {asked.words}
            <div className="flex flex-wrap gap-3 items-center mt-2">
              <Button
                onClick={() => {
                  asked.forget();
                  setTyped('');
                }}
              >
                Weigh it again
              </Button>
              {asked.more}
              <Button
                onClick={() => {
                  asked.keep();
                  setTyped('');
                }}
              >
                Keep it as it is
              </Button>
            </div>
          </Notice>
        </div>
      )}
    </Form>
  );
}

function DoubtWords({
  doubt,
  massG,
  expectedG,
  loops,
}: {
  doubt: WeighingDoubt;
  massG: number;
  expectedG: number;
  loops: number;
}) {
  const contradiction = (
    <strong>
      <FineMass g={massG} /> contradicts the count: {plural(loops, 'loop')} are about <FineMass g={expectedG} />.
    </strong>
  );
  switch (doubt.kind) {
    case 'with the one before':
      return <>{contradiction} Does the mini before still lie on the scale?</>;
    case 'ounces':
      return <>{contradiction} Does the scale show ounces?</>;
    case 'loops':
      return (
        <>
          {contradiction} It is what {plural(loops + doubt.loops, 'loop')} weigh: was{' '}
          {doubt.loops > 0 ? 'a stretch not' : 'something'} counted{doubt.loops > 0 ? '' : ' twice'}?
        </>
      );
    case 'unlikely':
      return <>{contradiction} Is there a bowl on the scale, or a second mini?</>;
  }
}

function ParentReading({ page, state, session: { learned }, resolutionG, enabled, record, main }: ReadingProps) {
  const { part } = state;
  const [asked, setAsked] = useState<number | null>(null);
  const expectedG = parentAfterG(page.plan, state, learned, page.plan.parent.massG, part);
  const keep = (massG: number) => record({ kind: 'weigh parent', part, massG, resolutionG });
  const take = (massG: number): Taken => {
    const before = state.parent.filter(({ afterPart }) => afterPart < part).at(-1)?.massG ?? page.plan.parent.massG;
    if (massG > before + resolutionG)
      return { refused: 'that is more than before this mini was cut; is something else on it?' };
    if (Math.abs(massG - expectedG) > Math.max(3 * resolutionG, 0.5 * page.plan.minis[part]!.massG)) {
      setAsked(massG);
      return 'asked';
    }
    keep(massG);
    return 'kept';
  };
  return (
    <ReadingForm
      name="parent-mass"
      keptAs={`parent ${page.id} ${part}`}
      label={`${page.pieceLabel} now shows`}
      hint={
        <>
          about <FineMass g={expectedG} /> is expected, without its bowl
        </>
      }
      main={main}
      enabled={enabled}
      onRead={take}
      asked={
        asked === null
          ? null
          : {
              words: (
                <>
                  <strong>
                    <FineMass g={asked} /> contradicts what was cut from it
                  </strong>
                  : about <FineMass g={expectedG} /> should be left.
                </>
              ),
              keep: () => keep(asked),
              forget: () => setAsked(null),
            }
      }
    />
  );
}

function MiniWeighed({
  weighing,
  wanted,
}: {
  weighing: { massG: number; resolutionG: number; odd: boolean };
  wanted: { massG: number; toleranceG: number };
}) {
  const system = useSystem();
  const verdict = miniVerdict(weighing, wanted);
  const offG = weighing.massG - wanted.massG;
  return (
    <div
      role="status"
      className="grid py-4 px-6 rounded-lg bg-lichen-wash text-title font-semibold leading-[1.2] data-[verdict=bad]:bg-madder-wash data-[verdict=bad]:shadow-[inset_8px_0_0_var(--madder)] data-[verdict=tight]:bg-amber-wash data-[verdict=tight]:shadow-[inset_8px_0_0_var(--amber)]"
      data-verdict={VERDICT_TONE[verdict]}
    >
      <span className={styles.mass}>{inWords(fineMassFigure(weighing.massG, system))}</span>
      <span>
        {VERDICT_WORDS[verdict]}:{' '}
        {Math.abs(offG) < 0.005
          ? 'just as wanted'
          : `${inWords(fineMassFigure(Math.abs(offG), system))} ${offG > 0 ? 'more' : 'less'} than wanted`}
        {weighing.odd && ', kept though it contradicts the count'}
      </span>
    </div>
  );
}

function ParentWeighed({
  page,
  state,
  session: { learned },
  part,
}: {
  page: MiniRunPage;
  state: MiniRunState;
  session: Session;
  part: number;
}) {
  const weighing = state.parent.find(({ afterPart }) => afterPart === part)!;
  const mini = loopsMassG(learned, loopsBefore(state, part), loopsOn(state, part));
  return (
    <Notice tone="good" role="status">
      <FineMass g={weighing.massG} /> left of {lowerFirst(page.pieceLabel)}: by all its weighings this mini has{' '}
      <strong>
        <FineMass g={mini.mean} />
      </strong>
      .
    </Notice>
  );
}

/** What the last ones have changed about the next. */
function NextWords({ session, plan, state }: { session: Session; plan: MiniRunPage['plan']; state: MiniRunState }) {
  const system = useSystem();
  const next = nextToCome(state, state.part);
  if (next === undefined) return <p className="text-ink-soft text-body">That was the last one.</p>;
  // Here, not at the beginning of the skein, from which it may have drifted.
  const perLoopG = loopsMassG(session.learned, loopsBefore(state, next), 1).mean;
  return (
    <p className="text-ink-soft text-body">
      {minisToCome(state).length} to come. A loop weighs{' '}
      {inGrams(system) ? `${perLoopG.toFixed(3)} g` : `${(perLoopG / GRAMS_PER_OUNCE).toFixed(4)} oz`} by what was
      weighed; next: {sizeName(plan.minis[next]!, system)}.
    </p>
  );
}
