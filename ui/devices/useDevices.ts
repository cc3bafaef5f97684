'use client';

import { useSyncExternalStore } from 'react';
import { type Heard, heardNow, nothingHeard, subscribe } from './deviceLine';

const nobody = () => () => {};
const listen = (listener: () => void) => subscribe(listener);

/**
 * Part of what the devices tell; the screen is drawn again only when that part changes.
 *
 * @param pick gives a plain value (a number, a word), or the same object for the same reading
 * @param on not listened at all while false
 */
export function useDevices<T>(pick: (heard: Heard) => T, on = true): T {
  return useSyncExternalStore(
    on ? listen : nobody,
    () => pick(on ? heardNow() : nothingHeard()),
    () => pick(nothingHeard()),
  );
}
