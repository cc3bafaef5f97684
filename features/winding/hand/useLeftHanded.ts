'use client';

import { useLocalStorage } from '../../../ui/kept/useLocalStorage';

/** A left hand does it the other way round: kept in this browser, and so for every drawing of a hand. */
export function useLeftHanded(): [boolean, (leftHanded: boolean) => void] {
  const [hand, setHand] = useLocalStorage('winding hand', 'right');
  return [hand === 'left', (leftHanded) => setHand(leftHanded ? 'left' : 'right')];
}
