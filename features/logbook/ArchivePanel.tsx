'use client';

import { useRouter } from 'next/navigation';
import { type ChangeEvent, useState } from 'react';
import { Say } from '../../ui/Say';
import styles from './FilesScreen.module.css';

type Outcome = { ok: true; words: string } | { ok: false; words: string };

/** Everything out as one file, and back in where nothing is yet. */
export function ArchivePanel({ empty }: { empty: boolean }) {
  const router = useRouter();
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [busy, setBusy] = useState(false);

  const readIn = async (event: ChangeEvent<HTMLInputElement>) => {
    const input = event.target;
    const file = input.files?.[0];
    if (!file) return;
    setBusy(true);
    setOutcome(await send(file));
    setBusy(false);
    input.value = '';
    router.refresh();
  };

  return (
    <aside className={styles.archive} aria-labelledby="archive">
      <h2 id="archive">The whole of it in one file</h2>
      <p>Every yarn, piece, weighing, winding and count. Keep a copy where this machine is not.</p>
      <p>
        <a href="/api/archive" download className={styles.button}>
          Take an archive
        </a>
      </p>
      {empty ? (
        <label className={styles.pick}>
          <span>Read an archive in</span>
          <input type="file" accept=".json,application/json" onChange={(event) => void readIn(event)} disabled={busy} />
        </label>
      ) : (
        <p className={styles.soft}>An archive is read into an empty database only; this one has yarns in it.</p>
      )}
      <div aria-live="polite">{outcome && <Say tone={outcome.ok ? 'good' : 'bad'}>{outcome.words}</Say>}</div>
      <p className={styles.soft}>
        For other programs: <a href="/api/archive/schema">how the file is made</a>.
      </p>
    </aside>
  );
}

async function send(file: File): Promise<Outcome> {
  try {
    const answer = await fetch('/api/archive', { method: 'POST', body: file });
    const body = (await answer.json()) as {
      yarns?: number;
      operations?: number;
      error?: { message: string; path: string };
    };
    if (answer.ok)
      return { ok: true, words: `Read in: ${body.yarns} yarns and ${body.operations} entries of the logbook.` };
    const where = body.error?.path ? ` (at ${body.error.path})` : '';
    return { ok: false, words: `Nothing was read in: ${body.error?.message ?? 'the app refused it'}${where}.` };
  } catch {
    return { ok: false, words: 'The app cannot be reached just now. Nothing was read in; try again in a moment.' };
  }
}
