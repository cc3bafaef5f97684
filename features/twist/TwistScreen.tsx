'use client';

import { Button, Slider } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';
import { Link } from '../../ui/controls/Link';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { inWords, lengthFigure, lowerFirst, upperFirst } from '../../core/common/format';
import { isLoop } from '../../core/twist/strandWays';
import { signedTurns } from '../../core/twist/twist';
import { changeAt } from '../../core/twist/twistChange';
import type { TwistSurvey } from '../../core/twist/twistSurvey';
import type { TwistPage } from '../../server/twist/twist';
import { ActionLink } from '../../ui/controls/ActionLink';
import { Length } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import { useSystem } from '../../ui/frame/Providers';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { noteWays } from './actions';
import { LimitsPanel } from './LimitsPanel';
import { StepCards } from './StepCards';
import { notesOf } from './notes';
import {
  alongOf,
  coneSize,
  differs,
  type Scenario,
  scenarioOutcome,
  type ScenarioOutcome,
  scenarioOf,
} from './scenario';
import styles from './TwistScreen.module.css';
import { useSurvey } from './useSurvey';
import { RewindOptions } from './RewindOptions';
import { changeSentences, GAP_WORDS, noseWords, singleWords, twistWords } from './words';
import { usingWords } from '../../ui/strand/plannedUseWords';
import { YarnHere } from './YarnHere';
import { Loading } from '../../ui/feedback/Loading';
import { WhenSeen } from '../../ui/feedback/WhenSeen';

const TwistCurve = contained(
  dynamic(() => import('./TwistCurve'), { ssr: false, loading: () => <Loading rows={7} /> }),
);

/** Only what was plied has one. */
const PliedPanel = contained(dynamic(() => import('./ply/PliedPanel').then((module) => module.PliedPanel)));

/** What has become of a piece's twist, what if it were done otherwise, and which way to go on. */
export function TwistScreen({ page }: { page: TwistPage }) {
  const { yarn, piece } = page;
  const noted = useMemo(() => scenarioOf(page), [page]);
  const [scenario, setScenario] = useState(noted);
  // What was noted anew is what one starts from again.
  const [startedFrom, setStartedFrom] = useState(noted);
  if (startedFrom !== noted) {
    setStartedFrom(noted);
    setScenario(noted);
  }
  const outcome = useMemo(() => scenarioOutcome(page, scenario), [page, scenario]);
  // There are many ways to go on: they follow when the hand rests.
  const settled = useDeferredValue(scenario);
  const change = useCallback((next: Partial<Scenario>) => setScenario((before) => ({ ...before, ...next })), []);
  return (
    <>
      <PageHead
        title={
          <>
            Twist of {lowerFirst(piece.label)}, <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
          </>
        }
        under={<OwnTwistWords page={page} />}
      >
        <ActionLink href={`/twist/ply?pieces=${piece.id}`} quiet>
          Ply it
        </ActionLink>
        <ActionLink href={`/twist/compare?one=${piece.id}`} quiet>
          Lay it beside another
        </ActionLink>
        <ActionLink href="/twist/practice" quiet>
          Practise
        </ActionLink>
      </PageHead>
      {page.plied && <PliedPanel page={page} plied={page.plied} />}
      <Answer page={page} scenario={scenario} outcome={outcome} />
      <StepCards page={page} scenario={scenario} change={change} />
      <ScenarioFoot page={page} scenario={scenario} reset={() => setScenario(noted)} />
      <div className="grid grid-cols-[minmax(0,1.75fr)_minmax(320px,1fr)] gap-y-4 gap-x-wide mt-2 max-desk:grid-cols-[minmax(0,1fr)]">
        <Along page={page} scenario={scenario} outcome={outcome} />
        <RewindOptions page={page} left={settled.left} laid={settled.laid} access={settled.access} onTry={change} />
      </div>
      <LimitsPanel limits={page.limits} build={page.build} plies={yarn.plies} />
      {page.others.length > 0 && (
        <nav className="flex flex-wrap gap-y-1 gap-x-4 mt-4" aria-label="Other pieces of this yarn">
          <span>Also of this yarn:</span>
          {page.others.map(({ id, label }) => (
            <Link key={id} href={`/twist/${id}`}>
              {lowerFirst(label)}
            </Link>
          ))}
        </nav>
      )}
    </>
  );
}

function OwnTwistWords({ page: { yarn, piece } }: { page: TwistPage }) {
  const system = useSystem();
  const { ownTwist } = yarn;
  const count = (
    <Link href={`/pieces/${piece.id}?how=twist#measure`}>
      {ownTwist?.from === 'counted' ? 'count once more' : 'count it'}
    </Link>
  );
  if (!ownTwist)
    return (
      <>
        Its own twist is not known, so a change is shown by itself and not as a share: {count}.
        {yarn.twistDirection && ` It leans like ${yarn.twistDirection}.`}
      </>
    );
  return (
    <>
      Its own twist: <strong>{twistWords(signedTurns(ownTwist), system)}</strong>
      {ownTwist.from === 'band'
        ? ' by the band'
        : `, counted ${ownTwist.counts === 1 ? 'once' : `${ownTwist.counts} times`}`}
      ; {count}.
    </>
  );
}

/** What the steps do, in sentences. */
function Answer({ page, scenario, outcome }: { page: TwistPage; scenario: Scenario; outcome: ScenarioOutcome }) {
  const system = useSystem();
  const { yarn, limits, build } = page;
  const { piece, problem } = outcome;
  const unwound = isLoop(piece.form);
  const along = alongOf(outcome);
  const known = piece.gap === null;
  const sentences = along ? changeSentences(along, scenario.use.end, yarn.ownTwist, limits, build, system) : [];
  const worst = sentences.some(({ grade }) => grade === 'trouble')
    ? 'bad'
    : sentences.some(({ grade }) => grade === 'seen')
      ? 'tight'
      : yarn.ownTwist
        ? 'good'
        : 'plain';
  const single = along && singleWords(along, yarn.ownTwist, limits, build);
  const cone = coneSize(page, scenario);
  return (
    <div className="grid gap-2 mt-2 mr-0 mb-3 ml-0" role="status">
      {!known && (
        <Notice tone="tight">
          <strong>Not known.</strong> {GAP_WORDS[piece.gap!]}{' '}
          {along
            ? 'What has been done since, and what is tried, adds this:'
            : 'Say below how it lies, and at least what comes next can be shown.'}
        </Notice>
      )}
      {problem && !unwound ? (
        known && (
          <Notice tone="tight">
            <strong>Not known.</strong> {upperFirst(problem)}.
          </Notice>
        )
      ) : (
        <Notice tone={known ? worst : 'plain'}>
          <p className="text-lead leading-[1.35]">
            {!unwound && scenario.use.left !== '' && (
              <span className="text-ink-soft">
                Worked {usingWords({ end: scenario.use.end, left: scenario.use.left }, piece.form)}:{' '}
              </span>
            )}
            {sentences.map(({ what }, i) => (
              <span key={i}>{i === 0 ? what : ` ${upperFirst(what)}`}</span>
            ))}
          </p>
          {cone && scenario.use.left === 'near' && <p>{noseWords(cone, system)}</p>}
          {single && <p>{single}</p>}
        </Notice>
      )}
    </div>
  );
}

/** Where something is tried that is not as it was noted: back, or into the log. */
function ScenarioFoot({ page, scenario, reset }: { page: TwistPage; scenario: Scenario; reset: () => void }) {
  const task = useTask();
  const offer = useUndoOffer();
  if (!differs(page, scenario)) return null;
  const { notes, otherEnd } = notesOf(page, scenario);
  return (
    <p className="flex flex-wrap gap-y-2 gap-x-3 items-center mt-1 mr-0 mb-3 ml-0">
      <span>Some of this differs from what was noted.</span>
      <Button onClick={reset}>Back to what was noted</Button>
      {otherEnd ? (
        <span className="text-ink-soft">From which end it was taken stays as it was logged.</span>
      ) : (
        <Button
          loading={task.busy}
          onClick={() =>
            task.run(
              () => noteWays(page.piece.id, notes),
              () =>
                offer({
                  words: 'It is noted.',
                  undo: () => noteWays(page.piece.id, notesOf(page, scenarioOf(page)).notes),
                }),
            )
          }
        >
          That is how it was: note it
        </Button>
      )}
      <Problem words={task.problem} />
    </p>
  );
}

/** The yarn at one place, drawn, and the curve of all places. */
function Along({ page, scenario, outcome }: { page: TwistPage; scenario: Scenario; outcome: ScenarioOutcome }) {
  const system = useSystem();
  const [share, setShare] = useState(0);
  const { yarn, limits, build } = page;
  const { piece } = outcome;
  const along = alongOf(outcome);
  const survey = useSurvey(along && { change: along, own: yarn.ownTwist, limits: limits[build] });
  if (!along)
    return (
      <section>
        <h2>Along the yarn</h2>
        <p className="text-ink-soft">There is nothing to draw until the steps are known.</p>
      </section>
    );
  if (along.wraps.length === 0 && piece.gap === null)
    return (
      <section className={styles.along}>
        <YarnHere page={page} changePerM={0} place={null} known />
      </section>
    );
  const atM = share * along.lengthM;
  const there = changeAt(along, atM);
  const from = scenario.use.end === 'inner' ? 'the centre' : 'the outside';
  const place = atM < 0.5 ? `at ${from}` : `${inWords(lengthFigure(atM, system))} from ${from}`;
  return (
    <section className={styles.along}>
      <YarnHere page={page} changePerM={there} place={place} known={piece.gap === null} />
      <div className="min-w-0">
        <h2>Along the yarn</h2>
        <div className="relative h-[196px]">
          <WhenSeen rows={5}>
            <TwistCurve
              curves={[{ change: along, colour: 'ink', dashed: piece.gap !== null }]}
              own={yarn.ownTwist}
              limits={limits[build]}
              atM={atM}
              label={`The change of twist along ${inWords(lengthFigure(along.lengthM, system))}`}
            />
          </WhenSeen>
        </div>
        <label className="max-phone:[&_strong]:col-span-full grid grid-cols-[auto_minmax(0,1fr)_190px] gap-3 items-center mt-1 max-phone:grid-cols-[auto_minmax(0,1fr)]">
          <span>Look at</span>
          <Slider
            min={0}
            max={1000}
            value={Math.round(share * 1000)}
            onChange={(permille) => setShare(permille / 1000)}
            tooltip={{ open: false }}
            ariaLabelForHandle="Look at"
            ariaValueTextFormatterForHandle={() => `${place}: ${twistWords(there, system)}`}
          />
          <strong>{place}</strong>
        </label>
        <SurveyWords survey={survey} />
      </div>
    </section>
  );
}

/** How much of it is changed how much, looked at centimetre by centimetre. */
function SurveyWords({ survey }: { survey: TwistSurvey | null }) {
  if (!survey?.metres) return <p className="min-h-[1.5em] text-ink-soft" />;
  const { hardly, seen, trouble } = survey.metres;
  const words = [
    [hardly, 'hardly noticeable'],
    [seen, 'noticeable'],
    [trouble, 'a problem'],
  ] as const;
  return (
    <p className="min-h-[1.5em] text-ink-soft">
      Centimetre by centimetre:{' '}
      {words
        .filter(([metres]) => metres > 0)
        .map(([metres, name], i) => (
          <span key={name}>
            {i > 0 && ', '}
            <Length m={metres} /> {name}
          </span>
        ))}
      .
    </p>
  );
}
