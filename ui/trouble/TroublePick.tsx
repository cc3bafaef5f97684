'use client';

import { Input } from 'antd';
import { useState } from 'react';
import { grouped } from '../../core/common/grouped';
import { findTroubles, type Trouble } from '../../core/trouble/trouble';
import { TROUBLES } from '../../core/trouble/troubles';
import { TroubleDrawing } from './TroubleDrawing';
import { PLACE_WORDS } from './words';

/** All that can be seen, by where it is met; or what somebody's own words find. */
export function TroublePick({ onPick }: { onPick: (id: string) => void }) {
  const [words, setWords] = useState('');
  const found = findTroubles(TROUBLES, words);
  return (
    <div className="grid gap-6 w-full">
      <Input
        size="large"
        allowClear
        aria-label="What do you see?"
        placeholder="tangled, lump, gears"
        value={words}
        onChange={({ target }) => setWords(target.value)}
        onPressEnter={() => found[0] && onPick(found[0].id)}
      />
      {words.trim() !== '' ? (
        <div role="status">
          {found.length > 0 ? (
            <Choices troubles={found} onPick={onPick} />
          ) : (
            'Nothing here has that name. Choose below by what you see.'
          )}
        </div>
      ) : null}
      {(words.trim() === '' || found.length === 0) &&
        [...grouped(TROUBLES, ({ place }) => place)].map(([place, troubles]) => (
          <section key={place} aria-label={PLACE_WORDS[place]}>
            <h2 className="mb-2 text-lead">{PLACE_WORDS[place]}</h2>
            <Choices troubles={troubles} onPick={onPick} />
          </section>
        ))}
    </div>
  );
}

function Choices({ troubles, onPick }: { troubles: readonly Trouble[]; onPick: (id: string) => void }) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,300px),1fr))] gap-3">
      {troubles.map((trouble) => (
        <li key={trouble.id}>
          <button
            type="button"
            onClick={() => onPick(trouble.id)}
            className="flex items-center gap-4 w-full h-full p-3 rounded-md border-[1.5px] border-line bg-card text-left [font:inherit] text-inherit leading-[1.25] cursor-pointer hover:border-acorn"
          >
            <TroubleDrawing trouble={trouble} />
            <span className="font-semibold">{trouble.name}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
