'use client';

import { Button } from 'antd';
import { useSystem } from '../frame/Providers';
import { deviceInWords } from './DevicePanels';
import { useDevices } from './useDevices';

/** Takes the mass from the scale that is plugged in, once it is steady. */
export function FromScale({ onTake }: { onTake: (massG: number, stepG: number) => void }) {
  const system = useSystem();
  const scale = useDevices((heard) => heard.readings.scale);
  if (!scale) return null;
  return (
    <div className="flex items-center gap-3 mb-2">
      <Button
        onClick={() => onTake(scale.massG, scale.resolutionG)}
        disabled={scale.state !== 'steady' || scale.massG <= 0}
      >
        Take it from the scale
      </Button>
      <span aria-live="off">{deviceInWords(scale, system)}</span>
    </div>
  );
}
