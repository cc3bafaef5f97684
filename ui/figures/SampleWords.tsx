'use client';

import { turnsPerMCounted } from '../../core/twist/plying';
import type { TwistDirection } from '../../core/twist/twist';
import { Length, Mass, Span, Twist } from './Figures';

/** What was measured on a piece. */
export interface MeasuredSample {
  how: 'length' | 'reel' | 'wraps' | 'twist';
  washed: boolean;
  lengthM: number | null;
  massG: number | null;
  loops: number | null;
  loopM: number | null;
  wpi: number | null;
  twist: { turns: number; overMm: number; leans: TwistDirection } | null;
}

/** What was measured, in a few words. */
export function SampleWords({ sample }: { sample: MeasuredSample | null | undefined }) {
  if (!sample) return <>measured</>;
  switch (sample.how) {
    case 'wraps':
      return <>{sample.wpi!.toFixed(1)} wraps to the inch</>;
    case 'twist': {
      const { turns, overMm, leans } = sample.twist!;
      return (
        <>
          {Number(turns.toFixed(1))} turns over <Span mm={overMm} />: <Twist perM={turnsPerMCounted(turns, overMm)} />{' '}
          {leans}
          {sample.washed && ', washed'}
        </>
      );
    }
    case 'reel':
      return (
        <>
          {sample.loops} loops of <Span mm={sample.loopM! * 1000} />: <Length m={sample.lengthM!} />
          {sample.washed && ', washed'}
        </>
      );
    case 'length':
      return (
        <>
          <Length m={sample.lengthM!} /> weigh <Mass g={sample.massG!} />
        </>
      );
  }
}
