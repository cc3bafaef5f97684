'use client';

import { lowerFirst } from '../../core/common/format';
import type { LeavingWay } from '../../core/twist/strandWays';
import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { PictureChoice } from './PictureChoice';
import { leavingPictures } from './ways';

/** Asks how the strand left a piece, in pictures of it. */
export function LeavingChoice({
  piece: { label, form },
  fromEnd,
  colourHex,
  ...choice
}: {
  piece: { label: string; form: PieceForm };
  fromEnd: PackageEnd;
  colourHex: string;
  id?: string;
  value: LeavingWay | '';
  onChange: (way: LeavingWay | '') => void;
  error: string | undefined;
}) {
  return (
    <PictureChoice
      question={`How did the strand leave ${lowerFirst(label)}?`}
      unknown="did not look"
      pictures={leavingPictures(form, fromEnd, colourHex)}
      {...choice}
    />
  );
}
