'use client';

import { Segmented } from 'antd';
import { TextField } from './Field';
import { useKept } from './useKept';
import styles from './WeighingFields.module.css';

export interface ScaleChoice {
  id: number;
  name: string;
  resolutionG: number;
}

/** The tare, and on which of the bench's scales it was weighed: its step is what the figure is good to. */
export function WeighingFields({
  scales,
  tare,
  onTare,
  tareError,
  resolutionG,
  onResolution,
}: {
  scales: readonly ScaleChoice[];
  tare: string;
  onTare: (tare: string) => void;
  tareError?: string;
  resolutionG: number;
  onResolution: (resolutionG: number) => void;
}) {
  return (
    <div className={styles.row}>
      <TextField
        name="tare"
        label="Bowl or bag (tare)"
        value={tare}
        onChange={onTare}
        error={tareError}
        hint="empty: none"
      />
      <div role="group" aria-labelledby="scale-label">
        <div id="scale-label" className={styles.label}>
          Weighed on
        </div>
        <Segmented
          options={scales.map((scale) => ({ value: scale.resolutionG, label: `to ${scale.resolutionG} g` }))}
          value={resolutionG}
          onChange={(value) => onResolution(Number(value))}
          block
        />
      </div>
    </div>
  );
}

/** The step of the scale that was used last in this browser. */
export function useLastScale(scales: readonly ScaleChoice[]): [number, (resolutionG: number) => void] {
  const [kept, keep] = useKept('scale', '');
  const known = scales.find(({ resolutionG }) => String(resolutionG) === kept) ?? scales[0]!;
  return [known.resolutionG, (resolutionG) => keep(String(resolutionG))];
}
