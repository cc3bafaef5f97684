'use client';

import { useSyncExternalStore } from 'react';
import { Checkbox, Segmented } from 'antd';
import { plural } from '../../core/common/format';
import { LABEL_LINES, type LabelLine, USUAL_LABEL_LINES } from '../../core/exchange/labelText';
import { LABEL_SHEET_NAMES, LABEL_SHEETS, type LabelSheetName } from '../../core/exchange/labelSheet';
import { TextField } from '../controls/Field';
import { Link } from '../controls/Link';
import { Choice } from '../controls/Choice';
import { Notice } from '../feedback/Notice';
import { useKeptChoices, useLocalStorage } from '../kept/useLocalStorage';
import { LabelPicture } from './LabelPicture';

const LINE_WORDS: Record<LabelLine, string> = {
  fibre: 'fibre',
  lot: 'lot',
  needle: 'needle',
  care: 'care',
  maker: 'maker',
  logo: 'logo',
  piece: 'its number',
  origin: 'its place in the skein',
};

/** What labels are printed for, by the addresses of pieces or of kits. */
export interface Labelled {
  /** "minis", "kits". */
  name: string;
  of: 'pieces' | 'kits';
  keys: readonly string[];
}

/** A label for each of these, as a sheet to print: on label paper, or on plain paper to be cut. */
export function LabelsPanel({ sets, isPriced }: { sets: readonly Labelled[]; isPriced?: boolean }) {
  const [kept, keep] = useLocalStorage('label sheet', 'a4-plain');
  const [used, setUsed] = useLocalStorage('labels used', '');
  const here = useSyncExternalStore(
    () => () => {},
    () => ['localhost', '127.0.0.1'].includes(window.location.hostname),
    () => false,
  );
  const [text, setText] = useKeptChoices('label text', { lines: [...USUAL_LABEL_LINES], price: '', of: 'pieces' });
  const set = sets.find((each) => each.of === text.of) ?? sets[0];
  const name: LabelSheetName = LABEL_SHEET_NAMES.find((each) => each === kept) ?? 'a4-plain';
  const sheet = LABEL_SHEETS[name];
  const perPage = sheet.columns * sheet.rows;
  // Only a sheet of labels can have been begun: what was typed for one is not asked of plain paper.
  const skip = sheet.cutMarks || used.trim() === '' ? 0 : Number(used);
  const error =
    Number.isInteger(skip) && skip >= 0 && skip < perPage ? undefined : `a whole number, 0 to ${perPage - 1}`;
  if (!set) return null;
  const many = set.keys.length;
  const sheets = Math.ceil((many + (error ? 0 : skip)) / perPage);
  const asked = new URLSearchParams({
    [set.of]: set.keys.join(','),
    sheet: name,
    skip: String(error ? 0 : skip),
    lines: text.lines.join(','),
    ...(!isPriced && { price: text.price }),
  });
  const address = `/api/labels?${asked.toString()}`;
  return (
    <section aria-label="Labels" className="grid grid-cols-[minmax(0,1fr)] gap-2 content-start justify-items-start">
      <h2>Labels</h2>
      <p className="text-ink-soft">
        Name, grams and ounces, metres and yards, a code that opens its page, and what you choose:
      </p>
      {sets.length > 1 && (
        <Segmented
          aria-label="Labels for"
          options={sets.map(({ of, name }) => ({ value: of, label: name }))}
          value={set.of}
          onChange={(of) => setText({ of })}
        />
      )}
      {'full' in sheet && set.of === 'pieces' ? null : (
        <>
          <Checkbox.Group
            value={text.lines}
            onChange={(lines) => setText({ lines: lines as LabelLine[] })}
            options={LABEL_LINES.map((line) => ({ value: line, label: LINE_WORDS[line] }))}
          />
          {!isPriced && (
            <div className="w-full max-w-[260px]">
              <TextField
                name="label-price"
                label="Price of each"
                value={text.price}
                onChange={(price) => setText({ price })}
                placeholder="6.50 €"
                hint="empty: as on the market table"
              />
            </div>
          )}
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
          label="Labels already used on the first sheet"
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
          {plural(many, 'label')} on {plural(sheets, 'sheet')} (PDF)
        </a>
      )}
      <p className="text-ink-soft">
        Print at 100 %, not fitted to the page. <Link href="/market#maker">Your own name and logo</Link> stand on them,
        once you have given them.
      </p>
      {here && (
        <Notice tone="plain">
          You are on the app’s own computer, so the codes open on it alone. To scan them with a phone, open this page by
          the computer’s name or address in your network first.
        </Notice>
      )}
    </section>
  );
}
