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
  /** What the sticker is on; undefined where the winder's gears are not known. */
  stickerOn: 'crank' | 'spindle' | undefined;
  setStickerOn: (on: 'crank' | 'spindle') => void;
  /** A press shows the ear a turn, where it is being taught; tells whether it did. */
  mark: () => boolean;
}

/** The microphone and the camera of this page; each is let go once something else counts. */
export function useListeners({
  driver,
  winder,
  spindleTurnsPerCrank,
}: {
  driver: Driver;
  winder: string;
  spindleTurnsPerCrank: number | undefined;
}): Listeners {
  const [, keepPattern] = useKeptPattern(winder);
  const [stickerOn, setStickerOn] = useState<'crank' | 'spindle'>('crank');
  const ear = useEar(keepPattern);
  const eye = useEye(stickerOn === 'spindle' ? (spindleTurnsPerCrank ?? 1) : 1);
  const { leave: leaveEar } = ear;
  const { leave: leaveEye } = eye;
  useEffect(() => () => (driver === 'microphone' ? leaveEar() : leaveEye()), [driver, leaveEar, leaveEye]);

  const mark = () => {
    if (driver !== 'microphone' || ear.state !== 'on' || !ear.report || ear.report.stage === 'counting') return false;
    ear.tell('mark');
    return true;
  };
  return { ear, eye, winder, stickerOn: spindleTurnsPerCrank ? stickerOn : undefined, setStickerOn, mark };
}
