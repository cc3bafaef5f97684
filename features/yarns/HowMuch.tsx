'use client';

import { HALF_WIDTH_90 } from '../../core/estimate';
import { inWords, lengthFigure } from '../../core/format';
import type { UnitSystem } from '../../core/units';
import {
  ADVISED_RESOLUTION_G,
  ADVISED_SAMPLE_M,
  type GristSource,
  type LengthLeft,
  type Surer,
} from '../../core/yarnLength';
import { Grist, Large, Mass } from '../../ui/Figures';
import { useSystem } from '../../ui/Providers';
import styles from './HowMuch.module.css';

const SOURCES: Record<GristSource, string> = {
  band: 'the band’s length and mass',
  wpi: 'a guess from wraps per inch',
  'weight class': 'a guess from its weight class',
  needle: 'a guess from its needle',
};

/** How much there is, how sure that is, what it rests on, and what would make it surer. */
export function HowMuch({ left, pieces }: { left: LengthLeft; pieces: number }) {
  const system = useSystem();
  const { lengthM, massG, grist, gristShare, surer } = left;
  const inUnits = (m: number) => inWords(lengthFigure(m, system));
  const halfM = lengthM.sd * HALF_WIDTH_90;
  return (
    <div>
      <div className={styles.answer} data-guess={grist.guess}>
        <Large figure={lengthFigure(lengthM.mean, system)} />
        <span className={styles.within}>± {inUnits(halfM)}</span>
      </div>
      <RangeBar left={left} />
      <p className={styles.said}>
        Nine times out of ten between {inUnits(Math.max(0, lengthM.low90))} and {inUnits(lengthM.high90)}.
      </p>
      <dl className={styles.working}>
        <dt>on the scale</dt>
        <dd>
          <Mass g={massG.mean} />
          {pieces > 1 && ` in ${pieces} pieces`}
        </dd>
        <dt>grist</dt>
        <dd>
          <Grist mPerG={grist.mean} />, from {SOURCES[grist.source]}
        </dd>
        <dt>unsure because</dt>
        <dd>{doubtInWords(gristShare, grist.guess)}</dd>
        {surer && (
          <>
            <dt>surer by</dt>
            <dd>
              {adviceInWords(surer.how, system)}: ± {inUnits(surer.lengthSdM * HALF_WIDTH_90)} instead of ±{' '}
              {inUnits(halfM)}
            </dd>
          </>
        )}
      </dl>
    </div>
  );
}

function adviceInWords(how: Surer['how'], system: UnitSystem): string {
  switch (how) {
    case 'weigh':
      return 'weighing each piece, which also lets every winding be checked';
    case 'finer scale':
      return `weighing to ${ADVISED_RESOLUTION_G} g`;
    case 'sample':
      return `measuring off ${inWords(lengthFigure(ADVISED_SAMPLE_M, system))} and weighing that to ${ADVISED_RESOLUTION_G} g`;
  }
}

function doubtInWords(gristShare: number, guess: boolean): string {
  const percent = Math.round(gristShare * 100);
  if (guess) return 'the grist is only a guess';
  if (percent >= 99) return 'bands are only right to about 5 %';
  return `the band is only right to about 5 % (${percent} % of the doubt), the scale to its own step (${100 - percent} %)`;
}

/** Where the true length lies, on a line from nothing on. */
function RangeBar({ left: { lengthM } }: { left: LengthLeft }) {
  const end = lengthM.high90 * 1.06;
  const at = (m: number) => `${(100 * Math.max(0, m)) / end}%`;
  return (
    <div className={styles.bar} aria-hidden="true">
      <div className={styles.sure} style={{ width: at(lengthM.low90) }} />
      <div
        className={styles.range}
        style={{ left: at(lengthM.low90), width: `calc(${at(lengthM.high90)} - ${at(lengthM.low90)})` }}
      />
      <div className={styles.mean} style={{ left: at(lengthM.mean) }} />
    </div>
  );
}
