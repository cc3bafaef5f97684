import type { SeenStretch } from '../../core/yarn/colourRepeat';
import { Length } from './Figures';
import { Swatch } from './Swatch';

/** More than so many are not read one by one. */
const MOST_SHOWN = 24;

/** Colours that were found one after another, each with its length. */
export function StretchesWords({ stretches }: { stretches: readonly SeenStretch[] }) {
  return (
    <>
      {stretches.slice(0, MOST_SHOWN).map(({ hex, lengthM }, i) => (
        <span key={i} className="inline-flex items-center gap-1">
          <Swatch hex={hex} size={16} />
          {lengthM === null ? 'not whole' : <Length m={lengthM} />}
        </span>
      ))}
      {stretches.length > MOST_SHOWN && <span>and {stretches.length - MOST_SHOWN} more</span>}
    </>
  );
}
