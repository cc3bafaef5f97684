'use client';

import { Button, Checkbox, Input, Result, Upload } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { useEffect, useRef, useState } from 'react';
import { asSentence, plural } from '../../../core/common/format';
import type { UnitSystem } from '../../../core/common/units';
import type { ImportPreview } from '../../../server/exchange/importYarns';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { newKey } from '../../../ui/feedback/newKey';
import { Loading } from '../../../ui/feedback/Loading';
import { useLongWork } from '../../../ui/feedback/useLongWork';
import { WorkProgress } from '../../../ui/feedback/WorkProgress';
import { Problem } from '../../../ui/feedback/Notice';
import { useSystem } from '../../../ui/frame/Providers';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { undoImport } from '../actions';
import { type CsvColumn } from './ImportTable';
import { picking } from '../../../ui/controls/FilePick';

interface Source {
  /** Of a file; empty where it was pasted. */
  name: string;
  data: Blob;
  /** One for each list, so that pressing twice writes once. */
  batch: string;
}

const EXAMPLE = `Maker,Line,Colour,Dye lot,Fibre,Weight per ball,Length per ball,How many,Place
Northstack Mill,Slack Water,Fog,08,70 % mohair 30 % silk,25 g,212 m,3,loft
Limpet Hill Farm,Ferry aran,Oatmeal,3,wool,8 oz,410 yd,5,blue chest`;

/** A table is large, and there is none before a file is chosen. */
const ImportTable = contained(
  dynamic(() => import('./ImportTable').then((module) => module.ImportTable), {
    loading: () => <Loading rows={8} />,
  }),
);

/** A list of yarns from elsewhere: looked at first, written only when one says so. */
export function ImportScreen({ columns }: { columns: CsvColumn[] }) {
  const list = useImport();
  const { preview, problem, underWay, written } = list;
  if (written)
    return (
      <Result
        status="success"
        title={<h1>{onShelf(written.written)}</h1>}
        subTitle="All of them can be taken back below, as long as nothing was done with them."
        extra={[
          <ActionLink key="shelf" href="/yarns">
            Show them
          </ActionLink>,
          <Button key="again" onClick={list.another}>
            Import another list
          </Button>,
        ]}
      />
    );
  return (
    <>
      <h1>Import a list of yarns</h1>
      <p className="max-w-[70ch] mt-2 mr-0 mb-4 ml-0 text-ink-soft">
        From a spreadsheet saved as CSV, or copied and pasted. The first line names the columns; each other line is a
        yarn. Nothing is written until you have seen what it makes.
      </p>
      <ChooseList list={list} />
      <div role="status" aria-live="polite" className="my-4 mx-0">
        {underWay && !preview && 'Reading …'}
        {underWay && preview && <WorkProgress underWay={underWay} label="Putting it on the shelf" />}
        <Problem words={problem} />
      </div>
      {preview && (
        <>
          <ImportTable preview={preview} columns={columns} onColumn={list.setColumn} />
          <PutOnShelf preview={preview} list={list} />
        </>
      )}
    </>
  );
}

/** A list as it is looked at, read in another way, and written. */
function useImport() {
  const [text, setText] = useState('');
  const [source, setSource] = useState<Source | null>(null);
  const [chosen, choose] = useState<string[] | null>(null);
  const [skipTwice, setSkipTwice] = useState(true);
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [problem, setProblem] = useState('');
  const [written, setWritten] = useState<{ batch: string; written: number } | null>(null);
  const { underWay, ask } = useLongWork();
  const system = useSystem();
  const offer = useUndoOffer();
  const question = useRef(0);

  useEffect(() => {
    if (!source) return;
    const mine = ++question.current;
    void ask<ImportPreview>(...asked(source, chosen, skipTwice, system)).then((answer) => {
      if (mine !== question.current) return;
      setProblem(answer.ok ? '' : `Nothing was written. ${asSentence(answer.problem)}`);
      setPreview(answer.ok ? answer.body : null);
    });
  }, [source, chosen, skipTwice, system, ask]);

  const take = (data: Blob, name = '') => {
    choose(null);
    setPreview(null);
    setSource({ name, data, batch: newKey() });
  };
  const another = () => {
    setText('');
    setWritten(null);
    setSource(null);
    setPreview(null);
  };
  /** Each field is told by one column. */
  const setColumn = (at: number, field: string) =>
    choose(preview!.columns.map((known, i) => (i === at ? field : known === field && field ? '' : known)));

  const write = async () => {
    // As it was looked at, whatever was switched since.
    const { columns, system } = preview!;
    const [address, request] = asked(source!, columns, skipTwice, system);
    const answer = await ask<{ batch: string; written: number }>(`${address}&write`, request);
    if (!answer.ok)
      return setProblem(
        answer.unsure
          ? 'The app cannot be reached just now. Press again in a moment: what is on the shelf already is not written twice.'
          : `Nothing was written. ${asSentence(answer.problem)}`,
      );
    setWritten(answer.body);
    offer({
      words: `${onShelf(answer.body.written)}.`,
      undo: () => undoImport(answer.body.batch).finally(() => setWritten(null)),
    });
  };
  return {
    text,
    setText,
    source,
    preview,
    problem,
    underWay,
    written,
    skipTwice,
    setSkipTwice,
    take,
    another,
    setColumn,
    write,
  };
}

type Import = ReturnType<typeof useImport>;

function ChooseList({ list: { text, setText, source, take } }: { list: Import }) {
  return (
    <div className="grid grid-cols-[260px_1fr] gap-6 max-tablet:grid-cols-[minmax(0,1fr)]">
      <Upload.Dragger accept=".csv,.tsv,.txt,text/csv" {...picking((file) => take(file, file.name))}>
        <strong>Choose a file</strong>, or drop it here
        <br />
        <span className="text-ink-soft">{source?.name || 'CSV, up to 20,000 lines'}</span>
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
        <Button disabled={text.trim() === ''} onClick={() => take(new Blob([text]))}>
          Preview what I pasted
        </Button>
      </div>
    </div>
  );
}

/** What of the list is written, and the button that does it. */
function PutOnShelf({
  preview,
  list: { skipTwice, setSkipTwice, underWay, write },
}: {
  preview: ImportPreview;
  list: Import;
}) {
  const wanted = preview.good - (skipTwice ? preview.twice.length : 0);
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-y-3 gap-x-6 mt-4 py-3 px-0 border-t-[1.5px] border-line bg-paper">
      {preview.twice.length > 0 && (
        <Checkbox checked={skipTwice} onChange={({ target }) => setSkipTwice(target.checked)}>
          Leave out what is on the shelf already ({preview.twice.length})
        </Checkbox>
      )}
      <Button
        type="primary"
        size="large"
        disabled={wanted === 0}
        loading={underWay !== null}
        onClick={() => void write()}
      >
        {wanted === 0
          ? 'Nothing to put on the shelf'
          : `Put ${preview.problemCount > 0 ? 'the ' : ''}${plural(wanted, 'yarn')} on the shelf`}
      </Button>
      {preview.problemCount > 0 && wanted > 0 && (
        <span>and leave out {plural(preview.problemCount, 'line')} that cannot be read</span>
      )}
    </div>
  );
}

const onShelf = (yarns: number) => `${plural(yarns, 'yarn')} ${yarns === 1 ? 'is' : 'are'} on the shelf`;

/** What is asked of the app: how the list is to be read. */
function asked({ data, batch }: Source, columns: string[] | null, skipTwice: boolean, system: UnitSystem) {
  const query = new URLSearchParams({ ask: JSON.stringify({ columns, skipTwice, batch }), units: system });
  return [`/api/yarns/import?${query}`, { method: 'POST', body: data }] as const;
}
