'use client';

import { useDraggable } from '@dnd-kit/core';
import { Link } from '../../ui/controls/Link';
import type { CSSProperties, KeyboardEvent, ReactNode } from 'react';
import { plural } from '../../core/common/format';
import { addDays } from '../../core/days/days';
import { taskTitle } from '../../core/days/taskWords';
import type { PieceForm } from '../../core/yarn/piece';
import type { TaskCard } from '../../server/days/daysPage';
import { InlineButton } from '../../ui/controls/InlineButton';
import { shortDay } from '../../ui/figures/dates';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { markTask } from './actions';
import styles from './DaysScreen.module.css';
import type { Stretch, TaskStrand } from './strands';
import { taskHref, taskNews } from './words';

/** What is drawn beside a task's words: its yarn, and its strand across the days. */
export function DaysRow({
  glyph,
  words,
  children,
}: {
  glyph: { form: PieceForm; colourHex: string } | null;
  words: ReactNode;
  children: ReactNode;
}) {
  return (
    <>
      <div className="grid grid-cols-[30px_minmax(0,1fr)] gap-2 items-start py-2 text-small leading-[1.3]">
        {glyph ? (
          <svg width={30} height={30} aria-hidden="true">
            <PieceGlyph form={glyph.form} colourHex={glyph.colourHex} x={15} y={15} side={28} />
          </svg>
        ) : (
          <span />
        )}
        <div className="[&>a]:font-semibold [&>a]:no-underline [&>a]:hover:underline grid gap-1 min-w-0">{words}</div>
      </div>
      <div className={styles.days} style={{ '--yarn': glyph?.colourHex ?? 'var(--ink-soft)' } as CSSProperties}>
        {children}
      </div>
    </>
  );
}

/** A part of a strand, where it lies. */
export function Part({ of, is }: { of: Stretch | null; is: 'waits' | 'open' | 'late' | 'stands' }) {
  return of && <i className={styles.part} data-part={is} style={placed(of.from, of.to - of.from)} />;
}

function placed(from: number, days: number): CSSProperties {
  return { left: `calc(100% * ${from} / var(--days))`, width: `calc(100% * ${days} / var(--days))` };
}

/** Something on the list, as a strand across the days: its bead is dragged, moved by the arrow keys, done, and opened. */
export function TaskRow({
  task,
  strand,
  tasks,
  today,
  onMove,
}: {
  task: TaskCard;
  strand: TaskStrand;
  tasks: readonly TaskCard[];
  today: string;
  onMove: (task: TaskCard, day: string | null) => void;
}) {
  const { run, busy } = useTask();
  const offer = useUndoOffer();
  const done = task.doneOn !== null;
  const confirmed = task.plannedOn !== null && !task.missed;
  const title = taskTitle(task);
  const href = taskHref(task);
  const { setNodeRef, listeners, transform } = useDraggable({ id: task.id, disabled: done });
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
      className={styles.row}
      tabIndex={done ? undefined : 0}
      aria-label={`${title}, ${plural(task.minutes, 'minute')}, ${done ? 'done' : confirmed ? 'confirmed' : 'proposed'}${task.on ? ` for ${shortDay(task.on)}` : ''}`}
      aria-roledescription={done ? undefined : 'task to move'}
      onKeyDown={press}
    >
      <DaysRow
        glyph={task.piece}
        words={
          <>
            <Link href={`/days/${task.id}`}>{title}</Link>
            <span className="text-ink-soft">
              {done
                ? '✓ done'
                : [
                    `${task.minutes}\u00a0min${task.minutesFrom === 'learned' ? ', as you wind' : ''}`,
                    ...(task.dueOn && task.lateDays === null ? [`due ${shortDay(task.dueOn).slice(4)}`] : []),
                  ].join(', ')}
            </span>
            {!done &&
              taskNews(task, tasks).map(({ tone, words }) => (
                <span
                  key={words}
                  className="data-[tone=bad]:text-madder data-[tone=bad]:font-semibold data-[tone=tight]:text-amber data-[tone=tight]:font-semibold"
                  data-tone={tone}
                >
                  {words}
                </span>
              ))}
            {!done && (
              <span className="[&_a]:font-semibold flex flex-wrap items-center gap-y-1 gap-x-3">
                {!confirmed && task.on !== null && (
                  <InlineButton onClick={() => onMove(task, task.on)}>Confirm</InlineButton>
                )}
                {href && task.on === today && <Link href={href}>Start</Link>}
                <InlineButton onClick={finish} disabled={busy}>
                  Done
                </InlineButton>
              </span>
            )}
          </>
        }
      >
        <Part of={strand.waits} is="waits" />
        <Part of={strand.open} is="open" />
        <Part of={strand.late} is="late" />
        <Part of={strand.stands} is="stands" />
        {strand.due !== null && <i className={styles.due} style={placed(strand.due, 0)} />}
        {strand.bead !== null && (
          <span
            ref={setNodeRef}
            {...listeners}
            className={styles.bead}
            style={{ ...placed(strand.bead, 1), transform: transform ? `translateX(${transform.x}px)` : undefined }}
            data-confirmed={confirmed}
            data-done={done}
            aria-hidden="true"
          >
            <b>{done ? '✓' : task.minutes}</b>
          </span>
        )}
      </DaysRow>
    </li>
  );
}
