'use client';

import { inWords, gristFigure } from '../../../core/common/format';
import { measuredGrist } from '../../../core/yarn/gristFacts';
import { readOrNull } from '../../../core/common/inputError';
import { parseQuantity } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { SampleForm } from '../../../server/yarn/samples';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { ScaleFields, useLastScale } from '../../../ui/controls/WeighingFields';
import styles from './MeasureCard.module.css';
import { MeasureForm, useMeasureForm, Washed } from './MeasureForm';

type Values = Extract<SampleForm, { how: 'length' }>;

/** Some metres of it, measured off and weighed. */
export function MeasureLength({ yarn, pieceId, scales }: { yarn: YarnView; pieceId: number; scales: ScaleTool[] }) {
  const system = useSystem();
  const [resolutionG, setResolution] = useLastScale(scales);
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
    { scaleResolutionG: resolutionG },
  );
  return (
    <MeasureForm
      form={form}
      why="Lay some metres along a ruler or a table’s edge, straight but not pulled, and weigh just these. The longer the piece and the finer the scale, the surer. You need not cut it off: weigh the whole before and after winding it off, if you like."
    >
      <div className={styles.pair}>
        <TextField label="Measured off" {...form.field('length')} hint={system === 'metric' ? '10 m' : '11 yd'} large />
        <TextField
          label="It weighs"
          {...form.field('mass')}
          suffix={system === 'metric' ? 'g' : 'oz'}
          inputMode="decimal"
          large
        />
      </div>
      <ScaleFields
        scales={scales}
        humidity={form.field('humidity')}
        resolutionG={resolutionG}
        onResolution={setResolution}
      />
      <Washed on={form.values.washed} set={(on) => form.set('washed', on)} />
      <Foresight values={form.values} resolutionG={resolutionG} yarn={yarn} />
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
