import { namesApart } from '../../core/yarn/colourWords';

/** So much of one colour; null: nobody knows which. */
interface Stretch {
  hex: string | null;
  fromM: number;
  toM: number;
  /** Its place is a guess. */
  sure?: boolean;
}

/** Yarn of several colours as a strip, to scale. */
export function ColourStrip({ stretches, title }: { stretches: readonly Stretch[]; title: string }) {
  return (
    <div
      className="h-[26px] rounded-lg shadow-[inset_0_0_0_1.5px_color-mix(in_srgb,var(--ink)_45%,transparent)]"
      style={{ background: stripBackground(stretches) }}
      role="img"
      aria-label={`${title}: ${stripInWords(stretches)}`}
    />
  );
}

/** Where nobody knows. */
const NOT_KNOWN = 'color-mix(in srgb, var(--ink) 14%, var(--card))';

/** A stretch's own colour; pale where its place is a guess. */
export function colourShown({ hex, sure = true }: Pick<Stretch, 'hex' | 'sure'>): string {
  if (hex === null) return NOT_KNOWN;
  return sure ? hex : `color-mix(in oklab, ${hex} 38%, var(--card))`;
}

/** The colours as a background, hard edge by hard edge. */
export function stripBackground(stretches: readonly Stretch[]): string {
  const [startM, endM] = [stretches[0]?.fromM ?? 0, stretches.at(-1)?.toM ?? 1];
  const share = (m: number) => `${((100 * (m - startM)) / (endM - startM)).toFixed(3)}%`;
  return `linear-gradient(90deg, ${stretches
    .map((each) => `${colourShown(each)} ${share(each.fromM)} ${share(each.toM)}`)
    .join(', ')})`;
}

/** More than so many are not read out. */
const MOST_NAMED = 8;

function stripInWords(stretches: readonly Stretch[]): string {
  const names = namesApart(stretches.flatMap(({ hex }) => hex ?? []));
  const named = stretches.slice(0, MOST_NAMED).map(({ hex }) => (hex ? names[hex] : 'not known'));
  return [...named, ...(stretches.length > MOST_NAMED ? ['and so on'] : [])].join(', ');
}
