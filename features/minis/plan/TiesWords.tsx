'use client';

import type { MiniCaution, MiniNext, MiniTies } from '../../../core/minis/miniTies';
import { Cautions } from '../../../ui/feedback/Cautions';
import { Span } from '../../../ui/figures/Figures';
import { TiesDrawing } from './TiesDrawing';

/** How a mini is tied for what comes next, drawn, and what to mind there. */
export function TiesWords({
  ties,
  next,
  cautions,
  colourHex,
  finishing,
}: {
  ties: MiniTies;
  next: MiniNext;
  cautions: readonly MiniCaution[];
  colourHex: string;
  /** How it is put together afterwards, step by step. */
  finishing?: boolean;
}) {
  return (
    <div className="grid grid-cols-[190px_minmax(0,1fr)] gap-y-1 gap-x-4 items-center max-phone:grid-cols-[minmax(0,1fr)]">
      <TiesDrawing ties={ties} colourHex={colourHex} />
      <div>
        <p>
          <strong>
            {ties.count === 1 ? 'One figure eight' : `${ties.count} figure eights`}, {ties.hold}
          </strong>
          , spread evenly, each through {ties.bundles === 2 ? 'two' : 'three'} bundles of strands;{' '}
          <Span mm={ties.tieM * 1000} /> of yarn to one, <Span mm={ties.allM * 1000} /> in all. The two ends are tied
          together where they meet{ties.count > 2 ? ', with some room too' : ''}.
        </p>
        <p className="mt-1 text-ink-soft">{HOLD_WORDS[next]}</p>
        {finishing && (
          <p className="mt-1 text-ink-soft">
            Then twist it up: one end of the loop over a hook or a knob, turn the other until the mini folds back on
            itself, fold it in half, and put one end through the other. Not before it is dry.
          </p>
        )}
      </div>
      <Cautions cautions={cautions} />
    </div>
  );
}

const HOLD_WORDS: Record<MiniNext, string> = {
  dye: 'A finger has room beneath each tie, or the dye does not get there.',
  wash: 'For washing they may be snug, as long as the water reaches everywhere.',
  sell: 'One holds it in order; twisted up it keeps by itself.',
  store: 'One holds it in order; leave it untwisted if it is to lie for long.',
};
