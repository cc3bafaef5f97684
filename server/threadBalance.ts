import { grouped } from '../core/grouped';
import { readOrNull } from '../core/inputError';
import { standardAirFactor } from '../core/moisture';
import { liveOperations } from '../core/piece';
import { type BalancePart, threadBalance, type ThreadBalance } from '../core/threadBalance';
import type { Db } from '../db/connection';
import { operationsOfYarn, partsOfYarn } from '../db/operations';
import { fromMg } from './whole';
import type { YarnView } from './yarnViews';

/** What became of all that came in of a yarn, by everything that was done with it and holds. */
export function balanceOfYarn(db: Db, { id: yarnId, fibres }: Pick<YarnView, 'id' | 'fibres'>): ThreadBalance {
  const operations = operationsOfYarn(db, yarnId);
  const live = new Set(liveOperations(operations));
  const parts = grouped(partsOfYarn(db, yarnId), ({ operationId }) => operationId);
  const airFactor = (humidityPercent: number | null) =>
    humidityPercent === null ? null : readOrNull(() => standardAirFactor(fibres, humidityPercent));
  return threadBalance(
    operations
      .filter(({ id, kind }) => live.has(id) && kind !== 'undo')
      .map(({ id, kind, wasteMg, tiesMg }) => ({
        operationId: id,
        kind,
        wasteG: fromMg(wasteMg),
        tiesG: fromMg(tiesMg),
        parts: (parts.get(id) ?? []).map(
          ({ pieceId, side, massMg, massFrom, resolutionMg, humidityPercent }): BalancePart => ({
            pieceId,
            side,
            massG: massMg === null ? null : fromMg(massMg),
            from: massFrom,
            resolutionG: resolutionMg === null ? 0 : fromMg(resolutionMg),
            airFactor: airFactor(humidityPercent),
          }),
        ),
      })),
  );
}
