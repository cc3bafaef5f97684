'use client';

import { Button } from 'antd';
import type { RefObject } from 'react';
import type { StopReason } from '../../../core/winding/run';
import { CountButton, handHint } from '../../../ui/bench/CountButton';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { Standstill } from '../../../ui/bench/RunStage';
import { afterStop, DEVICE_WORDS } from '../words';
import { JustWind } from './JustWind';
import type { Winding } from './useWinding';

/** The count, as large as it goes; or what to look to while it stands still. */
export function WindCount({
  winding,
  countButton,
  onDone,
}: {
  winding: Winding;
  countButton: RefObject<HTMLButtonElement | null>;
  onDone: () => void;
}) {
  const { state, enabled, driver, progress, count } = winding;
  const { cake, last, turns, stopAt, uncounted, unit } = progress;
  if (state.stopped) return <Stopped reason={state.stopped.reason} winding={winding} onDone={onDone} />;
  if (uncounted || driver === 'nobody')
    return (
      <JustWind
        cake={cake}
        seconds={turns * cake.secondsPerTurn}
        begun={uncounted}
        last={last}
        enabled={enabled}
        onBegin={count}
        onCount={winding.countAfterAll}
      />
    );
  return (
    <CountButton
      ref={countButton}
      count={turns}
      of={`of ${last ? 'about ' : ''}${stopAt} ${unit}`}
      hint={hintOf(winding)}
      onClick={count}
      disabled={!enabled}
    />
  );
}

/** What counts next: a key, the tick, or a device. */
function hintOf({ driver, device, silent, heard, by, ticker, progress }: Winding): string {
  const { cake, onWinder, unit } = progress;
  if (heard && driver === 'pace')
    return ticker.ticking
      ? `${onWinder ? 'crank' : 'wind'} to the tick, ${Math.round(60 / cake.secondsPerTurn)} a minute: space holds it`
      : 'space starts the tick';
  return !heard || device === 'hand' || silent
    ? handHint(heard, by, unit)
    : `${DEVICE_WORDS[device].toLowerCase()} counts`;
}

function Stopped({ reason, winding, onDone }: { reason: StopReason; winding: Winding; onDone: () => void }) {
  const { enabled, progress, resume, mark } = winding;
  const { onWinder, turns, uncounted } = progress;
  return (
    <Standstill>
      <ol className="grid gap-2 m-0 pl-[1.3em] list-decimal max-desk:gap-1">
        {afterStop(reason, onWinder).map((check) => (
          <li key={check}>{check}</li>
        ))}
      </ol>
      <div className="[&>[data-act]]:flex-[1_1_100%] flex flex-wrap gap-3">
        <LargeAct onClick={resume} disabled={!enabled} autoFocus>
          Go on winding{!uncounted && ` at ${turns}`}
        </LargeAct>
        <Button size="large" onClick={() => mark('knot')} disabled={!enabled}>
          Mark a knot here
        </Button>
        <Button size="large" onClick={onDone} disabled={!enabled}>
          Take it off here
        </Button>
      </div>
    </Standstill>
  );
}
