'use client';

import type { Estimate } from '../../core/estimate';
import { chanceInWords, inWords, lengthFigure } from '../../core/format';
import { reading } from '../../core/inputError';
import { parseQuantity } from '../../core/units';
import { DEFAULT_TOLERANCE_PERCENT, isEnough, type Verdict } from '../../core/yardage';
import { TextField } from '../../ui/Field';
import { useSystem } from '../../ui/Providers';
import { Say, type Tone } from '../../ui/Say';
import { useKept } from '../../ui/useKept';

const TONES: Record<Verdict, Tone> = { enough: 'good', tight: 'tight', short: 'bad' };

/** "Is it enough for ...?", answered as it is asked. */
export function Enough({ yarnId, lengthM }: { yarnId: number; lengthM: Estimate }) {
  const system = useSystem();
  const [asked, ask] = useKept(`need of yarn ${yarnId}`, '');
  const { value: needM, error } = asked.trim() === '' ? {} : reading(() => parseQuantity(asked, 'length', system));

  return (
    <div>
      <TextField
        name="need"
        label="Is it enough for something that takes"
        value={asked}
        onChange={ask}
        error={error}
        placeholder={system === 'metric' ? '190 m' : '210 yd'}
        hint={`the need itself is taken to be right to ${DEFAULT_TOLERANCE_PERCENT} %`}
        large
      />
      {needM !== undefined && <Answer lengthM={lengthM} needM={needM} />}
    </div>
  );
}

function Answer({ lengthM, needM }: { lengthM: Estimate; needM: number }) {
  const system = useSystem();
  const { verdict, probability, marginM } = isEnough(lengthM, needM);
  const margin = inWords(lengthFigure(Math.abs(marginM), system));
  const words: Record<Verdict, string> = {
    enough: `Yes. About ${margin} will be left over.`,
    tight:
      marginM >= 0
        ? `It will be tight: about ${margin} to spare, less than the figures can promise.`
        : `It will be tight.`,
    short: `No. About ${margin} are missing.`,
  };
  return (
    <Say tone={TONES[verdict]} role="status">
      <strong style={{ fontSize: '1.15rem' }}>{words[verdict]}</strong>
      <div>The chance that it reaches: {chanceInWords(probability)}.</div>
    </Say>
  );
}
