'use client';

import { Descriptions } from 'antd';
import type { ReactNode } from 'react';
import { BAND_FIELDS, BAND_TEXTS, type BandText } from '../../../core/yarn/band';
import { careInWords } from '../../../core/yarn/care';
import { fibresInWords } from '../../../core/yarn/fibre';
import { gaugeInWords } from '../../../core/yarn/gauge';
import { toolSizeInWords } from '../../../core/yarn/needle';
import type { YarnOverview } from '../../../server/logbook/yarnOverview';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { Length, LengthWithin, Mass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import styles from './BandSheet.module.css';
import { takePictureAway } from '../actions';
import { Pictures } from '../../../ui/drawings/Pictures';
import { bandDoubt, classInWords, twistInWords } from '../words';

/** Texts that stand in the head of a yarn's page, or with the care symbols; the others have a line each. */
const PLACED = new Set<BandText>(['maker', 'line', 'colourName', 'place', 'care']);

/** The band as a paper band: what it says, and what it lets one guess where it is silent. */
export function BandSheet({ yarn: shown, pictures }: { yarn: YarnView; pictures: YarnOverview['pictures'] }) {
  // Whatever it was dyed in since, its band says what it said.
  const yarn = { ...shown, ...shown.printed };
  const system = useSystem();
  const { guesses } = yarn;
  const doubt = bandDoubt(yarn);
  const rows: { label: string; value: ReactNode; guess?: boolean }[] = [
    { label: 'Fibre', value: yarn.fibres.length > 0 && fibresInWords(yarn.fibres) },
    {
      label: 'Per ball',
      value: (yarn.putUpG ?? yarn.putUpM) !== null && (
        <>
          {yarn.putUpG !== null && <Mass g={yarn.putUpG} />}
          {yarn.putUpG !== null && yarn.putUpM !== null && ', '}
          {yarn.putUpM !== null && <Length m={yarn.putUpM} />}
        </>
      ),
    },
    {
      label: 'That makes',
      value: guesses.putUpM && <LengthWithin m={guesses.putUpM} />,
      guess: true,
    },
    yarn.weightClass !== null
      ? { label: 'Class', value: classInWords(yarn.weightClass) }
      : { label: 'Class', value: guesses.weightClass && classInWords(guesses.weightClass.is.number), guess: true },
    yarn.needleMm !== null
      ? { label: 'Needle', value: toolSizeInWords(yarn.needleMm, 'needle') }
      : {
          label: 'Needle',
          value: guesses.needleMm && `${guesses.needleMm.low} to ${guesses.needleMm.high} mm`,
          guess: true,
        },
    { label: 'Hook', value: yarn.hookMm !== null && toolSizeInWords(yarn.hookMm, 'hook') },
    { label: 'Gauge', value: yarn.gauge && gaugeInWords(yarn.gauge) },
    {
      label: 'WPI',
      value: [yarn.wpi, yarn.measuredWpi !== null && `${yarn.measuredWpi.toFixed(1)} counted`]
        .filter(Boolean)
        .join('; '),
    },
    { label: 'Twist', value: twistInWords(yarn, system) },
    { label: 'Colour', value: shown.colourName !== yarn.colourName && yarn.colourName },
    { label: 'Care', value: [yarn.care, careInWords(yarn.careSymbols)].filter(Boolean).join('; ') },
    ...BAND_TEXTS.filter((name) => !PLACED.has(name)).map((name) => ({
      label: BAND_FIELDS[name].label,
      value: yarn[name],
    })),
  ];
  return (
    <section className="flex border-[1.5px] border-line rounded-sm overflow-hidden bg-card" aria-labelledby="band">
      <div className="flex-none w-[26px]" style={{ background: yarn.colourHex }} aria-hidden="true" />
      <div className="flex-1 min-w-0 p-4">
        <h2 id="band">Its band</h2>
        <Descriptions
          className="mt-2"
          size="small"
          column={1}
          colon={false}
          styles={{ label: { minWidth: 76 } }}
          items={rows
            .filter(({ value }) => Boolean(value))
            .map(({ label, value, guess }) => ({
              key: label,
              label,
              children: guess ? <span className={styles.guess}>guess: {value}</span> : value,
            }))}
        />
        {doubt && <Notice tone="tight">{doubt}</Notice>}
        <Pictures
          of="the band"
          to={`/api/yarns/${yarn.id}/pictures`}
          pictures={pictures}
          takePictureAway={takePictureAway}
        />
      </div>
    </section>
  );
}
