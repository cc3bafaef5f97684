import type { ReactNode } from 'react';
import styles from './PageHead.module.css';

/** What a page is about, and what can be done there. */
export function PageHead({ title, under, children }: { title: ReactNode; under?: ReactNode; children?: ReactNode }) {
  return (
    <div className={styles.head}>
      <div>
        <h1>{title}</h1>
        {under && <p className={styles.under}>{under}</p>}
      </div>
      {children && <div className={styles.actions}>{children}</div>}
    </div>
  );
}
