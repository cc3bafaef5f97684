'use client';

import { Segmented } from 'antd';
import { useId } from 'react';
import { type Listener, LISTENERS } from '../../../core/winding/run';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';

/** Who or what counts the turns. */
const DRIVERS = ['hand', 'pace', 'microphone', 'camera', 'motor', 'counter', 'nobody'] as const;
export type Driver = (typeof DRIVERS)[number];

/** A tick is followed by a hand, and where nobody counts no device does. */
export type DeviceDriver = Exclude<Driver, 'pace' | 'nobody'>;
export const deviceOf = (driver: Driver): DeviceDriver => (driver === 'pace' || driver === 'nobody' ? 'hand' : driver);

/** This page's own microphone or camera: until it counts, its panel says so. */
export const isListener = (driver: Driver): driver is Listener => LISTENERS.some((each) => each === driver);

/** What can count wraps that a hand lays: a winder's sound, its crank and its motor are not there. */
const BY_HAND: readonly Driver[] = ['hand', 'pace', 'counter', 'nobody'];

export function useDriverChoice(onWinder: boolean): [Driver, (driver: Driver) => void] {
  const [kept, keep] = useLocalStorage('what counts', 'hand');
  return [(onWinder ? DRIVERS : BY_HAND).find((driver) => driver === kept) ?? 'hand', keep];
}

const DRIVER_WORDS: Record<Driver, string> = {
  hand: 'me',
  pace: 'my pace',
  microphone: 'the winder’s sound',
  camera: 'the camera',
  motor: 'the motor',
  counter: 'the length counter',
  nobody: 'nobody: I just wind',
};

const LISTENER_WORDS: Record<Listener, string> = {
  microphone:
    'The microphone hears the winder, once ten turns have shown it what one sounds like. Nothing is kept or sent.',
  camera: 'The camera sees a bright sticker come by, on the crank or an arm of the swift. No picture is kept or sent.',
};

/** Whether a hand or a device counts. */
export function DriverChoice({ onWinder }: { onWinder: boolean }) {
  const [driver, setDriver] = useDriverChoice(onWinder);
  const id = useId();
  return (
    <div>
      <div id={`${id}driver`}>The {onWinder ? 'turns' : 'wraps'} are counted by</div>
      <Segmented
        vertical
        aria-labelledby={`${id}driver`}
        options={(onWinder ? DRIVERS : BY_HAND).map((each) => ({ value: each, label: DRIVER_WORDS[each] }))}
        value={driver}
        onChange={setDriver}
      />
      {(driver === 'microphone' || driver === 'camera') && (
        <p className="mt-1 font-normal text-ink-soft">{LISTENER_WORDS[driver]}</p>
      )}
      {driver === 'nobody' && (
        <p className="mt-1 font-normal text-ink-soft">
          No count: weigh the yarn before and after, and its length is known from that.
        </p>
      )}
      {driver === 'pace' && (
        <p className="mt-1 font-normal text-ink-soft">
          It ticks at your own pace, and you {onWinder ? 'crank' : 'wind'} to it: space starts and holds it. If you fall
          behind, backspace takes a turn back.
        </p>
      )}
    </div>
  );
}
