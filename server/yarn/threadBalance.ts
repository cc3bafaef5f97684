import { readOrNull } from '../../core/common/inputError';
import { standardAirFactor } from '../../core/yarn/moisture';
import { type BalanceShare, threadBalance, type ThreadBalance } from '../../core/yarn/threadBalance';
import type { Db } from '../../db/common/connection';
import { liveOfYarn } from '../../db/yarn/operations';
import { fromMg } from '../common/storageUnits';
import type { YarnView } from './yarnViews';

/** What became of all that came in of a yarn, by everything that was done with it and holds. */
export function balanceOfYarn(db: Db, { id: yarnId, fibres }: Pick<YarnView, 'id' | 'fibres'>): ThreadBalance {
  const airFactor = (humidityPercent: number | null) =>
    humidityPercent === null ? null : readOrNull(() => standardAirFactor(fibres, humidityPercent));
  return threadBalance(
    liveOfYarn(db, yarnId).map(({ id, kind, wasteMg, tiesMg, parts }) => ({
      operationId: id,
      kind,
      wasteG: fromMg(wasteMg),
      tiesG: fromMg(tiesMg),
      parts: parts.map(({ pieceId, side, massMg, massFrom, resolutionMg, humidityPercent }): BalanceShare => ({
        pieceId,
        side,
        massG: massMg === null ? null : fromMg(massMg),
        from: massFrom,
        resolutionG: resolutionMg === null ? 0 : fromMg(resolutionMg),
        airFactor: airFactor(humidityPercent),
      })),
    })),
  );
}
