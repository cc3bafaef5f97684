'use client';

import { Button } from 'antd';
import { lengthCheck } from '../../../core/winding/lengthCheck';
import { inWords, lengthFigure } from '../../../core/common/format';
import { counterLengthM, lengthSources } from '../../../core/winding/lengthSources';
import type { CountingDevice, RunState } from '../../../core/winding/run';
import { spindleOf } from '../../../core/winding/windingPlan';
import type { RunPage } from '../../../server/winding/runEvents';
import { CAUSE_WORDS } from '../../../ui/feedback/causeWords';
import { tellDevice } from '../../../ui/devices/deviceLine';
import { useDevices } from '../../../ui/devices/useDevices';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import type { DeviceDriver } from './DriverChoice';
import { MOTOR_SPEED_PER_S } from './useMotor';
import { DEVICE_WORDS } from '../words';
import { isListener } from './DriverChoice';

/** What the devices have to say: silence, disagreement, and the motor's own switch. */
export function DeviceNews({
  page: { plan },
  live,
  driver,
  silent,
  enabled,
  motor,
  by,
}: {
  page: RunPage;
  live: RunState;
  driver: DeviceDriver;
  silent: CountingDevice | null;
  enabled: boolean;
  motor: boolean;
  /** Turns that one press counts. */
  by: number;
}) {
  const system = useSystem();
  const motorState = useDevices((heard) => heard.readings.motor?.state, enabled && driver === 'motor');
  const { part } = live;
  const cake = plan.cakes[part]!;
  const counterM = counterLengthM(live, part, spindleOf(plan, part));
  const { counter } = live.devices;
  // Where the counter drives, the turns follow from it and can say nothing against it. Otherwise it is held against
  // the turns that there were when it was last kept.
  const reported = lengthCheck(
    lengthSources({
      winder: cake.tool,
      density: { mean: cake.densityGPerCm3, sd: cake.densitySd },
      crankRatioSd: cake.crankRatioSd,
      grist: { mean: plan.gristMPerG, sd: plan.gristSdMPerG },
      turns: driver === 'counter' || counter?.part !== part ? 0 : counter.turns,
      turnsPerCount: driver === 'hand' ? by : 1,
      counterM,
      mass: null,
    }),
  );
  return (
    <>
      {silent && !isListener(silent) && (
        <Notice tone="tight" role="alert">
          <strong>{DEVICE_WORDS[silent]} is silent.</strong> Count by hand meanwhile; when it is back, the larger of the
          two counts holds.
        </Notice>
      )}
      {motorState === 'jammed' && (
        <Notice tone="bad" role="alert">
          <strong>The motor is jammed.</strong> Unplug it before you clear the gears.
        </Notice>
      )}
      {reported?.verdict === 'differ' && (
        <Notice tone="tight" role="status">
          <strong>The counter says {inWords(lengthFigure(counterM ?? 0, system))}</strong>,{' '}
          {inWords(lengthFigure(Math.abs(reported.differenceM), system))} {reported.differenceM < 0 ? 'less' : 'more'}{' '}
          than the turns. Likely: {CAUSE_WORDS[reported.cause]}. The mass will tell.
        </Notice>
      )}
      {driver === 'motor' && motorState && motorState !== 'jammed' && (
        <div className="flex items-center gap-3">
          <Button
            size="large"
            disabled={!motor}
            onClick={() =>
              void tellDevice(
                motorState === 'standing'
                  ? { device: 'motor', do: 'start', turnsPerS: MOTOR_SPEED_PER_S.steady }
                  : { device: 'motor', do: 'stop' },
              )
            }
          >
            {motorState === 'standing' ? 'Start the motor' : 'Stop the motor'}
          </Button>
          <span>Fingers, hair and sleeves away.</span>
        </div>
      )}
    </>
  );
}
