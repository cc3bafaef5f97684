'use client';

import type { Entry } from '../../server/logbook';
import { EntryLine } from '../../ui/EntryLine';
import { ArchivePanel } from './ArchivePanel';
import styles from './LogbookScreen.module.css';

/** All that happened, newest first, and the way to take it all along. */
export function LogbookScreen({ entries, empty }: { entries: Entry[]; empty: boolean }) {
  return (
    <div className={styles.page}>
      <section>
        <h1 className={styles.head}>Logbook</h1>
        {entries.length === 0 && <p>Nothing has happened yet. What is weighed, wound and logged is told here.</p>}
        <ol>
          {entries.map((entry) => (
            <EntryLine key={entry.id} entry={entry} />
          ))}
        </ol>
      </section>
      <ArchivePanel empty={empty} />
    </div>
  );
}
