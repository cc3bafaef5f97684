'use client';

import { inWords, gristFigure } from '../../../core/common/format';
import { measuredGrist } from '../../../core/yarn/gristFacts';
import { readOrNull } from '../../../core/common/inputError';
import { inMetres, parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { SampleForm } from '../../../server/yarn/measurementForms';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField, MassField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { useScale, WeighingFields } from '../../../ui/controls/WeighingFields';
import styles from './MeasureCard.module.css';
import { MeasureForm, useMeasureForm, Washed } from './MeasureForm';

type Values = Extract<SampleForm, { how: 'length' }>;

/** Some metres of it, measured off and weighed. */
export function MeasureLength({ yarn, pieceId, scales }: { yarn: YarnView; pieceId: number; scales: ScaleTool[] }) {
  const system = useSystem();
  const scale = useScale(scales);
  const form = useMeasureForm<Values>(
    pieceId,
    () => ({
      how: 'length',
      requestKey: newKey(),
      length: '',
      mass: '',
      humidity: '',
      scaleResolutionG: 1,
      note: '',
      washed: false,
    }),
    { scaleResolutionG: scale.resolutionG },
  );
  return (
    <MeasureForm
      form={form}
      why="Lay some metres along a ruler or a table’s edge, straight but not pulled, and weigh just these. The longer the piece and the finer the scale, the surer. You need not cut it off: weigh the whole before and after winding it off, if you like."
    >
      <div className={styles.pair}>
        <TextField label="Measured off" {...form.field('length')} hint={inMetres(system) ? '10 m' : '11 yd'} large />
        <MassField label="It weighs" {...form.field('mass')} large />
      </div>
      <WeighingFields scale={scale} humidity={form.field('humidity')} />
      <Washed on={form.values.washed} set={(on) => form.set('washed', on)} />
      <Foresight values={form.values} resolutionG={scale.resolutionG} yarn={yarn} />
    </MeasureForm>
  );
}

/** What the sample says by itself, and whether the band agrees. */
function Foresight({ values, resolutionG, yarn }: { values: Values; resolutionG: number; yarn: YarnView }) {
  const system = useSystem();
  const lengthM = readOrNull(() => parseQuantity(values.length, 'length', system));
  const massG = readOrNull(() => parseQuantity(values.mass, 'mass', system));
  if (lengthM === null || massG === null) return null;
  const sample = { lengthM, massG, scaleResolutionG: resolutionG };
  const alone = measuredGrist(undefined, [sample])!;
  const band = yarn.putUpG && yarn.putUpM ? { lengthM: yarn.putUpM, massG: yarn.putUpG } : undefined;
  const contradicts = band && measuredGrist(band, [sample])?.contradiction;
  const percent = Math.round((100 * alone.sd) / alone.mean);
  return (
    <Notice tone={contradicts ? 'tight' : 'plain'} role="status">
      That makes {inWords(gristFigure(alone.mean, system))}, right to about {Math.max(1, percent)} %.
      {contradicts &&
        ` The band says ${inWords(gristFigure(contradicts.expected.mean, system))}. Look once more at the units, on both.`}
      {percent > 5 && ' A longer piece, or a finer scale, would tell more.'}
    </Notice>
  );
}
