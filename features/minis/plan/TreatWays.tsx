'use client';

import { Button } from 'antd';
import { plural } from '../../../core/common/format';
import type { MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { Problem } from '../../../ui/feedback/Notice';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useTask } from '../../../ui/feedback/useTask';
import { treat, untreat } from '../actions';

/** Into the pot or into the water, all that are dry: from then on they wait for the scale. */
export function TreatWays({ page }: { page: MiniPlanPage }) {
  const offer = useUndoOffer();
  const { run, problem, busy } = useTask();
  const dry = page.minis.filter(({ gone, wetBy }) => !gone && wetBy === null).map(({ pieceId }) => pieceId);
  if (dry.length === 0 || (page.plan.asked.next !== 'dye' && page.plan.asked.next !== 'wash')) return null;
  const put = (kind: 'dye' | 'wash') =>
    run(
      (keyOf) => treat({ requestKey: keyOf({ kind, dry }), kind, pieceIds: dry, note: '' }),
      () =>
        offer({
          words: `${plural(dry.length, 'mini')} went into the ${kind === 'dye' ? 'dye pot' : 'water'}.`,
          undo: () => untreat(dry),
        }),
    );
  return (
    <div className="flex flex-wrap gap-2 mt-3">
      <Button onClick={() => put('dye')} disabled={busy}>
        {dry.length === 1 ? 'It goes' : `All ${dry.length} go`} into the dye pot now
      </Button>
      {page.plan.asked.next === 'dye' && (
        <ActionLink href={`/dyeing/new?plan=${page.id}`} quiet>
          Plan a bath for them
        </ActionLink>
      )}
      <Button onClick={() => put('wash')} disabled={busy}>
        into the wash now
      </Button>
      <Problem words={problem} />
    </div>
  );
}
