'use client';

import type { ReactNode } from 'react';
import { chanceInWords, inWords, lengthFigure, massFigure } from '../../../core/common/format';
import type { AskedNeed } from '../../../core/projects/askedNeed';
import type { Enough, Verdict } from '../../../core/yarn/yardage';
import { Notice, VERDICT_TONES } from '../../../ui/feedback/Notice';

/** Is it enough, by how much, and how likely is that? In the units that were asked in. */
export function EnoughVerdict({
  enough: { verdict, probability, marginM },
  need: { amount, shownIn },
  children,
}: {
  enough: Enough;
  need: AskedNeed;
  children?: ReactNode;
}) {
  const figure = 'grams' in amount ? massFigure : lengthFigure;
  const margin = inWords(figure(Math.abs(marginM), shownIn));
  const words: Record<Verdict, string> = {
    enough: `Yes. About ${margin} will be left over.`,
    tight:
      marginM >= 0
        ? `It will be tight: about ${margin} to spare, less than the figures can promise.`
        : `It will be tight.`,
    short: `No. About ${margin} are missing.`,
  };
  return (
    <Notice tone={VERDICT_TONES[verdict]} role="status">
      <strong style={{ fontSize: '1.15rem' }}>{words[verdict]}</strong>
      <div>Chance it is enough: {chanceInWords(probability)}.</div>
      {children}
    </Notice>
  );
}
