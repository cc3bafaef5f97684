'use client';

import { Button, Input } from 'antd';
import { useState } from 'react';
import { keyOf, readCode } from '../../core/market/sellable';
import type { Ware } from '../../server/market/wares';
import { Field } from '../../ui/controls/Field';
import { type Selling, wareInWords } from './useSelling';

const MOST_FOUND = 6;

/**
 * Sells by a scanner, which types what it has read and then Enter, or by a few words: where they leave one thing alone,
 * Enter sells it.
 */
export function Scan({ wares, selling }: { wares: readonly Ware[]; selling: Selling }) {
  const [typed, setTyped] = useState('');
  const [error, setError] = useState<string>();
  const found = typed.trim() === '' || readCode(typed) ? [] : wares.filter((ware) => isMeant(ware, typed));
  const sell = (ware: Ware) => {
    selling.sell(ware);
    setTyped('');
  };
  const enter = () => {
    const code = readCode(typed);
    if (code) {
      const ware = wares.find(({ key, sellable }) => key === keyOf(code) && 'kit' in sellable === 'kit' in code);
      // What has no price yet can be sold all the same: the label is in the hand.
      if (ware) sell(ware);
      else {
        selling.sellUnseen(code);
        setTyped('');
      }
    } else if (found.length === 1) sell(found[0]!);
    else if (typed.trim() !== '')
      setError(found.length === 0 ? 'nothing on the table has that name' : 'several have that name: choose one');
  };
  return (
    <section aria-label="Sell" className="grid gap-2 p-4 rounded-lg bg-card">
      <Field
        name="scan"
        label="Scan a label, or type what is sold"
        error={error}
        hint="a scanner that types does it alone; a phone’s camera opens the piece, where it is sold by a press"
      >
        {(links) => (
          <Input
            {...links}
            size="large"
            value={typed}
            autoComplete="off"
            placeholder="kelp, mini skein 3"
            allowClear
            onChange={({ target }) => {
              setTyped(target.value);
              setError(undefined);
            }}
            onPressEnter={enter}
          />
        )}
      </Field>
      {found.length > 0 && (
        <ul className="grid gap-1" aria-label="Which one">
          {found.slice(0, MOST_FOUND).map((ware) => (
            <li key={ware.key} className="flex gap-3 items-center justify-between">
              <span>{wareInWords(ware)}</span>
              <Button disabled={selling.busy} onClick={() => sell(ware)}>
                Sold<span className="visually-hidden">: {wareInWords(ware)}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Each word stands in its name, its label, its lot or its price. */
function isMeant(ware: Ware, typed: string): boolean {
  const text = `${wareInWords(ware)} ${ware.lot}`.toLowerCase();
  return typed
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
    .every((word) => text.includes(word));
}
