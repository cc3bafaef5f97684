import type { UnitSystem } from '../../core/common/units';
import { withUnits } from '../../core/common/bareUnits';
import { keptForGood } from '../kept/browserStore';
import { keptText, TYPED_IN } from '../kept/keptValues';

/** What is typed in a form, kept in the browser until it has been saved. */

/** What was typed, and what was kept in the same fields when it was. */
export interface Draft {
  values: object;
  began: object;
}

/**
 * What was typed in other units than those that are shown now gets its units said; what was kept then is not told in those,
 * since it would read otherwise though nobody changed it. Null where there is no draft.
 */
export function readDraft(key: string, system: UnitSystem): Draft | null {
  try {
    const text = keptText(`draft ${key}`);
    if (!text) return null;
    const { [TYPED_IN]: typedIn, [BEGAN]: began, ...draft } = JSON.parse(text) as Kept;
    return typedIn && typedIn !== system
      ? { values: withUnits(draft, typedIn), began: {} }
      : { values: draft, began: began ?? {} };
  } catch {
    return null;
  }
}

/** Takes a draft along to another form, which will find it there. */
export function moveDraft(from: string, to: string, values: object, typedIn: UnitSystem): void {
  if (from === to) return;
  keepDraft(to, values, typedIn);
  keepDraft(from, null);
}

/** Under this name a draft says what was kept when it was typed. */
const BEGAN = 'began with';

interface Kept {
  [TYPED_IN]?: UnitSystem;
  [BEGAN]?: object;
}

/**
 * Keeps a draft for whichever form has this key, or throws it away; `typedIn` says what its bare numbers are, `began` what
 * the form was opened with, where it changes something.
 */
export function keepDraft(key: string, values: object | null, typedIn?: UnitSystem, began?: object): void {
  keptForGood.set(`draft ${key}`, values && JSON.stringify({ ...values, [TYPED_IN]: typedIn, [BEGAN]: began }));
}
