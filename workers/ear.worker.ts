import { Ear, type EarReport } from '../core/counting/ear';
import type { TurnPattern } from '../core/counting/turnPattern';

/** What the page tells the ear: where the sound comes from, what it knows already, and what the hands do. */
export type ToEar = { sound: MessagePort; pattern: TurnPattern | null } | 'mark' | 'mark ten' | 'trust';
/** What it says several times a second; with what it learned, once. */
export type FromEar = EarReport & { learned?: TurnPattern };

let ear = new Ear();
let learned: TurnPattern | undefined;

/** A turn is shown at once; how loud it is, only after so many pieces of sound: a page need not be drawn more often. */
const PIECES_UNSHOWN = 3;
let shownTurns: number | undefined;
let unshownPieces = 0;

self.onmessage = ({ data }: MessageEvent<ToEar>) => {
  if (data === 'mark') ear.mark();
  else if (data === 'mark ten') ear.markTen();
  else if (data === 'trust') ear.trust();
  else {
    ear = new Ear(data.pattern ?? undefined);
    learned = ear.pattern;
    data.sound.onmessage = ({ data: samples }: MessageEvent<Float32Array>) => {
      ear.hear(samples);
      if (++unshownPieces >= PIECES_UNSHOWN || ear.report().turns !== shownTurns) say();
    };
  }
  if (typeof data === 'string') say();
};

function say(): void {
  const report: FromEar = ear.report();
  shownTurns = report.turns;
  unshownPieces = 0;
  if (ear.pattern !== learned) report.learned = learned = ear.pattern;
  self.postMessage(report);
}
