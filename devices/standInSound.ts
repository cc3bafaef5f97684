import { SAMPLES_PER_S } from '../core/counting/hearing';

/** Sounds of a winder at a table, made up: what a counter that listens is tried on, since no recording of a real one ships. */

/** A stretch of cranking: it goes evenly from one speed to another. Standing still: both 0. */
export interface Stretch {
  seconds: number;
  fromTurnsPerS: number;
  toTurnsPerS: number;
}

/** Cranking that goes from one speed to another. */
export const change = (seconds: number, fromTurnsPerS: number, toTurnsPerS: number): Stretch => ({
  seconds,
  fromTurnsPerS,
  toTurnsPerS,
});

/** Cranking at one speed; standing still at none. */
export const evenly = (seconds: number, turnsPerS: number): Stretch => change(seconds, turnsPerS, turnsPerS);

export interface SoundScene {
  /** The winder's own voice, and every chance in the scene. */
  seed: number;
  stretches: readonly Stretch[];
  /** Loudness beside the winder's clicks: 1 is as loud as they are. */
  noise?: number;
  speech?: number;
  radio?: number;
  /** Nobody speaks and nothing plays before. */
  quietS?: number;
}

export interface StandInSound {
  samples: Float32Array;
  /** When each turn was done. */
  turnsAtS: number[];
}

/** The sound of the scene, and when its turns were done. */
export function standInSound({
  seed,
  stretches,
  noise = 0.02,
  speech = 0,
  radio = 0,
  quietS = 0,
}: SoundScene): StandInSound {
  const chance = even(seed);
  const seconds = stretches.reduce((sum, stretch) => sum + stretch.seconds, 0);
  const samples = new Float32Array(Math.ceil(seconds * SAMPLES_PER_S));
  const winder = voiceOf(chance);
  const turnsAtS = crank(samples, winder, stretches, chance);
  const others = samples.subarray(Math.round(quietS * SAMPLES_PER_S));
  if (speech > 0) speak(others, speech, chance);
  if (radio > 0) play(others, radio, chance);
  for (let i = 0; i < samples.length; i++) samples[i]! += 0.25 * noise * (chance() + chance() + chance() - 1.5);
  return { samples, turnsAtS };
}

/** What one winder sounds like: ticks of its gears at their places in a turn, one of them the loudest. */
interface Tick {
  phase: number;
  loud: number;
  hz: number;
  decayS: number;
}

function voiceOf(chance: () => number): Tick[] {
  const small = 2 + Math.floor(4 * chance());
  const tick = (phase: number, loud: number): Tick => ({
    phase,
    loud,
    hz: 700 * 2 ** (2.3 * chance()),
    decayS: 0.006 + 0.014 * chance(),
  });
  return [
    tick(0, 1),
    ...Array.from({ length: small }, (_, i) =>
      tick((i + 1 + 0.4 * (chance() - 0.5)) / (small + 1), 0.15 + 0.4 * chance()),
    ),
  ];
}

function crank(samples: Float32Array, ticks: readonly Tick[], stretches: readonly Stretch[], chance: () => number) {
  const turnsAtS: number[] = [];
  let at = 0;
  let turned = 0.3;
  let hiss = 0;
  for (const { seconds, fromTurnsPerS, toTurnsPerS } of stretches) {
    const count = Math.round(seconds * SAMPLES_PER_S);
    for (let i = 0; i < count && at < samples.length; i++, at++) {
      // No hand cranks quite evenly: slower on the way up.
      const speed = fromTurnsPerS + ((toTurnsPerS - fromTurnsPerS) * i) / count;
      const before = turned;
      turned += (speed * (1 + 0.12 * Math.sin(2 * Math.PI * turned))) / SAMPLES_PER_S;
      hiss = 0.8 * hiss + 0.2 * (chance() - 0.5);
      samples[at]! += 0.06 * Math.min(1.5, speed) * hiss;
      for (const { phase, loud, hz, decayS } of ticks)
        if (Math.floor(turned - phase) > Math.floor(before - phase))
          burst(
            samples,
            at + Math.round(0.004 * (chance() - 0.5) * SAMPLES_PER_S),
            loud * (0.75 + 0.5 * chance()) * 0.3,
            hz,
            decayS,
            chance,
          );
      if (Math.floor(turned) > Math.floor(before)) turnsAtS.push(at / SAMPLES_PER_S);
    }
  }
  return turnsAtS;
}

/** A short knock: a ringing tone with some noise in it, dying away. */
function burst(samples: Float32Array, from: number, loud: number, hz: number, decayS: number, chance: () => number) {
  const decay = Math.exp(-1 / (decayS * SAMPLES_PER_S));
  let now = loud;
  for (let i = Math.max(0, from); now > loud / 200 && i < samples.length; i++, now *= decay)
    samples[i]! += now * (0.6 * Math.sin((2 * Math.PI * hz * (i - from)) / SAMPLES_PER_S) + 0.8 * (chance() - 0.5));
}

/** Somebody speaks: syllables with their vowels and hisses, sentences with pauses. */
function speak(samples: Float32Array, loud: number, chance: () => number) {
  const pitch = 95 + 130 * chance();
  let at = 0;
  while (at < samples.length) {
    const sentenceEnd = at + (1.5 + 3 * chance()) * SAMPLES_PER_S;
    while (at < sentenceEnd) {
      const length = (0.08 + 0.17 * chance()) * SAMPLES_PER_S;
      if (chance() < 0.3) hissing(samples, at, 0.5 * length, 0.1 * loud, chance);
      else vowel(samples, at, length, 0.2 * loud, pitch * (0.85 + 0.3 * chance()), chance);
      at += Math.round(length * (0.9 + 0.5 * chance()));
    }
    at += Math.round((0.3 + 1.2 * chance()) * SAMPLES_PER_S);
  }
}

function vowel(
  samples: Float32Array,
  from: number,
  length: number,
  loud: number,
  pitchHz: number,
  chance: () => number,
) {
  const [first, second] = [300 + 500 * chance(), 900 + 1400 * chance()];
  const harmonics = Array.from({ length: 24 }, (_, k) => {
    const hz = (k + 1) * pitchHz;
    const formant = Math.exp(-(((hz - first) / 160) ** 2)) + 0.6 * Math.exp(-(((hz - second) / 220) ** 2));
    return { hz, loud: loud * (formant + 0.15 / (k + 1)) };
  });
  for (let i = 0; i < length && from + i < samples.length; i++) {
    const shape = Math.min(1, i / (0.015 * SAMPLES_PER_S), (length - i) / (0.04 * SAMPLES_PER_S));
    let sum = 0;
    for (const { hz, loud } of harmonics) sum += loud * Math.sin((2 * Math.PI * hz * i) / SAMPLES_PER_S);
    samples[from + i]! += shape * sum;
  }
}

function hissing(samples: Float32Array, from: number, length: number, loud: number, chance: () => number) {
  let before = 0;
  for (let i = 0; i < length && from + i < samples.length; i++) {
    const now = chance() - 0.5;
    samples[from + i]! += loud * Math.min(1, i / (0.02 * SAMPLES_PER_S)) * 2 * (now - before);
    before = now;
  }
}

/** A radio: a steady beat of its own, and chords. */
function play(samples: Float32Array, loud: number, chance: () => number) {
  const beatS = 60 / (92 + 40 * chance());
  const root = 110 * 2 ** (Math.floor(12 * chance()) ** 0.5);
  for (let beat = 0; beat * beatS * SAMPLES_PER_S < samples.length; beat++) {
    const at = Math.round(beat * beatS * SAMPLES_PER_S);
    burst(samples, at, 0.3 * loud, beat % 2 ? 190 : 75, beat % 2 ? 0.05 : 0.09, chance);
    burst(samples, at + Math.round((beatS / 2) * SAMPLES_PER_S), 0.1 * loud, 6500, 0.02, chance);
    const chord = [1, 1.25, 1.5].map((ratio) => root * ratio * (beat % 4 < 2 ? 1 : 1.335));
    for (let i = 0; i < beatS * SAMPLES_PER_S && at + i < samples.length; i++)
      for (const hz of chord) samples[at + i]! += 0.03 * loud * Math.sin((2 * Math.PI * hz * i) / SAMPLES_PER_S);
  }
}

/** Repeatable chance: even between 0 and 1. */
export function even(seed: number): () => number {
  let state = (Math.imul(seed, 2654435761) + 12345) >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
