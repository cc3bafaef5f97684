'use client';

import { gristFigure, inWords } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { parseSpanMm } from '../../../core/common/span';
import { inMetres, MILLIMETRES_PER_INCH, parseNumber } from '../../../core/common/units';
import { classFromGrist, gristFromWpi } from '../../../core/yarn/weightClass';
import type { SampleForm } from '../../../server/yarn/measurementForms';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import styles from './MeasureCard.module.css';
import { MeasureForm, useMeasureForm, Washed } from './MeasureForm';
import { classInWords } from '../words';

type Values = Extract<SampleForm, { how: 'wraps' }>;

/** How thick it is: strands side by side round a ruler. */
export function MeasureWraps({ yarn, pieceId }: { yarn: YarnView; pieceId: number }) {
  const system = useSystem();
  const form = useMeasureForm<Values>(
    pieceId,
    () => ({
      how: 'wraps',
      requestKey: newKey(),
      wraps: '',
      over: inMetres(system) ? '5 cm' : '2 in',
      note: '',
      washed: false,
    }),
    {},
  );
  return (
    <MeasureForm
      form={form}
      why="Wind it round a ruler, strand beside strand, so that they touch but are neither pulled nor pushed together. The middle of the ruler tells more than its ends: count there, over some width."
    >
      <div className={styles.pair}>
        <TextField label="Wraps" {...form.field('wraps')} inputMode="numeric" large />
        <TextField label="Over" {...form.field('over')} hint={inMetres(system) ? '5 cm' : '2 in'} large />
      </div>
      <Washed on={form.values.washed} set={(on) => form.set('washed', on)} />
      <Foresight values={form.values} known={yarn.grist?.guess === false} />
    </MeasureForm>
  );
}

function Foresight({ values, known }: { values: Values; known: boolean }) {
  const system = useSystem();
  const wraps = readOrNull(() => parseNumber(values.wraps, ''));
  const overMm = readOrNull(() => parseSpanMm(values.over, system, { lowMm: 5, highMm: 500 }, ''));
  if (!wraps || !overMm) return null;
  const wpi = (wraps * MILLIMETRES_PER_INCH) / overMm;
  const grist = gristFromWpi(wpi);
  const weight = classFromGrist(grist.mean);
  return (
    <Notice tone="plain" role="status">
      That is {wpi.toFixed(1)} wraps to the inch{weight && `, usually class ${classInWords(weight.number)}`}. By the
      rule of thumb it makes {inWords(gristFigure(grist.mean, system))}, give or take 30 %.
      {known && ' Its length is known better already, so this is kept beside it.'}
    </Notice>
  );
}
