/**
 * What a microphone hears, as few numbers: how loud each band of the sound is at a moment, beside how loud it is around. A
 * fan, a hum or a held note is around; a tick of gears stands out.
 */

/** What the sound is listened to at; a browser brings it to this rate. */
export const SAMPLES_PER_S = 16_000;
/** Samples to a moment: 16 ms. */
export const MOMENT_SAMPLES = 256;
export const MOMENT_S = MOMENT_SAMPLES / SAMPLES_PER_S;

/** The middles of the bands, in hertz. */
export const BANDS_HZ = [220, 340, 520, 800, 1230, 1900, 2900, 4400, 6400] as const;

/** How loud each band is at a moment and around it, in decades of power. */
export interface Moment {
  now: Float32Array;
  around: Float32Array;
}

/** Below this power nothing is heard: quieter than a room at night through a good microphone. */
const FLOOR = 1e-8;
/** What was heard lingers, so that a tick a little beside its place is still the same tick: decades lost in a moment. */
const FADES = 0.25;
/** What is around follows what is heard: slowly when it grows louder, soon when it grows quieter. */
const AROUND = { up: 0.02, down: 0.06 };
/** It is never much louder around than it is. */
const AROUND_AT_MOST = 0.5;
/** How wide a band is: its middle by its width. */
const SHARPNESS = 2;

interface Band {
  b0: number;
  a1: number;
  a2: number;
  x1: number;
  x2: number;
  y1: number;
  y2: number;
  power: number;
  now: number;
  around: number;
}

/** Takes sound as it comes, in pieces of any length, and gives the moments that are whole. */
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
      if (++this.inMoment === MOMENT_SAMPLES) moments.push(this.moment());
    }
    return moments;
  }

  private moment(): Moment {
    for (const band of this.bands) {
      const heard = Math.log10(FLOOR + band.power / MOMENT_SAMPLES);
      band.now = Math.max(heard, band.now - FADES);
      if (!this.started) band.around = band.now;
      band.around += band.now > band.around ? AROUND.up : -AROUND.down;
      band.around = Math.min(band.around, band.now + AROUND_AT_MOST);
      band.power = 0;
    }
    this.started = true;
    this.level = Math.log10(FLOOR + this.power / MOMENT_SAMPLES);
    this.power = 0;
    this.inMoment = 0;
    return {
      now: Float32Array.from(this.bands, ({ now }) => now),
      around: Float32Array.from(this.bands, ({ around }) => around),
    };
  }
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
    now: Math.log10(FLOOR),
    around: Math.log10(FLOOR),
  };
}
