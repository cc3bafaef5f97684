'use client';

import { Button } from 'antd';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { inWords, lengthFigure } from '../../../core/common/format';
import { madeOn } from '../../../core/winding/run';
import { Link } from '../../../ui/controls/Link';
import { Notice } from '../../../ui/feedback/Notice';
import { useSystem } from '../../../ui/frame/Providers';
import { ListenerPanel } from '../listening/ListenerPanel';
import { DeviceNews } from './DeviceNews';
import { isListener } from './DriverChoice';
import type { Winding } from './useWinding';

/** What there is to choose, to know or to mind beside the count. */
export function WindNews({ winding }: { winding: Winding }) {
  const system = useSystem();
  const { page, state, enabled, driver, device, live, silent, listeners, by, drift, ticker, progress } = winding;
  const { cake, on, woundM, turns, unit, tooMuch, nextFault, uncounted } = progress;
  return (
    <>
      <HowToCount winding={winding} />
      {driver === 'pace' && turns > 0 && !uncounted && (
        <p className="text-ink-soft">
          By the tick, give or take {Math.max(1, Math.round(HALF_WIDTH_90 * drift.sd * turns))} {unit}
          {drift.from > 0 && `, as your last ${drift.from === 1 ? 'cake was' : `${drift.from} cakes were`}`}.
        </p>
      )}
      {isListener(driver) && <ListenerPanel driver={driver} listeners={listeners} enabled={enabled} />}
      {ticker.slept && (
        <Notice tone="tight" role="alert">
          <strong>The tick stood still for a while.</strong> Nothing was counted meanwhile: see that {turns} is right.
        </Notice>
      )}
      {tooMuch && (
        <Notice tone="bad" role="status">
          <strong>
            {inWords(lengthFigure(on.lengthM, system))} are counted, and there are{' '}
            {inWords(lengthFigure(cake.lengthM, system))}.
          </strong>{' '}
          One of three is wrong: the count (take turns back), the weight (weigh the {madeOn(cake.tool.onto)} once it is
          off) or the metres in a gram (<Link href={`/yarns/${page.yarnId}`}>measure ten metres</Link>).
        </Notice>
      )}
      {nextFault && (
        <Notice tone="plain" role="status">
          A {nextFault.kind} is expected in about {inWords(lengthFigure(nextFault.atM - woundM, system))}.
        </Notice>
      )}
      <DeviceNews
        page={page}
        live={live}
        driver={device}
        silent={silent}
        enabled={enabled}
        motor={!state.stopped && enabled}
        by={by}
      />
    </>
  );
}

/** Asked once, before the first turn. */
function HowToCount({ winding: { driver, setDriver, perPress, setPerPress, progress } }: { winding: Winding }) {
  const { begun, stopAt, unit, onWinder } = progress;
  if (driver !== 'hand' || perPress !== '' || begun) return null;
  return (
    <Notice tone="plain">
      <strong>
        How will you count {stopAt} {unit}?
      </strong>
      <span className="flex flex-wrap gap-2 mt-2">
        <Button onClick={() => setPerPress('10')}>Ten to a press</Button>
        <Button onClick={() => setDriver('pace')}>{onWinder ? 'Crank' : 'Wind'} to my pace</Button>
        {onWinder && <Button onClick={() => setDriver('microphone')}>By its sound</Button>}
        <Button onClick={() => setPerPress('1')}>One to a press</Button>
        <Button onClick={() => setDriver('nobody')}>Just wind</Button>
      </span>
    </Notice>
  );
}
