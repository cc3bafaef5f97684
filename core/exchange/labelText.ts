/** What may stand on a label beside its name and its figures, in this order; the logo stands above the code. */
export const LABEL_LINES = ['fibre', 'lot', 'needle', 'care', 'maker', 'logo', 'piece', 'origin'] as const;
export type LabelLine = (typeof LABEL_LINES)[number];

/** What a buyer wants to know; where in its skein a mini lay is nobody's business but the maker's. */
export const USUAL_LABEL_LINES: readonly LabelLine[] = ['fibre', 'lot', 'needle', 'care', 'maker', 'logo'];
