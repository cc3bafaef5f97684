import type { ThreadBalance } from '../../core/yarn/threadBalance';
import type { Db } from '../../db/common/connection';
import { hasHistory, likeYarns, type LikeYarn } from '../yarn/yarnLifecycle';
import { balanceOfYarn } from '../yarn/threadBalance';
import { promisesOf } from '../projects/projects';
import { coloursOfYarn, type YarnColours } from '../yarn/colours';
import { lyingTwists } from '../twist/twist';
import { yarnPage, type YarnPage } from '../yarn/yarnViews';

/** Everything that a yarn's own screen tells. */
export interface YarnOverview extends YarnPage {
  /** What projects have spoken for, as parts of the whole. */
  promises: { projectId: number; project: string; share: number }[];
  /** How its colours come again, as far as somebody looked. */
  colours: Pick<YarnColours, 'order' | 'repeat'>;
  /** Yarns whose figures it could borrow; only where it has none of its own. */
  like: LikeYarn[];
  /** Something was done with it since it came in. */
  worked: boolean;
  /** What was changed of the twist along each piece. */
  twists: ReturnType<typeof lyingTwists>;
  /** What became of all that came in. */
  balance: ThreadBalance;
}

export function yarnOverview(db: Db, id: number): YarnOverview | undefined {
  const page = yarnPage(db, id);
  if (!page) return undefined;
  const { order, repeat } = coloursOfYarn(db, id);
  const silent = !page.yarn.grist || page.yarn.grist.guess;
  return {
    ...page,
    promises: promisesOf(db, id),
    colours: { order, repeat },
    like: silent ? likeYarns(db, id) : [],
    worked: hasHistory(db, id),
    twists: lyingTwists(db, page.yarn),
    balance: balanceOfYarn(db, page.yarn),
  };
}
