'use client';

import { useEffect, useRef } from 'react';
import type { Cue } from '../../../core/winding/run';
import { tellDevice } from '../../../ui/devices/deviceLine';
import { useDevices } from '../../../ui/devices/useDevices';
import type { DeviceDriver } from './DriverChoice';

/** Turns of the spindle a second. */
export const MOTOR_SPEED_PER_S = { steady: 6, slow: 2 };

/** From here on a cake may be cut. */
export const READY_TO_CUT: ReadonlySet<Cue> = new Set<Cue>(['stop', 'past', 'full']);

/** The motor slows down where a hand would, and stops at the cut. */
export function useMotor({
  driver,
  cue,
  stopped,
  enabled,
}: {
  driver: DeviceDriver;
  cue: Cue;
  stopped: boolean;
  enabled: boolean;
}): void {
  const turning = useDevices(
    ({ readings: { motor } }) => motor !== undefined && motor.state !== 'standing' && motor.state !== 'jammed',
    enabled && driver === 'motor',
  );
  const slow = cue === 'slow' || cue === 'nearly full' || READY_TO_CUT.has(cue);
  const halt = stopped || READY_TO_CUT.has(cue);
  const mustStand = stopped || cue === 'full';
  const halted = useRef(halt);
  useEffect(() => {
    const justNow = halt && !halted.current;
    halted.current = halt;
    if (!enabled || driver !== 'motor' || !turning) return;
    // It stops at the cut; whoever starts it again there means the last metres, and gets them slowly.
    if (justNow || mustStand) void tellDevice({ device: 'motor', do: 'stop' });
    else if (slow) void tellDevice({ device: 'motor', do: 'start', turnsPerS: MOTOR_SPEED_PER_S.slow });
  }, [enabled, driver, turning, slow, halt, mustStand]);
}

/** Tells the stand-ins what lies on their spindle, so that they draw what a real one would. */
export function useWoundOnto(
  enabled: boolean,
  part: number,
  spindle: {
    coreDiameterMm: number;
    heightMm: number;
    densityGPerCm3: number;
    crossingAngleDeg?: number;
    leadMm?: number;
    gristMPerG: number;
  },
): void {
  const { coreDiameterMm, heightMm, densityGPerCm3, crossingAngleDeg, leadMm, gristMPerG } = spindle;
  useEffect(() => {
    if (enabled)
      void tellDevice({
        device: 'bench',
        do: 'wind onto',
        spindle: { coreDiameterMm, heightMm, densityGPerCm3, crossingAngleDeg, leadMm, gristMPerG },
      });
  }, [enabled, part, coreDiameterMm, heightMm, densityGPerCm3, crossingAngleDeg, leadMm, gristMPerG]);
}
