'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { plural } from '../../core/common/format';
import type { BackupLook, BackupReason } from '../../server/exchange/backup';
import type { FilesPage } from '../../server/exchange/filesPage';
import { dateAndTime } from '../../ui/figures/dates';
import { Problem } from '../../ui/feedback/Notice';
import { useTask } from '../../ui/feedback/useTask';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { goBackTo, lookAtSnapshot, takeSnapshot } from './actions';
import styles from './FilesScreen.module.css';

const WHY: Record<BackupReason, string> = {
  daily: 'of the day',
  asked: 'asked for',
  'before import': 'before an archive was read in',
  'before restore': 'before going back',
};

const SHOWN = 8;

/** Snapshots that were taken by themselves or asked for; each can be looked at and gone back to. */
export function BackupPanel({ page: { backups, folder } }: { page: FilesPage }) {
  const offer = useUndoOffer();
  const [all, setAll] = useState(false);
  const { busy, problem, run } = useTask();
  const [looked, setLooked] = useState<{ name: string; look: BackupLook } | null>(null);

  const goBack = (name: string) =>
    run(
      () => goBackTo(name),
      ({ value: before }) => {
        setLooked(null);
        offer({ words: 'Everything is as it was then.', undo: () => goBackTo(before) });
      },
    );

  return (
    <section className={styles.panel} aria-labelledby="backups">
      <h2 id="backups">Snapshots on this machine</h2>
      <p>
        One is taken each day, and one before an archive is read in. The last week, five weeks and twelve months are
        kept.
      </p>
      <p>
        <Button onClick={() => void run(() => takeSnapshot())} loading={busy}>
          Take a snapshot now
        </Button>
      </p>
      <Problem words={problem} />
      {backups.length === 0 && <p className="text-ink-soft">There is none yet.</p>}
      <ul className={styles.backups}>
        {backups.slice(0, all ? undefined : SHOWN).map(({ name, takenAt, why, bytes }) => (
          <li key={name}>
            <span>
              {dateAndTime(takenAt)}{' '}
              <span className="text-ink-soft">
                {WHY[why]}, {(bytes / 1_000_000).toFixed(1)} MB
              </span>
            </span>
            {looked?.name === name ? (
              <span className="basis-full">
                {plural(looked.look.yarns, 'yarn')}, {plural(looked.look.operations, 'entry', 'entries')}
                {looked.look.lastAt && `, the last of ${dateAndTime(looked.look.lastAt)}`}.{' '}
                <Button size="small" danger onClick={() => void goBack(name)} loading={busy}>
                  Go back to it
                </Button>
              </span>
            ) : (
              <Button
                size="small"
                disabled={busy}
                onClick={() =>
                  void run(
                    () => lookAtSnapshot(name),
                    ({ value: look }) => setLooked({ name, look }),
                  )
                }
              >
                Look <span className="visually-hidden">at the snapshot of {dateAndTime(takenAt)}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {!all && backups.length > SHOWN && (
        <p>
          <Button type="text" onClick={() => setAll(true)}>
            Show all, {backups.length - SHOWN} more
          </Button>
        </p>
      )}
      <p className="text-ink-soft">
        They lie beside the database, in <code>{folder}</code>: copy that folder to somewhere else now and then.
      </p>
    </section>
  );
}
