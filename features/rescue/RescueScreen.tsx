'use client';

import { Button } from 'antd';
import { useState } from 'react';
import type { Trouble, waysOut } from '../../server/rescue';
import { dateAndTime } from '../../ui/dates';
import { Say } from '../../ui/Say';
import styles from './RescueScreen.module.css';

/** The database is damaged: what is wrong, and each way out of it. */
export function RescueScreen({ trouble, ways }: { trouble: Trouble; ways: ReturnType<typeof waysOut> }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const take = async (choice: object) => {
    setBusy(true);
    setProblem('');
    try {
      const answer = await fetch('/api/rescue', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(choice),
      });
      const body = (await answer.json()) as { error?: { message: string } };
      if (answer.ok) return window.location.reload();
      setProblem(body.error?.message ?? 'the app refused it');
    } catch {
      setProblem('the app cannot be reached just now');
    }
    setBusy(false);
  };
  return (
    <main className={styles.page} id="main">
      <h1>The database is damaged</h1>
      <p>
        When Lazy Acorn started, it found that <code>{trouble.file}</code> cannot be trusted: {trouble.fault}. Nothing
        was changed, and nothing will be until you choose.
      </p>
      {problem && (
        <Say tone="bad" role="alert">
          {problem}
        </Say>
      )}
      <h2>Go on with a snapshot</h2>
      {ways.length === 0 ? (
        <p>There is no sound snapshot on this machine. If you keep copies elsewhere, put one in its place.</p>
      ) : (
        <ul className={styles.ways}>
          {ways.map(({ name, takenAt, yarns, operations }, i) => (
            <li key={name}>
              <span>
                {dateAndTime(takenAt)}: {yarns} yarns, {operations} entries
              </span>
              <Button
                type={i === 0 ? 'primary' : 'default'}
                loading={busy}
                onClick={() => void take({ go: 'snapshot', name })}
              >
                Go on with this one
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p>The damaged file is kept beside it under another name; somebody may still get something out of it.</p>
      <h2>Or go on with it as it is</h2>
      <p>
        Some of it may be missing or wrong. Take an archive at once, and keep it apart.{' '}
        <Button danger loading={busy} onClick={() => void take({ go: 'on' })}>
          Open it all the same
        </Button>
      </p>
    </main>
  );
}
