'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { Notice, Problem } from '../feedback/Notice';
import type { Work } from '../feedback/outcome';
import { useUndoOffer } from '../feedback/UndoOffer';
import { useTask } from '../feedback/useTask';

/** Gives up what is under way at a bench. Asks once more, in place: nothing floats over the bench. */
export function GiveUp({
  what,
  means,
  give,
  take,
  to,
}: {
  /** What is under way: "winding". */
  what: string;
  /** What becomes of the piece and of what was counted. */
  means: string;
  give: Work<{ ok: true }>;
  take: Work<{ ok: true }>;
  /** Where one goes from there. */
  to: string;
}) {
  const offer = useUndoOffer();
  const [asking, setAsking] = useState(false);
  const { busy, problem, run } = useTask();
  if (!asking)
    return (
      <Button type="text" onClick={() => setAsking(true)}>
        Cancel {what}
      </Button>
    );
  return (
    <Notice tone="tight" role="alert">
      <strong>Cancel this {what}?</strong> {means}{' '}
      <Button
        danger
        loading={busy}
        onClick={() =>
          run(
            () => give(),
            () => {
              offer({ words: `The ${what} is cancelled.`, undo: take });
              return to;
            },
          )
        }
      >
        Discard the count
      </Button>{' '}
      <Button type="text" onClick={() => setAsking(false)}>
        Keep {what}
      </Button>
      <Problem words={problem} />
    </Notice>
  );
}
