import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { miniPlanById, miniOfPiece, minisOfPlan, setKit } from '../../db/minis/minis';
import { pieceById, type PieceRow, wetBy } from '../../db/yarn/pieces';
import { recordTreatment, requireEachOnce, requireNotDamp } from '../yarn/operationCommands';
import { pieceThere, type Recorded } from '../yarn/recordOperation';
import { once } from '../common/askedBefore';
import { longText, quantity, readOptional, requestKey } from '../common/fields';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { massOfReading, readingOfForm, type ScaleReading, weighingFields } from '../common/weighing';

function dryForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    pieceIds: z.array(z.int().positive()).min(1),
    /** Of each, in the same order; empty: not weighed yet. */
    masses: z.array(readOptional(quantity('mass', system))),
    ...weighingFields(system),
    /** They are heavier than before, and that is so. */
    sure: z.boolean(),
    note: longText,
  });
}
export type DryForm = z.input<ReturnType<typeof dryForm>>;

/** The same, by what a form says. */
export function weighDried(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(dryForm(system), input, (form) => {
    const { requestKey, note, sure } = form;
    const masses = form.pieceIds.map((_, i) => readingOfForm(form.masses[i] ?? null, form));
    return recordDried(db, { requestKey, note, sure, pieceIds: form.pieceIds, masses }, now);
  });
}

interface MiniDrying extends Recorded {
  pieceIds: readonly number[];
  /** Of each, in the same order; null: not weighed yet. */
  masses: readonly (ScaleReading | null)[];
  sure: boolean;
}

/** Keeps what dyed or washed minis weigh, now that they are dry. */
function recordDried(db: Db, { pieceIds, masses, sure, ...command }: MiniDrying, now: Date): number {
  return once(db, 'operation', command.requestKey, () => {
    requireEachOnce(pieceIds);
    const weighed = pieceIds.flatMap((id, i) => {
      const reading = masses[i] ?? null;
      if (reading === null) return [];
      const piece = stillThere(db, id);
      if (wetBy(db, id) === null) throw new InputError('this one is weighed already', `masses.${i}`);
      const mass = massOfReading(reading, `masses.${i}`);
      if (!sure) requireNotDamp(db, piece, mass, `masses.${i}`);
      return [{ piece, mass }];
    });
    if (weighed.length === 0) throw new InputError('weigh at least one', 'masses.0');
    return recordTreatment(db, weighed, { ...command, kind: 'weigh' }, now);
  });
}

function stillThere(db: Db, pieceId: number): PieceRow {
  const piece = pieceThere(db, pieceId, 'one of these is');
  if (!miniOfPiece(db, pieceId)) throw new ConflictError('one of these is not a mini');
  return piece;
}

/** Packs these minis into one kit of a mini plan; with none, the kit is taken apart again. */
export function packKit(db: Db, planId: number, kit: number, pieceIds: readonly number[]): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        if (!miniPlanById(db, planId)) throw new ConflictError('there is no such plan');
        if (kit < 1) throw new ConflictError('kits are numbered from 1');
        const minis = minisOfPlan(db, planId);
        for (const id of pieceIds) {
          const mini = minis.find(({ pieceId }) => pieceId === id);
          if (!mini) throw new ConflictError('one of these is not of this plan');
          if (mini.kit !== null && mini.kit !== kit)
            throw new ConflictError(`one of these is in kit ${mini.kit} already`);
          if (pieceById(db, id)?.consumedBy !== null) throw new ConflictError('one of these is not there any more');
        }
        for (const { pieceId } of minis.filter((mini) => mini.kit === kit)) setKit(db, pieceId, null);
        for (const id of pieceIds) setKit(db, id, kit);
        return planId;
      })
      .immediate(),
  );
}
