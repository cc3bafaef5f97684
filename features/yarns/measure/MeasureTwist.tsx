'use client';

import { Segmented } from 'antd';
import { inWords, twistFigure } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { turnsPerMCounted } from '../../../core/twist/plying';
import { parseSpanMm } from '../../../core/common/span';
import { inMetres, parseNumber } from '../../../core/common/units';
import type { SampleForm } from '../../../server/yarn/measurementForms';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField } from '../../../ui/controls/Field';
import { newKey } from '../../../ui/feedback/newKey';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { TwistedYarn } from '../../../ui/strand/TwistedYarn';
import styles from './MeasureCard.module.css';
import { MeasureForm, useMeasureForm, Washed } from './MeasureForm';

type Values = Extract<SampleForm, { how: 'twist' }>;

/** How much twist it has: a marked length is untwisted until its strands lie straight. */
export function MeasureTwist({ yarn, pieceId }: { yarn: YarnView; pieceId: number }) {
  const system = useSystem();
  const single = yarn.plies === 1;
  const form = useMeasureForm<Values>(
    pieceId,
    () => ({
      how: 'twist',
      requestKey: newKey(),
      turns: '',
      over: inMetres(system) ? '25 cm' : '10 in',
      leans: yarn.ownTwist?.direction ?? yarn.twistDirection ?? 'S',
      note: '',
      washed: false,
    }),
    {},
  );
  const { values, set } = form;
  return (
    <MeasureForm
      form={form}
      why={`Take some that was not wound, or from where it was changed least. Mark two places on it, hold it straight but not taut by the one, and turn the other against its lean until its ${single ? 'fibres' : 'plies'} lie side by side: slip a needle between them and run it along to be sure. Count the turns; a quarter is a quarter.`}
    >
      <div className={styles.pair}>
        <TextField label="Turns" {...form.field('turns')} inputMode="decimal" large />
        <TextField label="Over" {...form.field('over')} hint={inMetres(system) ? '25 cm' : '10 in'} large />
      </div>
      <div role="group" aria-labelledby={`leans-${pieceId}`}>
        <div id={`leans-${pieceId}`}>Held upright, before you untwist it, it leans like the middle of the letter</div>
        <Segmented
          aria-label="It leans like the letter"
          options={(['S', 'Z'] as const).map((letter) => ({
            value: letter,
            label: (
              <span className="inline-flex items-center gap-2 p-1 font-bold">
                <svg width={16} height={30} aria-hidden="true">
                  <TwistedYarn
                    turnsPerM={letter === 'S' ? -200 : 200}
                    diameterMm={1.4}
                    plies={yarn.plies}
                    colourHex={yarn.colourHex}
                    width={16}
                    height={30}
                  />
                </svg>
                {letter}
              </span>
            ),
          }))}
          value={values.leans}
          onChange={(leans) => set('leans', leans)}
        />
      </div>
      <Washed on={values.washed} set={(on) => set('washed', on)} />
      <Foresight values={values} />
    </MeasureForm>
  );
}

function Foresight({ values }: { values: Values }) {
  const system = useSystem();
  const perM = readOrNull(() =>
    turnsPerMCounted(parseNumber(values.turns, ''), parseSpanMm(values.over, system, { lowMm: 20, highMm: 2000 }, '')),
  );
  if (perM === null) return null;
  return (
    <Notice tone="plain" role="status">
      That is {inWords(twistFigure(perM, system))} {values.leans}. Two or three stretches tell more than one: singles
      above all have more of it in their thin places.
    </Notice>
  );
}
