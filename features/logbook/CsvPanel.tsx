'use client';

import { Button } from 'antd';
import { Link } from '../../ui/controls/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { asSentence, plural } from '../../core/common/format';
import { Notice } from '../../ui/feedback/Notice';
import { askApp } from '../../ui/feedback/askApp';
import { type NotDone, outcomeOf } from '../../ui/feedback/outcome';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { undoWeighings } from './actions';
import styles from './FilesScreen.module.css';
import { FilePick } from '../../ui/controls/FilePick';

const TABLES = ['yarns', 'pieces', 'weighings', 'operations'] as const;

/** Tables for a spreadsheet; lists of yarns and of weighings come in again as well. */
export function CsvPanel() {
  const router = useRouter();
  const offer = useUndoOffer();
  const [list, setList] = useState<{ file: File; rows: number; isDry?: boolean } | null>(null);
  const [news, setNews] = useState<{ tone: 'good' | 'bad'; words: string } | null>(null);

  const pick = async (file: File) => {
    setNews(null);
    const answer = await send(file, '?look');
    if (answer.ok) setList({ file, rows: answer.rows });
    else setNews({ tone: 'bad', words: refusedWords(answer) });
  };
  const add = async () => {
    const answer = await send(list!.file, list!.isDry ? '?dry' : '');
    if (!answer.ok) {
      if (answer.unsure) return setNews({ tone: 'bad', words: UNSURE });
      setList(answer.path.endsWith(ASKS_IF_DRY) ? { ...list!, isDry: true } : null);
      return setNews({ tone: 'bad', words: refusedWords(answer) });
    }
    setList(null);
    const { rows, entries } = answer;
    setNews({ tone: 'good', words: addedWords(entries.length, rows - entries.length) });
    if (entries.length > 0) offer({ words: 'The weighings are in the log.', undo: () => undoWeighings(entries) });
    router.refresh();
  };

  return (
    <section className={styles.panel} aria-labelledby="csv">
      <h2 id="csv">Tables for a spreadsheet</h2>
      <ul className="flex flex-wrap gap-y-1 gap-x-4 font-semibold">
        {TABLES.map((table) => (
          <li key={table}>
            <a href={`/api/csv/${table}`} download>
              {table}.csv
            </a>
          </li>
        ))}
      </ul>
      <p className="text-ink-soft">
        Grams, centimetres and metres with a decimal point, times in UTC; the first line names the columns.{' '}
        <a href="/api/v1/openapi" download="openapi.json">
          All columns are described
        </a>{' '}
        for other programs.
      </p>
      <p>
        <Link href="/yarns/import">Import a list of yarns</Link>, with a preview of each line. A list of weighings, in
        the columns of weighings.csv:
      </p>
      <FilePick id="weighings-file" accept=".csv,text/csv" onPick={(file) => void pick(file)}>
        Import weighings
      </FilePick>
      {list && (
        <p className={styles.ways}>
          The list has {plural(list.rows, 'weighing')}.{' '}
          <Button type="primary" onClick={() => void add()}>
            {list.isDry ? 'All is dry: add them' : 'Add them to the log'}
          </Button>
          <Button type="text" onClick={() => setList(null)}>
            Leave them
          </Button>
        </p>
      )}
      <div aria-live="polite">{news && <Notice tone={news.tone}>{news.words}</Notice>}</div>
    </section>
  );
}

function addedWords(added: number, known: number): string {
  if (added === 0) return 'All of them were in the log already.';
  return `In the log now: ${plural(added, 'weighing')}${known > 0 ? `; ${known} more were there already` : ''}.`;
}

/** No answer came, so that they may have been added all the same: the list stays, to be sent once more. */
const UNSURE =
  'The app cannot be reached just now. Press again in a moment: what is in the log already is not added twice.';

/** Where a list would be right, if only it said that all of it was dry. */
const ASKS_IF_DRY = ', isDry';

function refusedWords({ problem, path }: NotDone): string {
  const at = path.replace(ASKS_IF_DRY, '');
  return `Nothing was added. ${asSentence(problem + (at && ` (${at})`))}`;
}

function send(file: File, query: string) {
  return outcomeOf(async () => ({
    ok: true as const,
    ...(await askApp<{ rows: number; entries: number[] }>(`/api/csv/weighings${query}`, {
      method: 'POST',
      body: file,
    })),
  }));
}
