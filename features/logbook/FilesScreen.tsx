'use client';

import type { FilesPage } from '../../server/exchange/filesPage';
import { PageHead } from '../../ui/frame/PageHead';
import { ArchivePanel } from './ArchivePanel';
import { BackupPanel } from './BackupPanel';
import { CsvPanel } from './CsvPanel';
import styles from './FilesScreen.module.css';

/** Everything out, in formats that any program can read; and back in. */
export function FilesScreen({ page }: { page: FilesPage }) {
  return (
    <>
      <PageHead title="Export and backup" under="All of it is yours, in formats that any program can read." />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(100%,480px),1fr))] gap-4 items-start">
        <ArchivePanel empty={page.empty} />
        <BackupPanel page={page} />
        <CsvPanel />
        <section className={styles.panel} aria-labelledby="api">
          <h2 id="api">For other programs</h2>
          <p>
            Everything can be read, and weighings and operations added, at <code>/api/v1</code> on this machine;{' '}
            <a href="/api/v1/openapi" download="openapi.json">
              its description
            </a>{' '}
            is made from the schemas that check it. The archive has <a href="/api/archive/schema">its own</a>. The
            calendar is at <a href="/api/calendar">/api/calendar</a>.
          </p>
          <p className="text-ink-soft">A thread or a cut map is taken as a drawing where it is shown.</p>
        </section>
      </div>
    </>
  );
}
