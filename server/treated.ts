import type { FibreShare } from '../core/fibre';
import { grouped } from '../core/grouped';
import { liveOperations, massOf } from '../core/piece';
import { type TreatedMasses, treatedMasses } from '../core/treated';
import type { Db } from '../db/connection';
import { operationsOfYarn, partsOfYarn, wasTreated } from '../db/operations';
import { massFactOf } from './weighing';
import { fromMg } from './whole';

const NEVER: TreatedMasses = { now: new Map(), after: () => 1 };

/** What water and dye made of the masses of a yarn's pieces. */
export function treatedOfYarn(db: Db, yarnId: number, fibres: readonly FibreShare[]): TreatedMasses {
  if (!wasTreated(db, yarnId)) return NEVER;
  const operations = operationsOfYarn(db, yarnId);
  const live = new Set(liveOperations(operations));
  const parts = grouped(partsOfYarn(db, yarnId), ({ operationId }) => operationId);
  return treatedMasses(
    operations
      .filter(({ id }) => live.has(id))
      .map(({ id, kind, wasteMg, tiesMg }) => ({
        operationId: id,
        kind,
        asideG: fromMg(wasteMg + tiesMg),
        parts: (parts.get(id) ?? []).map((part) => {
          const fact = massFactOf(part);
          return { pieceId: part.pieceId, side: part.side, massG: fact && massOf(fact, fibres).mean };
        }),
      })),
  );
}
