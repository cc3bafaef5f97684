'use client';

import { Input, Segmented } from 'antd';
import { type KeyboardEvent, type ReactNode, useId } from 'react';
import { SideSheet } from '../controls/SideSheet';
import { useLocalStorage } from '../kept/useLocalStorage';
import { PEDAL_ACTS, type PedalAct, usePedals } from './usePedals';

/** How one counts at this bench: how many to a press, sound, and the pedals' keys. Kept in this browser. */
export function BenchSettings({ unit, children }: { unit: 'turn' | 'loop'; children?: ReactNode }) {
  return (
    <SideSheet label="How I count" quiet ahead>
      <Settings unit={unit}>{children}</Settings>
    </SideSheet>
  );
}

const PEDAL_WORDS: Record<PedalAct, string> = {
  count: 'counts',
  miscount: 'takes one back',
  stop: 'stops',
  knot: 'marks a knot',
};

function Settings({ unit, children }: { unit: string; children: ReactNode }) {
  const [perPress, setPerPress] = useLocalStorage(`${unit}s per press`, '');
  const [voice, setVoice] = useLocalStorage('voice', 'quiet');
  const [pedals, setPedal] = usePedals();
  const id = useId();

  const learn = (act: PedalAct) => (event: KeyboardEvent) => {
    if (event.key === 'Tab' || event.key === 'Escape') return;
    event.preventDefault();
    setPedal(act, event.key === 'Backspace' ? '' : event.key);
  };

  return (
    <div className="grid gap-4 font-semibold">
      {children}
      <div>
        <div id={`${id}press`}>One press counts</div>
        <Segmented
          aria-labelledby={`${id}press`}
          options={['1', '5', '10'].map((n) => ({ value: n, label: n === '1' ? `1 ${unit}` : `${n} ${unit}s` }))}
          value={perPress || '1'}
          onChange={setPerPress}
        />
      </div>
      <div>
        <div id={`${id}voice`}>Sound</div>
        <Segmented
          aria-labelledby={`${id}voice`}
          options={[
            { value: 'quiet', label: 'quiet' },
            { value: 'tick', label: 'a tick' },
            { value: 'speak', label: 'spoken tens' },
          ]}
          value={voice}
          onChange={setVoice}
        />
      </div>
      <fieldset className="grid grid-cols-2 gap-y-1 gap-x-3">
        <legend className="p-0 mb-1">Pedals: click into one and press it once; backspace empties it</legend>
        {PEDAL_ACTS.map((act) => (
          <label key={act} className="grid gap-1 font-normal">
            {PEDAL_WORDS[act]}
            <Input
              readOnly
              value={pedals[act] ?? ''}
              placeholder={act === 'count' ? 'space, enter, arrows' : 'none'}
              onKeyDown={learn(act)}
            />
          </label>
        ))}
      </fieldset>
    </div>
  );
}
