'use client';

import { useRef } from 'react';
import { coloursAlong } from '../../../core/yarn/coloursAlong';
import { Cue } from '../../../ui/bench/Cue';
import { STOP_WORDS } from '../words';
import { LengthRuler } from './LengthRuler';
import { useWinding, type WoundRun } from './useWinding';
import { WindActs } from './WindActs';
import { WindCount } from './WindCount';
import { WindFigures } from './WindFigures';
import { WindNews } from './WindNews';
import { marksAlong } from './windingProgress';

/** The turning itself: one large count, what is on the cake and what is left, and what to mind just now. */
export function WindStage({ onBack, ...run }: WoundRun & { onBack: () => void }) {
  const countButton = useRef<HTMLButtonElement>(null);
  const winding = useWinding(run, countButton);
  const { page, state, onDone } = run;
  const { plan } = page;
  const { cue, turns, uncounted, woundM } = winding.progress;
  const along = [...plan.faults, ...marksAlong(page, state)];
  const strandM = plan.cakes.at(-1)!.startM + plan.cakes.at(-1)!.lengthM;
  return (
    <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto_auto] gap-y-3 gap-x-6 min-h-[min(640px,calc(100dvh_-_200px))] max-tablet:grid-cols-[minmax(0,1fr)] max-tablet:grid-rows-[none] max-tablet:min-h-0 max-tablet:gap-2">
      <div className="col-span-full">
        <Cue cue={state.stopped ? 'stopped' : cue}>
          {state.stopped
            ? `Stopped${uncounted ? '' : ` at ${turns}`}: ${STOP_WORDS[state.stopped.reason]}`
            : winding.words}
        </Cue>
      </div>

      <WindCount winding={winding} countButton={countButton} onDone={onDone} />

      <div className="flex flex-col justify-between gap-3 min-w-0 max-tablet:gap-2">
        <WindFigures winding={winding} />
        <WindNews winding={winding} />
      </div>

      <div className="[&_figure]:m-0 col-span-full">
        <LengthRuler
          cakes={plan.cakes.map((each) => ({ ...each, winder: each.tool }))}
          gristMPerG={plan.gristMPerG}
          faults={along}
          colours={plan.colours.length > 0 ? plan.colours : coloursAlong(strandM, along, null)}
          colourHex={page.colourHex}
          at={{ woundM }}
        />
      </div>

      <WindActs winding={winding} onDone={onDone} onBack={onBack} />
    </div>
  );
}
