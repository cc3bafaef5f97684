'use client';

import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { Link } from '../../../ui/controls/Link';
import type { CSSProperties } from 'react';
import { asSentence, inWords, lengthFigure, lowerFirst } from '../../../core/common/format';
import { pieceTotal } from '../../../core/yarn/piece';
import type { UnitSystem } from '../../../core/common/units';
import type { YarnOverview } from '../../../server/logbook/yarnOverview';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { shortDate } from '../../../ui/figures/dates';
import { Length, LengthWithin } from '../../../ui/figures/Figures';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { lyingWords } from '../../../ui/strand/lyingWords';
import { Thread } from '../../../ui/thread/Thread';
import { useTask } from '../../../ui/feedback/useTask';
import { bringBack } from '../actions';
import { AddsUp } from './AddsUp';
import { BandSheet } from '../band/BandSheet';
import { ContradictionPanel } from './ContradictionPanel';
import { Enough } from '../enough/Enough';
import { YarnMenu } from '../shelf/YarnMenu';
import { HowMuch } from './HowMuch';
import { SampleList } from '../measure/SampleList';
import { twistInWords } from '../words';
import styles from './YarnScreen.module.css';
import { Loading } from '../../../ui/feedback/Loading';
import { WhenSeen } from '../../../ui/feedback/WhenSeen';

/** Only few yarns have no band. */
const MysteryPanel = contained(dynamic(() => import('./MysteryPanel').then((module) => module.MysteryPanel)));
/** Charts are large and none is needed to see how much there is. */
const RemainingChart = contained(
  dynamic(() => import('./RemainingChart'), { ssr: false, loading: () => <Loading rows={7} /> }),
);

/** One yarn: its thread, how much there is, whether that is enough, and its band. */
export function YarnScreen({ page }: { page: YarnOverview }) {
  const system = useSystem();
  const { yarn, pieces, steps, remaining, history, pictures, promises, like, worked, twists, balance, colours } = page;
  const present = pieces.filter(({ consumedBy }) => consumedBy === null);
  const masses = present.flatMap(({ mass }) => mass ?? []);
  const unweighed = present.length - masses.length;
  const next = present.find(({ openRunId }) => openRunId !== null) ?? present.find(({ form }) => form === 'hank');
  const mystery = (!yarn.grist || yarn.grist.guess) && yarn.gone === null && (
    <MysteryPanel yarn={yarn} pieceId={present[0]?.id ?? null} like={like} />
  );
  return (
    <>
      <PageHead title={yarn.name} under={<Under yarn={yarn} total={pieceTotal(present)} left={remaining} />}>
        {yarn.gone === null && next && (
          <ActionLink href={next.openRunId ? `/winding/run/${next.openRunId}` : `/winding/plan/${next.id}`}>
            {next.openRunId ? 'Go on with' : 'Plan to wind'} {lowerFirst(next.label)}
          </ActionLink>
        )}
        {yarn.gone === null && present.some(({ form }) => form !== 'mini skein') && (
          <ActionLink href={`/minis/new?yarns=${yarn.id}`} quiet>
            Cut minis
          </ActionLink>
        )}
        {yarn.gone === null && <YarnMenu yarn={yarn} worked={worked} />}
      </PageHead>
      {yarn.gone && <GoneNotice yarn={yarn} />}
      <Thread
        colourHex={yarn.colourHex}
        pieces={pieces}
        steps={steps}
        takeAs={yarn.name}
        twist={twistInWords(yarn, system)}
        twistOf={(id) => twists[id] && lyingWords(twists[id], yarn.ownTwist, system)}
      />
      {colours.order.length > 0 && (
        <p className="mt-3">
          <Link href={`/yarns/${yarn.id}/colours`}>{colours.order.length} colours along it</Link>
          {colours.repeat && (
            <>
              , again every <Length m={colours.repeat.lengthM.mean} />
            </>
          )}
        </p>
      )}
      {yarn.grist?.contradiction && (
        <ContradictionPanel
          yarn={yarn}
          contradiction={yarn.grist.contradiction}
          massG={remaining?.massG.mean ?? null}
        />
      )}
      {!yarn.grist && mystery}
      <div
        className={`${styles.columns} grid grid-cols-[1.15fr_1fr_1fr] gap-[var(--spacing-wide)] mt-4 pt-6 border-t-[1.5px] border-line items-start [&_h2]:mb-2 max-desk:grid-cols-[1fr_1fr] max-desk:grid-rows-[auto_1fr] max-tablet:grid-cols-[minmax(0,1fr)]`}
      >
        <section aria-labelledby="how-much">
          <h2 id="how-much">How much there is</h2>
          {remaining ? (
            <HowMuch left={remaining} masses={masses} samples={yarn.samples} fibres={yarn.fibres} />
          ) : (
            <Notice tone="plain">{whyUnknown(yarn.grist !== null, present.length)}</Notice>
          )}
          {remaining && unweighed > 0 && (
            <Notice tone="tight">
              {unweighed === 1 ? 'One piece is' : `${unweighed} pieces are`} not weighed and not counted here.
            </Notice>
          )}
          {yarn.shrinkagePercent !== null && (
            <p className="mt-3">
              It {yarn.shrinkagePercent >= 0 ? 'drew in' : 'grew'} by {Math.abs(yarn.shrinkagePercent).toFixed(1)} % in
              the wash. Expect the same of what is not washed yet.
            </p>
          )}
        </section>
        <section aria-labelledby="enough">
          <h2 id="enough">Is it enough?</h2>
          {remaining ? (
            <Enough yarn={yarn} lengthM={remaining.lengthM} massG={remaining.massG} promises={promises} />
          ) : (
            <p>As soon as a length is known, ask here.</p>
          )}
        </section>
        <BandSheet yarn={yarn} pictures={pictures} />
      </div>
      {yarn.grist && mystery}
      {(yarn.samples.length > 0 || history.length > 0) && (
        <div className="[&_h2]:mb-2 grid grid-cols-[1.15fr_1fr] gap-wide mt-6 pt-6 border-t-[1.5px] border-line max-tablet:grid-cols-[minmax(0,1fr)]">
          {history.length > 1 && yarn.grist && (
            <section aria-labelledby="left-over-time">
              <h2 id="left-over-time">What was left, over time</h2>
              <p className="visually-hidden">{historyInWords(history, yarn.grist.mean, system)}</p>
              <div className="relative h-[250px]">
                <WhenSeen rows={7}>
                  <RemainingChart history={history} grist={yarn.grist} colourHex={yarn.colourHex} />
                </WhenSeen>
              </div>
            </section>
          )}
          {history.length > 0 && (
            <section aria-labelledby="adds-up" style={{ '--yarn': yarn.colourHex } as CSSProperties}>
              <h2 id="adds-up">Where every gram went</h2>
              <AddsUp balance={balance} />
            </section>
          )}
          {yarn.samples.length > 0 && (
            <section aria-labelledby="measured">
              <h2 id="measured">What was measured</h2>
              <SampleList samples={yarn.samples} />
            </section>
          )}
        </div>
      )}
    </>
  );
}

/** Who made it, its lot (which finds all of that lot), what there is and how long that is, and where. */
function Under({
  yarn: { maker, dyeLot, place },
  total,
  left,
}: {
  yarn: YarnOverview['yarn'];
  total: string;
  left: YarnOverview['remaining'];
}) {
  return (
    <>
      {maker && `${maker} · `}
      {dyeLot && (
        <>
          <Link href={`/yarns?lot=${encodeURIComponent(dyeLot)}`}>lot {dyeLot}</Link>
          {' · '}
        </>
      )}
      {total}
      {left && (
        <>
          {', '}
          <strong className="text-ink text-lead">
            <LengthWithin m={left.lengthM} />
          </strong>
          {left.grist.guess && ' (a guess)'}
        </>
      )}
      {place && ` · ${place}`}
    </>
  );
}

function GoneNotice({ yarn }: { yarn: YarnOverview['yarn'] }) {
  const { busy, problem, run } = useTask();
  const words = {
    'put away': 'This yarn is archived: its history is kept, and it is not among your yarn.',
    deleted: 'This entry was deleted.',
    merged: 'This entry was merged into another yarn, where its pieces are now.',
  }[yarn.gone!];
  return (
    <Notice tone="tight">
      {words}{' '}
      <InlineButton disabled={busy} onClick={() => run(() => bringBack(yarn.id))}>
        Bring it back
      </InlineButton>{' '}
      or see <Link href="/yarns/gone">all archived yarn</Link>.{' '}
      {problem && <strong role="alert">{asSentence(problem)}</strong>}
    </Notice>
  );
}

function historyInWords(history: YarnOverview['history'], gristMPerG: number, system: UnitSystem): string {
  return history
    .map(
      ({ atMs, massG }) =>
        `${shortDate(new Date(atMs).toISOString())}: ${inWords(lengthFigure(massG * gristMPerG, system))}`,
    )
    .join('; ');
}

function whyUnknown(gristKnown: boolean, present: number): string {
  if (present === 0) return 'Nothing is left of this yarn.';
  if (!gristKnown)
    return 'Nothing on the band tells how long a gram of it is. Its length and mass would, or wraps per inch, its weight class, or a needle size.';
  return 'Nothing of it has been weighed, and the band does not say what one weighs. Open a piece and weigh it.';
}
