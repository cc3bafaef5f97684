import { widthOfMm } from '../../core/bench/winderFit';
import type { WinderLimit } from '../../core/bench/winderLimit';
import { HALF_WIDTH_90 } from '../../core/common/estimate';
import { chanceInWords, inWords, massFigure, sizeFigure } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';

/** The way a spindle turns, as it is stored, in words. */
export const TURNING_WORDS = { clockwise: 'clockwise', counterclockwise: 'anticlockwise' };

/** From what it is known what a winder holds, as the end of a sentence that says how much. */
export function limitWords(limit: WinderLimit, system: UnitSystem): string {
  const mass = (massG: number) => inWords(massFigure(massG, system));
  return knownFrom(limit, mass, mass(HALF_WIDTH_90 * limit.sd));
}

/** From what it is known how wide a cake may become, as the end of a sentence that says how wide. */
export function roomWords(
  roomCm3: WinderLimit,
  winder: { coreDiameterMm: number; heightMm: number },
  system: UnitSystem,
): string {
  const size = (mm: number) => inWords(sizeFigure(mm, system));
  const width = (cm3: number) => widthOfMm(winder, Math.max(0, cm3));
  const { mean, sd } = roomCm3;
  const giveOrTakeMm = (width(mean + HALF_WIDTH_90 * sd) - width(mean - HALF_WIDTH_90 * sd)) / 2;
  return knownFrom(roomCm3, (cm3) => size(width(cm3)), size(giveOrTakeMm));
}

function knownFrom(limit: WinderLimit, inUnit: (amount: number) => string, giveOrTake: string): string {
  switch (limit.known) {
    case 'rule of thumb':
      return ', by a rule of thumb';
    case 'entered':
      return ', as entered for it';
    case 'cakes': {
      const seen = [
        limit.mostClean !== null && `${inUnit(limit.mostClean)} came off clean`,
        limit.leastSpilled !== null && `${inUnit(limit.leastSpilled)} spilled`,
      ].filter(Boolean);
      return `, give or take ${giveOrTake}, by your cakes (${seen.join(', ')})`;
    }
  }
}

/** "the chance that it spills is about a half" */
export const spillWords = (chance: number) => `the chance that it spills is ${chanceInWords(chance)}`;
