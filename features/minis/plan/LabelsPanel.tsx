'use client';

import { useSyncExternalStore } from 'react';
import { Checkbox } from 'antd';
import { LABEL_LINES, type LabelLine, USUAL_LABEL_LINES } from '../../../core/exchange/labelText';
import { LABEL_SHEET_NAMES, LABEL_SHEETS, type LabelSheetName } from '../../../core/exchange/labelSheet';
import type { MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { TextField } from '../../../ui/controls/Field';
import { Choice } from '../../../ui/controls/Choice';
import { Notice } from '../../../ui/feedback/Notice';
import { useKeptChoices, useLocalStorage } from '../../../ui/controls/useLocalStorage';
import { LabelPicture } from './LabelPicture';

const LINE_WORDS: Record<LabelLine, string> = {
  fibre: 'fibre',
  lot: 'lot',
  needle: 'needle',
  care: 'care',
  maker: 'maker',
  piece: 'number of the mini',
  origin: 'its place in the skein',
};

/** A label for each mini, as a sheet to print: on label paper, or on plain paper to be cut. */
export function LabelsPanel({ page }: { page: MiniPlanPage }) {
  const [kept, keep] = useLocalStorage('label sheet', 'a4-plain');
  const [used, setUsed] = useLocalStorage('labels used', '');
  const here = useSyncExternalStore(
    () => () => {},
    () => ['localhost', '127.0.0.1'].includes(window.location.hostname),
    () => false,
  );
  const [text, setText] = useKeptChoices('label text', { lines: [...USUAL_LABEL_LINES], price: '', maker: '' });
  const name: LabelSheetName = LABEL_SHEET_NAMES.find((each) => each === kept) ?? 'a4-plain';
  const sheet = LABEL_SHEETS[name];
  const perPage = sheet.columns * sheet.rows;
  const there = page.minis.filter(({ gone }) => !gone);
  const skip = used.trim() === '' ? 0 : Number(used);
  const error =
    Number.isInteger(skip) && skip >= 0 && skip < perPage ? undefined : `a whole number, 0 to ${perPage - 1}`;
  const sheets = Math.ceil((there.length + (error ? 0 : skip)) / perPage);
  if (there.length === 0) return null;
  const asked = new URLSearchParams({
    pieces: there.map(({ pieceId }) => pieceId).join(','),
    sheet: name,
    skip: String(sheet.cutMarks || error ? 0 : skip),
    lines: text.lines.join(','),
    price: text.price,
    maker: text.maker,
  });
  const address = `/api/labels?${asked.toString()}`;
  return (
    <section aria-label="Labels" className="grid gap-2 content-start justify-items-start">
      <h2>Labels</h2>
      <p className="text-ink-soft">
        Name, grams and ounces, metres and yards, a code that opens its page, and what you choose:
      </p>
      {'full' in sheet || (
        <>
          <Checkbox.Group
            value={text.lines}
            onChange={(lines) => setText({ lines: lines as LabelLine[] })}
            options={LABEL_LINES.map((line) => ({ value: line, label: LINE_WORDS[line] }))}
          />
          <div className="grid grid-cols-2 gap-x-4 w-full max-w-[440px]">
            <TextField
              name="label-price"
              label="Price of each"
              value={text.price}
              onChange={(price) => setText({ price })}
              placeholder="6.50 €"
              hint="its price by weight is worked out"
            />
            <TextField
              name="label-maker"
              label="Your own name"
              value={text.maker}
              onChange={(maker) => setText({ maker })}
              hint="empty: as on the band"
            />
          </div>
          <LabelPicture address={address} sheet={sheet} />
        </>
      )}
      <label className="font-semibold">
        <span>Paper</span>
        <Choice
          value={name}
          options={LABEL_SHEET_NAMES.map((each) => [each, LABEL_SHEETS[each].name] as const)}
          onChange={keep}
        />
      </label>
      {!sheet.cutMarks && (
        <TextField
          name="labels-used"
          label="Used already on the first sheet"
          value={used}
          onChange={setUsed}
          error={error}
          hint="empty: none"
          inputMode="numeric"
        />
      )}
      {!error && (
        <a
          className="py-2 px-6 border-2 border-acorn rounded-md font-heavy no-underline"
          target="_blank"
          rel="noreferrer"
          href={address}
        >
          {there.length} label{there.length === 1 ? '' : 's'} on {sheets} sheet{sheets === 1 ? '' : 's'} (PDF)
        </a>
      )}
      <p className="text-ink-soft">Print at 100 %, not fitted to the page.</p>
      {here && (
        <Notice tone="plain">
          You are on the app’s own computer, so the codes open on it alone. To scan them with a phone, open this page by
          the computer’s name or address in your network first.
        </Notice>
      )}
    </section>
  );
}
