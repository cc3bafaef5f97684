import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { LAYING_WAYS, LEAVING_WAYS } from '../../core/twist/strandWays';
import type { Db } from '../../db/common/connection';
import { clearPlannedUse, plannedUseOf, putPlannedUse } from '../../db/twist/plannedUse';
import { pieceThere } from './recordOperation';
import { runForm, type SaveResult, saving } from '../common/result';

const leaves = z.strictObject({ end: z.enum(PACKAGE_ENDS), left: z.enum(LEAVING_WAYS) });

/** How a piece is meant to be gone on with: wound again first, or not; and then worked so. */
const way = z.strictObject({
  rewind: leaves
    .extend({
      laid: z.enum(LAYING_WAYS),
      toolKey: z.string().regex(/^(winder|form) \d{1,9}$/),
      toolName: z.string().max(200),
    })
    .nullable(),
  use: leaves,
});
export type PlannedUse = z.infer<typeof way>;

/** Undefined where nothing was chosen for it. */
export function plannedUse(db: Db, pieceId: number): PlannedUse | undefined {
  const json = plannedUseOf(db, pieceId);
  return json === undefined ? undefined : way.parse(JSON.parse(json));
}

/** Puts a way into the plan of a piece. */
export function choosePlannedUse(db: Db, pieceId: number, input: unknown, now: Date): SaveResult {
  return runForm(way, input, (chosen) =>
    db
      .transaction(() => {
        pieceThere(db, pieceId);
        putPlannedUse(db, pieceId, JSON.stringify(chosen), now.toISOString());
        return pieceId;
      })
      .immediate(),
  );
}

/** Takes it out of the plan again. */
export function forgetPlannedUse(db: Db, pieceId: number): SaveResult {
  return saving(() => {
    clearPlannedUse(db, pieceId);
    return pieceId;
  });
}

/** Whether this is what `plannedUse` can read, as an archive brings it. */
export function isPlannedUse(json: string): boolean {
  return way.safeParse(JSON.parse(json)).success;
}
