import { correctedCakes } from '../../../core/winding/nextCake';
import type { NewRunEvent, RunState } from '../../../core/winding/run';
import type { RunPage } from '../../../server/winding/runEvents';

/** A winding as its stages work on it: the cake in hand is `state.part`. */
export interface InHand {
  /** Its cakes as those that were weighed correct them. */
  page: RunPage;
  state: RunState;
  /** This screen is the one that writes. */
  enabled: boolean;
  record: (event: NewRunEvent) => void;
  /** On to a stage, of the cake in hand or of another. */
  go: (stage: RunState['stage'], part?: number) => void;
}

export function inHandOf(page: RunPage, run: Pick<InHand, 'state' | 'enabled' | 'record'>): InHand {
  const { state, record } = run;
  return {
    ...run,
    page: { ...page, plan: { ...page.plan, cakes: correctedCakes(page.plan, state) } },
    go: (stage, part = state.part) => record({ kind: 'stage', stage, part }),
  };
}
