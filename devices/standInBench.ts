import type { DeviceReading } from '../core/winding/deviceReading';
import { onSpindleAt, type CakeOnSpindle } from '../core/winding/windingPlan';
import { type CounterCommand, StandInCounter } from './counter';
import { type MotorCommand, StandInMotor } from './motor';
import { type ScaleCommand, StandInScale } from './scale';

export type BenchCommand =
  | ({ device: 'scale' } & ScaleCommand)
  | ({ device: 'counter' } & CounterCommand)
  | ({ device: 'motor' } & MotorCommand)
  /** What the motor winds: an empty spindle and the yarn that goes onto it. */
  | { device: 'bench'; do: 'wind onto'; spindle: CakeOnSpindle };

/** A counter on the yarn's path sees what the motor draws, so the three are one bench. */
export class StandInBench {
  readonly scale = new StandInScale();
  readonly counter = new StandInCounter();
  readonly motor: StandInMotor = new StandInMotor((from, to) => this.drawn(from, to));
  private spindle: CakeOnSpindle | null = null;
  private emptyAtTurns = 0;
  private motorTurns = 0;

  /** What each of them shows; those that are not plugged in say nothing. */
  read(nowMs: number): DeviceReading[] {
    // The motor first: what it has drawn has run through the counter.
    const motor = this.motor.read(nowMs);
    return [this.scale.read(nowMs), this.counter.read(nowMs), motor].filter((reading) => reading !== null);
  }

  do(command: BenchCommand, nowMs: number): void {
    this.motor.read(nowMs);
    switch (command.device) {
      case 'scale':
        return this.scale.do(command, nowMs);
      case 'counter':
        return this.counter.do(command, nowMs);
      case 'motor':
        if (command.do === 'plug') this.motorTurns = this.emptyAtTurns = 0;
        return this.motor.do(command, nowMs);
      case 'bench':
        this.spindle = command.spindle;
        this.emptyAtTurns = this.motorTurns;
    }
  }

  private drawn(fromTurns: number, toTurns: number): void {
    this.motorTurns = toTurns;
    if (!this.spindle) return;
    // Its turns are the spindle's own, so the crank ratio is out of it.
    const shape = { ...this.spindle, spindleTurnsPerCrank: 1 };
    const lengthAt = (turns: number) => onSpindleAt(shape, Math.max(0, turns - this.emptyAtTurns)).lengthM;
    this.counter.run(lengthAt(toTurns) - lengthAt(fromTurns));
  }
}
