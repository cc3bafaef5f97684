'use client';

import { usePathname, useRouter } from 'next/navigation';
import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import styles from './FindAll.module.css';
import { isAtBench, useGlobalKey } from './useGlobalKey';

interface FoundThing {
  kind: string;
  href: string;
  title: string;
  about: string;
  colourHex: string | null;
}

const TYPING_PAUSE_MS = 80;

/** Looks for anything, anywhere: one key, some words, and on. */
export function FindAll() {
  const router = useRouter();
  const path = usePathname();
  const dialog = useRef<HTMLDialogElement>(null);
  const id = useId();
  const [words, setWords] = useState('');
  const [found, setFound] = useState<FoundThing[]>([]);
  const [at, setAt] = useState(0);
  const [state, setState] = useState<'still' | 'looked' | 'away'>('still');
  const asked = useRef('');

  const open = () => {
    dialog.current?.showModal();
  };
  useGlobalKey('f', !isAtBench(path), open);

  useEffect(() => {
    asked.current = words;
    const wait = setTimeout(() => {
      if (words.trim() === '') {
        setFound([]);
        setState('still');
        return;
      }
      fetch(`/api/find?q=${encodeURIComponent(words)}`)
        .then((answer) => answer.json() as Promise<FoundThing[]>)
        .then((things) => {
          // An answer to an earlier question comes too late.
          if (asked.current !== words) return;
          setFound(things);
          setAt(0);
          setState('looked');
        })
        .catch(() => setState('away'));
    }, TYPING_PAUSE_MS);
    return () => clearTimeout(wait);
  }, [words]);

  const go = (thing: FoundThing | undefined) => {
    if (!thing) return;
    dialog.current?.close();
    router.push(thing.href);
  };
  const press = (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1 };
    const step = steps[event.key];
    if (step !== undefined && found.length > 0) {
      event.preventDefault();
      setAt((at + step + found.length) % found.length);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      go(found[at]);
    }
  };

  return (
    <>
      <button
        type="button"
        className="grid place-items-center w-10 h-10 border-[1.5px] border-line rounded-lg bg-transparent text-ink cursor-pointer"
        onClick={open}
        aria-label="Look for anything"
        aria-keyshortcuts="f"
        title="Key: f"
      >
        <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
          <circle cx="8.5" cy="8.5" r="5.5" fill="none" stroke="currentColor" strokeWidth="1.9" />
          <path d="M12.8 12.8L18 18" stroke="currentColor" strokeWidth="1.9" strokeLinecap="round" />
        </svg>
      </button>
      <dialog
        ref={dialog}
        className={styles.dialog}
        aria-label="Look for anything"
        onClose={() => setWords('')}
        onClick={({ target, currentTarget }) => target === currentTarget && dialog.current?.close()}
      >
        <div className={`${styles.box} flex flex-col max-h-[80vh] p-4`}>
          <input
            type="search"
            role="combobox"
            aria-expanded={found.length > 0}
            aria-controls={`${id}-found`}
            aria-activedescendant={found.length > 0 ? `${id}-${at}` : undefined}
            aria-label="What are you looking for?"
            placeholder="a yarn, cake 2, a note, a tool, a page"
            value={words}
            onChange={({ target }) => setWords(target.value)}
            onKeyDown={press}
            autoComplete="off"
          />
          <ul id={`${id}-found`} role="listbox" aria-label="Found" className={`${styles.found} mt-2 overflow-y-auto`}>
            {found.map((thing, i) => (
              <li
                key={`${thing.href} ${thing.title}`}
                id={`${id}-${i}`}
                role="option"
                aria-selected={i === at}
                onClick={() => go(thing)}
                onPointerMove={() => setAt(i)}
              >
                <i style={{ background: thing.colourHex ?? 'transparent' }} data-none={thing.colourHex === null} />
                <span>
                  <strong>{thing.title}</strong>
                  {thing.about && <span className="block text-ink-soft text-small">{thing.about}</span>}
                </span>
                <span className="text-ink-soft text-small">{KINDS[thing.kind] ?? ''}</span>
              </li>
            ))}
          </ul>
          <p role="status" className="min-h-[1.5em] pt-1 pr-3 pb-0 pl-3 text-ink-soft text-small">
            {state === 'away'
              ? 'The app cannot be reached just now.'
              : state === 'looked' && found.length === 0
                ? 'Nothing has these words in it.'
                : state === 'still'
                  ? 'Arrow keys and Enter; Escape to leave. Key: f'
                  : ''}
          </p>
        </div>
      </dialog>
    </>
  );
}

const KINDS: Record<string, string> = {
  place: 'go to',
  yarn: 'yarn',
  piece: 'piece',
  project: 'project',
  minis: 'minis',
  tool: 'tool',
  task: 'to do',
  entry: 'logbook',
};
