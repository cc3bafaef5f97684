/** What can be done with a piece to learn more of it. */
export const MEASURES = ['weigh', 'length', 'reel', 'wraps', 'twist'] as const;
export type Measure = (typeof MEASURES)[number];
