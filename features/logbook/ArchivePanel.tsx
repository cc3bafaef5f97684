'use client';

import { Button, Popconfirm } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { asSentence, plural } from '../../core/common/format';
import type { ArchivePreview, TakenOver } from '../../server/exchange/archiveUpload';
import { dateAndTime } from '../../ui/figures/dates';
import { useLongWork } from '../../ui/feedback/useLongWork';
import { WorkProgress } from '../../ui/feedback/WorkProgress';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { goBackTo } from './actions';
import styles from './FilesScreen.module.css';
import { FilePick } from '../../ui/controls/FilePick';

/** Everything out as one file; and in again, looked at before it is taken over. */
export function ArchivePanel({ empty }: { empty: boolean }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const [preview, setPreview] = useState<ArchivePreview | null>(null);
  const [problem, setProblem] = useState('');
  const [done, setDone] = useState('');
  const { underWay, ask } = useLongWork();
  const busy = underWay !== null;

  const look = async (file: File) => {
    setProblem('');
    setDone('');
    setPreview(null);
    const answer = await ask<ArchivePreview>('/api/archive', { method: 'POST', body: file });
    if (answer.ok) setPreview(answer.body);
    else setProblem(`Nothing was restored. ${asSentence(answer.problem)}`);
  };

  const take = async (how: 'replace' | 'merge') => {
    const answer = await ask<TakenOver>('/api/archive/take', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ token: preview!.token, how }),
    });
    if (!answer.ok)
      return setProblem(
        answer.unsure
          ? 'The app cannot be reached just now, and may have restored it all the same: look at your yarn first. Restored once more, nothing is there twice.'
          : `Nothing was restored. ${asSentence(answer.problem)}`,
      );
    setPreview(null);
    const { yarns, operations, before } = answer.body;
    setDone(`Restored: ${plural(yarns, 'yarn')} and ${plural(operations, 'entry', 'entries')} of the logbook.`);
    if (before)
      offer({
        words: 'The archive is restored.',
        undo: async () => {
          const back = await goBackTo(before);
          if (back.ok) setDone('It is as it was before.');
          return back;
        },
      });
    router.refresh();
  };

  return (
    <section className={styles.panel} aria-labelledby="archive">
      <h2 id="archive">Everything in one file</h2>
      <p>
        Every yarn, piece, weighing, winding and count, with the pictures. Keep a copy somewhere other than this
        machine.
      </p>
      <p className={styles.ways}>
        <a
          href="/api/archive"
          download
          className="inline-flex items-center min-h-[44px] py-0 px-4 rounded-md shadow-[inset_0_0_0_1.5px_var(--ink-soft)] font-semibold no-underline"
        >
          Download an archive
        </a>
        <a href="/api/archive?as=json" download className="text-ink-soft">
          or as one JSON document
        </a>
      </p>
      <FilePick
        id="archive-file"
        accept=".zip,.json,application/zip,application/json"
        onPick={(file) => void look(file)}
        disabled={busy}
      >
        Restore from an archive
      </FilePick>
      <div aria-live="polite" className={styles.news}>
        {underWay && (
          <>
            <p>{preview ? 'Restoring …' : 'Reading …'}</p>
            <WorkProgress underWay={underWay} label={preview ? 'Restoring' : 'Reading'} />
          </>
        )}
        <Problem words={problem} />
        {done && <Notice tone="good">{done}</Notice>}
      </div>
      {preview && !busy && <Preview preview={preview} empty={empty} onTake={take} onDrop={() => setPreview(null)} />}
    </section>
  );
}

function Preview({
  preview,
  empty,
  onTake,
  onDrop,
}: {
  preview: ArchivePreview;
  empty: boolean;
  onTake: (how: 'replace' | 'merge') => void;
  onDrop: () => void;
}) {
  const { exportedAt, yarns, pieces, operations, projects, pictures, fresh, already, names } = preview;
  const rest = yarns - names.length;
  return (
    <div className="grid gap-3 pt-3 border-t-[1.5px] border-line">
      <p>
        Taken {dateAndTime(exportedAt)}: <strong>{plural(yarns, 'yarn')}</strong>, {plural(pieces, 'piece')},{' '}
        {plural(operations, 'entry', 'entries')}, {plural(projects, 'project')}, {plural(pictures, 'picture')}. It is
        whole, and can be read.
      </p>
      {!empty && already > 0 && (
        <Notice tone="plain">
          {already === yarns
            ? 'All of its yarns are here already.'
            : `${already} of its yarns are here already, or belong to one that is; ${fresh} would come in.`}
        </Notice>
      )}
      <ul className="columns-2">
        {names.map(({ name, already: here }, i) => (
          <li key={i}>
            {name}
            {!empty && here && <span className="text-ink-soft"> here already</span>}
          </li>
        ))}
        {rest > 0 && <li className="text-ink-soft">and {rest} more</li>}
      </ul>
      <p className={styles.ways}>
        {empty ? (
          <Button type="primary" size="large" onClick={() => onTake('replace')}>
            Restore it
          </Button>
        ) : (
          <>
            <Button type="primary" size="large" onClick={() => onTake('merge')} disabled={fresh === 0}>
              Add it to what is here
            </Button>
            <Popconfirm
              title="Replace everything here?"
              description="A snapshot of what is here is taken first."
              okText="Replace it"
              cancelText="Keep what is here"
              okButtonProps={{ danger: true }}
              onConfirm={() => onTake('replace')}
            >
              <Button size="large" danger>
                Replace everything here
              </Button>
            </Popconfirm>
          </>
        )}
        <Button size="large" type="text" onClick={onDrop}>
          Cancel
        </Button>
      </p>
      {!empty && <p className="text-ink-soft">A snapshot of what is here is taken first; you can go back to it.</p>}
    </div>
  );
}
