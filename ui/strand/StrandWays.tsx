'use client';

import type { PackageEnd } from '../../core/faults';
import type { Form } from '../../core/piece';
import { type LayingWay, type LeavingWay, waysToLeave } from '../../core/strandWays';
import { PictureChoice } from './PictureChoice';
import { LayingPicture, LeavingPicture } from './WayPictures';
import { layingWords, leavingWords } from './wayWords';

/** How a strand left what it was on, asked in pictures. */
export function LeavingChoice({
  form,
  end,
  colourHex,
  value,
  onChange,
  question,
  unknown,
  error,
  small,
}: {
  form: Form;
  end: PackageEnd;
  colourHex: string;
  value: LeavingWay | '';
  onChange: (way: LeavingWay | '') => void;
  question: string;
  unknown?: string;
  error?: string;
  small?: boolean;
}) {
  return (
    <PictureChoice
      question={question}
      value={value}
      onChange={onChange}
      unknown={unknown}
      error={error}
      small={small}
      pictures={waysToLeave(form, end).map((way) => ({
        value: way,
        ...leavingWords(way, form, end),
        picture: <LeavingPicture way={way} form={form} end={end} colourHex={colourHex} />,
      }))}
    />
  );
}

/** How it was laid, asked in pictures. */
export function LayingChoice({
  ways,
  colourHex,
  value,
  onChange,
  question,
  unknown,
  error,
  small,
}: {
  ways: readonly LayingWay[];
  colourHex: string;
  value: LayingWay | '';
  onChange: (way: LayingWay | '') => void;
  question: string;
  unknown?: string;
  error?: string;
  small?: boolean;
}) {
  return (
    <PictureChoice
      question={question}
      value={value}
      onChange={onChange}
      unknown={unknown}
      error={error}
      small={small}
      pictures={ways.map((way) => ({
        value: way,
        ...layingWords(way),
        picture: <LayingPicture way={way} colourHex={colourHex} />,
      }))}
    />
  );
}

export const ON_A_SPINDLE: readonly LayingWay[] = ['spindle cw', 'spindle ccw'];
export const BY_HAND: readonly LayingWay[] = ['carried cw', 'carried ccw', 'spindle cw', 'spindle ccw'];
export const ROUND_A_REEL: readonly LayingWay[] = ['reel', 'carried cw', 'carried ccw'];
