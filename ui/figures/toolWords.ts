import { chanceToSpill, type WinderLimit } from '../../core/bench/winderLimit';
import { HALF_WIDTH_90 } from '../../core/common/estimate';
import { chanceInWords, inWords, massFigure } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';

/** The way a spindle turns, as it is stored, in words. */
export const TURNING_WORDS = { clockwise: 'clockwise', counterclockwise: 'anticlockwise' };

/** From what it is known what a winder holds, as the end of a sentence that says how much. */
export function limitWords(limit: WinderLimit | undefined, system: UnitSystem): string {
  if (!limit) return '';
  const give = (massG: number) => inWords(massFigure(massG, system));
  switch (limit.known) {
    case 'rule of thumb':
      return ', by a rule of thumb';
    case 'entered':
      return ', as entered for it';
    case 'cakes': {
      const seen = [
        limit.cleanG !== null && `${give(limit.cleanG)} came off clean`,
        limit.spilledG !== null && `${give(limit.spilledG)} spilled`,
      ].filter(Boolean);
      return `, give or take ${give(HALF_WIDTH_90 * limit.sd)}, by your cakes (${seen.join(', ')})`;
    }
  }
}

/** "it spills about as likely as not" */
export function spillWords(massG: number, limit: WinderLimit): string {
  return `the chance that it spills is ${chanceInWords(chanceToSpill(massG, limit))}`;
}
