'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { ScaleTool } from '../../server/bench';
import type { WeighForm } from '../../server/pieces';
import { TextField } from '../../ui/Field';
import { newKey } from '../../ui/newKey';
import { useSystem } from '../../ui/Providers';
import { Say } from '../../ui/Say';
import { useForm } from '../../ui/useForm';
import { useLastScale, WeighingFields } from '../../ui/WeighingFields';
import { saveWeighing } from './actions';
import styles from './PieceScreen.module.css';

/** Puts a piece on the scale. */
export function WeighPiece({ pieceId, scales }: { pieceId: number; scales: ScaleTool[] }) {
  const router = useRouter();
  const system = useSystem();
  const [resolutionG, setResolution] = useLastScale(scales);
  const form = useForm<WeighForm>({
    draftKey: `weighing ${pieceId}`,
    initial: () => ({ requestKey: newKey(), mass: '', tare: '', scaleResolutionG: 1, note: '' }),
    save: (values) => saveWeighing(pieceId, { ...values, scaleResolutionG: resolutionG }),
    saved: () => {
      form.clear();
      router.refresh();
    },
  });
  return (
    <form
      noValidate
      className={styles.weigh}
      onSubmit={(event) => {
        event.preventDefault();
        form.submit();
      }}
    >
      <h2>Weigh it</h2>
      <TextField
        label="The scale shows"
        {...form.field('mass')}
        suffix={system === 'metric' ? 'g' : 'oz'}
        inputMode="decimal"
        large
      />
      <WeighingFields
        scales={scales}
        tare={form.field('tare')}
        resolutionG={resolutionG}
        onResolution={setResolution}
      />
      {form.errors[''] && (
        <Say tone="bad" role="alert">
          {form.errors['']}
        </Say>
      )}
      <Button type="primary" htmlType="submit" loading={form.saving}>
        Keep this weighing
      </Button>
    </form>
  );
}
