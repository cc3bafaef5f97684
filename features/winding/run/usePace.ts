'use client';

import { useCallback, useEffect, useRef, useState } from 'react';

/** Gently at first and at the end: so many times as long for a turn. */
const SLOWER = 1.6;
/** A clock that comes later than by so much was asleep: the machine, or the tab. */
const ASLEEP_MS = 2000;

export interface Pace {
  ticking: boolean;
  /** The clock was asleep: nothing was counted meanwhile, though somebody may have turned. */
  slept: boolean;
  start: () => void;
  hold: () => void;
}

/**
 * Ticks at a maker's pace, for hands that follow it: each tick is a turn. It holds by itself where the cake is to be cut,
 * where the bench stands still, and where its own clock cannot be trusted.
 */
export function usePace({
  on,
  secondsPerTurn,
  slow,
  halt,
  beat,
}: {
  /** The bench is one that a tick may count at, just now. */
  on: boolean;
  secondsPerTurn: number;
  slow: boolean;
  /** Here it is cut; whoever starts it again there means the last metres. */
  halt: boolean;
  beat: () => void;
}): Pace {
  const [ticking, setTicking] = useState(false);
  const [slept, setSlept] = useState(false);
  const latest = useRef({ everyMs: 0, beat });
  useEffect(() => {
    latest.current = { everyMs: 1000 * secondsPerTurn * (slow ? SLOWER : 1), beat };
  });

  const halted = useRef(halt);
  useEffect(() => {
    if ((halt && !halted.current) || !on) setTicking(false);
    halted.current = halt;
  }, [halt, on]);

  const running = ticking && on;
  useEffect(() => {
    if (!running) return;
    let dueMs = performance.now() + latest.current.everyMs;
    let timer: ReturnType<typeof setTimeout>;
    const wait = () => {
      timer = setTimeout(tick, Math.max(0, dueMs - performance.now()));
    };
    const tick = () => {
      if (performance.now() - dueMs > ASLEEP_MS) {
        setSlept(true);
        return setTicking(false);
      }
      latest.current.beat();
      const { everyMs } = latest.current;
      // A beat that came late is not made up for: no hand could follow two at once.
      dueMs = Math.max(dueMs + everyMs, performance.now() + everyMs / 2);
      wait();
    };
    wait();
    return () => clearTimeout(timer);
  }, [running]);

  const start = useCallback(() => {
    setSlept(false);
    setTicking(true);
  }, []);
  const hold = useCallback(() => setTicking(false), []);
  return { ticking: running, slept, start, hold };
}
