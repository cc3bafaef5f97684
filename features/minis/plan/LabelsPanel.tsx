'use client';

import { useSyncExternalStore } from 'react';
import { LABEL_SHEET_NAMES, LABEL_SHEETS, type LabelSheetName } from '../../../core/exchange/labelSheet';
import type { MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { TextField } from '../../../ui/controls/Field';
import { Choice } from '../../../ui/controls/Choice';
import { Notice } from '../../../ui/feedback/Notice';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';

/** A label for each mini, as a sheet to print: on label paper, or on plain paper to be cut. */
export function LabelsPanel({ page }: { page: MiniPlanPage }) {
  const [kept, keep] = useLocalStorage('label sheet', 'a4-plain');
  const [used, setUsed] = useLocalStorage('labels used', '');
  const here = useSyncExternalStore(
    () => () => {},
    () => ['localhost', '127.0.0.1'].includes(window.location.hostname),
    () => false,
  );
  const name: LabelSheetName = LABEL_SHEET_NAMES.find((each) => each === kept) ?? 'a4-plain';
  const sheet = LABEL_SHEETS[name];
  const perPage = sheet.columns * sheet.rows;
  const there = page.minis.filter(({ gone }) => !gone);
  const skip = used.trim() === '' ? 0 : Number(used);
  const error =
    Number.isInteger(skip) && skip >= 0 && skip < perPage ? undefined : `a whole number, 0 to ${perPage - 1}`;
  const sheets = Math.ceil((there.length + (error ? 0 : skip)) / perPage);
  if (there.length === 0) return null;
  return (
    <section aria-label="Labels" className="grid gap-2 content-start justify-items-start">
      <h2>Labels</h2>
      <p className="text-ink-soft">
        Name, mass, length, fibre, lot, care, its place in the skein, and a code that opens its page.
      </p>
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
          href={`/api/labels?pieces=${there.map(({ pieceId }) => pieceId).join(',')}&sheet=${name}&skip=${sheet.cutMarks ? 0 : skip}`}
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
