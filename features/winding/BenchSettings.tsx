'use client';

import { Segmented } from 'antd';
import { type KeyboardEvent, useId } from 'react';
import { DropSheet } from '../../ui/DropSheet';
import { useKept } from '../../ui/useKept';
import styles from './BenchSettings.module.css';
import { usePedal } from './usePedal';

/** How one counts at this bench: turns to a press, sound, and the pedal's key. Kept in this browser. */
export function BenchSettings() {
  return (
    <DropSheet label="How I count" above quiet>
      <Settings />
    </DropSheet>
  );
}

function Settings() {
  const [perPress, setPerPress] = useKept('turns per press', '1');
  const [voice, setVoice] = useKept('voice', 'quiet');
  const [pedal, setPedal] = usePedal();
  const id = useId();

  const learn = (event: KeyboardEvent) => {
    if (event.key === 'Tab' || event.key === 'Escape') return;
    event.preventDefault();
    setPedal(event.key === 'Backspace' ? '' : event.key);
  };

  return (
    <div className={styles.settings}>
      <div>
        <div id={`${id}press`}>One press counts</div>
        <Segmented
          aria-labelledby={`${id}press`}
          options={['1', '5', '10'].map((n) => ({ value: n, label: n === '1' ? '1 turn' : `${n} turns` }))}
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
      <label>
        <span>Pedal: click here and press it once</span>
        <input readOnly value={pedal || 'space, enter, page down, arrows'} onKeyDown={learn} />
      </label>
    </div>
  );
}
