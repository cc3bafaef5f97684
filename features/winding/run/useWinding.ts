'use client';

import { type RefObject, useState } from 'react';
import { type MarkKind, MARK_KINDS, type StopReason } from '../../../core/winding/run';
import { toggleFullScreen } from '../../../ui/bench/toggleFullScreen';
import { useBenchKeys } from '../../../ui/bench/useBenchKeys';
import { usePedals } from '../../../ui/bench/usePedals';
import { tellDevice } from '../../../ui/devices/deviceLine';
import { type CountedRun, useCounting } from './useCounting';
import { isColourAct, KEYS, MOST_COLOUR_KEYS, numberOf, type WindingAct } from './windingKeys';

export type Winding = ReturnType<typeof useWinding>;

export interface WoundRun extends CountedRun {
  /** Something lies over the count, and has the keys. */
  keysRest: boolean;
  onDone: () => void;
}

/**
 * A cake as it is wound: how it is counted, and what a hand can do meanwhile, by a press or a key.
 *
 * @param countButton gets the focus after whatever was pressed, so that the next press of the space bar counts
 */
export function useWinding({ keysRest, onDone, ...run }: WoundRun, countButton: RefObject<HTMLButtonElement | null>) {
  const { page, state, enabled, record } = run;
  const { part } = state;
  const [pedals] = usePedals();
  const [asking, setAsking] = useState(false);
  const counting = useCounting(run, asking || keysRest);
  const { driver, progress } = counting;
  const { turns, marksHere, onWinder, begun } = progress;
  // A colour that comes twice in a repeat has one key.
  const palette = [...new Set(page.plan.palette)].slice(0, MOST_COLOUR_KEYS);

  const thenCount = (act: () => void) => {
    act();
    countButton.current?.focus();
  };
  const miscount = () => thenCount(counting.miscount);
  const mark = (kind: MarkKind, hex?: string) =>
    thenCount(() => enabled && record({ kind: 'mark', part, mark: kind, atTurn: turns, ...(hex && { hex }) }));
  const markColour = (number: number) => {
    const hex = palette[number - 1];
    if (hex) mark('colour change', hex);
  };
  const unmark = () => thenCount(() => enabled && marksHere.length > 0 && record({ kind: 'unmark', part }));
  const resume = () => thenCount(() => record({ kind: 'resume', part }));
  const stop = (reason: StopReason) => {
    setAsking(false);
    if (!enabled) return;
    if (driver === 'motor') void tellDevice({ device: 'motor', do: 'stop' });
    record({ kind: 'stop', part, reason, atTurn: turns });
  };

  const acts: Record<WindingAct, () => void> = {
    count: counting.count,
    miscount,
    stop: () => setAsking(true),
    snag: () => stop('snag'),
    'off the base': () => onWinder && stop('over the base'),
    pause: () => stop('a pause'),
    knot: () => mark('knot'),
    'thin spot': () => mark('thin spot'),
    'colour change': () => mark('colour change'),
    'tension changed': () => mark('tension changed'),
    unmark,
    cut: () => enabled && begun && onDone(),
    'full screen': toggleFullScreen,
  };
  const heard = useBenchKeys(enabled && !asking && !keysRest, pedals, KEYS, (key) => {
    if (isColourAct(key)) return markColour(numberOf(key));
    // Nothing is counted while it stands still, and a pedal that is touched must not start it.
    const still = MARK_KINDS.some((kind) => kind === key) || key === 'unmark' || key === 'full screen';
    if (!state.stopped || still) acts[key]();
  });

  return {
    ...run,
    ...counting,
    palette,
    asking,
    setAsking,
    heard,
    miscount,
    mark,
    markColour,
    unmark,
    resume,
    stop,
  };
}
