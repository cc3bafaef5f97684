'use client';

import { Table } from 'antd';
import { plural } from '../../../core/common/format';
import { bareUnit } from '../../../core/common/units';
import { Link } from '../../../ui/controls/Link';
import type { ImportPreview } from '../../../server/exchange/importYarns';
import { Choice } from '../../../ui/controls/Choice';
import { Notice } from '../../../ui/feedback/Notice';
import { Swatch } from '../../../ui/figures/Swatch';

/** A column that a list may have. */
export interface CsvColumn {
  field: string;
  label: string;
}

/** Higher than this, a list of lines is scrolled by itself. */
const MOST_HIGH = 460;

/** What a list was understood to say: its columns, its first yarns, and line by line what is wrong. */
export function ImportTable({
  preview,
  columns,
  onColumn,
}: {
  preview: ImportPreview;
  columns: readonly CsvColumn[];
  onColumn: (at: number, field: string) => void;
}) {
  const unknown = preview.columns.filter((column) => column === '').length;
  return (
    <div className="grid grid-cols-[1fr_1fr_1.1fr] gap-y-6 gap-x-[var(--spacing-wide)] items-start pt-4 border-t-[1.5px] border-line [&_h2]:mb-2 [&_h3]:mt-4 [&_h3]:mr-0 [&_h3]:mb-1 [&_h3]:ml-0 max-tablet:grid-cols-[minmax(0,1fr)]">
      <section aria-labelledby="columns">
        <h2 id="columns">What each column holds</h2>
        <p className="mb-2 text-ink-soft">
          A mass without a unit is read in {bareUnit(preview.system, 'mass').name}, a length in{' '}
          {bareUnit(preview.system, 'length').name}.
        </p>
        {unknown > 0 && (
          <p className="text-ink-soft">
            {unknown === 1
              ? 'One column is left out; say what it is, if it is of use.'
              : `${unknown} columns are left out; say what they are, if they are of use.`}
          </p>
        )}
        <ul className="grid gap-1 mb-3">
          {preview.header.map((head, at) => (
            <li key={at}>
              <label className="grid grid-cols-[1fr_1.1fr] items-center gap-3">
                <span>{head || `column ${at + 1}`}</span>
                <Choice
                  value={preview.columns[at]}
                  options={[['', 'left out'], ...columns.map(({ field, label }) => [field, label] as const)]}
                  onChange={(field) => onColumn(at, field)}
                />
              </label>
            </li>
          ))}
        </ul>
        {preview.encoding === 'Windows-1252' && (
          <Notice tone="tight">
            The file is not in Unicode; it was read as Windows-1252. Look whether letters with accents are right.
          </Notice>
        )}
        {preview.formulaLines.length > 0 && (
          <Notice tone="plain">
            Line {preview.formulaLines.slice(0, 8).join(', ')}
            {preview.formulaLines.length > 8 && ' and others'}: a cell looks like a formula. It is kept as the text it
            is; nothing is calculated.
          </Notice>
        )}
      </section>
      <section aria-labelledby="good">
        <h2 id="good">{plural(preview.good, 'yarn')} can be read</h2>
        <Table
          size="small"
          rowKey="line"
          pagination={false}
          scroll={{ y: MOST_HIGH }}
          dataSource={preview.rows}
          columns={[
            { title: 'Line', dataIndex: 'line', width: 64 },
            {
              title: 'Yarn',
              render: (_, { name, maker, dyeLot, colourHex }) => (
                <span className="flex gap-2 items-center">
                  <Swatch hex={colourHex} />
                  <span>
                    <strong>{name}</strong>
                    <br />
                    {[maker, dyeLot && `lot ${dyeLot}`].filter(Boolean).join(' · ')}
                  </span>
                </span>
              ),
            },
            { title: 'Pieces', dataIndex: 'pieces' },
          ]}
        />
        {preview.good > preview.rows.length && (
          <p className="text-ink-soft">and {(preview.good - preview.rows.length).toLocaleString('en-GB')} more</p>
        )}
      </section>
      <section aria-labelledby="bad">
        <h2 id="bad">
          {preview.problemCount === 0
            ? 'Every line can be read'
            : `${plural(preview.problemCount, 'line')} cannot be read`}
        </h2>
        {preview.problemCount > 0 && (
          <Table
            size="small"
            rowKey={({ line, column, message }) => `${line} ${column} ${message}`}
            pagination={false}
            scroll={{ y: MOST_HIGH }}
            dataSource={preview.problems}
            columns={[
              { title: 'Line', dataIndex: 'line', width: 64 },
              { title: 'Column', dataIndex: 'column', width: 110 },
              { title: 'What is wrong', dataIndex: 'message' },
            ]}
          />
        )}
        {preview.twice.length > 0 && (
          <>
            <h3>On the shelf already</h3>
            <ul className="[&_li]:py-1 [&_li]:px-0 [&_li]:border-t [&_li]:border-line max-h-[460px] overflow-auto">
              {preview.twice.slice(0, 20).map(({ line, yarnId, name }) => (
                <li key={line}>
                  <strong>line {line}</strong>: <Link href={`/yarns/${yarnId}`}>{name}</Link>
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </div>
  );
}
