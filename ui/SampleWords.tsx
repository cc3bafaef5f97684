'use client';

import { Length, Mass, Span } from './Figures';

/** What was measured on a piece. */
export interface MeasuredSample {
  how: 'length' | 'reel' | 'wraps';
  washed: boolean;
  lengthM: number | null;
  massG: number | null;
  loops: number | null;
  loopM: number | null;
  wpi: number | null;
}

/** What was measured, in a few words. */
export function SampleWords({ sample }: { sample: MeasuredSample | null | undefined }) {
  if (!sample) return <>measured</>;
  switch (sample.how) {
    case 'wraps':
      return <>{sample.wpi!.toFixed(1)} wraps to the inch</>;
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
