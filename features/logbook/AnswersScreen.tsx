'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';
import { Link } from '../../ui/controls/Link';
import { type Activity, ACTIVITIES } from '../../core/logbook/runStory';
import type {
  EstimateAnswer,
  FullAnswer,
  SnagAnswer,
  TimeAnswer,
  TroubleAnswer,
} from '../../core/logbook/benchAnswers';
import type { BenchAnswers } from '../../server/logbook/benchAnswers';
import { ActionLink } from '../../ui/controls/ActionLink';
import { inWords, lengthFigure, lowerFirst, secondsInWords } from '../../core/common/format';
import { reportWords } from '../../core/trouble/troubles';
import { useSystem } from '../../ui/frame/Providers';
import { shortDate } from '../../ui/figures/dates';
import { Length } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import styles from './AnswersScreen.module.css';
import { Loading } from '../../ui/feedback/Loading';

/** Charts are large and the sentences above them are the answer. */
const SnagChart = contained(dynamic(() => import('./SnagChart'), { ssr: false, loading: () => <Loading rows={7} /> }));
const FullChart = contained(dynamic(() => import('./FullChart'), { ssr: false, loading: () => <Loading rows={7} /> }));
const EstimateChart = contained(
  dynamic(() => import('./EstimateChart'), { ssr: false, loading: () => <Loading rows={7} /> }),
);

/** Four questions that the logbook can answer, each with a sentence and a drawing of what it rests on. */
export function AnswersScreen({ answers }: { answers: BenchAnswers }) {
  const { windings, since, time, snags, troubles, full, turns, mass } = answers;
  if (windings === 0 && troubles.length === 0)
    return (
      <>
        <PageHead
          title="What the log shows"
          under="Nothing yet: no winding has been logged. From the first one on, this page shows where the time goes, what snags, how full cakes are, and how good estimates are."
        >
          <ActionLink href="/winding">Wind something</ActionLink>
        </PageHead>
      </>
    );
  return (
    <>
      <PageHead
        title="What the log shows"
        under={
          since ? (
            <>
              From the last {windings === 1 ? 'winding' : `${windings} windings`}, since {shortDate(since)}.{' '}
              <Link href="/logbook?what=wound">See them</Link>.
            </>
          ) : (
            'No winding has been logged yet.'
          )
        }
      />
      <div
        className={`${styles.answers} grid grid-cols-[repeat(auto-fit,minmax(min(100%,460px),1fr))] gap-y-10 gap-x-wide`}
      >
        {time && <Time answer={time} />}
        {snags.length > 0 && <Snags answers={snags} />}
        {troubles.length > 0 && <Troubles answers={troubles} />}
        {full.length > 0 && <Full answers={full} />}
        {(turns || mass) && <Estimates turns={turns} mass={mass} />}
      </div>
    </>
  );
}

const ACTIVITY_WORDS: Record<Activity, string> = {
  preparing: 'opening, mounting, finding the end',
  turning: 'winding',
  stopped: 'held up',
  resting: 'standing, without a reason noted',
  finishing: 'taking off and weighing',
};

function Time({ answer: { wholeMs, spentMs, stopped } }: { answer: TimeAnswer }) {
  const share = (ms: number) => Math.round((100 * ms) / wholeMs);
  const [worst] = stopped.filter(({ reason }) => reason !== 'a pause');
  return (
    <section aria-labelledby="time">
      <h2 id="time">Where does the time go?</h2>
      <p className={styles.answer}>
        Of <strong>{secondsInWords(wholeMs / 1000, 's')}</strong> at the bench,{' '}
        <strong>{share(spentMs.turning)} %</strong> was winding
        {worst && (
          <>
            ; <strong>{secondsInWords(worst.ms / 1000, 's')}</strong> went on {reasonWords(worst.reason)} (
            {timesWords(worst.times)})
          </>
        )}
        .
      </p>
      <div className={`${styles.bar} flex gap-1 h-[26px] mb-3`} aria-hidden="true">
        {ACTIVITIES.filter((activity) => spentMs[activity] > 0).map((activity) => (
          <i key={activity} data-activity={activity} style={{ flexGrow: spentMs[activity] / wholeMs }} />
        ))}
      </div>
      <ul
        className={`${styles.key} [&_li]:flex [&_li]:items-baseline [&_li]:gap-2 [&_i]:bg-line [&_i]:shadow-[inset_0_0_0_1px_var(--ink-soft)]`}
      >
        {ACTIVITIES.filter((activity) => spentMs[activity] > 0).map((activity) => (
          <li key={activity}>
            <i data-activity={activity} aria-hidden="true" />
            {ACTIVITY_WORDS[activity]}: {secondsInWords(spentMs[activity] / 1000, 's')}
          </li>
        ))}
      </ul>
    </section>
  );
}

const timesWords = (times: number) => (times === 1 ? 'once' : `${times} times`);

function reasonWords(reason: string): string {
  switch (reason) {
    case 'snag':
      return 'snags';
    case 'broke':
      return 'breaks';
    case 'a knot':
      return 'knots';
    case 'caught at a peg':
      return 'strands caught at a peg';
    case 'round the post':
      return 'ends round the swift’s post';
    case 'out of the notch':
      return 'ends that slipped out of the notch';
    case 'slipped off the swift':
      return 'hanks that slipped off the swift';
    case 'over the base':
      return 'yarn over the base';
    default:
      return reason;
  }
}

const YARNS_SHOWN = 7;

function Snags({ answers }: { answers: SnagAnswer[] }) {
  const held = answers.filter(({ stops }) => stops > 0);
  const [worst] = held;
  return (
    <section aria-labelledby="snags">
      <h2 id="snags">What snags?</h2>
      <p className={styles.answer}>
        {worst ? (
          <>
            <strong>{worst.yarn}</strong> most: {timesWords(worst.stops)} in <Length m={worst.lengthM} />.
          </>
        ) : (
          'Nothing did: no winding was held up.'
        )}
        {worst && answers.length > held.length && (
          <>
            {' '}
            {answers.length - held.length} of {answers.length} yarns were never held up.
          </>
        )}
      </p>
      {worst && (
        <div className="relative" style={{ height: 46 + 34 * Math.min(held.length, YARNS_SHOWN) }}>
          <SnagChart answers={held.slice(0, YARNS_SHOWN)} />
        </div>
      )}
    </section>
  );
}

const TROUBLES_SHOWN = 5;

function Troubles({ answers }: { answers: TroubleAnswer[] }) {
  const system = useSystem();
  return (
    <section aria-labelledby="troubles">
      <h2 id="troubles">What goes wrong, and what helps?</h2>
      <ul className="grid gap-3 mt-2">
        {answers.slice(0, TROUBLES_SHOWN).map(({ trouble, times, tools, yarns, helped, lostM }) => (
          <li key={trouble}>
            <strong>{reportWords({ trouble, attempt: '' }).trouble}</strong>, {timesWords(times)}:{times > 1 && ' most'}
            {tools[0] && ` on ${tools[0]} and`} with {yarns[0]}
            {lostM > 0 && `; ${inWords(lengthFigure(lostM, system))} lost`}.
            <br />
            <span className="text-ink-soft">
              What helped:{' '}
              {helped
                .map(
                  ({ attempt, times: often, minutes }) =>
                    `${lowerFirst(reportWords({ trouble, attempt }).helped)} (${timesWords(often)}, ${secondsInWords(60 * minutes)})`,
                )
                .join('; ')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Full({ answers }: { answers: FullAnswer[] }) {
  const over = answers.reduce((sum, each) => sum + each.over, 0);
  const [most] = answers;
  const percent = (share: number) => `${Math.round(100 * share)}\u00a0%`;
  return (
    <section aria-labelledby="full">
      <h2 id="full">How full were my cakes?</h2>
      <p className={styles.answer}>
        On <strong>{most!.tool}</strong> a cake is usually <strong>{percent(most!.median)}</strong> of what it holds.{' '}
        {over === 0
          ? 'None was too large.'
          : `${over === 1 ? 'One cake was' : `${over} cakes were`} more than the tool holds.`}
      </p>
      <div className="relative" style={{ height: 70 + 44 * answers.length }}>
        <FullChart answers={answers} />
      </div>
    </section>
  );
}

function Estimates({ turns, mass }: { turns: EstimateAnswer | null; mass: EstimateAnswer | null }) {
  return (
    <section aria-labelledby="estimates">
      <h2 id="estimates">How good are my estimates?</h2>
      <div className={styles.answer}>
        {turns && <EstimateWords answer={turns} what="turns" was="counted" />}
        {mass && <EstimateWords answer={mass} what="grams of a cake" was="weighed" />}
      </div>
      <div className="relative" style={{ height: 250 }}>
        <EstimateChart turns={turns} mass={mass} />
      </div>
    </section>
  );
}

/** Nearer together, it is chance. */
const WORTH_TELLING = 0.01;

function EstimateWords({ answer, what, was }: { answer: EstimateAnswer; what: string; was: string }) {
  const percent = (share: number) => `${Number((100 * Math.abs(share)).toFixed(1))}\u00a0%`;
  const { usual, bias, usualLately } = answer;
  return (
    <p>
      Half of the {what} {was} are within <strong>{percent(usual)}</strong> of what was predicted
      {Math.abs(bias) >= WORTH_TELLING && `, mostly ${percent(bias)} ${bias > 0 ? 'more' : 'fewer'}`}
      {usualLately &&
        (usualLately.later < usualLately.earlier - WORTH_TELLING
          ? `; it became better: ${percent(usualLately.earlier)} before, ${percent(usualLately.later)} lately`
          : usualLately.later > usualLately.earlier + WORTH_TELLING
            ? `; it was better before: ${percent(usualLately.earlier)}, lately ${percent(usualLately.later)}`
            : '')}
      .
    </p>
  );
}
