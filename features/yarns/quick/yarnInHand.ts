import { type Reading, readingIfTyped } from '../../../core/common/inputError';
import type { Estimate } from '../../../core/common/estimate';
import { gristDoubt } from '../../../core/yarn/bandGuess';
import { massOf, type MassFact } from '../../../core/yarn/piece';
import { parseQuantity, type UnitSystem } from '../../../core/common/units';
import { parsePart, parseShare } from '../../../core/projects/askedNeed';
import type { WeightClassNumber } from '../../../core/yarn/weightClass';
import { gristOfYarn, type KnownGrist, remainingLength } from '../../../core/yarn/yarnLength';
import type { BandForm, YarnForm } from '../../../server/yarn/yarns';

/** What is typed of a yarn that is not on the shelf, and what is asked of it. */
export interface QuickForm {
  mass: string;
  putUpMass: string;
  putUpLength: string;
  weightClass: BandForm['weightClass'];
  need: string;
  toolKey: string;
  loop: string;
  mini: string;
  end: 'inner' | 'outer';
  side: 'near' | 'far';
  direction: 'cw' | 'ccw';
}

export const NOTHING_TYPED: QuickForm = {
  mass: '',
  putUpMass: '',
  putUpLength: '',
  weightClass: '',
  need: '',
  toolKey: '',
  loop: '',
  mini: '',
  end: 'inner',
  side: 'near',
  direction: 'cw',
};

/** What of it can be answered from; each is missing where nothing that was typed tells it. */
export interface YarnInHand {
  mass: MassFact | null;
  massG: Estimate | null;
  grist: KnownGrist | null;
  lengthM: Estimate | null;
  /** By field. */
  errors: Partial<Record<keyof QuickForm, string>>;
}

/**
 * Reads a yarn from the scale and its band. What was not weighed weighs what the band says.
 *
 * @param resolutionG the smallest step of the scale
 */
export function yarnInHand(form: QuickForm, resolutionG: number, system: UnitSystem): YarnInHand {
  const putUpG = readAmount(form.putUpMass, 'mass', system);
  const putUpM = readAmount(form.putUpLength, 'length', system);
  const mass = readingIfTyped(form.mass, () => parsePart(form.mass, putUpG.value ?? null, resolutionG, system, 'mass'));
  const doubt = gristDoubt({ putUpG: putUpG.value, putUpM: putUpM.value });
  const errors = {
    mass: mass.error,
    putUpMass: putUpG.error,
    putUpLength: putUpM.error ?? doubt?.question,
  };
  const weightClass = form.weightClass === '' ? null : (Number(form.weightClass) as WeightClassNumber);
  const fact: MassFact | null =
    mass.value ?? (putUpG.value && !mass.error ? { from: 'band', massG: putUpG.value } : null);
  const known = doubt ? null : (gristOfYarn({ putUpG: putUpG.value, putUpM: putUpM.value, weightClass }) ?? null);
  return {
    mass: fact,
    massG: fact && massOf(fact),
    grist: known,
    lengthM: fact && known && remainingLength(known, [fact]).lengthM,
    errors,
  };
}

/** An amount that may not have been typed yet: neither a value nor an error then. */
export function readAmount(text: string, quantity: 'mass' | 'length', system: UnitSystem): Partial<Reading<number>> {
  return readingIfTyped(text, () => parseQuantity(text, quantity, system));
}

/** The same yarn in the form that saves it. */
export function toKeep({ mass, putUpMass, putUpLength, weightClass, loop }: QuickForm): Partial<YarnForm> {
  return {
    ...(putUpMass && { putUpMass }),
    ...(putUpLength && { putUpLength }),
    ...(weightClass && { weightClass }),
    ...(loop && { loop }),
    // A share of a ball is no weighing.
    ...(mass && parseShare(mass) === null && { masses: [mass] }),
  };
}
