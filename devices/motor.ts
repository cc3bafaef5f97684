import type { DeviceReading } from '../core/winding/deviceReading';
import type { Device } from './device';
import { sessionName } from './sessionName';

/** What can be done with the stand-in of a motor winder. */
export type MotorCommand =
  | { do: 'plug'; in: boolean }
  | { do: 'start'; turnsPerS: number }
  | { do: 'stop' }
  /** Yarn in the gears; or cleared again. */
  | { do: 'jam'; on: boolean };

/** It gathers and loses speed by so much each second, so that the first wraps are laid gently. */
const SOFT_START_PER_S2 = 2;
const STOP_PER_S2 = 8;

/** A spindle with a motor: it starts softly, stops in a moment, and stands at once when it jams. */
export class StandInMotor implements Device<MotorCommand> {
  private pluggedIn = false;
  private session = '';
  private wantedPerS = 0;
  private speedPerS = 0;
  private jammed = false;
  private turns = 0;
  private lastMs = 0;

  /** @param turned told of every part of a turn that the spindle makes */
  constructor(private readonly turned: (fromTurns: number, toTurns: number) => void = () => {}) {}

  read(nowMs: number): DeviceReading | null {
    this.pass(nowMs);
    if (!this.pluggedIn) return null;
    return {
      device: 'motor',
      session: this.session,
      atMs: nowMs,
      state: this.state(),
      spindleTurns: Number(this.turns.toFixed(3)),
    };
  }

  do(command: MotorCommand, nowMs: number): void {
    this.pass(nowMs);
    switch (command.do) {
      case 'plug':
        if (command.in && !this.pluggedIn) {
          this.session = sessionName('motor', nowMs);
          this.turns = 0;
          this.jammed = false;
        }
        // Without power it stands; with power again it waits to be started.
        this.wantedPerS = 0;
        this.speedPerS = 0;
        this.pluggedIn = command.in;
        return;
      case 'start':
        if (this.pluggedIn && !this.jammed) this.wantedPerS = command.turnsPerS;
        return;
      case 'stop':
        this.wantedPerS = 0;
        return;
      case 'jam':
        this.jammed = command.on;
        this.wantedPerS = 0;
        this.speedPerS = 0;
    }
  }

  private state() {
    if (this.jammed) return 'jammed' as const;
    if (this.speedPerS === 0 && this.wantedPerS === 0) return 'standing' as const;
    if (this.speedPerS < this.wantedPerS) return 'starting' as const;
    return this.speedPerS > this.wantedPerS ? ('stopping' as const) : ('running' as const);
  }

  private pass(nowMs: number): void {
    const passedS = Math.max(0, nowMs - this.lastMs) / 1000;
    this.lastMs = nowMs;
    if (passedS === 0 || (this.speedPerS === 0 && this.wantedPerS === 0)) return;
    const change = (this.wantedPerS > this.speedPerS ? SOFT_START_PER_S2 : STOP_PER_S2) * passedS;
    const towards = this.wantedPerS - this.speedPerS;
    const next = Math.abs(towards) <= change ? this.wantedPerS : this.speedPerS + Math.sign(towards) * change;
    const before = this.turns;
    // The speed changes evenly until it is what is wanted, and stays there for the rest of the time.
    const changingS = Math.min(passedS, Math.abs(next - this.speedPerS) / (change / passedS));
    this.turns += ((this.speedPerS + next) / 2) * changingS + next * (passedS - changingS);
    this.speedPerS = next;
    this.turned(before, this.turns);
  }
}
