'use client';

import type { ReactNode } from 'react';
import { chanceInWords, inWords, lengthFigure } from '../../../core/common/format';
import type { Enough, Verdict } from '../../../core/yarn/yardage';
import { Notice, VERDICT_TONES } from '../../../ui/feedback/Notice';
import { useSystem } from '../../../ui/frame/Providers';

/** Is it enough, by how much, and how likely is that? */
export function EnoughVerdict({ enough, children }: { enough: Enough; children?: ReactNode }) {
  const { verdict, probability, marginM } = enough;
  const margin = inWords(lengthFigure(Math.abs(marginM), useSystem()));
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
