'use client';

import { OperationForm } from '../../../ui/controls/OperationForm';
import { MassField } from '../../../ui/controls/Field';
import { Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import type { ScaleTool } from '../../../server/bench/bench';
import type { DryForm as DryValues } from '../../../server/minis/miniCare';
import type { MadeMini, MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { dateAndTime } from '../../../ui/figures/dates';
import { KnownMass } from '../../../ui/figures/Figures';
import { newKey } from '../../../ui/feedback/newKey';
import { useForm } from '../../../ui/form/useForm';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { keepDried } from '../actions';

type Values = Omit<DryValues, 'pieceIds' | 'masses' | 'scaleResolutionG'> & { masses: Record<string, string> };

/** Minis that were dyed or washed, to be weighed again once they are dry. */
export function DryForm({
  minis,
  scales,
  page,
}: {
  minis: readonly MadeMini[];
  scales: ScaleTool[];
  page: MiniPlanPage;
}) {
  const router = useRouter();
  const scale = useScale(scales, 'fine');
  const initial = (): Values => ({ requestKey: newKey(), masses: {}, tare: '', humidity: '', sure: false, note: '' });
  const form = useForm<Values>({
    draftKey: `dry ${page.id}`,
    initial,
    save: (values) =>
      keepDried({
        ...values,
        pieceIds: minis.map(({ pieceId }) => pieceId),
        masses: minis.map(({ pieceId }) => values.masses[pieceId] ?? ''),
        scaleResolutionG: scale.resolutionG,
      }),
    saved: () => {
      // Those that are not dry yet are asked for with a new form.
      form.clear();
      router.refresh();
    },
  });
  const { values, errors, set } = form;
  const damp = Object.values(errors).some((message) => message.includes('damp'));
  return (
    <section aria-label="Drying" className="mt-1 mr-0 mb-4 ml-0 p-4 border-[1.5px] border-amber rounded-lg">
      <h2>Drying</h2>
      <p className="mt-1 mr-0 mb-2 ml-0 text-ink-soft">
        {minis[0]!.wetBy!.kind === 'dye' ? 'Dyed' : 'Washed'} {dateAndTime(minis[0]!.wetBy!.at)}. Weigh each once it is
        dry through and has lain in the room for a day; leave those empty that are not.
      </p>
      <OperationForm form={form} notes={false}>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-y-1 gap-x-4">
          {minis.map((mini, i) => (
            <MassField
              key={mini.pieceId}
              name={`masses.${i}`}
              label={mini.label}
              value={values.masses[mini.pieceId] ?? ''}
              onChange={(mass) => set('masses', { ...values.masses, [mini.pieceId]: mass })}
              error={errors[`masses.${i}`]}
              hint={
                mini.mass ? (
                  <>
                    before: <KnownMass fact={mini.mass} />
                  </>
                ) : undefined
              }
            />
          ))}
        </div>
        <div className="max-w-[560px]">
          <WeighingFields scale={scale} tare={form.field('tare')} humidity={form.field('humidity')} />
        </div>
        {damp && (
          <Checkbox checked={values.sure} onChange={({ target }) => set('sure', target.checked)}>
            they are dry: keep these as they are
          </Checkbox>
        )}
      </OperationForm>
    </section>
  );
}
