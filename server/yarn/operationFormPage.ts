import type { PackageEnd } from '../../core/yarn/faults';
import { type MiniCaution, miniCautions } from '../../core/minis/miniTies';
import { endsOf } from '../../core/bench/schools';
import type { LayingWay, LeavingWay } from '../../core/twist/strandWays';
import type { Db } from '../../db/common/connection';
import { projectChoices } from '../common/projectChoices';
import { bench, type ReelTool } from '../bench/bench';
import { endWorked, workFromOf } from './workedEnd';
import { miniWays } from './strandWays';
import { type PiecePage, piecePage, type PieceView, type YarnView } from './yarnViews';

/** What can become of a piece, and what has to be known for it. */
export interface OperationFormPage {
  yarn: YarnView;
  piece: PieceView;
  /** What it could be joined with. */
  others: PieceView[];
  wet: PiecePage['wet'];
  projects: { id: number; name: string }[];
  cautions: Record<'dye' | 'wash', MiniCaution[]>;
  reels: ReelTool[];
  /** The end that it is worked from. */
  end: PackageEnd;
  /** How its strand would leave it and be laid on each of the reels. */
  ways: Record<number, { left: LeavingWay | ''; laid: LayingWay | '' }>;
}

export function operationFormPage(db: Db, pieceId: number): OperationFormPage | undefined {
  const page = piecePage(db, pieceId);
  if (!page) return undefined;
  const { yarn, piece, others, wet } = page;
  const worked = endWorked(workFromOf(db, yarn));
  const ends = endsOf(piece.form);
  const end = ends.find((each) => each === worked) ?? ends[0]!;
  const { reels } = bench(db);
  return {
    yarn,
    piece,
    others: others.filter(({ openRunId }) => openRunId === null),
    wet,
    projects: projectChoices(db),
    cautions: { dye: miniCautions(yarn.fibres, 'dye'), wash: miniCautions(yarn.fibres, 'wash') },
    reels,
    end,
    ways: Object.fromEntries(
      reels.map(({ id, kind }) => [id, miniWays(db, { form: piece.form, fromEnd: end, reel: kind })]),
    ),
  };
}
