'use client';

import { Segmented } from 'antd';
import { useId } from 'react';
import { type BoundField, TextField } from './Field';
import { useLocalStorage } from '../kept/useLocalStorage';

export interface ChosenScale {
  id: number;
  name: string;
  resolutionG: number;
}

/** The bench's scales, and the step of the one that is weighed on. */
export interface ScaleInUse {
  scales: readonly ChosenScale[];
  resolutionG: number;
  choose: (resolutionG: number) => void;
}

/** The tare, the room, and on which of the bench's scales it was weighed: its step is what the figure is good to. */
export function WeighingFields({
  scale,
  tare,
  humidity,
}: {
  scale: ScaleInUse;
  /** Left out where nothing can be on the scale with it. */
  tare?: BoundField;
  humidity: BoundField;
}) {
  return (
    <>
      {tare && <TextField label="Bowl or bag (tare)" {...tare} hint="empty: none" inputMode="decimal" />}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(170px,100%),1fr))] gap-y-0 gap-x-4">
        <TextField label="Room humidity" {...humidity} hint="in %; empty: not known" inputMode="numeric" />
        <ScaleChoice scale={scale} />
      </div>
    </>
  );
}

/** On which of the bench's scales. */
export function ScaleChoice({ scale: { scales, resolutionG, choose } }: { scale: ScaleInUse }) {
  const id = useId();
  return (
    <div role="group" aria-labelledby={id}>
      <div id={id} className="font-semibold text-small mb-1">
        Weighed on
      </div>
      <Segmented
        // Two that weigh alike are one here: it is the step that counts.
        options={[...new Set(scales.map((scale) => scale.resolutionG))].map((stepG) => ({
          value: stepG,
          label: `to ${stepG} g`,
        }))}
        value={resolutionG}
        onChange={(value) => choose(Number(value))}
        block
      />
    </div>
  );
}

/** Takes the bench's scale that shows such steps: the finest of those that are no finer. */
export function chooseStep({ scales, choose }: ScaleInUse, stepG: number): void {
  const steps = scales.map(({ resolutionG }) => resolutionG).filter((resolutionG) => resolutionG >= stepG - 1e-9);
  if (steps.length > 0) choose(Math.min(...steps));
}

/**
 * The scale that is weighed on: the one that was used last in this browser, or what is small, like minis, until another
 * is chosen for it the finest.
 */
export function useScale(scales: readonly ChosenScale[], which: 'last' | 'fine' = 'last'): ScaleInUse {
  const [remembered, remember] = useLocalStorage(which === 'fine' ? 'fine scale' : 'scale', '');
  const first = which === 'fine' ? [...scales].sort((a, b) => a.resolutionG - b.resolutionG)[0] : scales[0];
  const { resolutionG } = scales.find((scale) => String(scale.resolutionG) === remembered) ?? first!;
  return { scales, resolutionG, choose: (step) => remember(String(step)) };
}
