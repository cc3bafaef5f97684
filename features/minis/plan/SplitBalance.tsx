'use client';

import type { MiniPlanBalance } from '../../../server/minis/miniPlanPages';
import { FineMass } from '../../../ui/figures/Figures';
import { Notice } from '../../../ui/feedback/Notice';

/** Parent = minis + ties + ends + what is left, said in words, and by how much it is not. */
export function SplitBalance({ balance, what }: { balance: MiniPlanBalance; what: string }) {
  const { parentsG, minisG, tiesG, endsG, remainingG, differenceG, withinG, byBand } = balance;
  // Nothing balances against what only the band says.
  const adds = !byBand && Math.abs(differenceG) <= withinG + 1e-6;
  return (
    <Notice tone={adds ? 'good' : byBand ? 'plain' : 'tight'}>
      <strong>
        <FineMass g={parentsG} /> of {what}
        {byBand && ', by the band,'}
      </strong>{' '}
      became <FineMass g={minisG} /> of minis,{' '}
      {tiesG > 0 && (
        <>
          <FineMass g={tiesG} /> of ties,{' '}
        </>
      )}
      <FineMass g={endsG} /> of ends and scraps, and {remainingG > 0 ? <FineMass g={remainingG} /> : 'nothing'} that is
      left
      {byBand ? (
        '. It was not weighed before, so there is nothing to balance against.'
      ) : adds ? (
        <>
          : all accounted for
          {Math.abs(differenceG) >= 0.05 && (
            <>
              , within <FineMass g={Math.abs(differenceG)} />
            </>
          )}
          , as near as the scales can tell.
        </>
      ) : (
        <>
          :{' '}
          <strong>
            <FineMass g={Math.abs(differenceG)} /> {differenceG < 0 ? 'are missing' : 'are too much'}
          </strong>
          , and the scales account for <FineMass g={withinG} /> at most.
        </>
      )}
    </Notice>
  );
}
