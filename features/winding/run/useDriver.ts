'use client';

import { useEffect, useRef } from 'react';
import { type DeviceReading, totalOf } from '../../../core/winding/deviceReading';
import { counterLengthM } from '../../../core/winding/lengthSources';
import {
  afterEvent,
  COUNTING_DEVICES,
  type CountingDevice,
  type NewRunEvent,
  type RunState,
} from '../../../core/winding/run';
import { type CakeOnSpindle, turnsAtLength } from '../../../core/winding/windingPlan';
import { type Heard, heardNow, subscribe } from '../../../ui/devices/deviceLine';
import { useDevices } from '../../../ui/devices/useDevices';
import type { DeviceDriver } from './DriverChoice';

/** How often a device's total is kept while it drives the run, and while it only looks on. */
const KEPT_EVERY_MS = { driving: 500, watching: 5000 };

export interface Driven {
  /** The state with what the devices show just now, though not all of it is kept yet. */
  live: RunState;
  /** The device that should count and is not heard of. */
  silent: CountingDevice | null;
}

/**
 * Lets a counter or a motor count a part of a run. Its totals are kept now and then; between them they are only shown.
 * A device that is silent holds nothing up: counting by hand goes on, and the larger count holds when it is back.
 */
export function useDriver({
  driver,
  state,
  part,
  spindle,
  enabled,
  record,
}: {
  driver: DeviceDriver;
  state: RunState;
  part: number;
  spindle: CakeOnSpindle;
  enabled: boolean;
  record: (newEvent: NewRunEvent) => void;
}): Driven {
  const latest = useRef({ driver, part, spindle, record });
  useEffect(() => {
    latest.current = { driver, part, spindle, record };
  });

  const counts = driver !== 'hand';
  useEffect(() => {
    if (!enabled) return;
    const kept: Partial<Record<CountingDevice, { atMs: number; total: number; session: string; part: number }>> = {};
    const keep = () => {
      const { driver, part, spindle, record } = latest.current;
      const now = Date.now();
      const reported = COUNTING_DEVICES.flatMap((device) => {
        const reading = readingOf(heardNow(), device);
        if (!reading) return [];
        const { session } = reading;
        const total = totalOf(reading, spindle.spindleTurnsPerCrank ?? 1);
        const before = kept[device];
        const every = driver === device ? KEPT_EVERY_MS.driving : KEPT_EVERY_MS.watching;
        // The first of a session is where its counting begins, so it is kept at once.
        const due =
          before?.session !== session ||
          before.part !== part ||
          (before.total !== total && Math.abs(now - before.atMs) >= every);
        return [{ device, session, total, due, byLength: 'byLength' in reading ? reading.byLength : undefined }];
      });
      // What is kept together can be compared.
      if (!reported.some(({ due }) => due)) return;
      for (const { device, session, total, byLength } of reported) {
        kept[device] = { atMs: now, total, session, part };
        record({ kind: 'reading', part, device, session, total, drives: driver === device, byLength });
      }
    };
    const consumePiece = subscribe(keep, counts);
    // What came last is kept too, though nothing comes after it.
    const timer = setInterval(keep, KEPT_EVERY_MS.driving);
    return () => {
      consumePiece();
      clearInterval(timer);
    };
  }, [enabled, part, counts]);

  // The counter's metres as turns, once they are in the state.
  const byCounter = turnsByCounter(state, part, spindle);
  const counted = state.turns[part] ?? 0;
  useEffect(() => {
    if (enabled && driver === 'counter' && byCounter > counted)
      latest.current.record({ kind: 'turns at least', part, turns: byCounter });
  }, [enabled, driver, byCounter, counted, part]);

  const whole = useDevices((heard) => wholeTurns(heard, driver, state, part, spindle), enabled);
  const silent = useDevices(
    (heard) => (driver !== 'hand' && !readingOf(heard, driver) ? driver : null),
    enabled && driver !== 'hand',
  );
  const live = whole > counted ? { ...state, turns: state.turns.map((n, i) => (i === part ? whole : n)) } : state;
  return { live, silent };
}

function readingOf<Device extends CountingDevice>(heard: Heard, device: Device) {
  return heard.readings[device] as Extract<DeviceReading, { device: Device }> | undefined;
}

/** The whole turns that the driving device shows just now. */
function wholeTurns(heard: Heard, driver: DeviceDriver, state: RunState, part: number, spindle: CakeOnSpindle): number {
  const counted = state.turns[part] ?? 0;
  const reading = driver === 'hand' ? undefined : readingOf(heard, driver);
  if (!reading) return counted;
  const { session } = reading;
  const total = totalOf(reading, spindle.spindleTurnsPerCrank ?? 1);
  const next = afterEvent(state, {
    writer: '',
    seq: 0,
    atMs: reading.atMs,
    part,
    kind: 'reading',
    device: reading.device,
    session,
    total,
    drives: true,
  });
  if (driver !== 'counter') return next.turns[part] ?? 0;
  return Math.max(counted, turnsByCounter(next, part, spindle));
}

function turnsByCounter(state: RunState, part: number, spindle: CakeOnSpindle): number {
  return Math.floor(turnsAtLength(spindle, counterLengthM(state, part, spindle) ?? 0));
}
