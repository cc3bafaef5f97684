import { inWords, twistFigure } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';
import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { classFromGrist, weightClass } from '../../core/yarn/weightClass';
import type { YarnView } from '../../server/yarn/yarnViews';

/** "1 Super fine (US fingering, sock; UK 3 to 4 ply)" */
export function classInWords(number: Parameters<typeof weightClass>[0]): string {
  const { name, names } = weightClass(number);
  return `${number} ${name} (US ${names.us}; UK ${names.uk}; AU ${names.australia})`;
}

/** Its own twist, as the band gives it or as it was counted: "2 plies, S, 180 t/m"; undefined where neither tells. */
export function twistInWords(
  { plies, twistDirection, turnsPerM, ownTwist }: YarnView,
  system: UnitSystem,
): string | undefined {
  const counted = ownTwist?.from === 'counted' ? ownTwist : null;
  const perM = counted?.turnsPerM ?? turnsPerM;
  const parts = [
    plies !== null && (plies === 1 ? 'single' : `${plies} plies`),
    counted?.direction ?? twistDirection,
    perM !== null && `${inWords(twistFigure(perM, system))}${counted ? ' counted' : ''}`,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : undefined;
}

/** Two facts of a band that hardly go together: its class, and what its length and mass make. Empty where they do. */
export function bandDoubt({
  weightClass: stated,
  putUpG,
  putUpM,
}: Pick<YarnView, 'weightClass' | 'putUpG' | 'putUpM'>): string {
  if (stated === null || !putUpG || !putUpM) return '';
  const byGrist = classFromGrist(putUpM / putUpG);
  if (byGrist && Math.abs(byGrist.number - stated) < 2) return '';
  const made = byGrist ? `class ${byGrist.number} ${byGrist.name}` : 'no class at all';
  return `The band calls it class ${stated} ${weightClass(stated).name}, but its length and mass make it ${made}. Is one of the units wrong?`;
}

/** The ends that a place along a piece is measured from, the likelier first; a hank has a first one and another. */
export function endChoices(form: PieceForm): { value: PackageEnd; label: string }[] {
  return form === 'hank'
    ? [
        { value: 'inner', label: 'its first end' },
        { value: 'outer', label: 'its other end' },
      ]
    : [
        { value: 'outer', label: 'the outer end' },
        { value: 'inner', label: 'the inner end' },
      ];
}
