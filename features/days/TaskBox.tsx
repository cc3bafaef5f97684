'use client';

import Link from 'next/link';
import type { KeyboardEvent } from 'react';
import { addDays } from '../../core/days/days';
import type { TaskCard } from '../../server/days/daysPage';
import { shortDay } from '../../ui/figures/dates';
import { InlineButton } from '../../ui/controls/InlineButton';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { markTask } from './actions';
import styles from './DaysScreen.module.css';
import { taskTitle } from '../../core/days/taskWords';
import { taskHref, taskNews } from './words';

/** Something on the list, on its day: it can be dragged, moved by the arrow keys, done, and opened. */
export function TaskBox({
  task,
  tasks,
  today,
  onMove,
}: {
  task: TaskCard;
  tasks: readonly TaskCard[];
  today: string;
  onMove: (task: TaskCard, day: string | null) => void;
}) {
  const { run, busy } = useTask();
  const offer = useUndoOffer();
  const done = task.doneOn !== null;
  const settled = task.plannedOn !== null && !task.missed;
  const title = taskTitle(task);
  const href = taskHref(task);
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
    if (key === 'propose') onMove(task, null);
    else onMove(task, addDays(task.on ?? today, key));
  };
  const finish = () =>
    run(
      () => markTask(task.id, 'done', true),
      () => offer({ words: `${title}: done.`, undo: () => markTask(task.id, 'done', false) }),
    );
  return (
    <li
      className={styles.task}
      data-settled={settled}
      data-done={done}
      draggable={!done}
      tabIndex={done ? undefined : 0}
      aria-label={`${title}, ${task.minutes} minutes, ${done ? 'done' : settled ? 'settled' : 'proposed'}`}
      aria-roledescription={done ? undefined : 'card to move'}
      onKeyDown={press}
      onDragStart={(event) => {
        event.dataTransfer.setData('application/x-job', String(task.id));
        event.dataTransfer.effectAllowed = 'move';
      }}
    >
      {task.piece && (
        <svg width={30} height={30} aria-hidden="true">
          <PieceGlyph form={task.piece.form} colourHex={task.piece.colourHex} x={15} y={15} side={28} />
        </svg>
      )}
      <div className="[&>a]:font-semibold [&>a]:no-underline [&>a]:hover:underline grid gap-1 min-w-0 wrap-anywhere">
        <Link href={`/days/${task.id}`}>{title}</Link>
        {!done && (
          <span className="text-ink-soft text-small">
            {task.minutes}&nbsp;min{task.minutesFrom === 'learned' && ', as you wind'}
            {task.dueOn && task.lateDays === null && `, due ${shortDay(task.dueOn).slice(4)}`}
          </span>
        )}
        {done && <span className="text-ink-soft text-small">✓ done</span>}
        {!done &&
          taskNews(task, tasks).map(({ tone, words }) => (
            <span
              key={words}
              className="text-small data-[tone=bad]:text-madder data-[tone=bad]:font-semibold data-[tone=tight]:text-amber data-[tone=tight]:font-semibold"
              data-tone={tone}
            >
              {words}
            </span>
          ))}
        {!done && (
          <span className="[&_a]:font-semibold flex flex-wrap gap-y-1 gap-x-3">
            {!settled && task.on !== null && <InlineButton onClick={() => onMove(task, task.on)}>Confirm</InlineButton>}
            {href && task.on === today && <Link href={href}>Start</Link>}
            <InlineButton onClick={finish} disabled={busy}>
              Done
            </InlineButton>
          </span>
        )}
      </div>
    </li>
  );
}
