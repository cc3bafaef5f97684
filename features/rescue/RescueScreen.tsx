'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { plural } from '../../core/common/format';
import type { Trouble } from '../../server/common/database';
import type { waysOut } from '../../server/exchange/rescue';
import { dateAndTime } from '../../ui/figures/dates';
import { askApp } from '../../ui/feedback/askApp';
import { Problem } from '../../ui/feedback/Notice';

const WORDS: Record<Trouble['kind'], { title: string; what: string; tryAgain?: string; open?: string }> = {
  damaged: {
    title: 'The database is damaged',
    what: 'It cannot be trusted. Nothing was changed, and nothing will be until you choose.',
    open: 'Some of it may be missing or wrong. Take an archive at once, and keep it apart.',
  },
  gone: {
    title: 'The database is not where it was',
    what: 'Lazy Acorn writes nothing until it knows where your data are.',
    tryAgain: 'Put the file back where it was; then all is as before.',
    open: 'Lazy Acorn goes on with what lies there now, or with an empty shelf where nothing does.',
  },
  'read-only': {
    title: 'The database can be read, but not written',
    what: 'Its file or its folder is read-only. Nothing in it is wrong, and nothing was changed.',
    tryAgain: 'Let it be written (the rights of the file and of its folder, a write-protected disk), then try again.',
  },
  held: {
    title: 'Another program holds the database',
    what: 'Nothing in it is wrong, and nothing was changed.',
    tryAgain: 'Close the other program, then try again.',
  },
  unreadable: {
    title: 'The disk does not answer as it should',
    what: 'The database could not be read. Nothing was changed.',
    tryAgain: 'Check the disk, then try again.',
  },
};

/** The database cannot be used: what is wrong, and each way out of it. */
export function RescueScreen({ trouble, ways }: { trouble: Trouble; ways: ReturnType<typeof waysOut> }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const words = WORDS[trouble.kind];
  const take = async (choice: object) => {
    setBusy(true);
    setProblem('');
    try {
      await askApp('/api/rescue', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(choice),
      });
      return window.location.reload();
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <main className="grid gap-4 max-w-[720px] my-[8vh] mx-auto py-0 px-6" id="main">
      <h1>{words.title}</h1>
      <p>{words.what}</p>
      <p className="text-ink-soft">
        <code>{trouble.file}</code>: {trouble.fault}
      </p>
      <Problem words={problem} />
      {words.tryAgain && (
        <>
          <h2>Try again</h2>
          <p>
            {words.tryAgain}{' '}
            <Button type="primary" loading={busy} onClick={() => void take({ go: 'again' })}>
              Try again
            </Button>
          </p>
        </>
      )}
      {(trouble.kind === 'damaged' || trouble.kind === 'gone') && (
        <>
          <h2>Go on with a snapshot</h2>
          {ways.length === 0 ? (
            <p>There is no sound snapshot on this machine. If you keep copies elsewhere, put one in its place.</p>
          ) : (
            <ul>
              {ways.map(({ name, takenAt, yarns, operations }, i) => (
                <li
                  className="flex flex-wrap items-center justify-between gap-y-1 gap-x-4 min-h-[52px] border-t border-line"
                  key={name}
                >
                  <span>
                    {dateAndTime(takenAt)}: {plural(yarns, 'yarn')}, {plural(operations, 'entry', 'entries')}
                  </span>
                  <Button
                    type={i === 0 && !words.tryAgain ? 'primary' : 'default'}
                    loading={busy}
                    onClick={() => void take({ go: 'snapshot', name })}
                  >
                    Go on with this one
                  </Button>
                </li>
              ))}
            </ul>
          )}
          <p>What lies there now is kept beside it under another name; somebody may still get something out of it.</p>
        </>
      )}
      {words.open && (
        <>
          <h2>Or go on with what is there</h2>
          <p>
            {words.open}{' '}
            <Button danger loading={busy} onClick={() => void take({ go: 'on' })}>
              Open it all the same
            </Button>
          </p>
        </>
      )}
    </main>
  );
}
