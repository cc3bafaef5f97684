'use client';

import { useEffect, useRef } from 'react';
import type { Learned } from '../../../core/bench/calibration';
import { type NewRunEvent, type RunState, turnsOn, turnsSoFar } from '../../../core/winding/run';
import { spindleOf, turnsToRound } from '../../../core/winding/windingPlan';
import type { RunPage } from '../../../server/winding/runEvents';
import { useVoice, type Voice } from '../../../ui/bench/useVoice';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';
import { useSystem } from '../../../ui/frame/Providers';
import { useListeners } from '../listening/useListeners';
import { deviceOf, isListener, useDriverChoice } from './DriverChoice';
import { useNow } from './JustWind';
import { useDriver } from './useDriver';
import { READY_TO_CUT, useMotor, useWoundOnto } from './useMotor';
import { usePace } from './usePace';
import { progressInWords, windingProgress } from './windingProgress';

/** What counting goes by. */
export interface CountedRun {
  page: RunPage;
  state: RunState;
  /** This screen is the one that counts. */
  enabled: boolean;
  /** Turns that are made for each that a pace ticks. */
  drift: Learned;
  record: (newEvent: NewRunEvent) => void;
}

/**
 * How the turns of the cake at hand are counted: by a press, to a tick, by ear or eye, by a device, or by nobody; and how
 * far they have come, shown and spoken.
 *
 * @param rests something else has the keys, and no tick goes on
 */
export function useCounting({ page, state, enabled, drift, record }: CountedRun, rests: boolean) {
  const system = useSystem();
  const { part } = state;
  const cake = page.plan.cakes[part]!;
  const spindle = spindleOf(page.plan, part);
  const [driver, setDriver] = useDriverChoice(cake.tool.onto === 'winder');
  const [voice] = useLocalStorage('voice', 'quiet');
  const [perPress, setPerPress] = useLocalStorage('turns per press', '');
  // Beside an ear or an eye a press only sets right what it missed.
  const by = isListener(driver) ? 1 : Number(perPress) || 1;
  const { counted, say, tick } = useVoice(voice as Voice);

  const device = deviceOf(driver);
  const { live, silent } = useDriver({ driver: device, state, part, spindle, enabled, record });
  const listeners = useListeners({
    driver,
    winder: cake.tool.name,
    spindleTurnsPerCrank: spindle.spindleTurnsPerCrank,
    turnsToRound: page.roundM === null ? null : () => turnsToRound(spindle, turnsOn(live, part), page.roundM!),
  });
  const uncounted = state.uncounted.includes(part);
  const turns = turnsSoFar(live, part, useNow(uncounted), cake.secondsPerTurn);
  // What is counted may be a little more than what was turned, where hands follow a tick.
  const progress = windingProgress(page, state, turns, driver === 'pace' ? drift.mean : 1);
  const { cue } = progress;
  const words = progressInWords(page, progress, system);

  const spoken = useRef(cue);
  useEffect(() => {
    if (spoken.current !== cue) say(words);
    spoken.current = cue;
  }, [cue, say, words]);
  const tickedAt = useRef(turns);
  useEffect(() => {
    // What a device counts is heard too.
    if (device !== 'hand' && turns > tickedAt.current) counted(turns, turns - tickedAt.current);
    tickedAt.current = turns;
  }, [device, turns, counted]);
  useMotor({ driver: device, cue, stopped: state.stopped !== null, enabled });
  useWoundOnto(enabled, part, spindle);

  const ticker = usePace({
    on: driver === 'pace' && !uncounted && enabled && !state.stopped && !rests,
    secondsPerTurn: cake.secondsPerTurn,
    slow: cue === 'gentle' || cue === 'slow' || cue === 'nearly full' || READY_TO_CUT.has(cue),
    halt: READY_TO_CUT.has(cue),
    beat: () => {
      record({ kind: 'turns', part, amount: 1, by: 'pace' });
      counted(turns + 1, 1);
      if (voice !== 'tick') tick();
    },
  });
  const count = () => {
    if (!enabled || state.stopped || uncounted) return;
    if (driver === 'nobody') return record({ kind: 'uncounted', part, is: true });
    if (driver === 'pace') return ticker.ticking ? ticker.hold() : ticker.start();
    if (listeners.mark()) return;
    record({ kind: 'turns', part, amount: by });
    counted(turns + by, by);
  };
  // What a counter has measured is not miscounted: it would only be counted again.
  const measured = driver === 'counter' && silent === null;
  const miscount = () => {
    if (enabled && turns > 0 && !measured && !uncounted) record({ kind: 'turns', part, amount: -Math.min(by, turns) });
  };
  const countAfterAll = () => {
    if (driver === 'nobody') setDriver('hand');
    if (uncounted) record({ kind: 'uncounted', part, is: false });
  };

  return {
    driver,
    setDriver,
    perPress,
    setPerPress,
    by,
    device,
    live,
    silent,
    measured,
    listeners,
    ticker,
    progress,
    words,
    count,
    miscount,
    countAfterAll,
  };
}
