import type { OperationKind } from '../core/piece';

/** What happened to a piece, as the thread and its story tell it. */
export const OPERATION_VERBS: Record<OperationKind, string> = {
  receive: 'came in',
  wind: 'wound',
  split: 'cut into minis',
  inspect: 'looked over',
  weigh: 'weighed',
  sample: 'measured',
  dye: 'dyed',
  wash: 'washed',
  ply: 'plied',
  undo: 'undone',
};
