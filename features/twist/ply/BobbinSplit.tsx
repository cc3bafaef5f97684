'use client';

import { LeavingChoice } from '../../../ui/strand/LeavingChoice';
import { MassField } from '../../../ui/controls/Field';
import { blankWeighing, OperationForm } from '../../../ui/controls/OperationForm';
import { useRouter } from 'next/navigation';
import { readOrNull } from '../../../core/common/inputError';
import { endsOf } from '../../../core/bench/schools';
import { isLoop } from '../../../core/twist/strandWays';
import { parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { BobbinSplitForm, PlySingle } from '../../../server/twist/plying';
import { FineMass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { useForm } from '../../../ui/form/useForm';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import { splitBobbins } from '../actions';
import styles from './PlyScreen.module.css';

type Values = Omit<BobbinSplitForm, 'scaleResolutionG'>;

/** Half of a single by mass on each of two bobbins, as the scale says when to cut. */
export function BobbinSplit({ single, scales }: { single: PlySingle; scales: ScaleTool[] }) {
  const router = useRouter();
  const system = useSystem();
  const scale = useScale(scales, 'fine');
  const form = useForm<Values>({
    draftKey: `bobbins of ${single.pieceId}`,
    initial: () => ({
      ...blankWeighing(),
      masses: ['', ''],
      left: isLoop(single.form) ? 'turning' : 'near',
      end: endsOf(single.form)[0]!,
    }),
    save: (values) => splitBobbins(single.pieceId, { ...values, scaleResolutionG: scale.resolutionG }),
    saved: (operationId) => {
      form.clear();
      // On with the two that there are now.
      router.push(`/twist/ply?split=${operationId}`);
    },
  });
  const { values, errors, set } = form;
  const tareG = readOrNull(() => parseQuantity(values.tare, 'mass', system)) ?? 0;
  return (
    <section className={styles.log} aria-labelledby="bobbins">
      <h2 id="bobbins">Split it over two bobbins first</h2>
      <p>
        {single.massG === null ? (
          'Weigh it first, and half of it is shown here.'
        ) : (
          <>
            Fill the first until the scale shows{' '}
            <strong>
              <FineMass g={single.massG / 2 + tareG} />
            </strong>
            {tareG > 0 ? ' with the bobbin' : ' more than the empty bobbin'}, cut, and put the rest on the second.
          </>
        )}
      </p>
      <OperationForm
        form={form}
        act="They are on two bobbins"
        notes={false}
        quiet
        className="[&>button]:w-auto grid grid-cols-[minmax(0,1fr)] gap-2 justify-items-start"
      >
        <div className={styles.pair}>
          {([0, 1] as const).map((i) => (
            <MassField
              key={i}
              name={`masses.${i}`}
              label={i === 0 ? 'On the first' : 'On the second'}
              value={values.masses[i]}
              onChange={(mass) => set('masses', i === 0 ? [mass, values.masses[1]] : [values.masses[0], mass])}
              error={errors[`masses.${i}`]}
              large
            />
          ))}
        </div>
        <WeighingFields scale={scale} tare={form.field('tare')} humidity={form.field('humidity')} />
        <LeavingChoice
          id="left"
          piece={single}
          fromEnd={values.end}
          colourHex={single.colourHex}
          value={values.left}
          onChange={(left) => set('left', left)}
          error={errors.left}
        />
      </OperationForm>
    </section>
  );
}
