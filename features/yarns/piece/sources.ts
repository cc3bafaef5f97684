import type { GristSource } from '../../../core/yarn/yarnLength';

/** Where a grist comes from, as it stands after "from". */
export const SOURCE_WORDS: Record<GristSource, string> = {
  band: 'the band’s length and mass',
  samples: 'what was measured',
  'band and samples': 'the band and what was measured',
  singles: 'what plying makes of its singles: a guess until it is counted on the reel',
  wpi: 'a guess from wraps per inch',
  'like yarn': 'a yarn that is like it: a guess',
  'weight class': 'a guess from its weight class',
  gauge: 'a guess from its gauge',
  needle: 'a guess from its needle',
  hook: 'a guess from its hook',
};
