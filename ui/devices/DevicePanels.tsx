'use client';

import { Button, Input, Segmented } from 'antd';
import { type ReactNode, useState } from 'react';
import type { DeviceKind, DeviceReading } from '../../core/winding/deviceReading';
import { inWords, lengthFigure, lowerFirst, readingFigure } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';
import { Large } from '../figures/Figures';
import { useSystem } from '../frame/Providers';
import { tellDevice } from './deviceLine';
import { useDevices } from './useDevices';

/** The stand-ins, to be played with as one would handle the real ones. */
export function DevicePanels() {
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(min(300px,100%),1fr))] gap-4">
      <ScalePanel />
      <CounterPanel />
      <MotorPanel />
    </div>
  );
}

function Panel({ device, title, children }: { device: DeviceKind; title: string; children: ReactNode }) {
  const reading = useDevices((heard) => heard.readings[device]);
  return (
    <section
      className="p-4 border-2 border-dashed border-line rounded-lg data-[plugged=true]:border-solid data-[plugged=true]:border-ink-soft"
      aria-label={title}
      data-plugged={reading !== undefined}
    >
      <header className="flex justify-between items-center gap-3">
        <h3>{title}</h3>
        <Button onClick={() => void tellDevice({ device, do: 'plug', in: !reading })}>
          {reading ? 'Pull the plug' : 'Plug it in'}
          <span className="visually-hidden"> of the {lowerFirst(title)}</span>
        </Button>
      </header>
      <div className="flex items-baseline gap-3 min-h-[62px] my-3 mx-0 py-1 px-4 rounded-md bg-sunk" aria-live="off">
        {reading ? <Display reading={reading} /> : <span className="self-center text-ink-soft">off</span>}
      </div>
      {reading && <div className="flex flex-wrap items-center gap-2">{children}</div>}
    </section>
  );
}

const MOTOR_WORDS = {
  standing: 'stands',
  starting: 'gathers speed',
  running: 'runs',
  stopping: 'slows down',
  jammed: 'is jammed',
};

function Display({ reading }: { reading: DeviceReading }) {
  const system = useSystem();
  switch (reading.device) {
    case 'scale':
      if (reading.state === 'overload') return <strong>too heavy for it</strong>;
      return (
        <>
          <Large figure={readingFigure(reading.massG, reading.resolutionG, system)} />
          <span className="text-ink-soft">{reading.state === 'steady' ? 'steady' : 'settling …'}</span>
        </>
      );
    case 'counter':
      return <Large figure={lengthFigure(reading.metres, system)} />;
    case 'motor':
      return (
        <>
          <Large figure={{ number: String(Math.floor(reading.spindleTurns)), unit: 'turns' }} />
          <span className="text-ink-soft">it {MOTOR_WORDS[reading.state]}</span>
        </>
      );
  }
}

function ScalePanel() {
  const [typed, setTyped] = useState('98.4');
  const [drift, setDrift] = useState('0');
  return (
    <Panel device="scale" title="Scale">
      <label className="flex items-center gap-2 basis-full">
        <span>Lies on it, in g</span>
        <Input
          className="w-[96px]"
          value={typed}
          inputMode="decimal"
          onChange={({ target }) => {
            setTyped(target.value);
            const massG = Number(target.value.replace(',', '.'));
            if (Number.isFinite(massG) && massG >= 0) void tellDevice({ device: 'scale', do: 'load', massG });
          }}
        />
      </label>
      <Button
        onClick={() => void tellDevice({ device: 'scale', do: 'load', massG: Number(typed.replace(',', '.')) || 0 })}
      >
        Put it on
      </Button>
      <Button onClick={() => void tellDevice({ device: 'scale', do: 'load', massG: 0 })}>Take it off</Button>
      <Button onClick={() => void tellDevice({ device: 'scale', do: 'tare' })}>Tare</Button>
      <Choice
        title="Drift"
        value={drift}
        options={[
          ['0', 'none'],
          ['6', '6 g a minute'],
        ]}
        onChange={(value) => {
          setDrift(value);
          void tellDevice({ device: 'scale', do: 'drift', gPerMinute: Number(value) });
        }}
      />
    </Panel>
  );
}

function CounterPanel() {
  const [pull, setPull] = useState('0');
  const [slip, setSlip] = useState('0');
  return (
    <Panel device="counter" title="Length counter">
      <Choice
        title="Yarn runs through"
        value={pull}
        options={[
          ['0', 'not'],
          ['0.5', '0.5 m/s'],
          ['2', '2 m/s'],
        ]}
        onChange={(value) => {
          setPull(value);
          void tellDevice({ device: 'counter', do: 'pull', mPerS: Number(value) });
        }}
      />
      <Choice
        title="It slips"
        value={slip}
        options={[
          ['0', 'not'],
          ['20', '20 %'],
        ]}
        onChange={(value) => {
          setSlip(value);
          void tellDevice({ device: 'counter', do: 'slip', percent: Number(value) });
        }}
      />
      <Button onClick={() => void tellDevice({ device: 'counter', do: 'miss', pulses: 50 })}>Miss 50 pulses</Button>
      <Button onClick={() => void tellDevice({ device: 'counter', do: 'reset' })}>Reset to zero</Button>
    </Panel>
  );
}

function MotorPanel() {
  const state = useDevices((heard) => heard.readings.motor?.state);
  return (
    <Panel device="motor" title="Motor winder">
      <p className="basis-full text-ink-soft text-small">
        Fingers, hair, sleeves and cords away from it. Unplug it before you clear the gears.
      </p>
      <Button
        onClick={() => void tellDevice({ device: 'motor', do: 'start', turnsPerS: 6 })}
        disabled={state === 'jammed'}
      >
        Start it
      </Button>
      <Button onClick={() => void tellDevice({ device: 'motor', do: 'stop' })}>Stop it</Button>
      <Button onClick={() => void tellDevice({ device: 'motor', do: 'jam', on: state !== 'jammed' })}>
        {state === 'jammed' ? 'Clear the jam' : 'Jam it'}
      </Button>
    </Panel>
  );
}

function Choice({
  title,
  value,
  options,
  onChange,
}: {
  title: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-y-1 gap-x-2 basis-full">
      <span>{title}</span>
      <Segmented
        aria-label={title}
        options={options.map(([each, label]) => ({ value: each, label }))}
        value={value}
        onChange={onChange}
      />
    </div>
  );
}

/** What one device shows, in a few words; for a line on another screen. */
export function deviceInWords(reading: DeviceReading, system: UnitSystem): string {
  switch (reading.device) {
    case 'scale':
      if (reading.state === 'overload') return 'too heavy for the scale';
      return `${inWords(readingFigure(reading.massG, reading.resolutionG, system))}, ${reading.state}`;
    case 'counter':
      return inWords(lengthFigure(reading.metres, system));
    case 'motor':
      return `the motor ${MOTOR_WORDS[reading.state]}`;
    default:
      return `${reading.turns} turns`;
  }
}
