'use client';

import type { MassBalance } from '../../core/logbook/massBalance';
import { FineMass } from './Figures';
import { Notice } from '../feedback/Notice';

/** Whether what came out weighs as much as what went in, said in words. */
export function BalanceWords({ balance }: { balance: MassBalance }) {
  const { inG, outG, wasteG, differenceG, withinG, verdict } = balance;
  const sides = (
    <>
      <FineMass g={inG} /> in, <FineMass g={outG} /> out
      {wasteG > 0 && (
        <>
          {' '}
          and <FineMass g={wasteG} /> thrown away
        </>
      )}
    </>
  );
  switch (verdict) {
    case 'balances':
      return (
        <Notice tone="good" role="status">
          <strong>It balances.</strong> {sides}: the same, as far as the scale can tell (±&nbsp;
          <FineMass g={withinG} />
          ).
        </Notice>
      );
    case 'missing':
      return (
        <Notice tone="tight" role="status">
          <strong>
            <FineMass g={-differenceG} /> are missing.
          </strong>{' '}
          {sides}. The scale alone explains ±&nbsp;
          <FineMass g={withinG} />. Ends cut off, ties weighed with the hank, a bowl not taken off, or a drier room?
        </Notice>
      );
    case 'too much':
      return (
        <Notice tone="tight" role="status">
          <strong>
            <FineMass g={differenceG} /> too much came out.
          </strong>{' '}
          {sides}. The scale alone explains ±&nbsp;
          <FineMass g={withinG} />. A slip or band in the cake, a bowl not taken off, or a damper room?
        </Notice>
      );
  }
}
