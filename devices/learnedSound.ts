import { Ear, TAUGHT_TURNS } from '../core/counting/ear';
import { SAMPLES_PER_S } from '../core/counting/hearing';
import { evenly, standInSound } from './standInSound';

/** What the made-up winder of a seed sounds like, learned from ten turns that were counted, as a browser keeps it. */
export function learnedSound(seed: number): string {
  const { samples, turnsAtS } = standInSound({ seed, stretches: [evenly(8, 1.5)] });
  const ear = new Ear();
  let at = 0;
  for (const turnAt of turnsAtS.slice(0, TAUGHT_TURNS + 1)) {
    const to = Math.round(turnAt * SAMPLES_PER_S);
    ear.hear(samples.subarray(at, to));
    ear.mark();
    at = to;
  }
  return JSON.stringify(ear.pattern);
}
