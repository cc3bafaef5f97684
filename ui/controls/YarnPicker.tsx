'use client';

import { AutoComplete } from 'antd';
import { useId, useState } from 'react';
import { asSentence } from '../../core/common/format';
import type { Estimate } from '../../core/common/estimate';
import { useLookup } from '../feedback/useLookup';
import { Field } from './Field';
import { Swatch } from '../figures/Swatch';

export interface PickedYarn {
  id: number;
  name: string;
  maker: string;
  dyeLot: string;
  colourHex: string;
  total: string;
  /** What there is of it, where that is known. */
  left: { lengthM: Estimate; massG: number } | null;
}

const MOST_SHOWN = 6;
const NEVER = () => false;

/** Finds a yarn on the shelf by a few words; what is found is offered beneath. */
export function YarnPicker({
  name,
  label,
  hint,
  error,
  without,
  autoFocus,
  placeholder = 'Maker, line, colour, lot',
  isFigures = NEVER,
  onPick,
  onTyping,
}: {
  /** The path under which its errors come back, where it is part of a form. */
  name?: string;
  label: string;
  hint?: string;
  error?: string;
  /** Yarns that are not to be offered. */
  without: readonly number[];
  /** It is what the page is for: what there is stands beneath at once. */
  autoFocus?: boolean;
  placeholder?: string;
  /** Whether what is typed is a yarn's own figures: then nothing is looked for. */
  isFigures?: (words: string) => boolean;
  onPick: (yarn: PickedYarn) => void;
  /** Told what is typed and not picked yet, so that nobody saves without it. */
  onTyping?: (words: string) => void;
}) {
  const id = useId();
  const [words, setWords] = useState('');
  const [open, setOpen] = useState(autoFocus ?? false);
  const address = open && !isFigures(words) ? `/api/shelf?q=${encodeURIComponent(words)}` : null;
  const { found, problem, ...looked } = useLookup<{ cards: PickedYarn[] }>(address);
  const type = (next: string) => {
    setWords(next);
    onTyping?.(next.trim());
  };
  const pick = (yarn: PickedYarn) => {
    onPick(yarn);
    type('');
    setOpen(false);
  };

  const offered = (found?.cards ?? []).filter((yarn) => !without.includes(yarn.id)).slice(0, MOST_SHOWN);
  // Until there is an answer, nobody knows that there is none.
  const nothing = problem !== null ? asSentence(problem) : found && 'No yarn on the shelf is like that.';
  return (
    <Field name={name ?? `find ${id}`} label={label} hint={hint} error={error}>
      {(links) => (
        <AutoComplete
          {...links}
          className="w-full [&_.ant-select-content]:wrap-anywhere"
          value={words}
          onSearch={type}
          open={address !== null}
          onOpenChange={setOpen}
          onSelect={(value: string) => pick(offered.find(({ id }) => String(id) === value)!)}
          onInputKeyDown={(event) => {
            // What is still looked for does not come after all.
            if (event.key === 'Escape') setOpen(false);
            if (event.key !== 'Enter' && event.key !== 'Tab') return;
            // Either takes what is found by these words, and not by those before them; Enter never saves the form around it.
            if (event.key === 'Enter') event.preventDefault();
            if (looked.address !== address) event.stopPropagation();
          }}
          defaultActiveFirstOption={words.trim() !== ''}
          notFoundContent={words !== '' && nothing}
          placeholder={placeholder}
          autoFocus={autoFocus}
          virtual={false}
          options={offered.map((yarn) => ({
            value: String(yarn.id),
            label: (
              <span className="flex items-center gap-2">
                <Swatch hex={yarn.colourHex} />
                <span>
                  <strong>{yarn.name}</strong>
                  <br />
                  {[yarn.maker, yarn.dyeLot && `lot ${yarn.dyeLot}`, yarn.total].filter(Boolean).join(' · ')}
                </span>
              </span>
            ),
          }))}
        />
      )}
    </Field>
  );
}
