'use client';

import type { TwistLine } from '../../server/twist/twist';
import { Twist } from '../../ui/figures/Figures';
import { percentWords } from '../../ui/strand/lyingWords';

/** What working a piece does to its twist, in a line. */
export function TwistLineWords({ line: { gap, worked } }: { line: TwistLine }) {
  if (gap || !worked) return <span className="text-ink-soft">not known: see what is missing</span>;
  const { end, mostPerM, percent, grade } = worked;
  const from = `pulled from the ${end === 'inner' ? 'centre' : 'outside'}`;
  if (percent === null)
    return (
      <>
        {from}: up to <Twist perM={Math.abs(mostPerM)} /> {mostPerM < 0 ? 'S' : 'Z'} more
      </>
    );
  return (
    <span
      data-grade={grade}
      className="font-semibold data-[grade=seen]:text-amber data-[grade=trouble]:text-madder data-[grade=hardly]:text-lichen"
    >
      {from}: {percent > 0 ? 'gains' : 'loses'} up to {percentWords(percent)} %
      {grade === 'trouble' ? ', a problem' : grade === 'seen' ? ', noticeable' : ', hardly noticeable'}
    </span>
  );
}
