'use client';

import type { ReactNode } from 'react';
import styles from './LargeAct.module.css';

/** What is done next at a bench: large enough for a knuckle, and under the space bar. */
export function LargeAct({
  onClick,
  disabled,
  children,
}: {
  onClick: () => void;
  disabled: boolean;
  children: ReactNode;
}) {
  return (
    <button type="button" className={styles.act} data-act onClick={onClick} disabled={disabled} autoFocus>
      {children}
    </button>
  );
}
