'use client';

import type { Ref } from 'react';
import styles from './CountButton.module.css';

/** What counts where hands do, so many to a press. */
export function handHint(heard: boolean, by: number, unit: string): string {
  if (!heard) return 'press once, or touch the page: from then on it counts';
  return by > 1 ? `space bar, tap or pedal: ${by} ${unit} a press` : 'space bar, tap or pedal';
}

/** The one large target of a bench: what is counted, how far it goes, and what counts it. */
export function CountButton({
  ref,
  count,
  of,
  hint,
  onClick,
  disabled,
}: {
  ref: Ref<HTMLButtonElement>;
  count: number;
  /** "of 140 turns" */
  of: string;
  hint: string;
  onClick: () => void;
  disabled: boolean;
}) {
  return (
    <button type="button" ref={ref} data-count={count} className={styles.count} onClick={onClick} disabled={disabled}>
      <span className={styles.number} data-long={count > 999}>
        {count}
      </span>
      <span className="text-large font-semibold max-tablet:text-title">{of}</span>
      <span className="mt-1 text-ink-soft">{hint}</span>
    </button>
  );
}
