import type { DeviceReading } from '../core/winding/deviceReading';
import type { Device } from './device';
import { sessionName } from './sessionName';

/** What can be done with the stand-in of a scale. */
export type ScaleCommand =
  | { do: 'plug'; in: boolean }
  /** Puts so much on it in all. */
  | { do: 'load'; massG: number }
  | { do: 'tare' }
  /** Grams that it wanders off in a minute, as a warm room or a weak battery make it do. */
  | { do: 'drift'; gPerMinute: number }
  | { do: 'resolution'; resolutionG: number };

/** The time in which a load that was put on settles to a third of what is still missing. */
const SETTLING_MS = 350;

/** Closer to the load than this share of a step, it shows "steady". */
const STEADY_WITHIN_STEPS = 0.4;

/** A scale that behaves as kitchen scales do: it settles, drifts, shows whole steps, and has its limit. */
export class StandInScale implements Device<ScaleCommand> {
  private pluggedIn = false;
  private session = '';
  private loadG = 0;
  private feltG = 0;
  private tareG = 0;
  private driftGPerMinute = 0;
  private driftedG = 0;
  private lastMs = 0;

  constructor(
    private readonly capacityG = 2000,
    private resolutionG = 0.1,
  ) {}

  read(nowMs: number): DeviceReading | null {
    this.pass(nowMs);
    if (!this.pluggedIn) return null;
    const over = this.loadG > this.capacityG;
    const settling = Math.abs(this.loadG - this.feltG) > STEADY_WITHIN_STEPS * this.resolutionG;
    return {
      device: 'scale',
      session: this.session,
      atMs: nowMs,
      state: over ? 'overload' : settling ? 'settling' : 'steady',
      massG: over ? 0 : this.shown(this.feltG + this.driftedG - this.tareG),
      resolutionG: this.resolutionG,
    };
  }

  do(command: ScaleCommand, nowMs: number): void {
    this.pass(nowMs);
    switch (command.do) {
      case 'plug':
        if (command.in && !this.pluggedIn) this.switchOn(nowMs);
        this.pluggedIn = command.in;
        return;
      case 'load':
        this.loadG = command.massG;
        return;
      case 'tare':
        this.tareG = this.feltG + this.driftedG;
        return;
      case 'drift':
        this.driftGPerMinute = command.gPerMinute;
        return;
      case 'resolution':
        this.resolutionG = command.resolutionG;
    }
  }

  /** Switched on, it takes what lies on it for nothing. */
  private switchOn(nowMs: number): void {
    this.session = sessionName('scale', nowMs);
    this.feltG = this.loadG;
    this.driftedG = 0;
    this.tareG = this.loadG;
  }

  private pass(nowMs: number): void {
    const passedMs = Math.max(0, nowMs - this.lastMs);
    this.lastMs = nowMs;
    this.feltG = this.loadG + (this.feltG - this.loadG) * Math.exp(-passedMs / SETTLING_MS);
    this.driftedG += (this.driftGPerMinute * passedMs) / 60_000;
  }

  private shown(massG: number): number {
    return Number((Math.round(massG / this.resolutionG) * this.resolutionG).toFixed(3));
  }
}
