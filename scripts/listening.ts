/** `npm run bench -- listening`: how well made-up winders are counted by their sound and by a picture of them. */
import { Ear, TAUGHT_TURNS } from '../core/counting/ear';
import { Eye } from '../core/counting/eye';
import { SAMPLES_PER_S } from '../core/counting/hearing';
import { FRAMES_PER_S, patchOf, type PictureScene, standInPicture } from '../devices/standInPicture';
import { change, evenly, type SoundScene, standInSound, type Stretch } from '../devices/standInSound';
import { evens } from '../tests/support/chance';

/** The ear was tuned on even seeds: these were kept apart. */
const SEEDS = [1, 3, 5, 7, 9, 11, 13, 15];
const SOUNDS: Record<string, Partial<SoundScene>> = {
  'a quiet room': {},
  'a fan': { noise: 0.2 },
  'a radio': { radio: 0.3 },
  'somebody speaks': { speech: 0.3 },
  'speech as loud as the winder': { speech: 1 },
};
const LIGHTS: Record<string, Partial<PictureScene>> = {
  'by day': {},
  'a light that flickers': { flicker: 0.5 },
  'a dim room': { light: 0.3, grain: 25 },
  'a hand comes by': { hand: true },
};

/** How one cranks after the ten turns that teach. */
const WAYS: Record<string, (turnsPerS: number, chance: () => number) => Stretch[]> = {
  evenly: (v) => [evenly(40, v)],
  'faster and slower': (v, chance) =>
    Array.from({ length: 4 }).flatMap(() => {
      const other = v * (0.6 + 0.9 * chance());
      return [change(2, v, other), evenly(5, other), change(2, other, v)];
    }),
  'with pauses': (v, chance) =>
    Array.from({ length: 4 }).flatMap(() => [
      change(0.7, v, 0),
      evenly(1 + 3 * chance(), 0),
      change(0.9, 0, v),
      evenly(6, v),
    ]),
};

interface Tally {
  turns: number;
  missed: number;
  doubled: number;
  /** Scenes in which the count was wrong and nothing was said of it. */
  silently: number;
  msPerS: number;
  /** Seconds from the end of a turn until it is counted, where that was looked at. */
  lateS: number[];
}

/** So many samples at a time come from the microphone. */
const PIECE = 512;

export function listening(): void {
  for (const [way, stretchesOf] of Object.entries(WAYS)) {
    for (const [name, scene] of Object.entries(SOUNDS))
      report(
        `ear, ${way}, ${name}`,
        SEEDS.map((seed) => heard(seed, stretchesOf, scene)),
      );
    for (const [name, scene] of Object.entries(LIGHTS))
      report(
        `eye, ${way}, ${name}`,
        SEEDS.slice(0, 3).map((seed) => seen(seed, stretchesOf, scene)),
      );
  }
}

function heard(seed: number, stretchesOf: (typeof WAYS)[string], scene: Partial<SoundScene>): Tally {
  const chance = evens(seed);
  const v = 0.8 + 0.9 * ((0.37 * seed) % 1);
  const quietS = 13 / v;
  const { samples, turnsAtS } = standInSound({
    seed,
    stretches: [evenly(quietS, v), ...stretchesOf(v, chance)],
    quietS,
    ...scene,
  });
  const marks = turnsAtS.slice(1, TAUGHT_TURNS + 2).map((at) => at + 0.2 * (chance() - 0.5));
  const ear = new Ear();
  let [marked, doubted, spentMs] = [0, false, 0];
  const lateS: number[] = [];
  for (let i = 0; i < samples.length; i += PIECE) {
    const before = ear.report();
    for (; i / SAMPLES_PER_S >= (marks[marked] ?? Infinity); marked++) ear.mark();
    const fromMs = performance.now();
    ear.hear(samples.subarray(i, i + PIECE));
    spentMs += performance.now() - fromMs;
    const { stage, turns, doubtful } = ear.report();
    doubted ||= doubtful !== null;
    const endedS = turnsAtS[turns + 1];
    if (before.stage === 'counting' && stage === 'counting' && turns === before.turns + 1 && endedS !== undefined)
      lateS.push((i + PIECE) / SAMPLES_PER_S - endedS);
  }
  // Told by their number: a mark that comes a little before its turn makes none more of them.
  const turned = turnsAtS.length - (TAUGHT_TURNS + 2);
  const off = ear.report().turns - TAUGHT_TURNS - turned;
  return { ...tally(turned, off, doubted, (spentMs * SAMPLES_PER_S) / samples.length), lateS };
}

function seen(seed: number, stretchesOf: (typeof WAYS)[string], scene: Partial<PictureScene>): Tally {
  const chance = evens(seed);
  const v = 0.8 + 1.5 * ((0.37 * seed) % 1);
  let eye: Eye | undefined;
  let [n, done, spentMs] = [0, 0, 0];
  const stretches = [evenly(0.5, 0), change(1, 0, v), ...stretchesOf(v, chance)];
  for (const { frame, turned } of standInPicture({ seed, stretches, ...scene })) {
    const patch = patchOf(frame);
    const fromMs = performance.now();
    if (eye) eye.see(patch, n / FRAMES_PER_S);
    else eye = new Eye(patch);
    spentMs += performance.now() - fromMs;
    [n, done] = [n + 1, turned];
  }
  const { passes, doubtful } = eye!.report();
  return tally(Math.floor(done), passes - Math.floor(done), doubtful !== null, (spentMs * FRAMES_PER_S) / n);
}

/** Where a turn ends is a matter of taste: one more or less at the end is none. */
function tally(turns: number, off: number, doubted: boolean, msPerS: number): Tally {
  const wrong = Math.max(0, Math.abs(off) - 1);
  return {
    turns,
    missed: off < 0 ? wrong : 0,
    doubled: off > 0 ? wrong : 0,
    silently: wrong > 0 && !doubted ? 1 : 0,
    msPerS,
    lateS: [],
  };
}

function report(name: string, tallies: readonly Tally[]): void {
  const sum = (of: (tally: Tally) => number) => tallies.reduce((total, tally) => total + of(tally), 0);
  // One that was missed puts all that follow a turn late; of them nothing can be told.
  const lateS = tallies.flatMap((each) => (each.missed + each.doubled > 0 ? [] : each.lateS)).sort((a, b) => a - b);
  const lateWords = [0.5, 0.95].map((share) => lateS[Math.floor(share * lateS.length)]?.toFixed(2)).join(' and ');
  const perThousand = (of: (tally: Tally) => number) => ((1000 * sum(of)) / sum(({ turns }) => turns)).toFixed(1);
  console.log(
    `${name.padEnd(56)} ${sum(({ turns }) => turns)} turns, of 1,000 missed ${perThousand(({ missed }) => missed)}, ` +
      `doubled ${perThousand(({ doubled }) => doubled)}; wrong without a word ${sum(({ silently }) => silently)} of ${tallies.length}; ` +
      `${(sum(({ msPerS }) => msPerS) / tallies.length / 10).toFixed(1)} % of a core` +
      (lateS.length > 0 ? `; ${lateWords} s late (half and 95 % of them)` : ''),
  );
}
