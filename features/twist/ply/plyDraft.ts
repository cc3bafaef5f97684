import type { PlyMethod } from '../../../core/twist/plying';
import type { LeavingWay } from '../../../core/twist/strandWays';

/** What is chosen for a ply; kept in this browser until it is logged. */
export interface PlyDraft {
  pieceIds: number[];
  method: PlyMethod;
  left: LeavingWay;
  /** The singles' own twist as it is typed, where it is not known or to be tried otherwise. */
  spun: string;
  leans: 'S' | 'Z';
  share: string;
  foldTurns: string;
  foldOver: string;
  /** Of a chain, how long each loop is. */
  loop: string;
}
