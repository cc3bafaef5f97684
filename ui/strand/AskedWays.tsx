'use client';

import { type ReactNode, useState } from 'react';
import { Fold } from '../controls/Fold';

/** How the strand ran, in a log: folded away where the bench has answered for the user, open where it could not. */
export function AskedWays({
  answered,
  wrong,
  children,
}: {
  answered: boolean;
  /** Something in it was refused. */
  wrong: boolean;
  children: ReactNode;
}) {
  // As it was when the page came: it must not close under the hand that answers.
  const [openAtFirst] = useState(!answered);
  return (
    <Fold
      className="my-3"
      openAtFirst={openAtFirst}
      keptOpen={wrong}
      title={
        <>
          Twist (optional): how did the yarn come off?{' '}
          <span className="font-normal text-ink-soft">
            {openAtFirst
              ? 'Its twist is followed, and what nobody saw stays unknown.'
              : 'As your bench has it; open this if it was otherwise.'}
          </span>
        </>
      }
    >
      <div className="grid gap-4">{children}</div>
    </Fold>
  );
}
