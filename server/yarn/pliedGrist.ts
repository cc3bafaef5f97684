import { type Estimate } from '../../core/common/estimate';
import { gristPlied, type Strand, strandsOf, type TakeUp, takeUpLearned } from '../../core/twist/takeUp';
import type { Db } from '../../db/common/connection';
import { operationPiecesOf } from '../../db/yarn/operations';
import { everMade } from '../../db/yarn/pieces';
import { type MeasuredPly, measuredPlies, plyOfYarn, type PlyRow } from '../../db/twist/plies';

/** How a yarn of this number is known; given in, since a plied yarn asks it of its singles. */
type KnownYarn = (db: Db, yarnId: number) => { grist: Estimate | null } | undefined;

/** The grist that plying gives to a yarn until it is measured itself; null where it was not plied here, or of what nobody knows. */
export function pliedGrist(db: Db, yarnId: number, yarnOf: KnownYarn): Estimate | null {
  const ply = plyOfYarn(db, yarnId);
  const strands = ply && strandsKnown(db, ply, yarnOf);
  return strands ? gristPlied(strands, turnsOf(ply), takeUp(db, yarnOf)) : null;
}

/** What the plies that were counted on the reel have taught of how much plying takes up. */
export function takeUp(db: Db, yarnOf: KnownYarn): TakeUp {
  return takeUpLearned(
    measuredPlies(db).flatMap((ply) => {
      const strands = strandsKnown(db, ply, yarnOf);
      return strands ? [{ strands, turnsPerM: turnsOf(ply), gristMPerG: gristOf(ply) }] : [];
    }),
  );
}

const gristOf = ({ lengthMm, massMg }: MeasuredPly) => lengthMm / massMg;
const turnsOf = ({ pliedTurnsPerKm }: PlyRow) => (pliedTurnsPerKm === null ? null : pliedTurnsPerKm / 1000);

/** Each strand of a ply with its grist; null where one is not known. */
function strandsKnown(db: Db, { operationId, method }: PlyRow, yarnOf: KnownYarn): Strand[] | null {
  const singles = operationPiecesOf(db, operationId)
    .filter(({ side }) => side === 'in')
    .map(({ pieceId }) => {
      const { yarnId } = everMade(db, pieceId);
      const yarn = yarnOf(db, yarnId);
      if (!yarn?.grist) return null;
      const { mean, sd } = yarn.grist;
      return { yarnId, grist: { mean, sd } };
    });
  const known = singles.filter((single) => single !== null);
  if (known.length === 0 || known.length < singles.length) return null;
  return strandsOf(method, known);
}
