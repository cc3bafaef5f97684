import type { CountingDevice } from './run';

/**
 * What a device at the bench tells. Counts are totals since it was switched on, under the name of that session, so
 * that a reading that is lost or comes twice changes nothing.
 */
export type DeviceReading = { session: string; atMs: number } & (
  | { device: 'scale'; state: 'steady' | 'settling' | 'overload'; massG: number; resolutionG: number }
  | { device: 'counter'; metres: number }
  | { device: 'motor'; state: 'standing' | 'starting' | 'running' | 'stopping' | 'jammed'; spindleTurns: number }
  /** Turns of the crank, as this page's own microphone hears or its camera sees them, or as they follow from the rounds of a swift. */
  | { device: 'microphone'; turns: number }
  | { device: 'camera'; turns: number; byLength?: true }
);

export type DeviceKind = DeviceReading['device'];

/** Not heard of for so long, a device is silent: unplugged, asleep, or its line is broken. */
export const SILENT_AFTER_MS = 2000;

/**
 * A reading as the total that a run counts by: metres for a counter, turns of the crank for all others.
 *
 * @example
 * totalOf({ device: 'motor', session: 'a', atMs: 0, state: 'running', spindleTurns: 80 }, 4) // => 20
 */
export function totalOf(reading: DeviceReading & { device: CountingDevice }, spindleTurnsPerCrank: number): number {
  switch (reading.device) {
    case 'counter':
      return reading.metres;
    case 'motor':
      return reading.spindleTurns / spindleTurnsPerCrank;
    default:
      return reading.turns;
  }
}
