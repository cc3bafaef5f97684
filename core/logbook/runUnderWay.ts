import type { MiniStage } from '../minis/miniRun';
import type { Stage, WoundOnto } from '../winding/run';

/** What waits on the bench: a winding, or the minis of a skein, with the count at which it stands. */
export type RunUnderWay = {
  id: number;
  yarnName: string;
  colourHex: string;
  pieceLabel: string;
  massG: number;
  /** The cake, or the mini, in hand; counted from 0, of so many. */
  part: number;
  parts: number;
  /** Turns, wraps or loops of the one in hand; null where it is just wound, without a count. */
  counted: number | null;
  toCount: number;
  /** Why it stands still; null while it goes on. */
  stopped: string | null;
} & (
  | {
      kind: 'wind';
      stage: Stage;
      /** What the cake in hand will be called. */
      label: string;
      /** What it is wound onto. */
      tool: { onto: WoundOnto; name: string };
    }
  | { kind: 'minis'; stage: MiniStage }
);
