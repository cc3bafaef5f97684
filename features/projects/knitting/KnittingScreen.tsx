'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { chanceInWords, inWords, lowerFirst, plural, readingFigure, upperFirst } from '../../../core/common/format';
import type { RowForecast } from '../../../core/projects/rowForecast';
import type { ScaleTool } from '../../../server/bench/bench';
import type { KnittingPage } from '../../../server/projects/knitting';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { Link } from '../../../ui/controls/Link';
import { contained } from '../../../ui/feedback/contained';
import { Loading } from '../../../ui/feedback/Loading';
import { Notice, Problem, VERDICT_TONES } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useTask } from '../../../ui/feedback/useTask';
import { WhenSeen } from '../../../ui/feedback/WhenSeen';
import { dateAndTime, shortDate } from '../../../ui/figures/dates';
import { FineMass, Large, Length, Mass } from '../../../ui/figures/Figures';
import { borderWords, rowsLeftFigure, rowsWithin } from '../../../ui/figures/rowWords';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { markKnitting } from '../actions';
import { WeighRow } from './WeighRow';

const ForecastChart = contained(
  dynamic(() => import('./ForecastChart'), { ssr: false, loading: () => <Loading rows={7} /> }),
);

/** Something on the needles: how many rows its yarn still makes, and when to begin the border. */
export function KnittingScreen({ page, scales }: { page: KnittingPage; scales: ScaleTool[] }) {
  const { name, project, yarn, forecast, weighings, balls, finishedAt, deletedAt } = page;
  const past = finishedAt ?? deletedAt;
  return (
    <>
      <PageHead
        title={name}
        under={
          <>
            <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
            {project && (
              <>
                {' '}
                · for <Link href={`/projects/${project.id}`}>{project.name}</Link>
              </>
            )}
            {past && ` · ${deletedAt ? 'deleted' : 'finished'} ${shortDate(past)}`}
          </>
        }
      >
        <Actions page={page} />
      </PageHead>
      <div className="grid grid-cols-[1.7fr_1fr] gap-x-wide gap-y-6 items-start max-tablet:flex max-tablet:flex-col max-tablet:items-stretch">
        <div className="flex flex-col gap-6 min-w-0 max-tablet:contents">
          <section className="flex flex-col gap-3" aria-label="How far it goes" role="status">
            {forecast ? <Answer page={page} forecast={forecast} /> : <NotYet page={page} />}
          </section>
          {forecast && (
            <section className="max-tablet:order-2" aria-labelledby="along">
              <h2 id="along" className="mb-2">
                Along the rows
              </h2>
              <div className="relative h-[300px]">
                <WhenSeen rows={7}>
                  <ForecastChart weighings={weighings} forecast={forecast} colourHex={yarn.colourHex} />
                </WhenSeen>
              </div>
              <p className="mt-2 text-ink-soft">
                The line is what the ball weighed; dashed, how it is likely to go on, and round it where it will be nine
                times in ten.{forecast.border && ' Red is what the border would take there.'}
              </p>
            </section>
          )}
        </div>
        <div className="flex flex-col gap-6 min-w-0 max-tablet:contents">
          {!past && (
            <section className="p-4 rounded-lg bg-card max-tablet:order-1" aria-labelledby="weigh">
              <h2 id="weigh" className="mb-2">
                Weigh it
              </h2>
              {balls.length > 0 ? (
                <WeighRow page={page} scales={scales} />
              ) : (
                <p>No ball of this yarn is there any more. Add one to the yarn, and it can be chosen here.</p>
              )}
            </section>
          )}
          {weighings.length > 0 && <Weighings page={page} />}
        </div>
      </div>
    </>
  );
}

/** What to do until the weighings tell something. */
function NotYet({ page: { weighings, pattern } }: { page: KnittingPage }) {
  const wanted =
    pattern.kind === 'unknown' ? 'Three weighings tell how the rows grow' : 'Two weighings tell what a row takes';
  return (
    <Notice tone="plain">
      <strong>{weighings.length === 0 ? 'Put the ball on the scale.' : 'Knit some rows, and weigh it again.'}</strong>{' '}
      {wanted}; the more of the ball is gone between them, the better. Weigh at the end of a row, with the yarn in the
      needles left out of the bowl.
    </Notice>
  );
}

function Answer({ page, forecast }: { page: KnittingPage; forecast: RowForecast }) {
  const { yarn, withOthers, lastRow } = page;
  const { rowsLeft, border, reaches, nextBall, rowG, doneShare, usedG, weighAgain, isOdd, outlasts, row } = forecast;
  return (
    <>
      {isOdd && (
        <Notice tone="tight">
          <strong>The last weighing hardly fits the others.</strong> Is the row right, and was only the ball on the
          scale? If not, undo it in the log and weigh again.
        </Notice>
      )}
      {reaches && (
        <Reaches reaches={reaches} gristMPerG={yarn.gristMPerG} lastRow={lastRow!} hasBorder={border !== null} />
      )}
      {!reaches && border && (
        <Notice tone={border.surely !== null ? 'good' : border.likely !== null ? 'tight' : 'bad'}>
          <strong className="text-lead first-letter:uppercase inline-block">{borderWords(border)}.</strong>
          {border.surely !== null && border.likely !== border.surely && (
            <div>So it is enough 19 times in 20. After row {border.likely} it would be as likely as not.</div>
          )}
        </Notice>
      )}
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        <Large
          figure={rowsLeftFigure(rowsLeft)}
          label={outlasts ? 'to the end of the pattern' : rowsWithin(rowsLeft, row)}
        />
        <Large figure={{ number: String(Math.round(100 * doneShare)), unit: '%' }} label="done, by its yarn" />
      </div>
      <p>
        A row takes <FineMass g={rowG.mean} />
        {yarn.gristMPerG !== null && (
          <>
            {' '}
            or <Length m={rowG.mean * yarn.gristMPerG} />
          </>
        )}{' '}
        here; <Mass g={usedG} /> are used so far.
        {border && (
          <>
            {' '}
            The border takes about <FineMass g={border.takesG.mean} />.
          </>
        )}
      </p>
      {withOthers && (
        <p>
          With {withOthers.pieces === 1 ? 'the other piece' : `the other ${withOthers.pieces} pieces`} of this yarn (
          <Mass g={withOthers.massG} />
          ): {plural(withOthers.rowsLeft, 'row')} left.
        </p>
      )}
      {nextBall && <NextBall page={page} nextBall={nextBall} />}
      <p>
        {weighAgain ? (
          <>
            <strong>Weigh again after row {weighAgain.row}</strong>:{' '}
            {weighAgain.winsRows > 0
              ? `you can then be sure of about ${weighAgain.winsRows} rows more.`
              : 'then it shows whether the yarn reaches.'}
          </>
        ) : (
          'Another weighing would hardly tell more.'
        )}
      </p>
    </>
  );
}

/** Until when another ball must come in; of another lot it is mixed in before. */
function NextBall({
  page: { balls, ballId, yarn, lastRow },
  nextBall: { afterRow, alternateAfter },
}: {
  page: KnittingPage;
  nextBall: NonNullable<RowForecast['nextBall']>;
}) {
  const others = balls.filter(({ id }) => id !== ballId);
  if (others.length === 0) return null;
  const isOtherLot = others.some(({ dyeLot }) => dyeLot !== yarn.dyeLot);
  return (
    <p>
      <strong>The next ball comes in after row {afterRow} at the latest.</strong>
      {isOtherLot &&
        (alternateAfter === null
          ? ' It may be of another lot: knit two rows of each in turn from now on, and this one lasts as long as it can.'
          : ` It may be of another lot: knit two rows of each in turn after row ${alternateAfter}, and this one lasts to row ${lastRow}.`)}
    </p>
  );
}

function Reaches({
  reaches: { chance, verdict, overG },
  gristMPerG,
  lastRow,
  hasBorder,
}: {
  reaches: NonNullable<RowForecast['reaches']>;
  gristMPerG: number | null;
  lastRow: number;
  hasBorder: boolean;
}) {
  const over = Math.abs(overG.mean);
  const amount = (
    <>
      <FineMass g={over} />
      {gristMPerG !== null && (
        <>
          {' '}
          (<Length m={over * gristMPerG} />)
        </>
      )}
    </>
  );
  return (
    <Notice tone={VERDICT_TONES[verdict]}>
      <strong className="text-lead">
        {upperFirst(verdict)}: about {amount} {overG.mean >= 0 ? 'will be left over.' : 'are missing.'}
      </strong>
      <div>
        Chance it is enough for row {lastRow}
        {hasBorder && ' and the border'}: {chanceInWords(chance)}.
      </div>
    </Notice>
  );
}

function Weighings({ page: { weighings } }: { page: KnittingPage }) {
  const system = useSystem();
  return (
    <section className="max-tablet:order-3" aria-labelledby="weighings">
      <h2 id="weighings" className="mb-2">
        Weighings
      </h2>
      <ol className="grid gap-1">
        {weighings.map(({ operationId, row, massG, resolutionG, at, ballLabel, usedUp, counts }) => (
          <li key={operationId} className={counts ? undefined : 'text-ink-soft'}>
            <Link href={`/logbook/${operationId}`}>Row {row}</Link>:{' '}
            {usedUp ? 'used up' : inWords(readingFigure(massG, resolutionG, system))}, {lowerFirst(ballLabel)},{' '}
            {dateAndTime(at)}
            {!counts && '; ripped back since'}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Actions({ page: { id, name, finishedAt, deletedAt } }: { page: KnittingPage }) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const mark = (what: 'finished' | 'deleted', on: boolean) =>
    run(
      () => markKnitting(id, what, on),
      () => {
        if (on) offer({ words: `${name} is ${what}.`, undo: () => markKnitting(id, what, false) });
      },
    );
  if (deletedAt || finishedAt)
    return (
      <Button size="large" loading={busy} onClick={() => mark(deletedAt ? 'deleted' : 'finished', false)}>
        Bring it back
      </Button>
    );
  return (
    <>
      <Button type="text" className="h-[46px]" loading={busy} onClick={() => mark('deleted', true)}>
        Delete
      </Button>
      <Button className="h-[46px]" loading={busy} onClick={() => mark('finished', true)}>
        Mark as finished
      </Button>
      <ActionLink href={`/projects/knitting/${id}/edit`} quiet>
        Edit
      </ActionLink>
      <Problem words={problem} />
    </>
  );
}
