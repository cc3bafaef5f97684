/** What can become of a piece beside winding, cutting and plying. */
export const PIECE_OPERATIONS = ['use', 'wash', 'dye', 'dry', 'reel', 'join', 'open', 'write off'] as const;
export type PieceOperation = (typeof PIECE_OPERATIONS)[number];
