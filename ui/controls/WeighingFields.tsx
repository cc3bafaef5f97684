'use client';

import { Segmented } from 'antd';
import { useId } from 'react';
import { TextField } from './Field';
import { useLocalStorage } from './useLocalStorage';
import styles from './WeighingFields.module.css';

export interface ChosenScale {
  id: number;
  name: string;
  resolutionG: number;
}

interface FieldOfForm {
  name: string;
  value: string;
  error: string | undefined;
  onChange: (value: string) => void;
}

/** The tare, the room, and on which of the bench's scales it was weighed: its step is what the figure is good to. */
export function WeighingFields({
  scales,
  tare,
  humidity,
  resolutionG,
  onResolution,
}: {
  scales: readonly ChosenScale[];
  /** The form's fields for them. */
  tare: FieldOfForm;
  humidity: FieldOfForm;
  resolutionG: number;
  onResolution: (resolutionG: number) => void;
}) {
  return (
    <>
      <TextField label="Bowl or bag (tare)" {...tare} hint="empty: none" inputMode="decimal" />
      <ScaleFields scales={scales} humidity={humidity} resolutionG={resolutionG} onResolution={onResolution} />
    </>
  );
}

/** The room, and on which of the bench's scales. */
export function ScaleFields({
  scales,
  humidity,
  resolutionG,
  onResolution,
}: {
  scales: readonly ChosenScale[];
  humidity: FieldOfForm;
  resolutionG: number;
  onResolution: (resolutionG: number) => void;
}) {
  return (
    <div className={styles.row}>
      <TextField label="Room humidity" {...humidity} hint="in %; empty: not known" inputMode="numeric" />
      <ScaleChoice scales={scales} resolutionG={resolutionG} onResolution={onResolution} />
    </div>
  );
}

/** On which of the bench's scales. */
export function ScaleChoice({
  scales,
  resolutionG,
  onResolution,
}: {
  scales: readonly ChosenScale[];
  resolutionG: number;
  onResolution: (resolutionG: number) => void;
}) {
  const id = useId();
  return (
    <div role="group" aria-labelledby={id}>
      <div id={id} className={styles.label}>
        Weighed on
      </div>
      <Segmented
        options={scales.map((scale) => ({ value: scale.resolutionG, label: `to ${scale.resolutionG} g` }))}
        value={resolutionG}
        onChange={(value) => onResolution(Number(value))}
        block
      />
    </div>
  );
}

/** The bench's scale that shows such steps: the finest of those that are no finer. */
export function stepOnBench(scales: readonly ChosenScale[], stepG: number): number | undefined {
  const steps = scales.map(({ resolutionG }) => resolutionG).filter((resolutionG) => resolutionG >= stepG - 1e-9);
  return steps.length === 0 ? undefined : Math.min(...steps);
}

/** The step of the finest scale there is, until another is chosen for minis: they are small. */
export function useFineScale(scales: readonly ChosenScale[]): [number, (resolutionG: number) => void] {
  return useRememberedScale(
    'fine scale',
    [...scales].sort((a, b) => a.resolutionG - b.resolutionG),
  );
}

/** The step of the scale that was used last in this browser. */
export function useLastScale(scales: readonly ChosenScale[]): [number, (resolutionG: number) => void] {
  return useRememberedScale('scale', scales);
}

function useRememberedScale(name: string, scales: readonly ChosenScale[]): [number, (resolutionG: number) => void] {
  const [kept, keep] = useLocalStorage(name, '');
  const known = scales.find(({ resolutionG }) => String(resolutionG) === kept) ?? scales[0]!;
  return [known.resolutionG, (resolutionG) => keep(String(resolutionG))];
}
