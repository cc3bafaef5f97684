'use client';

import { Link } from '../controls/Link';
import type { ReactNode } from 'react';
import styles from './Calendar.module.css';
import { addMonths, weekdayOf } from '../../core/days/days';
import { MONTH_NAMES, WEEKDAYS } from './dates';

/** A month as it hangs on a wall, with what belongs to each day in it. */
export function Calendar({
  month,
  today,
  chosen,
  contentOf,
  hrefOf,
  hrefOfMonth,
}: {
  /** "2026-11" */
  month: string;
  today: string;
  chosen?: string;
  /** What stands in a day, and how it is read aloud; null: an empty day, that leads nowhere. */
  contentOf: (day: string) => { drawn: ReactNode; spoken: string } | null;
  hrefOf: (day: string) => string;
  hrefOfMonth: (month: string) => string;
}) {
  const days = daysOf(month);
  const [year, number] = month.split('-').map(Number) as [number, number];
  return (
    <div className={styles.calendar}>
      <div className="flex items-center justify-between mb-1">
        <Link href={hrefOfMonth(addMonths(month, -1))} aria-label="The month before" className={styles.turn}>
          ←
        </Link>
        <h2>
          {MONTH_NAMES[number - 1]} {year}
        </h2>
        <Link href={hrefOfMonth(addMonths(month, 1))} aria-label="The month after" className={styles.turn}>
          →
        </Link>
      </div>
      <table>
        <thead>
          <tr>
            {WEEKDAYS.map((weekday) => (
              <th key={weekday} scope="col">
                {weekday}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeksOf(days).map((week) => (
            <tr key={week.find(Boolean)}>
              {week.map((day, i) => (
                <td key={i}>
                  {day && <Day day={day} today={today} chosen={chosen} content={contentOf(day)} href={hrefOf(day)} />}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Day({
  day,
  today,
  chosen,
  content,
  href,
}: {
  day: string;
  today: string;
  chosen?: string;
  content: { drawn: ReactNode; spoken: string } | null;
  href: string;
}) {
  const number = Number(day.slice(8));
  const marks = { 'data-today': day === today, 'data-chosen': day === chosen };
  if (!content)
    return (
      <span className={styles.day} {...marks}>
        {number}
      </span>
    );
  return (
    <Link
      href={href}
      className={styles.day}
      {...marks}
      aria-current={day === chosen ? 'date' : undefined}
      aria-label={`${number}: ${content.spoken}`}
    >
      {number}
      <span className="flex flex-wrap gap-1">{content.drawn}</span>
    </Link>
  );
}

function daysOf(month: string): string[] {
  const [year, number] = month.split('-').map(Number) as [number, number];
  const last = new Date(Date.UTC(year, number, 0)).getUTCDate();
  return Array.from({ length: last }, (_, i) => `${month}-${String(i + 1).padStart(2, '0')}`);
}

/** Weeks begin on Monday; what is not of this month is left empty. */
function weeksOf(days: readonly string[]): (string | null)[][] {
  const cells = [...Array.from({ length: weekdayOf(days[0]!) }, () => null), ...days];
  const weeks = Math.ceil(cells.length / 7);
  return Array.from({ length: weeks }, (_, week) => Array.from({ length: 7 }, (_, i) => cells[week * 7 + i] ?? null));
}
