import { inWords, twistFigure } from '../../core/format';
import type { UnitSystem } from '../../core/units';
import { weightClass } from '../../core/weightClass';
import type { YarnView } from '../../server/yarnViews';

/** "1 Super fine (US fingering, sock; UK 3 to 4 ply)" */
export function classInWords(number: Parameters<typeof weightClass>[0]): string {
  const { name, names } = weightClass(number);
  return `${number} ${name} (US ${names.us}; UK ${names.uk}; AU ${names.australia})`;
}

/** The twist that the band gives: "2 plies, S, 180 t/m"; undefined where it says nothing. */
export function twistInWords({ plies, twistDirection, turnsPerM }: YarnView, system: UnitSystem): string | undefined {
  const parts = [
    plies !== null && (plies === 1 ? 'single' : `${plies} plies`),
    twistDirection,
    turnsPerM !== null && inWords(twistFigure(turnsPerM, system)),
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : undefined;
}
