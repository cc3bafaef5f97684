'use client';

import Link from 'next/link';
import type { KeyboardEvent } from 'react';
import { addDays } from '../../core/days/days';
import type { JobCard } from '../../server/days/daysPage';
import { shortDay } from '../../ui/figures/dates';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { markJob } from './actions';
import styles from './DaysScreen.module.css';
import { jobTitle } from '../../core/days/taskWords';
import { jobHref, jobNews } from './words';

/** Something on the list, on its day: it can be dragged, moved by the arrow keys, done, and opened. */
export function JobBox({
  job,
  jobs,
  today,
  onMove,
}: {
  job: JobCard;
  jobs: readonly JobCard[];
  today: string;
  onMove: (job: JobCard, day: string | null) => void;
}) {
  const { run, busy } = useTask();
  const offer = useUndoOffer();
  const done = job.doneOn !== null;
  const settled = job.plannedOn !== null && !job.missed;
  const title = jobTitle(job);
  const href = jobHref(job);
  const keys: Record<string, number | 'propose'> = {
    ArrowLeft: -1,
    ArrowRight: 1,
    ArrowUp: -7,
    ArrowDown: 7,
    Delete: 'propose',
  };
  const press = (event: KeyboardEvent) => {
    const key = keys[event.key];
    if (key === undefined || done || event.target !== event.currentTarget) return;
    event.preventDefault();
    if (key === 'propose') onMove(job, null);
    else onMove(job, addDays(job.on ?? today, key));
  };
  const finish = () =>
    run(
      () => markJob(job.id, 'done', true),
      () => offer({ words: `${title}: done.`, undo: () => markJob(job.id, 'done', false) }),
    );
  return (
    <li
      className={styles.job}
      data-settled={settled}
      data-done={done}
      draggable={!done}
      tabIndex={done ? undefined : 0}
      aria-label={`${title}, ${job.minutes} minutes, ${done ? 'done' : settled ? 'settled' : 'proposed'}`}
      aria-roledescription={done ? undefined : 'card to move'}
      onKeyDown={press}
      onDragStart={(event) => {
        event.dataTransfer.setData('application/x-job', String(job.id));
        event.dataTransfer.effectAllowed = 'move';
      }}
    >
      {job.piece && (
        <svg width={30} height={30} aria-hidden="true">
          <PieceGlyph form={job.piece.form} colourHex={job.piece.colourHex} x={15} y={15} side={28} />
        </svg>
      )}
      <div className={styles.words}>
        <Link href={`/days/${job.id}`}>{title}</Link>
        {!done && (
          <span className={styles.soft}>
            {job.minutes}&nbsp;min{job.minutesFrom === 'learned' && ', as you wind'}
            {job.dueOn && job.lateDays === null && `, due ${shortDay(job.dueOn).slice(4)}`}
          </span>
        )}
        {done && <span className={styles.soft}>✓ done</span>}
        {!done &&
          jobNews(job, jobs).map(({ tone, words }) => (
            <span key={words} className={styles.news} data-tone={tone}>
              {words}
            </span>
          ))}
        {!done && (
          <span className={styles.acts}>
            {!settled && job.on !== null && (
              <button type="button" onClick={() => onMove(job, job.on)}>
                Settle
              </button>
            )}
            {href && job.on === today && <Link href={href}>Begin</Link>}
            <button type="button" onClick={finish} disabled={busy}>
              Done
            </button>
          </span>
        )}
      </div>
    </li>
  );
}
