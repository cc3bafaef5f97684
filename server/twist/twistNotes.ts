import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { layingOf } from '../../core/twist/strandWays';
import { partOnWay } from '../../core/twist/twistAccount';
import type { Db } from '../../db/common/connection';
import { everMade } from '../../db/yarn/pieces';
import { noteLaid } from '../../db/twist/strandWays';
import { runForm, ConflictError, type SaveResult } from '../common/result';
import { recordLeaving, leavingWay, layingWay, NOT_LOOKED } from '../yarn/strandWays';
import { twistPage } from './twist';
import { toMm, toUm } from '../common/storageUnits';

const sizeMm = z.number().positive().max(1000);

const form = z.strictObject({
  steps: z
    .array(
      z.strictObject({
        operationId: z.int().positive(),
        left: leavingWay,
        laid: layingWay,
        /** How large it was, where the log does not say: across its hole and across it all. */
        coreDiameterMm: sizeMm.nullable(),
        outerDiameterMm: sizeMm.nullable(),
        /** What of it cannot be got at; null: as its form has it. */
        innerEnd: z.enum(['free', 'buried']).nullable(),
        farSide: z.enum(['open', 'closed']).nullable(),
      }),
    )
    .min(1)
    .max(100),
});
export type TwistNotes = z.input<typeof form>;

/** Puts right, or adds, what was noted of how the strand ran on the way to a piece. The masses stay as they were. */
export function noteTwist(db: Db, pieceId: number, input: unknown): SaveResult {
  return runForm(form, input, ({ steps }) =>
    db
      .transaction(() => {
        const page = twistPage(db, pieceId);
        if (!page) throw new ConflictError('this piece is not there any more');
        const events = page.story.map(({ event }) => event);
        steps.forEach((step, i) => {
          const at = page.story.findIndex(({ operationId }) => operationId === step.operationId);
          const event = page.story[at]?.event;
          if (!event || event.kind === 'measured') throw new ConflictError('this is not how it came about');
          if (event.kind === 'taken') {
            const { form } = everMade(db, event.pieceId);
            recordLeaving(db, step.operationId, { form, fromEnd: event.fromEnd }, step.left, `steps.${i}.left`);
          }
          const part = partOnWay(events, at, pieceId);
          if (!part || (event.kind === 'came' && part.form === 'hank')) return;
          const { noted } = part;
          // What was wound here is as large as it was logged; what came wound, as it is measured now.
          const [first, second] = event.kind === 'came' ? [step, noted] : [noted, step];
          const coreMm = first?.coreDiameterMm ?? second?.coreDiameterMm ?? null;
          const outerMm = first?.outerDiameterMm ?? second?.outerDiameterMm ?? null;
          if (coreMm !== null && outerMm !== null && outerMm <= coreMm)
            throw new InputError('it is wider than its hole', `steps.${i}.outerDiameterMm`);
          const sized = coreMm !== null && outerMm !== null;
          noteLaid(db, {
            ...NOT_LOOKED,
            operationId: step.operationId,
            pieceId: part.pieceId,
            ...(step.laid === '' ? { how: noted?.how ?? null } : layingOf(step.laid)),
            coreUm: sized ? toUm(coreMm) : null,
            outerUm: sized ? toUm(outerMm) : null,
            crossingMillideg: Math.round((noted?.crossingAngleDeg ?? 0) * 1000),
            loopMm: (noted?.loopM ?? null) === null ? null : toMm(noted!.loopM!),
            innerEnd: step.innerEnd,
            farSide: step.farSide,
          });
        });
        return pieceId;
      })
      .immediate(),
  );
}
