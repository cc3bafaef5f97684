'use client';

import { useEffect, useState } from 'react';
import type { Driver } from '../run/DriverChoice';
import { type EarLine, useEar } from './useEar';
import { type EyeLine, useEye } from './useEye';
import { useKeptPattern } from './useKeptPattern';

export interface Listeners {
  ear: EarLine;
  eye: EyeLine;
  winder: string;
  sticker: Sticker;
  /** A press shows the ear a turn, where it is being taught; tells whether it did. */
  mark: () => boolean;
}

export type StickerPlace = 'crank' | 'spindle' | 'swift';

/** What the sticker is on, and what else it may be on here. */
export interface Sticker {
  on: StickerPlace;
  places: StickerPlace[];
  put: (on: StickerPlace) => void;
}

/** The microphone and the camera of this page; each is let go once something else counts. */
export function useListeners({
  driver,
  winder,
  spindleTurnsPerCrank,
  turnsToRound,
}: {
  driver: Driver;
  winder: string;
  spindleTurnsPerCrank: number | undefined;
  /** Turns of the crank for one round of the swift, just now; null where that cannot be known. */
  turnsToRound: (() => number) | null;
}): Listeners {
  const [, keepPattern] = useKeptPattern(winder);
  const aTurn = () => 1;
  const turnsPerPass: Record<StickerPlace, (() => number) | null> = {
    crank: aTurn,
    spindle: spindleTurnsPerCrank ? () => 1 / spindleTurnsPerCrank : null,
    swift: turnsToRound,
  };
  const places = (['crank', 'spindle', 'swift'] as const).filter((place) => turnsPerPass[place] !== null);
  const [wanted, setWanted] = useState<StickerPlace>('crank');
  const on = places.includes(wanted) ? wanted : 'crank';
  const ear = useEar(keepPattern);
  const eye = useEye({ turnsPerPass: turnsPerPass[on] ?? aTurn, ...(on === 'swift' && { byLength: true }) });
  const { leave: leaveEar } = ear;
  const { leave: leaveEye } = eye;
  useEffect(() => () => (driver === 'microphone' ? leaveEar() : leaveEye()), [driver, leaveEar, leaveEye]);

  const mark = () => {
    if (driver !== 'microphone' || ear.state !== 'on' || !ear.report || ear.report.stage === 'counting') return false;
    ear.tell('mark');
    return true;
  };
  const put = (next: StickerPlace) => {
    setWanted(next);
    eye.anew();
  };
  return { ear, eye, winder, sticker: { on, places, put }, mark };
}
