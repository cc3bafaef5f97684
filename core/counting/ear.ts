import { Hearing, type Moment, MOMENT_S } from './hearing';
import { learnPattern, learnPatternBetween, type TurnPattern } from './turnPattern';
import { TurnTracker } from './turnTracker';

/** So many turns teach it how one sounds. */
export const TAUGHT_TURNS = 10;
/** Below this a turn does not stand out from what else is heard. */
const CLEAR_ENOUGH = 0.08;
/** No hand turns faster; what is alike in so few moments is chance. */
const FEWEST_MOMENTS = (TAUGHT_TURNS * 0.2) / MOMENT_S;
/** It says that it is not sure once it has not been for so long, and that nothing is heard after as much silence. */
const DOUBTS_AFTER_S = 0.3;
const SILENT_AFTER_S = 1.5;
/** Decades of power: what a microphone gives that is muted or broken. */
const SILENCE = -7.5;
const SURE = 0.5;
/** As many levels of loudness are told apart: a page is not drawn anew for less. */
const LEVELS = 10;
/** A turn counts a little after its place, so that a hand that rocks there counts it once. */
const PAST = 0.04;

/** What the ear can say at any moment. */
export interface EarReport {
  stage: 'waiting' | 'teaching' | 'counting' | 'unclear';
  /** Turns since it began to listen, those of the teaching among them. */
  turns: number;
  /** The turns counted while it was not sure; null where it is. */
  doubtful: number | null;
  silent: boolean;
  standing: boolean;
  /** How loud it is, from 0 to 1. */
  level: number;
}

/**
 * Counts the turns of a crank by their sound. It is taught by turns that somebody counts: a mark at the beginning and one
 * after each, or, where both hands are busy, one at the beginning and one after ten.
 */
export class Ear {
  private readonly hearing = new Hearing();
  private moments: Moment[] = [];
  private marks: number[] = [];
  private tracker: TurnTracker | undefined;
  private startedAt = 0;
  private taught = 0;
  private counted = 0;
  private unclear = false;
  private unsureS = 0;
  private leaps = 0;
  private silentS = 0;
  private doubtfulFrom: number | null = null;

  constructor(public pattern?: TurnPattern) {
    if (pattern) this.tracker = new TurnTracker(pattern);
  }

  hear(samples: Float32Array): void {
    for (const moment of this.hearing.hear(samples)) {
      this.silentS = this.hearing.level < SILENCE ? this.silentS + MOMENT_S : 0;
      if (this.tracker) this.follow(this.tracker, moment);
      else if (this.marks.length > 0) this.moments.push(moment);
    }
  }

  /** A turn begins; the one before, if there is one, is done. */
  mark(): void {
    if (this.tracker) return;
    this.unclear = false;
    this.marks.push(this.moments.length);
    if (this.marks.length <= TAUGHT_TURNS) return;
    // A hand that presses at each turn may be less even than the crank.
    const [byMarks, evenly] = [learnPattern(this.moments, this.marks), this.learnEvenly()];
    this.learn(byMarks.clarity > evenly.clarity ? byMarks : evenly);
  }

  /** Ten turns are done since the first mark. */
  markTen(): void {
    if (!this.tracker && this.marks.length > 0) this.learn(this.learnEvenly());
  }

  /** What was counted in doubt has been looked at. */
  trust(): void {
    this.doubtfulFrom = null;
    this.unsureS = 0;
  }

  report(): EarReport {
    return {
      stage: this.tracker ? 'counting' : this.marks.length > 0 ? 'teaching' : this.unclear ? 'unclear' : 'waiting',
      turns: this.taught + (this.tracker ? this.counted : Math.max(0, this.marks.length - 1)),
      doubtful: this.doubtfulFrom === null ? null : this.counted - this.doubtfulFrom,
      silent: this.silentS > SILENT_AFTER_S,
      standing: (this.tracker?.still ?? 1) > SURE,
      level: Math.round(LEVELS * Math.min(1, Math.max(0, (this.hearing.level + 7) / 6))) / LEVELS,
    };
  }

  private learnEvenly(): TurnPattern {
    return learnPatternBetween(this.moments, this.marks[0]!, this.moments.length, TAUGHT_TURNS);
  }

  private learn(pattern: TurnPattern): void {
    // They were turned, whether or not they taught it anything.
    this.taught += TAUGHT_TURNS;
    if (pattern.clarity >= CLEAR_ENOUGH && this.moments.length >= FEWEST_MOMENTS) {
      const tracker = new TurnTracker(pattern);
      for (const moment of this.moments) tracker.hear(moment);
      this.pattern = pattern;
      this.tracker = tracker;
      this.startedAt = Math.round(tracker.turned);
    } else this.unclear = true;
    this.moments = [];
    this.marks = [];
  }

  private follow(tracker: TurnTracker, moment: Moment): void {
    tracker.hear(moment);
    const now = Math.floor(tracker.turned - PAST) - this.startedAt;
    this.unsureS = tracker.sure < SURE && tracker.still < SURE ? this.unsureS + MOMENT_S : 0;
    if (this.unsureS > DOUBTS_AFTER_S || tracker.leaps > this.leaps) this.doubtfulFrom ??= this.counted;
    this.leaps = tracker.leaps;
    this.counted = Math.max(this.counted, now);
  }
}
