import type { DeviceReading } from '../core/winding/deviceReading';

/**
 * A device on the bench, as the app sees it. A real one would be behind the same few words: it is read as often as one
 * likes, answers nothing while it cannot, and does what it is told or ignores it.
 */
export interface Device<Command> {
  /** What it shows now; null while it is not plugged in. */
  read(nowMs: number): DeviceReading | null;
  do(command: Command, nowMs: number): void;
}
