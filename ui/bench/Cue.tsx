import type { ReactNode } from 'react';
import styles from './Cue.module.css';

/** What to mind just now, in one line that is read across the table. */
export function Cue({ cue, children }: { cue: string; children: ReactNode }) {
  return (
    <div className={styles.cue} data-cue={cue} role="status">
      {children}
    </div>
  );
}
