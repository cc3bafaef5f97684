import type { Patch } from '../core/counting/eye';
import { even, type Stretch } from './standInSound';

/** Pictures of a crank with a sticker, made up: what a counter that looks is tried on. */

export const FRAMES_PER_S = 30;
export const WIDTH = 160;
export const HEIGHT = 120;

export interface PictureScene {
  seed: number;
  stretches: readonly Stretch[];
  /** How much the light flickers, as a share. */
  flicker?: number;
  /** How bright it is: 1 is day. */
  light?: number;
  /** How unquiet each point is, of 255. */
  grain?: number;
  /** A hand comes by the sticker's place now and then. */
  hand?: boolean;
}

/** One picture: red, green, blue and an unused byte for each point. */
export type Frame = Uint8ClampedArray;

/** The crank's middle, its length and the sticker's size, in points. */
const MIDDLE = { x: 80, y: 60 };
const ARM = 38;
const STICKER = 8;
/** Where the sticker is at the end of each turn: at the top. */
export const STICKER_AT = { x: MIDDLE.x / WIDTH, y: (MIDDLE.y - ARM) / HEIGHT };

/** The frames of the scene, each with the turns that are done by then. */
export function* standInPicture(scene: PictureScene): Generator<{ frame: Frame; turned: number }> {
  const { stretches, seed, flicker = 0.25, light = 1, grain = 12, hand = false } = scene;
  const chance = even(seed);
  let turned = 0;
  let n = 0;
  for (const { seconds, fromTurnsPerS, toTurnsPerS } of stretches) {
    const count = Math.round(seconds * FRAMES_PER_S);
    for (let i = 0; i < count; i++, n++) {
      turned += (fromTurnsPerS + ((toTurnsPerS - fromTurnsPerS) * i) / count) / FRAMES_PER_S;
      const bright = light * (1 + flicker * Math.sin(2.2 * n));
      yield { frame: draw(turned, bright, grain, hand && n % 400 > 340, chance), turned };
    }
  }
}

function draw(turned: number, bright: number, grain: number, hand: boolean, chance: () => number): Frame {
  const frame = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  const angle = 2 * Math.PI * turned - Math.PI / 2;
  const [x0, y0] = [MIDDLE.x + ARM * Math.cos(angle), MIDDLE.y + ARM * Math.sin(angle)];
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const along = ((x - MIDDLE.x) * Math.cos(angle) + (y - MIDDLE.y) * Math.sin(angle)) / ARM;
      const beside = Math.abs((x - MIDDLE.x) * Math.sin(angle) - (y - MIDDLE.y) * Math.cos(angle));
      let colour: readonly [number, number, number] = [120, 96, 70];
      if (beside < 4 && along > 0 && along < 1.2) colour = [90, 92, 96];
      if (Math.hypot(x - x0, y - y0) < STICKER) colour = [225, 40, 150];
      if (hand && y < 45 && Math.abs(x - 80) < 20) colour = [205, 150, 120];
      const noise = grain * (chance() - 0.5);
      for (let c = 0; c < 3; c++) frame[4 * (y * WIDTH + x) + c] = colour[c]! * bright + noise;
      frame[4 * (y * WIDTH + x) + 3] = 255;
    }
  return frame;
}

const PATCH_SIDE = 26;

/** The piece of a frame about the place where the sticker comes by. */
export function patchOf(frame: Frame): Patch {
  const rgba = new Uint8ClampedArray(4 * PATCH_SIDE * PATCH_SIDE);
  const left = Math.round(STICKER_AT.x * WIDTH - PATCH_SIDE / 2);
  const top = Math.round(STICKER_AT.y * HEIGHT - PATCH_SIDE / 2);
  for (let y = 0; y < PATCH_SIDE; y++) {
    const from = 4 * ((y + top) * WIDTH + left);
    rgba.set(frame.subarray(from, from + 4 * PATCH_SIDE), 4 * y * PATCH_SIDE);
  }
  return { side: PATCH_SIDE, rgba };
}
