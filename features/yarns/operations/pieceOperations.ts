/** What can become of a piece beside winding, cutting and plying. */
export const CHANGES = ['use', 'wash', 'dye', 'dry', 'reel', 'join', 'open', 'write off'] as const;
export type Change = (typeof CHANGES)[number];
