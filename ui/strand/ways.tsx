import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { type LayingWay, type LeavingWay, waysToLeave } from '../../core/twist/strandWays';
import type { Picture } from './PictureChoice';
import { LayingPicture, LeavingPicture } from './WayPictures';
import { layingWords, leavingWords } from './wayWords';

/** The ways that a strand can leave a piece from one of its ends, as pictures to choose from. */
export function leavingPictures(form: PieceForm, end: PackageEnd, colourHex: string): Picture<LeavingWay>[] {
  return waysToLeave(form, end).map((way) => ({
    value: way,
    ...leavingWords(way, form, end),
    picture: <LeavingPicture way={way} form={form} end={end} colourHex={colourHex} />,
  }));
}

/** Some ways of laying it. */
export function layingPictures(ways: readonly LayingWay[], colourHex: string): Picture<LayingWay>[] {
  return ways.map((way) => ({
    value: way,
    ...layingWords(way),
    picture: <LayingPicture way={way} colourHex={colourHex} />,
  }));
}

export const ON_A_SPINDLE: readonly LayingWay[] = ['spindle cw', 'spindle ccw'];
export const BY_HAND: readonly LayingWay[] = ['carried cw', 'carried ccw', 'spindle cw', 'spindle ccw'];
export const ROUND_A_REEL: readonly LayingWay[] = ['reel', 'carried cw', 'carried ccw'];
