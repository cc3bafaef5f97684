'use client';

import { Segmented } from 'antd';
import { useId } from 'react';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';

/** Who or what counts the turns. */
export const DRIVERS = ['hand', 'motor', 'counter'] as const;
export type Driver = (typeof DRIVERS)[number];

export function useDriverChoice(): [Driver, (driver: Driver) => void] {
  const [kept, keep] = useLocalStorage('what counts', 'hand');
  return [DRIVERS.find((driver) => driver === kept) ?? 'hand', keep];
}

/** Whether a hand or a device counts. */
export function DriverChoice() {
  const [driver, setDriver] = useDriverChoice();
  const id = useId();
  return (
    <div>
      <div id={`${id}driver`}>The turns are counted by</div>
      <Segmented
        aria-labelledby={`${id}driver`}
        options={[
          { value: 'hand', label: 'me' },
          { value: 'motor', label: 'the motor' },
          { value: 'counter', label: 'the length counter' },
        ]}
        value={driver}
        onChange={setDriver}
      />
    </div>
  );
}
