import type { UnitSystem } from '../../core/common/units';
import { withUnits } from './bareUnits';
import { keptText } from './keptValues';

/** What is typed in a form, kept in the browser until it has been saved. */

/** What was typed in other units than those that are shown now gets its units said; null where there is none. */
export function readDraft(key: string, system: UnitSystem): object | null {
  try {
    const text = keptText(`draft ${key}`);
    if (!text) return null;
    const { [TYPED_IN]: typedIn, ...draft } = JSON.parse(text) as { [TYPED_IN]?: UnitSystem };
    return typedIn && typedIn !== system ? withUnits(draft, typedIn) : draft;
  } catch {
    return null;
  }
}

/** Takes a draft along to another form, which will find it there. */
export function moveDraft(from: string, to: string, values: object): void {
  if (from === to) return;
  keepDraft(to, values);
  keepDraft(from, null);
}

/** Under this name a draft says in which units its bare numbers were typed. */
const TYPED_IN = 'typed in';

/** Keeps a draft for whichever form has this key, or throws it away; `typedIn` says what its bare numbers are. */
export function keepDraft(key: string, values: object | null, typedIn?: UnitSystem): void {
  try {
    if (values)
      localStorage.setItem(`draft ${key}`, JSON.stringify(typedIn ? { ...values, [TYPED_IN]: typedIn } : values));
    else localStorage.removeItem(`draft ${key}`);
  } catch {
    // A browser that keeps nothing still has the form itself.
  }
}
