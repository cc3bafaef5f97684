'use client';

import { inWords, lengthFigure, massFigure, secondsInWords, sizeFigure } from '../../../core/common/format';
import { secondsPerTurn, steadiness, type RunState } from '../../../core/winding/run';
import { Large } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { WinderDrawing } from '../plan/WinderDrawing';
import { STEADY_WORDS } from '../words';
import type { Winding } from './useWinding';
import { markedInWords } from './windingProgress';
import styles from './WindStage.module.css';

/** What is on the cake and what is left, drawn and in figures. */
export function WindFigures({ winding: { page, state, progress } }: { winding: Winding }) {
  const system = useSystem();
  const { cake, on, wound, remainingG, turns, stopAt, marksHere, uncounted } = progress;
  const { tool } = cake;
  const { gristMPerG } = page.plan;
  const pace = secondsPerTurn(state) ?? cake.secondsPerTurn;
  return (
    <>
      <div className={`${styles.drawing} relative flex-[1_1_0] min-h-0 max-h-[230px] max-tablet:hidden`}>
        <WinderDrawing
          winder={tool}
          cakeDiameterMm={uncounted ? cake.outerDiameterMm : on.diameterMm}
          colourHex={page.colourHex}
          title={`${uncounted ? 'when done' : 'so far'} ${Math.round(uncounted ? cake.outerDiameterMm : on.diameterMm)} mm across`}
          bare
        />
      </div>
      {!uncounted && (
        <>
          <div
            className={`${styles.figures} grid grid-cols-[1fr_1fr] gap-y-3 gap-x-4 leading-[1.2] max-tablet:text-small`}
          >
            <Large figure={lengthFigure(wound.lengthM, system)} label="are wound" />
            <Large figure={massFigure(wound.massG, system)} label="are wound" />
            <Large figure={lengthFigure(remainingG * gristMPerG, system)} label="left to wind" />
            <Large figure={massFigure(remainingG, system)} label="left to wind" />
          </div>
          <p className="text-ink-soft text-body max-tablet:text-body">
            {inWords(sizeFigure(on.diameterMm, system))} across of {inWords(sizeFigure(tool.maxDiameterMm, system))} ·{' '}
            {turns < stopAt && <>about {secondsInWords((stopAt - turns) * pace)} to go · </>}
            <Pace state={state} />
            {marksHere.length > 0 ? markedInWords(marksHere) : 'nothing marked'}
          </p>
        </>
      )}
      {uncounted && (
        <p className="text-ink-soft">{marksHere.length > 0 ? markedInWords(marksHere) : 'Nothing marked'}</p>
      )}
    </>
  );
}

function Pace({ state }: { state: RunState }) {
  const pace = steadiness(state.lately);
  const seconds = secondsPerTurn(state);
  if (!pace || !seconds) return null;
  return (
    <>
      {Math.round(60 / seconds)} a minute, <span data-pace={pace}>{STEADY_WORDS[pace]}</span> ·{' '}
    </>
  );
}
