'use client';

import { Input, Modal } from 'antd';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useId, useState } from 'react';
import { asSentence } from '../../core/common/format';
import { useLookup } from '../feedback/useLookup';
import { Swatch } from '../figures/Swatch';

interface FoundThing {
  kind: string;
  href: string;
  title: string;
  about: string;
  colourHex: string | null;
}

/** Some words, and what has them in it. */
export function FindDialog({ open, onLeave }: { open: boolean; onLeave: () => void }) {
  const router = useRouter();
  const id = useId();
  const [words, setWords] = useState('');
  const address = words.trim() === '' ? null : `/api/find?q=${encodeURIComponent(words)}`;
  const looked = useLookup<FoundThing[]>(address);
  const found = looked.found ?? [];
  // What is lit belongs to what was found by these words.
  const [lit, setLit] = useState({ of: looked.address, at: 0 });
  const at = lit.of === looked.address ? lit.at : 0;
  const light = (at: number) => setLit({ of: looked.address, at });

  const go = (thing: FoundThing | undefined) => {
    if (!thing) return;
    onLeave();
    router.push(thing.href);
  };
  const press = (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1 };
    const step = steps[event.key];
    if (step !== undefined && found.length > 0) {
      event.preventDefault();
      light((at + step + found.length) % found.length);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      // What was found by fewer words is not what is looked for.
      if (looked.address === address) go(found[at]);
    }
  };

  return (
    <Modal
      title="Search everything"
      open={open}
      closable={false}
      onCancel={onLeave}
      afterClose={() => setWords('')}
      footer={null}
    >
      <Input
        size="large"
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-found`}
        aria-activedescendant={found.length > 0 ? `${id}-${at}` : undefined}
        aria-label="Search everything for"
        placeholder="a yarn, cake 2, a note, a tool, a page"
        value={words}
        onChange={({ target }) => setWords(target.value)}
        onKeyDown={press}
        autoComplete="off"
        autoFocus
      />
      <ul
        id={`${id}-found`}
        role="listbox"
        aria-label="Found"
        className="[&_li]:aria-selected:bg-sunk [&_li]:aria-selected:shadow-[inset_3px_0_0_var(--acorn)] mt-2 overflow-y-auto"
      >
        {found.map((thing, i) => (
          <li
            className="grid grid-cols-[16px_1fr_auto] items-center gap-3 min-h-[46px] py-1 px-3 rounded-md cursor-pointer"
            key={`${thing.href} ${thing.title}`}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === at}
            onClick={() => go(thing)}
            onPointerMove={() => light(i)}
          >
            {thing.colourHex === null ? <span /> : <Swatch hex={thing.colourHex} size={14} />}
            <span>
              <strong>{thing.title}</strong>
              {thing.about && <span className="block text-ink-soft text-small">{thing.about}</span>}
            </span>
            <span className="text-ink-soft text-small">{KINDS[thing.kind] ?? ''}</span>
          </li>
        ))}
      </ul>
      <p role="status" className="min-h-[1.5em] pt-1 pr-3 pb-0 pl-3 text-ink-soft text-small">
        {address === null
          ? 'Arrow keys and Enter; Escape to leave. Key: f'
          : looked.problem !== null
            ? asSentence(looked.problem)
            : looked.found?.length === 0 && 'Nothing has these words in it.'}
      </p>
    </Modal>
  );
}

const KINDS: Record<string, string> = {
  place: 'go to',
  yarn: 'yarn',
  piece: 'piece',
  project: 'project',
  knitting: 'knitting',
  minis: 'minis',
  tool: 'tool',
  task: 'to do',
  trouble: 'trouble',
  entry: 'logbook',
};
