'use client';

import { Button, Checkbox, Input, Upload } from 'antd';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import type { ImportPreview } from '../../../server/exchange/importYarns';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { newKey } from '../../../ui/feedback/newKey';
import { Problem } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { undoImport } from '../actions';
import { type CsvColumn } from './ImportTable';
import { picking } from '../../../ui/controls/FilePick';

interface Source {
  name: string;
  data: Blob;
  /** One for each list, so that pressing twice writes once. */
  batch: string;
}

type Answer<Body> = { ok: true; body: Body } | { ok: false; problem: string };

const EXAMPLE = `Maker,Line,Colour,Dye lot,Fibre,Weight per ball,Length per ball,How many,Place
Northstack Mill,Slack Water,Fog,08,70 % mohair 30 % silk,25 g,212 m,3,loft
Limpet Hill Farm,Ferry aran,Oatmeal,3,wool,8 oz,410 yd,5,blue chest`;

/** A table is large, and there is none before a file is chosen. */
const ImportTable = dynamic(() => import('./ImportTable').then((module) => module.ImportTable));

/** A list of yarns from elsewhere: looked at first, written only when one says so. */
export function ImportScreen({ columns }: { columns: CsvColumn[] }) {
  const [text, setText] = useState('');
  const [source, setSource] = useState<Source | null>(null);
  const [chosen, choose] = useState<string[] | null>(null);
  const [skipTwice, setSkipTwice] = useState(true);
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const [written, setWritten] = useState<{ batch: string; written: number } | null>(null);
  const offer = useUndoOffer();
  const question = useRef(0);

  useEffect(() => {
    if (!source) return;
    const mine = ++question.current;
    void send<ImportPreview>(source, chosen, skipTwice, false).then((answer) => {
      if (mine !== question.current) return;
      setBusy(false);
      setProblem(answer.ok ? '' : answer.problem);
      setPreview(answer.ok ? answer.body : null);
    });
  }, [source, chosen, skipTwice]);

  const take = (name: string, data: Blob) => {
    choose(null);
    setPreview(null);
    setBusy(true);
    setSource({ name, data, batch: newKey() });
  };

  const write = async () => {
    setBusy(true);
    const answer = await send<{ batch: string; written: number }>(source!, chosen, skipTwice, true);
    setBusy(false);
    if (!answer.ok) return setProblem(answer.problem);
    setWritten(answer.body);
    offer({
      words: `${answer.body.written} yarns are on the shelf.`,
      undo: () => undoImport(answer.body.batch).then(() => setWritten(null)),
    });
  };

  if (written)
    return (
      <section className="[&_p]:mt-3 max-w-[40rem] my-[6vh] mx-auto text-center">
        <h1>{written.written} yarns are on the shelf</h1>
        <p>
          <Link href="/yarns">Show them</Link>, or{' '}
          <InlineButton onClick={() => (setWritten(null), setSource(null), setPreview(null), setText(''))}>
            import another list
          </InlineButton>
          . All of them can be taken back below, as long as nothing was done with them.
        </p>
      </section>
    );

  const wanted = preview ? preview.good - (skipTwice ? preview.twice.length : 0) : 0;
  return (
    <>
      <h1>Import a list of yarns</h1>
      <p className="max-w-[70ch] mt-2 mr-0 mb-4 ml-0 text-ink-soft">
        From a spreadsheet saved as CSV, or copied and pasted. The first line names the columns; each other line is a
        yarn. Nothing is written until you have seen what it makes.
      </p>
      <div className="grid grid-cols-[260px_1fr] gap-6 max-tablet:grid-cols-[minmax(0,1fr)]">
        <Upload.Dragger accept=".csv,.tsv,.txt,text/csv" {...picking((file) => take(file.name, file))}>
          <strong>Choose a file</strong>, or drop it here
          <br />
          <span className="text-ink-soft">{source && !text ? source.name : 'CSV, up to 20,000 lines'}</span>
        </Upload.Dragger>
        <div className="[&_label]:font-semibold [&_textarea]:text-small flex flex-col gap-1 items-start min-w-0">
          <label htmlFor="pasted">or paste it here</label>
          <Input.TextArea
            id="pasted"
            value={text}
            onChange={(event) => setText(event.target.value)}
            rows={5}
            placeholder={EXAMPLE}
            spellCheck={false}
          />
          <Button disabled={text.trim() === ''} onClick={() => take('what was pasted', new Blob([text]))}>
            Preview what I pasted
          </Button>
        </div>
      </div>
      <div role="status" aria-live="polite" className="my-4 mx-0">
        {busy && !preview && 'Reading …'}
        <Problem words={problem} />
      </div>
      {preview && (
        <>
          <ImportTable
            preview={preview}
            columns={columns}
            onColumn={(at, field) =>
              choose(preview.columns.map((known, i) => (i === at ? field : known === field && field ? '' : known)))
            }
          />
          <div className="sticky bottom-0 flex flex-wrap items-center gap-y-3 gap-x-6 mt-4 py-3 px-0 border-t-[1.5px] border-line bg-paper">
            {preview.twice.length > 0 && (
              <Checkbox checked={skipTwice} onChange={({ target }) => setSkipTwice(target.checked)}>
                Leave out what is on the shelf already ({preview.twice.length})
              </Checkbox>
            )}
            <Button type="primary" size="large" disabled={wanted === 0} loading={busy} onClick={() => void write()}>
              {wanted === 0
                ? 'Nothing to put on the shelf'
                : `Put ${preview.problemCount > 0 ? 'the ' : ''}${wanted} ${wanted === 1 ? 'yarn' : 'yarns'} on the shelf`}
            </Button>
            {preview.problemCount > 0 && wanted > 0 && (
              <span>and leave out the {preview.problemCount} lines that cannot be read</span>
            )}
          </div>
        </>
      )}
    </>
  );
}

async function send<Body>(
  { data, batch }: Source,
  columns: string[] | null,
  skipTwice: boolean,
  write: boolean,
): Promise<Answer<Body>> {
  try {
    const ask = encodeURIComponent(JSON.stringify({ columns, skipTwice, batch }));
    const answer = await fetch(`/api/yarns/import?ask=${ask}${write ? '&write' : ''}`, { method: 'POST', body: data });
    const body = (await answer.json()) as Body & { error?: { message: string } };
    return answer.ok ? { ok: true, body } : { ok: false, problem: `Nothing was written: ${body.error?.message}.` };
  } catch {
    return { ok: false, problem: 'The app cannot be reached just now. Nothing was written; try again in a moment.' };
  }
}
