import type { Handling } from '../../core/fibre';
import { inWords, spanFigure } from '../../core/format';
import type { Form } from '../../core/piece';
import type { SwiftResult } from '../../core/swift';
import type { UnitSystem } from '../../core/units';
import type { Cue, RunStep, StopReason } from '../../core/run';

export const HANDLING_WORDS: Record<Handling, string> = {
  sticky: 'These fibres cling to each other: loosen the strands before mounting, and wind slowly.',
  slippery:
    'Slippery yarn: wind a little slower, keep the layers from sliding over the base, and work it from the outside.',
  fragile: 'A fragile yarn: no snap, a gentle shake; the lightest hand at the guide.',
};

export const STOP_WORDS: Record<StopReason, string> = {
  snag: 'a snag',
  'slipped off the swift': 'slipped off the swift',
  'over the base': 'yarn over the base',
  broke: 'it broke',
  'a knot': 'a knot',
  'a pause': 'a pause',
};

/** What to see to before the crank turns again. */
export const AFTER_STOP: Record<StopReason, string> = {
  snag: 'Do not pull. Spread the strands at the corner with flat fingers until the one lifts free, then take up the slack by hand.',
  'slipped off the swift':
    'Hold the loop open, lay it back strand by strand, open the swift until it just holds, and see that no strand crosses the middle.',
  'over the base':
    'Turn no further. Unplug a motor first. Lift the cake from beneath; if yarn is in the gears, turn the crank back by hand. Cut off what is oiled, and weigh it as waste.',
  broke: 'Find both ends. Join or knot them and mark the knot (K), or take this cake off here and begin the next.',
  'a knot': 'Mark it (K) so that its place is kept. See that it goes through the guide.',
  'a pause': 'The count is kept. The tension changes at every stop: take up the slack by hand before you turn.',
};

export const CUE_WORDS: Record<Cue, string> = {
  gentle: 'Gently: the first dozen turns lay the core',
  steady: 'Steadily: even tension matters, speed does not',
  slow: 'Slowly now: the last metres',
  stop: 'Stop',
  past: 'Past the plan',
};

export interface StepWords {
  title: string;
  how: string;
  care?: string;
}

const STEP_WORDS: Record<RunStep, StepWords> = {
  open: { title: 'Open the hank fully', how: 'Untwist it, hold it as one large loop, and find every tie.' },
  strands: {
    title: 'Look for folded strands',
    how: 'At each tie and across the middle: no strand folded back, none crossing from side to side. Lay them straight.',
  },
  snap: {
    title: 'Snap it',
    how: 'Both hands inside the loop, one sharp tug or a shake, so that the strands line up.',
  },
  mount: {
    title: 'Put it on the swift',
    how: 'The largest setting that does not stretch it. Clamp winder and swift with some space between.',
    care: 'Clamp to a sturdy edge. Hair, sleeves, cords and jewellery away from all that turns.',
  },
  ties: {
    title: 'Cut the ties',
    how: 'Only now that it is held: close to each knot, and never the yarn. Where both ends are knotted together, cut at the knot.',
    care: 'Scissors closed when not cutting. Pick the ties up: children and animals swallow them.',
  },
  end: {
    title: 'Choose the end',
    how: 'The one that lies outside and lifts freely. If it dives inside, turn the hank over. Park the other end clear of the post.',
  },
  seat: {
    title: 'Seat it on the winder',
    how: 'Guide arm out and clicked in, strand through the guide, the end in the notch. A small knot or a doubled end holds it.',
  },
  'inner end': { title: 'Free the inner end', how: 'Out of the notch first, and pull it clear, or it is lost inside.' },
  lift: { title: 'Lift it from beneath', how: 'Both hands under the cake, straight up. Do not pull at the strands.' },
  hole: { title: 'Leave the hole open', how: 'Do not squeeze it: a squeezed cake grips its own centre.' },
  'outer end': { title: 'Tuck the outer end', how: 'Under a few strands of the outside, where you will find it.' },
  slip: { title: 'Put the slip in', how: 'The band, or a note of the yarn, in the hole: it stays with the cake.' },
};

/** How this swift is set for this hank; undefined where that is not known. */
export function mountWords(
  swift: { name: string; setting: SwiftResult | null } | null,
  system: UnitSystem,
): string | undefined {
  if (!swift?.setting) return undefined;
  const { setting } = swift;
  if ('hole' in setting) return setting.hole === null ? undefined : `${swift.name}: hole ${setting.hole} on every arm.`;
  if ('openDiameterMm' in setting)
    return `${swift.name}: about ${inWords(spanFigure(setting.openDiameterMm, system))} across, until it just holds.`;
  return `${swift.name}: backs ${inWords(spanFigure(setting.gapMm, system))} apart.`;
}

/** What to do at a step, for a piece of this form. */
export function stepWords(step: RunStep, form: Form, fragile: boolean): StepWords {
  if (step === 'snap' && fragile)
    return { title: 'Shake it gently', how: 'A fragile yarn takes no snap. Shake the loop until the strands line up.' };
  if (step === 'end' && form !== 'hank')
    return {
      title: 'Choose the end',
      how: `The outer end of the ${form} comes off evenly; the inner one leaves it standing still. Note which you took.`,
    };
  return STEP_WORDS[step];
}
