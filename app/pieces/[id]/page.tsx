import type { Metadata } from 'next';
import { MEASURES } from '../../../features/yarns/measure/measures';
import { PieceScreen } from '../../../features/yarns/piece/PieceScreen';
import { PieceSale } from '../../../features/market/PieceSale';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { lineageOf } from '../../../server/yarn/lineage';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { coloursOfPiece, coloursOfYarn } from '../../../server/yarn/colours';
import { plannedUse } from '../../../server/yarn/plannedUse';
import { stoodDays } from '../../../server/winding/planPages';
import { schools } from '../../../server/bench/schools';
import { wareOf } from '../../../server/market/wares';
import { piecePage } from '../../../server/yarn/yarnViews';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Piece' };

export default async function Page({ params, searchParams }: IdParams & QueryParams) {
  const page = await requireRecord(params, (id) => piecePage(database(), id));
  const { how } = await pageQuery(searchParams);
  const first = MEASURES.find((measure) => measure === how) ?? 'weigh';
  const stood = stoodDays(database(), page.piece.id, schools(database()).earliestDays, new Date());
  return (
    <PieceScreen
      page={page}
      family={lineageOf(database(), page.piece.id)}
      scales={scales(database())}
      how={first}
      next={plannedUse(database(), page.piece.id) ?? null}
      along={coloursOfPiece(database(), page.piece)}
      palette={coloursOfYarn(database(), page.yarn.id).order}
      sale={<PieceSale ware={wareOf(database(), { pieceId: page.piece.id }) ?? null} />}
      stood={page.piece.consumedBy === null ? stood : null}
    />
  );
}
