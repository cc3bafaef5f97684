import { median } from '../common/median';

/** A small piece of a picture: red, green, blue and an unused byte for each of its points, row by row. */
export interface Patch {
  side: number;
  rgba: Uint8ClampedArray;
}

/** A colour without its brightness, so that light that flickers changes nothing: the shares of red and green. */
interface Hue {
  red: number;
  green: number;
}

/** Points this near to a colour have it: what is too bright or too dark for a camera changes its hue a little. */
const NEAR = 0.13;
/** A point darker than this has no colour that could be told. */
const DARK = 14;
/** The sticker has come when so much of what was there at the tap is there again, and gone at so much. */
const COME = 0.5;
const GONE = 0.2;
/** For so long none of it is seen before it is gone: a light that flickers may hide it for a frame or two. */
const GONE_AFTER_S = 0.1;
/** Passes closer than this share of the usual time are a hand that rocks; a gap within these has one missed in it. */
const ROCKS = 0.45;
const MISSED = [1.7, 2.6] as const;
const USUAL_OF = 5;
/**
 * Something else is before the place once it is by such a share brighter or darker than usual, for so long. Light flickers,
 * so that is told from some frames together; the usual follows slowly.
 */
const COVERED = 0.25;
const COVERED_AFTER_S = 0.3;
const TOGETHER = 0.08;
const FOLLOWS = 0.02;
/** It is noticed so much late. What came round meanwhile is counted, where no more than so many would have. */
const NOTICED_S = 0.3;
const MOST_HIDDEN = 6;
/** So near to whole turns, in parts of one, is a gap in which one cranked on; and a picture comes so late at most. */
const STEADY = 0.1;
const FRAME_S = 1 / 30;
const DARK_AFTER_S = 1;
/** Away for longer than this, and than it takes to come round. */
const AWAY_AFTER_S = 2;

/** What the eye can say at any moment. */
export interface EyeReport {
  /** How often the sticker has come by. */
  passes: number;
  /** The passes since it was not sure of one; null where it is. */
  doubtful: number | null;
  dark: boolean;
  /** Not come by for a while: it stands still, or is out of sight. */
  away: boolean;
}

/** Counts how often a bright sticker comes by a place that was tapped while the sticker was there. */
export class Eye {
  private readonly hue: Hue;
  private readonly atTap: number;
  private here = true;
  private seenS: number | undefined;
  private passes = 0;
  private lastS: number | undefined;
  private gaps: number[] = [];
  private doubtfulFrom: number | null = null;
  private darkFromS: number | undefined;
  private usual: number | undefined;
  private bright: number;
  private openS: number | undefined;
  /** When the place was covered since the last pass. */
  private covered: { fromS: number; toS: number } | null = null;
  private nowS = 0;
  private cameS: number | undefined;

  /**
   * @param tapped the piece of the picture about the tap, the sticker in its middle
   * @throws RangeError where the sticker's colour is like that of what is around it
   */
  constructor(tapped: Patch) {
    this.hue = hueOf(tapped, (x, y) => Math.hypot(x, y) < 0.2);
    this.atTap = shareOf(tapped, this.hue);
    this.bright = brightness(tapped);
    if (this.atTap < 0.04 || this.atTap > 0.6) throw new RangeError('the sticker looks like what is around it');
  }

  see(patch: Patch, atS: number): void {
    this.nowS = atS;
    this.cameS ??= atS;
    const bright = brightness(patch);
    this.darkFromS = bright < DARK ? (this.darkFromS ?? atS) : undefined;
    const share = shareOf(patch, this.hue) / this.atTap;
    if (share >= GONE) this.seenS = atS;
    this.seenS ??= atS;
    if (this.here && atS - this.seenS > GONE_AFTER_S) this.here = false;
    else if (!this.here && share > COME) {
      this.here = true;
      this.come(atS);
    }
    this.watchPlace(bright, share, atS);
  }

  /** Somebody has looked: the count is right, also of what is hidden just now. */
  trust(): void {
    this.doubtfulFrom = null;
    if (this.covered) this.lastS = undefined;
  }

  report(): EyeReport {
    return {
      passes: this.passes,
      doubtful: this.doubtfulFrom === null ? null : this.passes - this.doubtfulFrom,
      dark: this.darkFromS !== undefined && this.nowS - this.darkFromS > DARK_AFTER_S,
      away: this.nowS - (this.cameS ?? this.nowS) > Math.max(AWAY_AFTER_S, MISSED[0] * this.shortestGapS()),
    };
  }

  /** A rest makes one gap long, and not the next. */
  private shortestGapS(): number {
    return this.gaps.length === 0 ? 0 : Math.min(...this.gaps);
  }

  /** What covers the place hides the sticker too. */
  private watchPlace(bright: number, share: number, atS: number): void {
    if (share >= GONE) {
      this.openS = atS;
      return;
    }
    this.bright += TOGETHER * (bright - this.bright);
    this.usual ??= this.bright;
    if (Math.abs(this.bright / this.usual - 1) < COVERED) {
      this.openS = atS;
      this.usual += FOLLOWS * (this.bright - this.usual);
    } else if (this.openS !== undefined && atS - this.openS > COVERED_AFTER_S) {
      this.doubtfulFrom ??= this.passes;
      this.covered = { fromS: this.covered?.fromS ?? this.openS, toS: atS };
    }
  }

  private come(atS: number): void {
    const usual = this.gaps.length >= USUAL_OF ? median(this.gaps) : undefined;
    const gap = this.lastS === undefined ? undefined : atS - this.lastS;
    this.cameS = atS;
    let hidden = 0;
    if (gap !== undefined && usual !== undefined) {
      if (gap < ROCKS * usual) {
        this.doubtfulFrom ??= this.passes;
        return;
      }
      if (gap > MISSED[0] * usual && gap < MISSED[1] * usual) this.doubtfulFrom ??= this.passes;
      hidden = this.hiddenIn(gap, atS);
    }
    this.passes += 1 + hidden;
    this.lastS = atS;
    this.covered = null;
    if (gap !== undefined) this.gaps = [...this.gaps, gap / (1 + hidden)].slice(-USUAL_OF);
  }

  /** How many passes were hidden since the last: those that would have come while the place was covered, if one went on. */
  private hiddenIn(gap: number, atS: number): number {
    if (this.covered === null) return 0;
    const roundS = this.gaps.reduce((sum, each) => sum + each, 0) / this.gaps.length;
    const rounds = Math.round(gap / roundS);
    const wasSteady = Math.abs(gap / roundS - rounds) < STEADY + FRAME_S / roundS;
    const [first, last] = [atS - gap + gap / rounds, atS - gap / rounds];
    const wereCovered = first > this.covered.fromS - NOTICED_S && last < this.covered.toS + NOTICED_S;
    return wasSteady && wereCovered && rounds - 1 <= MOST_HIDDEN ? rounds - 1 : 0;
  }
}

/** The colour of the points within, seen from the middle in parts of the patch's side. */
function hueOf({ side, rgba }: Patch, within: (x: number, y: number) => boolean): Hue {
  let [red, green, all] = [0, 0, 1e-9];
  for (let i = 0; i < side * side; i++) {
    const [r, g, b] = [rgba[4 * i]!, rgba[4 * i + 1]!, rgba[4 * i + 2]!];
    if (!within((i % side) / side - 0.5, Math.floor(i / side) / side - 0.5)) continue;
    red += r;
    green += g;
    all += r + g + b;
  }
  return { red: red / all, green: green / all };
}

function apart(one: Hue, other: Hue): number {
  return Math.hypot(one.red - other.red, one.green - other.green);
}

/** How much of a patch has this colour, as a share. */
function shareOf({ side, rgba }: Patch, hue: Hue): number {
  let near = 0;
  for (let i = 0; i < 4 * side * side; i += 4) {
    const all = rgba[i]! + rgba[i + 1]! + rgba[i + 2]!;
    if (all > 3 * DARK && apart({ red: rgba[i]! / all, green: rgba[i + 1]! / all }, hue) < NEAR) near++;
  }
  return near / (side * side);
}

function brightness({ side, rgba }: Patch): number {
  let sum = 0;
  for (let i = 0; i < 4 * side * side; i += 4) sum += rgba[i]! + rgba[i + 1]! + rgba[i + 2]!;
  return sum / (3 * side * side);
}
