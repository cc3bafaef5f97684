'use client';

import { useEffect, useId, useRef, useState } from 'react';
import { TextField } from './Field';
import { Swatch } from '../figures/Swatch';
import styles from './YarnPicker.module.css';

export interface PickedYarn {
  id: number;
  name: string;
  maker: string;
  dyeLot: string;
  colourHex: string;
  total: string;
}

const MOST_SHOWN = 6;
const TYPING_PAUSE_MS = 90;

/** Finds a yarn on the shelf by a few words; what is found stands beneath, each a button. */
export function YarnPicker({
  label,
  hint,
  error,
  without,
  autoFocus,
  onPick,
  onTyping,
}: {
  label: string;
  hint?: string;
  error?: string;
  /** Yarns that are not to be offered. */
  without: readonly number[];
  /** It is what the page is for: what there is stands beneath at once. */
  autoFocus?: boolean;
  onPick: (yarn: PickedYarn) => void;
  /** Told what is typed and not picked yet, so that nobody saves without it. */
  onTyping?: (words: string) => void;
}) {
  const id = useId();
  const [words, setWords] = useState('');
  const [found, setFound] = useState<PickedYarn[]>([]);
  const [open, setOpen] = useState(false);
  const question = useRef(0);
  const frame = useRef<HTMLDivElement>(null);
  // On a page that was just loaded the field may have the focus before anybody listens.
  useEffect(() => {
    if (frame.current?.contains(document.activeElement)) setOpen(true);
  }, []);
  const type = (next: string) => {
    setWords(next);
    onTyping?.(next.trim());
  };
  const pick = (yarn: PickedYarn) => {
    onPick(yarn);
    type('');
    setOpen(false);
  };

  useEffect(() => {
    if (!open) return;
    const mine = ++question.current;
    const asking = setTimeout(() => {
      void fetch(`/api/shelf?q=${encodeURIComponent(words)}`)
        .then((answer) => answer.json() as Promise<{ cards: PickedYarn[] }>)
        .then(({ cards }) => {
          if (mine === question.current) setFound(cards);
        })
        .catch(() => setFound([]));
    }, TYPING_PAUSE_MS);
    return () => clearTimeout(asking);
  }, [words, open]);

  const offered = found.filter((yarn) => !without.includes(yarn.id)).slice(0, MOST_SHOWN);
  return (
    <div
      className="min-w-0"
      ref={frame}
      onFocus={() => setOpen(true)}
      onKeyDown={(event) => {
        if (event.key === 'Escape') return setOpen(false);
        if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
        // Enter takes what is shown; it never saves the form around it.
        event.preventDefault();
        if (words.trim() !== '' && offered[0]) pick(offered[0]);
      }}
    >
      <TextField
        name={`find ${id}`}
        label={label}
        hint={hint}
        error={error}
        value={words}
        onChange={type}
        placeholder="Maker, line, colour, lot"
        autoFocus={autoFocus}
      />
      {open && (
        <ul className={`${styles.found} grid gap-1 mb-2`}>
          {offered.map((yarn) => (
            <li key={yarn.id}>
              <button type="button" onClick={() => pick(yarn)}>
                <Swatch hex={yarn.colourHex} />
                <span>
                  <strong>{yarn.name}</strong>
                  <br />
                  {[yarn.maker, yarn.dyeLot && `lot ${yarn.dyeLot}`, yarn.total].filter(Boolean).join(' · ')}
                </span>
              </button>
            </li>
          ))}
          {offered.length === 0 && words !== '' && (
            <li className="text-ink-soft">No yarn on the shelf is like that.</li>
          )}
        </ul>
      )}
    </div>
  );
}
