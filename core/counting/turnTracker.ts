import { MOMENT_S, type Moment } from './hearing';
import { likeness, PLACES_IN_TURN, type TurnPattern } from './turnPattern';

/** Speeds that are told apart, in turns a second. */
const SPEEDS = Array.from({ length: 26 }, (_, i) => 0.22 * 1.115 ** i);
/** Chances within one moment: that the hand goes a step faster or slower, that it stops, that it begins. */
const CHANGE = 0.2;
const STOP = { slow: 0.004, fast: 0.002 };
const BEGIN = 0.06;
/** The speeds from which a hand stops most easily. */
const SLOW = 8;
/** That a voice or a jolt has led it astray, and the crank is anywhere. */
const ASTRAY = 0.0005;
/** A hand begins at any speed but the highest. */
const BEGINS_BELOW = 22;
/** How much of what is heard counts: neighbours in time are not independent witnesses. */
const TRUST = 0.28;
/** No crank is turned back: so far behind the furthest that it was surely at, in turns, it was a turn out there or is here. */
const BEHIND = 0.3;
/** A crank keeps to its speed: what pulls it further from there within a second, in turns, may have been something else. */
const PULLED = 0.5;
const PULLED_WITHIN = Math.round(1 / MOMENT_S);
const SURE = 0.8;

/**
 * Follows the crank by ear. At each moment it holds how likely every place of the turn is at every speed, moves that on
 * by the speed, and weighs it by how well what is heard fits there: a hidden Markov model of a hand on a crank. Speech or
 * a radio fit no place better than another, and so move nothing.
 */
export class TurnTracker {
  /** Turns since it began, with the part of the one in hand; a whole number where the taught turns began. */
  turned = 0;
  /** How narrowly the place is known, from 0 to 1. */
  sure = 0;
  /** How likely the crank stands still. */
  still = 1;
  /** How often it found itself behind where it had surely been, or far from where its speed led, and may be a turn out. */
  leaps = 0;
  private furthest = 0;
  private likely: Float64Array[];
  /** Where it should be by now, by its speed and by where it was surely. */
  private expected = 0;
  /** What its speed alone adds up to, and how far beside that it surely was at each of the last moments. */
  private ran = 0;
  private readonly beside: number[] = [];
  private astrayS = 0;

  constructor(private readonly pattern: TurnPattern) {
    // Anywhere, and as likely still as at any speed.
    this.likely = Array.from({ length: SPEEDS.length + 1 }, (_, s) =>
      new Float64Array(PLACES_IN_TURN).fill(0.5 / PLACES_IN_TURN / (s === 0 ? 1 : SPEEDS.length)),
    );
  }

  hear(moment: Moment): void {
    this.move();
    this.weigh(moment);
    this.unwind();
  }

  private move(): void {
    const moved = this.likely.map((row, s) =>
      s === 0 ? row : shifted(row, SPEEDS[s - 1]! * MOMENT_S * PLACES_IN_TURN),
    );
    const next = moved.map(() => new Float64Array(PLACES_IN_TURN));
    const last = SPEEDS.length;
    for (let p = 0; p < PLACES_IN_TURN; p++) {
      const begun = moved[0]![p]! * BEGIN;
      next[0]![p]! += moved[0]![p]! - begun;
      for (let s = 1; s <= last; s++) {
        const here = moved[s]![p]! + (s <= BEGINS_BELOW ? begun / BEGINS_BELOW : 0);
        const stops = here * (s < SLOW ? STOP.slow : STOP.fast);
        const changes = (here - stops) * CHANGE;
        next[0]![p]! += stops;
        next[s]![p]! += here - stops - 2 * changes;
        next[s > 1 ? s - 1 : 1]![p]! += changes;
        next[s < last ? s + 1 : last]![p]! += changes;
      }
    }
    for (const row of next) {
      const anywhere = (ASTRAY * row.reduce((sum, value) => sum + value, 0)) / PLACES_IN_TURN;
      for (let p = 0; p < PLACES_IN_TURN; p++) row[p] = (1 - ASTRAY) * row[p]! + anywhere;
    }
    this.likely = next;
  }

  private weigh(moment: Moment): void {
    const still = likeness(moment, this.pattern, 'still');
    const at = Array.from({ length: PLACES_IN_TURN }, (_, p) => likeness(moment, this.pattern, p));
    const best = Math.max(still, ...at);
    const { mean, sd } = this.pattern.fit;
    // What fits worse than it usually does, by more than its spread, is something else.
    const trust = TRUST * Math.exp(Math.min(0, (best - mean) / sd + 1));
    const weight = at.map((value) => Math.exp(trust * (value - best)));
    const stillWeight = Math.exp(trust * (still - best));
    let sum = 0;
    this.likely.forEach((row, s) => {
      for (let p = 0; p < PLACES_IN_TURN; p++) sum += row[p]! *= s === 0 ? stillWeight : weight[p]!;
    });
    for (const row of this.likely) for (let p = 0; p < PLACES_IN_TURN; p++) row[p]! /= sum;
    this.still = this.likely[0]!.reduce((total, value) => total + value, 0);
  }

  /** How fast the crank most likely turns, in turns a second: the mean of all speeds. */
  private speed(): number {
    return this.likely.reduce(
      (sum, row, s) => sum + (s === 0 ? 0 : SPEEDS[s - 1]! * row.reduce((total, value) => total + value, 0)),
      0,
    );
  }

  private unwind(): void {
    let [x, y] = [0, 0];
    for (let p = 0; p < PLACES_IN_TURN; p++) {
      let here = 0;
      for (const row of this.likely) here += row[p]!;
      x += here * COS[p]!;
      y += here * SIN[p]!;
    }
    this.sure = Math.hypot(x, y);
    this.astrayS = this.sure < HALF_SURE ? this.astrayS + MOMENT_S : 0;
    const moved = this.speed() * MOMENT_S;
    this.ran += moved;
    if (this.astrayS < GOES_ON_S) this.expected += moved;
    const apart = Math.atan2(y, x) / (2 * Math.PI) - this.expected;
    const off = apart - Math.round(apart);
    this.turned = this.expected + off;
    this.expected += off * this.sure ** TAKEN_WHEN_SURE;
    this.beside.push(this.sure < SURE ? NaN : this.turned - this.ran);
    if (this.beside.length > PULLED_WITHIN) this.beside.shift();
    if (this.sure < SURE) return;
    if (this.beside.some((then) => Math.abs(then - this.beside.at(-1)!) > PULLED)) {
      this.leaps++;
      this.beside.length = 0;
    }
    const back = this.turned < this.furthest - BEHIND;
    if (back) this.leaps++;
    this.furthest = back ? this.turned : Math.max(this.furthest, this.turned);
  }
}

/** Where hardly anything is known of the place, nothing is taken from it: half sure is a sixteenth. */
const TAKEN_WHEN_SURE = 4;
/** A crank goes on while a word drowns it; after so many seconds nobody can say whether it still does. */
const GOES_ON_S = 2;
const HALF_SURE = 0.5;

const COS = Array.from({ length: PLACES_IN_TURN }, (_, p) => Math.cos((2 * Math.PI * p) / PLACES_IN_TURN));
const SIN = Array.from({ length: PLACES_IN_TURN }, (_, p) => Math.sin((2 * Math.PI * p) / PLACES_IN_TURN));

/** A row of places moved on round the turn, by parts of a place too. */
function shifted(row: Float64Array, by: number): Float64Array {
  const moved = new Float64Array(PLACES_IN_TURN);
  const whole = Math.floor(by);
  const part = by - whole;
  for (let p = 0; p < PLACES_IN_TURN; p++) {
    // There are 64 places, so that the lowest bits of any whole number are one: quicker than a division.
    const from = (p - whole) & (PLACES_IN_TURN - 1);
    moved[p] = (1 - part) * row[from]! + part * row[(from - 1) & (PLACES_IN_TURN - 1)]!;
  }
  return moved;
}
