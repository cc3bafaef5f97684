'use client';

import { Button } from 'antd';
import { type FormEvent, useState } from 'react';
import { InputError } from '../../core/inputError';
import { inWords, fineMassFigure } from '../../core/format';
import { loopsMassG } from '../../core/gramsPerLoop';
import {
  loopsBefore,
  loopsOn,
  type MiniHappening,
  type MiniRunState,
  minisToCome,
  parentAfterG,
} from '../../core/miniRun';
import { miniVerdict, scaleJudges, type WeighingDoubt, weighingDoubt } from '../../core/miniScale';
import { parseQuantity, type UnitSystem } from '../../core/units';
import type { ScaleTool } from '../../server/bench';
import type { MiniRunPage } from '../../server/miniRuns';
import { useBenchKeys } from '../../ui/bench/useBenchKeys';
import { usePedals } from '../../ui/bench/usePedals';
import { useVoice, type Voice } from '../../ui/bench/useVoice';
import { FromScale } from '../../ui/devices/FromScale';
import { TextField } from '../../ui/Field';
import { FineMass } from '../../ui/Figures';
import { useSystem } from '../../ui/Providers';
import { Say } from '../../ui/Say';
import { useKept } from '../../ui/useKept';
import { ScaleChoice, stepOnBench, useFineScale } from '../../ui/WeighingFields';
import styles from './WeighMini.module.css';
import type { Session } from './useSession';
import { sizeName, VERDICT_TONE, VERDICT_WORDS } from './words';

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
  record: (happening: MiniHappening) => void;
  onNext: () => void;
}) {
  const system = useSystem();
  const [resolutionG, setResolution] = useFineScale(scales);
  const [pedals] = usePedals();
  const { part } = state;
  const { plan } = page;
  const mini = plan.minis[part]!;
  const loops = loopsOn(state, part);
  const weighing = state.weighed[part] ?? null;
  const parentWeighing = state.parent.find(({ afterPart }) => afterPart === part) ?? null;
  const coarse = scaleJudges(resolutionG, mini.toleranceG).verdict === 'too coarse';
  const done = weighing !== null || parentWeighing !== null;
  const last = minisToCome(state).filter((each) => each !== part).length === 0;
  const goOn = last ? 'All cut: weigh what is left' : 'Next mini';

  const takeBack = () => {
    if (weighing) record({ kind: 'unweigh', part });
    else if (parentWeighing) record({ kind: 'unweigh parent', part });
  };
  useBenchKeys(enabled && done, pedals, {}, (key) => {
    if (key === 'count') onNext();
    else if (key === 'miscount') takeBack();
  });

  const mine = (
    <MiniReading
      key={`mini ${part}`}
      page={page}
      state={state}
      session={session}
      resolutionG={resolutionG}
      enabled={enabled}
      record={record}
      onScale={(stepG) => {
        const step = stepOnBench(scales, stepG);
        if (step !== undefined) setResolution(step);
      }}
      main={!coarse}
    />
  );
  const parents = (
    <ParentReading
      key={`parent ${part}`}
      page={page}
      state={state}
      session={session}
      resolutionG={resolutionG}
      enabled={enabled}
      record={record}
      main={coarse}
    />
  );
  return (
    <div className={styles.weigh}>
      <h2 className={styles.ask}>
        {coarse ? `What is left of ${page.pieceLabel.toLowerCase()}` : `Mini ${part + 1} on the scale`}
      </h2>
      <p className={styles.soft}>
        {sizeName(mini, system)} give or take <FineMass g={mini.toleranceG} />; {loops} loops.
      </p>
      {done ? (
        <>
          {weighing && <MiniWeighed weighing={weighing} wanted={mini} />}
          {parentWeighing && <ParentWeighed page={page} state={state} session={session} part={part} />}
          <NextWords session={session} plan={plan} state={state} />
          <div className={styles.ways}>
            <button type="button" className={styles.next} onClick={onNext} disabled={!enabled} autoFocus>
              {goOn}
            </button>
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
          <div className={styles.scale}>
            <ScaleChoice scales={scales} resolutionG={resolutionG} onResolution={setResolution} />
          </div>
          {coarse && (
            <Say tone="tight">
              A step of <FineMass g={resolutionG} /> cannot tell minis give or take <FineMass g={mini.toleranceG} />.
              Leave {page.pieceLabel.toLowerCase()} on the scale: what it loses from one mini to the next tells more.
            </Say>
          )}
          {coarse ? parents : mine}
          <details className={styles.other}>
            <summary>
              {coarse ? 'Weigh the mini itself' : `Weigh what is left of ${page.pieceLabel.toLowerCase()} instead`}
            </summary>
            {coarse ? mine : parents}
          </details>
          <div className={styles.ways}>
            <Button size="large" onClick={onNext} disabled={!enabled}>
              {last ? 'Without weighing: to what is left' : 'Next, without weighing'}
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
  record: (happening: MiniHappening) => void;
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
  const system = useSystem();
  const [voice] = useKept('voice', 'quiet');
  const { say } = useVoice(voice as Voice);
  const { part } = state;
  const loops = loopsOn(state, part);
  const [typed, setTyped] = useKept(`mini ${page.id} ${part}`, '');
  const [error, setError] = useState('');
  const [asked, setAsked] = useState<{ reading: Reading; doubt: WeighingDoubt } | null>(null);

  const expected = loopsMassG(learned, loopsBefore(state, part), loops);

  const keep = (reading: Reading, odd: boolean) => {
    record({ kind: 'weigh', part, ...reading, odd });
    setTyped('');
    const verdict = miniVerdict(reading, page.plan.minis[part]!);
    say(`${Number(reading.massG.toFixed(1))} grams, ${VERDICT_WORDS[verdict]}`);
  };
  const take = (reading: Reading) => {
    const doubt = weighingDoubt(reading, expected, loops, state.weighed[part - 1]?.massG);
    if (doubt) setAsked({ reading, doubt });
    else keep(reading, false);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const massG = readMass(typed, system, setError);
    if (massG !== null) take({ massG, resolutionG });
  };
  return (
    <form onSubmit={submit} noValidate className={styles.reading}>
      <TextField
        name="mini-mass"
        label="The scale shows"
        value={typed}
        onChange={(value) => {
          setTyped(value);
          setError('');
          setAsked(null);
        }}
        error={error || undefined}
        hint={
          <>
            about <FineMass g={expected.mean} /> is expected
          </>
        }
        suffix={system === 'metric' ? 'g' : 'oz'}
        inputMode="decimal"
        autoFocus={main}
        large
      />
      {!asked && (
        <Button size="large" type={main ? 'primary' : 'default'} htmlType="submit" disabled={!enabled}>
          Keep it
        </Button>
      )}
      <FromScale
        onTake={(massG, stepG) => {
          onScale(stepG);
          setTyped(`${massG} g`);
          take({ massG, resolutionG: stepG });
        }}
      />
      {asked && (
        <div className={styles.asked}>
          <Say tone="tight" role="alert">
            <DoubtWords doubt={asked.doubt} massG={asked.reading.massG} expectedG={expected.mean} loops={loops} />
            <div className={styles.doubtWays}>
              <Button
                onClick={() => {
                  setAsked(null);
                  setTyped('');
                }}
              >
                Weigh it again
              </Button>
              {asked.doubt.kind === 'loops' && loops + asked.doubt.loops > 0 && (
                <Button
                  onClick={() => {
                    const { loops: more } = asked.doubt as { loops: number };
                    record({ kind: 'loops', part, amount: more });
                    record({ kind: 'stage', part, stage: 'weigh' });
                    keep(asked.reading, false);
                  }}
                >
                  It was {loops + asked.doubt.loops} loops
                </Button>
              )}
              <Button onClick={() => keep(asked.reading, true)}>Keep it as it is</Button>
            </div>
          </Say>
        </div>
      )}
    </form>
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
      <FineMass g={massG} /> contradicts the count: {loops} loops are about <FineMass g={expectedG} />.
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
          {contradiction} It is what {loops + doubt.loops} loops weigh: was{' '}
          {doubt.loops > 0 ? 'a stretch not' : 'something'} counted{doubt.loops > 0 ? '' : ' twice'}?
        </>
      );
    case 'unlikely':
      return <>{contradiction} Is there a bowl on the scale, or a second mini?</>;
  }
}

function ParentReading({ page, state, session: { learned, about }, resolutionG, enabled, record, main }: ReadingProps) {
  const system = useSystem();
  const { part } = state;
  const [typed, setTyped] = useKept(`parent ${page.id} ${part}`, '');
  const [error, setError] = useState('');
  const [asked, setAsked] = useState<number | null>(null);
  const expectedG = parentAfterG(about, state, learned, page.plan.parent.massG, part);
  const keep = (massG: number) => {
    record({ kind: 'weigh parent', part, massG, resolutionG });
    setTyped('');
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const massG = readMass(typed, system, setError);
    if (massG === null) return;
    const before = state.parent.filter(({ afterPart }) => afterPart < part).at(-1)?.massG ?? page.plan.parent.massG;
    if (massG > before + resolutionG) setError('that is more than before this mini was cut; is something else on it?');
    else if (Math.abs(massG - expectedG) > Math.max(3 * resolutionG, 0.5 * page.plan.minis[part]!.massG))
      setAsked(massG);
    else keep(massG);
  };
  return (
    <form onSubmit={submit} noValidate className={styles.reading}>
      <TextField
        name="parent-mass"
        label={`${page.pieceLabel} now shows`}
        value={typed}
        onChange={(value) => {
          setTyped(value);
          setError('');
          setAsked(null);
        }}
        error={error || undefined}
        hint={
          <>
            about <FineMass g={expectedG} /> is expected, without its bowl
          </>
        }
        suffix={system === 'metric' ? 'g' : 'oz'}
        inputMode="decimal"
        autoFocus={main}
        large
      />
      {asked === null ? (
        <Button size="large" type={main ? 'primary' : 'default'} htmlType="submit" disabled={!enabled}>
          Keep it
        </Button>
      ) : (
        <div className={styles.asked}>
          <Say tone="tight" role="alert">
            <strong>
              <FineMass g={asked} /> contradicts what was cut from it
            </strong>
            : about <FineMass g={expectedG} /> should be left.
            <div className={styles.doubtWays}>
              <Button
                onClick={() => {
                  setAsked(null);
                  setTyped('');
                }}
              >
                Weigh it again
              </Button>
              <Button onClick={() => keep(asked)}>Keep it as it is</Button>
            </div>
          </Say>
        </div>
      )}
    </form>
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
    <div role="status" className={styles.verdict} data-verdict={VERDICT_TONE[verdict]}>
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
    <Say tone="good" role="status">
      <FineMass g={weighing.massG} /> left of {page.pieceLabel.toLowerCase()}: by all its weighings this mini has{' '}
      <strong>
        <FineMass g={mini.mean} />
      </strong>
      .
    </Say>
  );
}

/** What the last ones have changed about the next. */
function NextWords({ session, plan, state }: { session: Session; plan: MiniRunPage['plan']; state: MiniRunState }) {
  const system = useSystem();
  const coming = minisToCome(state).filter((part) => part !== state.part);
  const next = coming.find((part) => part > state.part) ?? coming[0];
  if (next === undefined) return <p className={styles.soft}>That was the last one.</p>;
  return (
    <p className={styles.soft}>
      {coming.length} to come. A loop weighs{' '}
      {system === 'metric'
        ? `${session.learned.gramsPerLoop.toFixed(3)} g`
        : `${(session.learned.gramsPerLoop / 28.349523125).toFixed(4)} oz`}{' '}
      by what was weighed; next: {sizeName(plan.minis[next]!, system)}.
    </p>
  );
}

function readMass(typed: string, system: UnitSystem, complain: (message: string) => void): number | null {
  try {
    return parseQuantity(typed, 'mass', system, '');
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    complain(error.message);
    return null;
  }
}
