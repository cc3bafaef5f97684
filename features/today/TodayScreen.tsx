'use client';

import type { ReactNode } from 'react';
import { Link } from '../../ui/controls/Link';
import type { Today } from '../../server/days/today';
import { chanceInWords } from '../../core/common/format';
import { taskTitle } from '../../core/days/taskWords';
import { ActionLink } from '../../ui/controls/ActionLink';
import { shortDay } from '../../ui/figures/dates';
import { KnittingLines } from '../../ui/figures/KnittingLines';
import { OperationLine } from '../../ui/figures/OperationLine';
import { LengthWithin } from '../../ui/figures/Figures';
import { PendingCareList } from '../../ui/feedback/PendingCare';
import { RunsUnderWay } from '../../ui/figures/RunsUnderWay';
import { Notice } from '../../ui/feedback/Notice';
import { PieceGlyph, glyphSide } from '../../ui/thread/PieceGlyph';
import styles from './TodayScreen.module.css';

/** What is on the bench, what waits to be wound, and what happened last. */
export function TodayScreen({ today, reach }: { today: Today; /** Asks whether a yarn reaches. */ reach: ReactNode }) {
  const { runs, needles, hanks, hankYarns, short, pendingCare, tasks, due, late, recent } = today;
  return (
    <div className="grid grid-cols-[1.05fr_1fr] gap-y-6 gap-x-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
      <section aria-labelledby="bench" className={styles.wide}>
        <div className={styles.head}>
          <h1 id="bench">{runs.length > 0 ? 'On the bench' : 'The bench is free'}</h1>
          <p className="flex flex-wrap gap-3">
            <ActionLink href="/quick" quiet>
              Quick answers
            </ActionLink>
            <ActionLink href="/days" quiet>
              Plan days
            </ActionLink>
          </p>
        </div>
        {runs.length > 0 ? (
          <RunsUnderWay runs={runs} />
        ) : (
          <p className="text-ink-soft">
            Nothing is on the winder. Choose a hank below, or put a new yarn on the shelf.
          </p>
        )}
      </section>
      <div className={styles.wide}>{reach}</div>
      {(tasks.length > 0 || due.length > 0 || late > 0) && <ToDo tasks={tasks} due={due} late={late} />}
      {needles.length > 0 && (
        <section aria-labelledby="needles" className={styles.wide}>
          <h2 id="needles">On the needles</h2>
          <KnittingLines knittings={needles} />
        </section>
      )}
      {pendingCare.length > 0 && (
        <section aria-labelledby="waits" className={styles.wide}>
          <h2 id="waits">What waits</h2>
          <PendingCareList pendingCare={pendingCare} />
        </section>
      )}
      {short.length > 0 && (
        <section aria-labelledby="short" className={styles.wide}>
          <h2 id="short">Running short</h2>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(420px,100%),1fr))] gap-3">
            {short.map(({ id, name, verdict, probability }) => (
              <li key={id}>
                <Notice tone={verdict === 'tight' ? 'tight' : 'bad'}>
                  <Link href={`/projects/${id}`}>{name}</Link>{' '}
                  {verdict === 'tight' ? 'will be tight' : 'does not have enough'}: the chance it is enough is{' '}
                  {chanceInWords(probability!)}.
                </Notice>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="hanks">
        <div className={styles.head}>
          <h2 id="hanks">Still in hanks</h2>

          <ActionLink href="/yarns/new" quiet>
            Add a yarn
          </ActionLink>
        </div>
        {hanks.length === 0 && <p className="text-ink-soft">Every hank is wound.</p>}
        <ul className="grid gap-1">
          {hanks.map(({ id, name, colourHex, pieces, waitingHanks, left }) => (
            <li key={id}>
              <Link
                href={`/yarns/${id}`}
                className="[&_svg]:flex-none flex items-center gap-4 p-1 rounded-md no-underline hover:bg-sunk hover:text-ink"
              >
                <svg width={104} height={84} aria-hidden="true">
                  <PieceGlyph
                    form="hank"
                    colourHex={colourHex}
                    x={52}
                    y={42}
                    side={Math.min(100, glyphSide(pieces.find(({ form }) => form === 'hank')?.massG ?? null))}
                  />
                </svg>
                <span>
                  <strong>{name}</strong>
                  <br />
                  {waitingHanks === 1 ? 'one hank' : `${waitingHanks} hanks`}
                  {left && (
                    <>
                      , <LengthWithin m={left.lengthM} /> in all
                    </>
                  )}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {hankYarns > hanks.length && (
          <p>
            <Link href="/yarns?form=hank">
              and {hankYarns - hanks.length === 1 ? 'one more yarn' : `${hankYarns - hanks.length} more yarns`} with
              hanks
            </Link>
          </p>
        )}
      </section>
      <section aria-labelledby="last">
        <div className={styles.head}>
          <h2 id="last">What happened last</h2>
          <Link href="/logbook">the whole logbook</Link>
        </div>
        <ol>
          {recent.map((operation) => (
            <OperationLine key={operation.id} operation={operation} />
          ))}
        </ol>
      </section>
    </div>
  );
}

/** What is to be done today, and what is due. */
function ToDo({ tasks, due, late }: Pick<Today, 'tasks' | 'due' | 'late'>) {
  return (
    <section aria-labelledby="to-do" className={styles.wide}>
      <div className={styles.head}>
        <h2 id="to-do">{tasks.length > 0 ? 'To do today' : 'What is due'}</h2>
        <Link href="/days">all days</Link>
      </div>
      {tasks.length > 0 && (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,380px),1fr))] gap-y-1 gap-x-6">
          {tasks.map((task) => (
            <li key={task.id} className="[&_svg]:flex-none flex items-center gap-4">
              {task.piece && (
                <svg width={48} height={48} aria-hidden="true">
                  <PieceGlyph form={task.piece.form} colourHex={task.piece.colourHex} x={24} y={24} side={44} />
                </svg>
              )}
              <span>
                <Link href={`/days/${task.id}`}>
                  <strong>{taskTitle(task)}</strong>
                </Link>
                , {task.minutes}&nbsp;min
                {task.missed
                  ? `; it was to be done on ${shortDay(task.plannedOn!)}`
                  : task.plannedOn === null
                    ? '; proposed'
                    : ''}
              </span>
            </li>
          ))}
        </ul>
      )}
      {late > 0 && (
        <Notice tone="bad">
          {late === 1 ? 'One thing on the list would be late.' : `${late} things on the list would be late.`}{' '}
          <Link href="/days">See what would help</Link>.
        </Notice>
      )}
      {due.length > 0 && (
        <p>
          {due.map(({ href, name, what, inDays }, i) => (
            <span key={`${href} ${what}`}>
              {i > 0 && ' '}
              <Link href={href}>{name}</Link> {what === 'due' ? 'is due' : 'is cast on'} {inDaysWords(inDays)}.
            </span>
          ))}
        </p>
      )}
    </section>
  );
}

function inDaysWords(days: number): string {
  if (days < 0) return days === -1 ? 'since yesterday' : `since ${-days} days`;
  return days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
}
