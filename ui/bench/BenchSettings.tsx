'use client';

import { Segmented } from 'antd';
import { type KeyboardEvent, type ReactNode, useId } from 'react';
import { DropSheet } from '../controls/DropSheet';
import { useLocalStorage } from '../controls/useLocalStorage';
import styles from './BenchSettings.module.css';
import { PEDAL_ACTS, type PedalAct, usePedals } from './usePedals';

/** How one counts at this bench: how many to a press, sound, and the pedals' keys. Kept in this browser. */
export function BenchSettings({ unit, children }: { unit: 'turn' | 'loop'; children?: ReactNode }) {
  return (
    <DropSheet label="How I count" above quiet>
      <Settings unit={unit}>{children}</Settings>
    </DropSheet>
  );
}

const PEDAL_WORDS: Record<PedalAct, string> = {
  count: 'counts',
  miscount: 'takes one back',
  stop: 'stops',
  knot: 'marks a knot',
};

function Settings({ unit, children }: { unit: string; children: ReactNode }) {
  const [perPress, setPerPress] = useLocalStorage(`${unit}s per press`, '1');
  const [voice, setVoice] = useLocalStorage('voice', 'quiet');
  const [pedals, setPedal] = usePedals();
  const id = useId();

  const learn = (act: PedalAct) => (event: KeyboardEvent) => {
    if (event.key === 'Tab' || event.key === 'Escape') return;
    event.preventDefault();
    setPedal(act, event.key === 'Backspace' ? '' : event.key);
  };

  return (
    <div className={`${styles.settings} grid gap-4 min-w-[280px] font-semibold`}>
      {children}
      <div>
        <div id={`${id}press`}>One press counts</div>
        <Segmented
          aria-labelledby={`${id}press`}
          options={['1', '5', '10'].map((n) => ({ value: n, label: n === '1' ? `1 ${unit}` : `${n} ${unit}s` }))}
          value={perPress}
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
      <fieldset className={`${styles.pedals} grid grid-cols-[1fr_1fr] gap-y-1 gap-x-3 max-w-[420px] m-0 p-0 border-0`}>
        <legend>Pedals: click into one and press it once; backspace empties it</legend>
        {PEDAL_ACTS.map((act) => (
          <label key={act}>
            <span>{PEDAL_WORDS[act]}</span>
            <input
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
