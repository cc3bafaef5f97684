'use client';

import { inWords, knownLengthFigure, lengthFigure, plusMinus, sharesInPercent } from '../../../core/common/format';
import type { FibreShare } from '../../../core/yarn/fibre';
import { standardAirFactor } from '../../../core/yarn/moisture';
import type { MassFact } from '../../../core/yarn/piece';
import type { UnitSystem } from '../../../core/common/units';
import {
  ADVISED_RESOLUTION_G,
  ADVISED_SAMPLE_M,
  isOpen,
  type RemainingLength,
  type Surer,
} from '../../../core/yarn/yarnLength';
import type { SampleView } from '../../../server/yarn/yarnViews';
import { Grist, Large, Length, Mass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import styles from './HowMuch.module.css';
import { SOURCE_WORDS } from './sources';

/** How much there is, how sure that is, what it rests on, and what would make it surer. */
export function HowMuch({
  left,
  masses,
  samples,
  fibres,
}: {
  left: RemainingLength;
  masses: readonly MassFact[];
  samples: readonly SampleView[];
  fibres: readonly FibreShare[];
}) {
  const system = useSystem();
  const { lengthM, massG, grist, surer } = left;
  const inUnits = (m: number) => inWords(lengthFigure(m, system));
  const asWeighedG = masses.reduce((sum, fact) => sum + fact.massG, 0);
  const corrected = Math.abs(asWeighedG - massG.mean) > 1e-9;
  return (
    <div>
      <div
        className="flex flex-wrap items-baseline gap-3 data-[guess=true]:inline-flex data-[guess=true]:py-1 data-[guess=true]:px-3 data-[guess=true]:border-2 data-[guess=true]:border-dashed data-[guess=true]:border-ink-soft data-[guess=true]:rounded-md"
        data-guess={grist.guess || isOpen(grist)}
      >
        <Large figure={knownLengthFigure(lengthM, system)} />{' '}
        <span className="text-title text-ink-soft">{plusMinus(lengthM, system)}</span>
      </div>
      <RangeBar left={left} />
      <p className="text-ink-soft">
        Nine times out of ten between {inUnits(Math.max(0, lengthM.low90))} and {inUnits(lengthM.high90)}.
      </p>
      <dl className="[&_dt]:text-ink-soft [&_dd]:m-0 grid grid-cols-[max-content_1fr] gap-y-1 gap-x-4 mt-4 mr-0 mb-0 ml-0">
        <dt>On the scale</dt>
        <dd>
          <Mass g={asWeighedG} />
          {masses.length > 1 && ` in ${masses.length} pieces`}
        </dd>
        {corrected && (
          <>
            <dt>In usual air</dt>
            <dd>
              <Mass g={massG.mean} />. Fibre takes up water from the air: the same yarn is{' '}
              {massG.mean > asWeighedG ? 'lighter in a dry room' : 'heavier in a damp room'}. Worked out for air of 65 %
              humidity, by typical figures for its fibres.
            </dd>
          </>
        )}
        <dt>Grist</dt>
        <dd>
          <Grist mPerG={grist.mean} />, {!grist.guess && 'from '}
          {SOURCE_WORDS[grist.source]}
          <Weights left={left} samples={samples} />
        </dd>
        <dt>Why it is uncertain</dt>
        <dd>
          {doubtInWords(left, masses)}
          {indoorBias(left, masses, fibres)}
        </dd>
        {surer && (
          <>
            <dt>How to narrow it</dt>
            <dd>
              {adviceInWords(surer.how, system)}: {plusMinus({ mean: 0, sd: surer.lengthSdM }, system)} instead of{' '}
              {plusMinus(lengthM, system)}
            </dd>
          </>
        )}
      </dl>
    </div>
  );
}

/** How much each fact counts in the grist. */
function Weights({ left: { grist }, samples }: { left: RemainingLength; samples: readonly SampleView[] }) {
  if (grist.parts.length < 2) return null;
  const percents = sharesInPercent(grist.parts.map(({ share }) => share));
  const counting = samples.filter(({ counts, lengthM }) => counts && lengthM !== null);
  return (
    <ul className="grid gap-1 mt-1 text-ink-soft text-small">
      {grist.parts.map((part, i) => {
        const sample = part.sample === undefined ? undefined : counting[part.sample];
        return (
          <li key={part.sample ?? 'band'}>
            <span
              className="inline-block h-[9px] mr-2 rounded-sm bg-lichen"
              style={{ width: `${Math.max(2, 64 * part.share)}px` }}
              aria-hidden="true"
            />
            {sample ? (
              <>
                {sample.how === 'reel' ? 'the reel, ' : 'the sample of '}
                <Length m={sample.lengthM!} />
              </>
            ) : (
              'the band'
            )}
            : <Grist mPerG={part.mean} />, counts {percents[i]}&nbsp;%
          </li>
        );
      })}
    </ul>
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

/** Each source's part of the doubt. */
function doubtInWords({ gristShare, grist }: RemainingLength, masses: readonly MassFact[]): string {
  if (isOpen(grist)) return 'two of its facts contradict each other';
  if (grist.guess) return 'the grist is only a guess';
  const what = {
    band: 'bands are only right to about 5\u00a0%',
    samples: 'measuring is only right to about 1\u00a0%',
    'band and samples': 'neither the band nor the samples are exact',
  }[grist.source as 'band' | 'samples' | 'band and samples'];
  if (gristShare >= 0.985) return what;
  const [ofGrist, ofMass] = sharesInPercent([gristShare, 1 - gristShare]);
  const why = masses.some(({ from }) => from === 'band')
    ? 'what was not weighed may be lighter or heavier than its band says'
    : masses.some(airUnknown)
      ? 'the scale shows only its own steps, and nobody noted how damp the room was'
      : 'the scale shows only its own steps';
  return `${what} (${ofGrist}\u00a0% of the doubt), and ${why} (${ofMass}\u00a0%)`;
}

/** A heated room, as most weighing is done in. */
const HEATED_ROOM_PERCENT = 45;

/** To which side an unnoted room has most likely put it: samples weighed in the same room cancel it, a band does not. */
function indoorBias({ grist }: RemainingLength, masses: readonly MassFact[], fibres: readonly FibreShare[]): string {
  if (grist.source !== 'band' || fibres.length === 0 || !masses.some(airUnknown)) return '';
  const more = Math.round(100 * (standardAirFactor(fibres, HEATED_ROOM_PERCENT) - 1));
  if (more < 1) return '';
  return `. A heated room is mostly drier than a band allows for: at ${HEATED_ROOM_PERCENT}\u00a0% it would be ${more}\u00a0% more`;
}

const airUnknown = (mass: MassFact): boolean => mass.from === 'scale' && (mass.humidityPercent ?? null) === null;

/** Where the true length lies, on a line from nothing on. */
function RangeBar({ left: { lengthM } }: { left: RemainingLength }) {
  const end = lengthM.high90 * 1.06;
  const at = (m: number) => `${(100 * Math.max(0, m)) / end}%`;
  return (
    <div
      className="[&>div]:absolute [&>div]:top-0 [&>div]:bottom-0 relative h-[18px] mt-3 mr-0 mb-1 ml-0 rounded-md bg-sunk overflow-hidden"
      aria-hidden="true"
    >
      <div className="left-0 bg-lichen" style={{ width: at(lengthM.low90) }} />
      <div
        className={styles.range}
        style={{ left: at(lengthM.low90), width: `calc(${at(lengthM.high90)} - ${at(lengthM.low90)})` }}
      />
      <div className="w-[3px] -ml-1 bg-ink" style={{ left: at(lengthM.mean) }} />
    </div>
  );
}
