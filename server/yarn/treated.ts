import type { FibreShare } from '../../core/yarn/fibre';
import { massOf } from '../../core/yarn/piece';
import { type TreatedMasses, treatedMasses } from '../../core/yarn/treated';
import { type Db, remembered } from '../../db/common/connection';
import { liveOfYarn, wasTreated } from '../../db/yarn/operations';
import { massFactOf } from '../common/weighing';
import { fromMg } from '../common/storageUnits';

const NEVER: TreatedMasses = { now: new Map(), after: () => 1 };

/** What water and dye made of the masses of a yarn's pieces. */
export function treatedOfYarn(db: Db, yarnId: number, fibres: readonly FibreShare[]): TreatedMasses {
  if (!wasTreated(db, yarnId)) return NEVER;
  return remembered(db, 'treated', yarnId, () =>
    treatedMasses(
      liveOfYarn(db, yarnId).map(({ id, kind, wasteMg, tiesMg, parts }) => ({
        operationId: id,
        kind,
        asideG: fromMg(wasteMg + tiesMg),
        parts: parts.map((part) => {
          const fact = massFactOf(part);
          return { pieceId: part.pieceId, side: part.side, massG: fact && massOf(fact, fibres).mean };
        }),
      })),
    ),
  );
}
