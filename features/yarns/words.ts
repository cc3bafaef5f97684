import { weightClass } from '../../core/weightClass';
import type { YarnView } from '../../server/yarnViews';

/** "1 Super fine (US fingering, sock; UK 3 to 4 ply)" */
export function classInWords(number: Parameters<typeof weightClass>[0]): string {
  const { name, names } = weightClass(number);
  return `${number} ${name} (US ${names.us}; UK ${names.uk}; AU ${names.australia})`;
}

/** The twist that the band gives: "2 plies, S, 180 t/m"; undefined where it says nothing. */
export function twistInWords({ plies, twistDirection, turnsPerM }: YarnView): string | undefined {
  const parts = [
    plies !== null && (plies === 1 ? 'single' : `${plies} plies`),
    twistDirection,
    turnsPerM !== null && `${Number(turnsPerM.toFixed(0))} t/m`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : undefined;
}
