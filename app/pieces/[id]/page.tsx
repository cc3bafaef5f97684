import type { Metadata } from 'next';
import { MEASURES } from '../../../features/yarns/measures';
import { PieceScreen } from '../../../features/yarns/PieceScreen';
import { scales } from '../../../server/bench';
import { database } from '../../../server/database';
import { familyOf } from '../../../server/family';
import { found, type IdParams } from '../../../server/found';
import { nextWay } from '../../../server/nextWay';
import { stoodDays } from '../../../server/planPages';
import { schools } from '../../../server/schools';
import { piecePage } from '../../../server/yarnViews';

export const metadata: Metadata = { title: 'Piece' };

export default async function Page({
  params,
  searchParams,
}: IdParams & { searchParams: Promise<{ how?: string | string[] }> }) {
  const page = await found(params, (id) => piecePage(database(), id));
  const { how } = await searchParams;
  const first = MEASURES.find((measure) => measure === how) ?? 'weigh';
  const stood = stoodDays(database(), page.piece.id, schools(database()).earliestDays, new Date());
  return (
    <PieceScreen
      page={page}
      family={familyOf(database(), page.piece.id)}
      scales={scales(database())}
      how={first}
      next={nextWay(database(), page.piece.id) ?? null}
      stood={page.piece.consumedBy === null ? stood : null}
    />
  );
}
