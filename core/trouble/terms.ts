/** Terms of the craft that the helper uses, in a few words each. */
export const TERMS: Readonly<Record<string, string>> = {
  butterfly: 'a small bundle wound in a figure of eight between thumb and little finger; it is drawn from its centre',
  'figure eight': 'a tie that goes over one half of the strands and under the other, so that none can slip through',
  'figure eights': 'ties that go over one half of the strands and under the other, so that none can slip through',
  'wraps per inch':
    'how many times the strand goes round an inch of a ruler, side by side, neither stretched nor pushed',
};
