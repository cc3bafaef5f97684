'use client';

import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { inWords, lengthFigure, massFigure, secondsInWords, sizeFigure } from '../../../core/common/format';
import { madeOn } from '../../../core/winding/run';
import type { RunPlan } from '../../../server/winding/runPlan';
import { LargeAct } from '../../../ui/bench/LargeAct';
import { useSystem } from '../../../ui/frame/Providers';
import { appNow } from '../../../ui/runSync/appClock';

/** The time just now, once a second for as long as it matters; 0 at first, when the server draws the page. */
export function useNow(on: boolean): number {
  const [nowMs, setNowMs] = useState(0);
  useEffect(() => {
    if (!on) return;
    const look = () => setNowMs(appNow());
    const [soon, timer] = [setTimeout(look), setInterval(look, 1000)];
    return () => {
      clearTimeout(soon);
      clearInterval(timer);
    };
  }, [on]);
  return nowMs;
}

/** In place of the count where nobody counts: what it is to become, and how long it has gone on. */
export function JustWind({
  cake,
  seconds,
  begun,
  last,
  enabled,
  onBegin,
  onCount,
}: {
  cake: RunPlan['cakes'][number];
  /** How long it has gone on. */
  seconds: number;
  begun: boolean;
  last: boolean;
  enabled: boolean;
  onBegin: () => void;
  onCount: () => void;
}) {
  const system = useSystem();
  const made = madeOn(cake.tool.onto);
  const across = inWords(sizeFigure(cake.outerDiameterMm, system));
  return (
    <div
      data-just-wind={begun}
      className="flex flex-col justify-center gap-3 p-6 border-[3px] border-ink rounded-lg bg-card text-lead"
    >
      <p className="font-heading font-heavy text-huge leading-none">
        {begun ? 'Just wind' : `${inWords(massFigure(cake.massG, system))} to wind`}
      </p>
      <p>
        {last
          ? `Until the yarn ends: about ${inWords(lengthFigure(cake.lengthM, system))}, and a ${made} ${across} across.`
          : `Until the ${made} is about ${across} across; then cut.`}{' '}
        Nobody counts: the scale tells how much it is.
      </p>
      {begun ? (
        <p className="text-ink-soft">
          {secondsInWords(seconds)} so far, of about {secondsInWords(cake.crankTurns.mean * cake.secondsPerTurn)}. A
          knot that you mark now is placed by the time.
        </p>
      ) : (
        <LargeAct data-count onClick={onBegin} disabled={!enabled}>
          Begin <kbd>space</kbd>
        </LargeAct>
      )}
      <div>
        <Button onClick={onCount} disabled={!enabled}>
          {begun ? 'Nothing is wound yet: count it' : 'Count after all'}
        </Button>
      </div>
    </div>
  );
}
