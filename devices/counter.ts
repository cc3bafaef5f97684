import type { DeviceReading } from '../core/winding/deviceReading';
import type { Device } from './device';
import { sessionName } from './sessionName';

/** What can be done with the stand-in of a length counter. */
export type CounterCommand =
  | { do: 'plug'; in: boolean }
  /** Yarn is pulled through it by hand at so many metres a second. */
  | { do: 'pull'; mPerS: number }
  /** The share of the yarn that slides over the wheel without turning it. */
  | { do: 'slip'; percent: number }
  /** So many pulses do not arrive. */
  | { do: 'miss'; pulses: number }
  | { do: 'reset' };

/** A wheel on the yarn's path that sends a pulse for each part of a turn. */
export class StandInCounter implements Device<CounterCommand> {
  private pluggedIn = false;
  private session = '';
  private pullMPerS = 0;
  private slipShare = 0;
  private toMiss = 0;
  /** Yarn that has passed since the last whole pulse, and pulses since it was switched on. */
  private betweenM = 0;
  private pulses = 0;
  private lastMs = 0;

  constructor(private readonly mPerPulse = 0.1) {}

  read(nowMs: number): DeviceReading | null {
    this.pass(nowMs);
    if (!this.pluggedIn) return null;
    const metres = Number((this.pulses * this.mPerPulse).toFixed(3));
    return { device: 'counter', session: this.session, atMs: nowMs, metres };
  }

  do(command: CounterCommand, nowMs: number): void {
    this.pass(nowMs);
    switch (command.do) {
      case 'plug':
        if (command.in && !this.pluggedIn) this.begin(nowMs);
        this.pluggedIn = command.in;
        return;
      case 'pull':
        this.pullMPerS = command.mPerS;
        return;
      case 'slip':
        this.slipShare = command.percent / 100;
        return;
      case 'miss':
        this.toMiss += command.pulses;
        return;
      case 'reset':
        this.begin(nowMs);
    }
  }

  /** Yarn runs through it that something else draws: a motor. */
  run(metres: number): void {
    if (!this.pluggedIn) return;
    this.betweenM += metres * (1 - this.slipShare);
    const whole = Math.floor(this.betweenM / this.mPerPulse);
    this.betweenM -= whole * this.mPerPulse;
    const missed = Math.min(whole, this.toMiss);
    this.toMiss -= missed;
    this.pulses += whole - missed;
  }

  private begin(nowMs: number): void {
    this.session = sessionName('counter', nowMs);
    this.pulses = 0;
    this.betweenM = 0;
  }

  private pass(nowMs: number): void {
    const passedMs = Math.max(0, nowMs - this.lastMs);
    this.lastMs = nowMs;
    this.run((this.pullMPerS * passedMs) / 1000);
  }
}
