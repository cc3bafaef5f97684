'use client';

import { Button, Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import { inWords, massFigure } from '../../../core/common/format';
import type { ScaleTool } from '../../../server/bench/bench';
import type { KnittingPage } from '../../../server/projects/knitting';
import type { RowWeighingForm } from '../../../server/projects/knittingForms';
import { ChoiceField } from '../../../ui/controls/Choice';
import { MassField, TextField } from '../../../ui/controls/Field';
import { Fold } from '../../../ui/controls/Fold';
import { Form, FormError } from '../../../ui/form/Form';
import { blankWeighing } from '../../../ui/controls/OperationForm';
import { useForm } from '../../../ui/form/useForm';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useSystem } from '../../../ui/frame/Providers';
import { logRow, undoRow } from '../actions';
import { ballThere } from './knittingValues';

/** The row that was just finished, and what the ball weighs. */
export function WeighRow({
  page: { id, ballId, balls, weighings },
  scales,
}: {
  page: KnittingPage;
  scales: ScaleTool[];
}) {
  const router = useRouter();
  const system = useSystem();
  const offer = useUndoOffer();
  const scale = useScale(scales);
  const first = ballId ?? balls[0]?.id ?? 0;
  const form = useForm<RowWeighingForm>({
    draftKey: `row of knitting ${id}`,
    initial: () => ({ ...blankWeighing(), pieceId: first, rowsDone: '', mass: '', usedUp: false }),
    save: (values) =>
      logRow(id, { ...values, pieceId: ballThere(balls, values.pieceId, first), scaleResolutionG: scale.resolutionG }),
    saved: (operationId) => {
      form.clear();
      offer({ words: 'The weighing is saved.', undo: () => undoRow(operationId) });
      router.refresh();
    },
  });
  const { values, set, field } = form;
  const last = weighings[0];
  return (
    <Form form={form} className="flex flex-col gap-1">
      <div className="grid grid-cols-[1fr_1.2fr] gap-x-4">
        <TextField
          label="Row just finished"
          {...field('rowsDone')}
          inputMode="numeric"
          large
          hint={last && `last: row ${last.row}`}
        />
        {values.usedUp ? (
          <p className="self-center text-ink-soft">Nothing of it is left.</p>
        ) : (
          <MassField
            label="The ball weighs"
            {...field('mass')}
            large
            hint={last && !last.usedUp && `last: ${inWords(massFigure(last.massG, system))}`}
          />
        )}
      </div>
      {balls.length > 1 && (
        <ChoiceField
          name="pieceId"
          label="Knitted from"
          value={String(ballThere(balls, values.pieceId, first))}
          onChange={(chosen) => set('pieceId', Number(chosen))}
          options={balls.map(({ id, label, dyeLot, massG }) => ({
            value: String(id),
            label: [label, dyeLot && `lot ${dyeLot}`, massG !== null && inWords(massFigure(massG, system))]
              .filter(Boolean)
              .join(', '),
          }))}
          hint="put another one on the scale when you begin it"
        />
      )}
      <Checkbox
        className="items-center min-h-10"
        checked={values.usedUp}
        onChange={({ target }) => set('usedUp', target.checked)}
      >
        This ball ended with that row
      </Checkbox>
      <FormError form={form} of="usedUp" />
      {!values.usedUp && (
        <Fold title="Scale, bowl and room" keptOpen={Boolean(form.errors.tare ?? form.errors.humidity)}>
          <WeighingFields scale={scale} tare={field('tare')} humidity={field('humidity')} />
        </Fold>
      )}
      <FormError form={form} />
      <Button type="primary" size="large" htmlType="submit" loading={form.saving} className="self-start mt-2">
        Log the weighing
      </Button>
    </Form>
  );
}
