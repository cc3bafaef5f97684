/**
 * What a microphone hears, as few numbers: how loud the knocks in each band of the sound are, beside what lasts there. A
 * fan, a hum, a held note or a vowel lasts; a tick of gears is over before a syllable has begun.
 */

/** What the sound is listened to at; a browser brings it to this rate. */
export const SAMPLES_PER_S = 16_000;
/** Samples to a moment: 16 ms. */
export const MOMENT_SAMPLES = 256;
export const MOMENT_S = MOMENT_SAMPLES / SAMPLES_PER_S;

/** The middles of the bands, in hertz. */
export const BANDS_HZ = [360, 480, 640, 850, 1100, 1400, 1800, 2250, 2800, 3400, 4100, 4900, 5800, 6800] as const;
/** What was learned by another way of hearing is of no use: one more whenever a moment comes to mean something else. */
export const HEARING = 2;

/** How loud each band is at a moment with its knocks, and what lasts around them, in decades of power. */
export interface Moment {
  now: Float32Array;
  around: Float32Array;
}

/** Below this power nothing is heard: quieter than a room at night through a good microphone. */
const FLOOR = 1e-8;
/** A knock lingers, so that a tick a little beside its place is still the same tick: decades lost in a moment. */
const FADES = 0.25;
/** How soon what is usually around follows what lasts, within a moment. */
const FOLLOWS = 0.05;
/** How narrow a band is: its middle by its width. Narrow enough to hear a tick beside the notes of a voice. */
const SHARPNESS = 6;

/** Knocks are told from what lasts in steps of 4 ms. */
const STEP_SAMPLES = 64;
/** A voice is made of pulses: what comes again within so many steps has not been away. Deep voices have 85 in a second. */
const GAP_STEPS = 3;
/** What is over within so many steps, 36 ms, is a knock. */
const KNOCK_STEPS = 9;
/** Only then is it known whether it was one. */
const LATE_STEPS = GAP_STEPS - 1 + KNOCK_STEPS - 1;

interface Band {
  b0: number;
  a1: number;
  a2: number;
  x1: number;
  x2: number;
  y1: number;
  y2: number;
  power: number;
  parted: (power: number) => { lasting: number; knock: number };
  /** Of the moment in hand. */
  lasting: number;
  knock: number;
  lingering: number;
  usual: number;
}

/** Takes sound as it comes, in pieces of any length, and gives the moments that are whole, some 40 ms late. */
export class Hearing {
  private readonly bands = BANDS_HZ.map(bandPass);
  private started = false;
  private inMoment = 0;
  private power = 0;
  /** How loud the last whole moment was, in decades of power below a full one. */
  level = Math.log10(FLOOR);

  hear(samples: Float32Array): Moment[] {
    const moments: Moment[] = [];
    for (const sample of samples) {
      this.power += sample * sample;
      for (const band of this.bands) {
        const y = band.b0 * (sample - band.x2) - band.a1 * band.y1 - band.a2 * band.y2;
        band.x2 = band.x1;
        band.x1 = sample;
        band.y2 = band.y1;
        band.y1 = y;
        band.power += y * y;
      }
      if (++this.inMoment % STEP_SAMPLES === 0) this.step();
      if (this.inMoment === MOMENT_SAMPLES) moments.push(this.moment());
    }
    return moments;
  }

  private step(): void {
    for (const band of this.bands) {
      // Each step's part in the mean of the moment.
      const { lasting, knock } = band.parted(band.power / MOMENT_SAMPLES);
      band.lasting += lasting;
      band.knock += knock;
      band.power = 0;
    }
  }

  private moment(): Moment {
    const heard = this.bands.map((band) => {
      const lasting = Math.log10(FLOOR + band.lasting);
      band.lingering = Math.max(band.knock, band.lingering * 10 ** -FADES);
      band.usual += this.started ? FOLLOWS * (lasting - band.usual) : lasting;
      band.lasting = band.knock = 0;
      const around = Math.max(lasting, band.usual);
      return { now: Math.log10(10 ** around + band.lingering), around };
    });
    this.started = true;
    this.level = Math.log10(FLOOR + this.power / MOMENT_SAMPLES);
    this.power = 0;
    this.inMoment = 0;
    return {
      now: Float32Array.from(heard, ({ now }) => now),
      around: Float32Array.from(heard, ({ around }) => around),
    };
  }
}

/**
 * Parts the power of a band, step by step, into what lasts and the knocks on top of it: gaps that are shorter than a
 * pulse of a voice are filled, then peaks that are shorter than a knock are cut off.
 */
function parting(): Band['parted'] {
  const [fill, unfill] = [latest(GAP_STEPS, Math.max), latest(GAP_STEPS, Math.min)];
  const [cut, uncut] = [latest(KNOCK_STEPS, Math.min), latest(KNOCK_STEPS, Math.max)];
  const then = latest(LATE_STEPS + 1, (first) => first!);
  return (power) => {
    const lasting = uncut(cut(unfill(fill(power))));
    return { lasting, knock: Math.max(0, then(power) - lasting) };
  };
}

/** Something of the last values, the earliest of them first. */
function latest(count: number, of: (...values: number[]) => number): (value: number) => number {
  const values: number[] = [];
  return (value) => {
    values.push(value);
    if (values.length > count) values.shift();
    return of(...values);
  };
}

/** A second-order band-pass of unit gain at its middle, by the usual bilinear form. */
function bandPass(hz: number): Band {
  const turn = (2 * Math.PI * hz) / SAMPLES_PER_S;
  const alpha = Math.sin(turn) / (2 * SHARPNESS);
  const a0 = 1 + alpha;
  return {
    b0: alpha / a0,
    a1: (-2 * Math.cos(turn)) / a0,
    a2: (1 - alpha) / a0,
    ...{ x1: 0, x2: 0, y1: 0, y2: 0, power: 0 },
    parted: parting(),
    ...{ lasting: 0, knock: 0, lingering: 0, usual: 0 },
  };
}
