import type { Handling } from '../../core/yarn/fibre';
import { inWords, lengthFigure, spanFigure } from '../../core/common/format';
import { needsSwift } from '../../core/yarn/piece';
import type {
  CountingDevice,
  Cue,
  HeldBy,
  MarkKind,
  RunStep,
  Steadiness,
  StopReason,
  WoundOnto,
} from '../../core/winding/run';
import type { CutAt } from '../../core/winding/matchedParts';
import type { SwiftResult } from '../../core/bench/swift';
import type { UnitSystem } from '../../core/common/units';
import type { RunPage } from '../../server/winding/runEvents';
import { TURNING_WORDS } from '../../ui/figures/toolWords';
import { HAND_WORDS, type HandStep, isHandStep, type StepWords, TIES_CARE } from './hand/methods';

export type { StepWords };

export const HANDLING_WORDS: Record<Handling, string> = {
  sticky: 'These fibres cling to each other: loosen the strands before mounting, and wind slowly.',
  slippery:
    'Slippery yarn: wind a little slower, keep the layers from sliding over the base, and work it from the outside.',
  fragile: 'A fragile yarn: no snap, a gentle shake; the lightest hand at the guide.',
};

export const STOP_WORDS: Record<StopReason, string> = {
  snag: 'a snag',
  'caught at a peg': 'caught at a peg',
  'round the post': 'the end round the post',
  'slipped off the swift': 'slipped off the swift',
  'out of the notch': 'out of the notch',
  'over the base': 'yarn over the base',
  broke: 'it broke',
  'a knot': 'a knot',
  'a pause': 'a pause',
};

/** What to see to before the crank turns again, one thing after another. */
const AFTER_STOP: Record<StopReason, readonly string[]> = {
  snag: [
    'Do not pull. Spread the strands at the corner with flat fingers until the one lifts free.',
    'See that no other strand crosses it.',
    'Take up the slack by hand before you turn.',
  ],
  'caught at a peg': [
    'Do not pull. Spread the strands at that peg with two fingers.',
    'Lift the one that crosses over the peg.',
    'Caught here before? Take the hank off, snap it, and mount it again.',
  ],
  'round the post': [
    'Turn the swift back by hand until the end hangs free.',
    'Tie it to an outer strand, well away from the post.',
    'Take up the slack by hand before you turn.',
  ],
  'slipped off the swift': [
    'Hold the loop open and lay it back strand by strand.',
    'Open the swift until it just holds.',
    'See that no strand crosses the middle, then take up the slack.',
  ],
  'out of the notch': [
    'Double the end, or tie a small knot in it, and seat it again.',
    'Half a dozen slow turns with a finger on it.',
    'What slipped was not wound: take those turns back.',
  ],
  'over the base': [
    'Turn no further. Unplug a motor before your fingers go near the gears.',
    'Lift the cake from beneath; free what is in the gears by turning the crank back by hand.',
    'Cut off what is oiled, and weigh it as waste. Then wind more loosely, or take the cake off here.',
  ],
  broke: [
    'Find both ends.',
    'Join or knot them and mark the knot (K), or take this cake off here and begin the next.',
    'Look why: a thin spot (T), or too tight a hand?',
  ],
  'a knot': [
    'Mark it (K), so that its place is kept.',
    'See that it goes through the guide.',
    'A knot that will not hold is better cut here: take the cake off.',
  ],
  'a pause': [
    'The count is kept.',
    'The tension changes at every stop: take up the slack by hand.',
    'See that the cake still sits firmly and the strand is in the guide.',
  ],
};

/** The same for what is wound: a ball in the hand has no guide and sits on nothing. */
export function afterStop(reason: StopReason, onWinder: boolean): readonly string[] {
  if (onWinder) return AFTER_STOP[reason];
  return AFTER_STOP[reason].map((check) => IN_THE_HAND[check] ?? check);
}

const IN_THE_HAND: Record<string, string> = {
  'Take up the slack by hand before you turn.': 'Take up the slack before you go on.',
  'See that it goes through the guide.': 'Wind it in loosely, so that it does not pull.',
  'A knot that will not hold is better cut here: take the cake off.':
    'A knot that will not hold is better cut here: end this ball and begin the next.',
  'Join or knot them and mark the knot (K), or take this cake off here and begin the next.':
    'Join or knot them and mark the knot (K), or end this ball here and begin the next.',
  'See that the cake still sits firmly and the strand is in the guide.':
    'See that the last wraps still lie as you left them.',
};

/** What to mind where no number belongs to it. */
export const CUE_WORDS: Record<Exclude<Cue, 'gentle' | 'stop' | 'past'>, string> = {
  steady: 'Steadily: even tension matters, speed does not',
  slow: 'Slowly now: the last metres',
  'nearly full': 'Nearly full: the last layers, slowly',
  full: 'Full: cut here, before it slides over the base',
};

export const MARK_WORDS: Record<MarkKind, string> = {
  knot: 'Knot',
  'thin spot': 'Thin spot',
  'colour change': 'Colour',
  'tension changed': 'Tension',
};

/** Where to cut by a colour: "where grey begins", "1.2 m before grey begins". */
export function cutInWords(
  { hex, beforeM }: CutAt,
  names: Readonly<Record<string, string>>,
  system: UnitSystem,
): string {
  const begins = `${names[hex] ?? 'the next colour'} begins`;
  return beforeM < 0.05 ? `where ${begins}` : `${inWords(lengthFigure(beforeM, system))} before ${begins}`;
}

export const STEADY_WORDS: Record<Steadiness, string> = {
  steady: 'steady',
  uneven: 'uneven: the tension goes with it',
  quickening: 'getting quicker',
  slowing: 'getting slower',
};

export const DEVICE_WORDS: Record<CountingDevice, string> = {
  motor: 'The motor',
  counter: 'The length counter',
  microphone: 'The microphone',
  camera: 'The camera',
};

const STEP_WORDS: Record<Exclude<RunStep, HandStep>, StepWords> = {
  band: {
    title: 'Take the band off, and keep it',
    how: 'Slide it off whole and put it with the yarn, or take a picture of it: fibre, care and dye lot stand nowhere else.',
  },
  open: { title: 'Open the hank fully', how: 'Untwist it, hold it as one large loop, and find every tie.' },
  folded: {
    title: 'No strand folded back',
    how: 'Look at each tie: where a strand turns back on itself, ease it round until the whole loop lies one way.',
  },
  crossing: {
    title: 'No strand across the middle',
    how: 'Hold the loop up and look through it. A strand that runs from side to side was dragged there: lay it back.',
  },
  snap: {
    title: 'Snap it',
    how: 'Both hands inside the loop, one sharp tug or a shake, so that the strands line up.',
  },
  clamp: {
    title: 'Set the winder up',
    how: 'On the edge of a sturdy table, screwed tight, the crank free to go round. Guide arm out and clicked in.',
    care: 'Hair, sleeves, cords and jewellery away from all that turns.',
  },
  mount: {
    title: 'Put it on the swift',
    how: 'The largest setting that does not stretch it.',
    care: 'Clamp to a sturdy edge. Hair, sleeves, cords and jewellery away from all that turns.',
  },
  ties: {
    title: 'Cut the ties',
    how: 'Close to each knot, and never the yarn.',
    care: TIES_CARE,
  },
  end: {
    title: 'Choose the end',
    how: 'The one that lies outside and lifts freely. If it dives inside, turn the hank over: then it lies outside.',
  },
  park: {
    title: 'Park the other end',
    how: 'Tuck it under a few strands, away from the post, so that it does not wrap round it.',
  },
  seat: {
    title: 'Catch the end in the notch',
    how: 'Strand through the guide, end in the notch, and a few slow turns.',
  },
  'inner end': { title: 'Free the inner end', how: 'Out of the notch first, and pull it clear, or it is lost inside.' },
  lift: { title: 'Lift it from beneath', how: 'Both hands under the cake, straight up. Do not pull at the strands.' },
  hole: { title: 'Leave the hole open', how: 'Do not squeeze it: a squeezed cake grips its own centre.' },
  'outer end': { title: 'Tuck the outer end', how: 'Under a few strands of the outside, where you will find it.' },
  slip: {
    title: 'Put the slip in',
    how: 'The band, or a note of the yarn, in the hole beside the inner end: hold that end out of the way, so that it is not pushed inside.',
  },
};

/** Steps that are done again where the next cake goes onto another tool. */
export const START_STEPS: ReadonlySet<RunStep> = new Set<RunStep>(['clamp', 'seat', 'tail', 'lay', 'cross']);

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

type StepRun = Pick<RunPage, 'form'> & {
  plan: Pick<RunPage['plan'], 'handling' | 'schools' | 'fromEnd' | 'swift'>;
};

/** What is wound onto, and which way round a winder's spindle turns, where that is known. */
interface StepTool {
  onto: WoundOnto;
  turning?: 'clockwise' | 'counterclockwise' | null;
}

/** What to do at a step, for this piece, with this yarn, on this tool, in the user's own way. */
export function stepWords(step: RunStep, { form, plan }: StepRun, { onto, turning }: StepTool): StepWords {
  if (isHandStep(step)) return HAND_WORDS[onto === 'winder' ? 'nostepinne' : onto][step];
  const words = STEP_WORDS[step];
  const { handling, schools, fromEnd } = plan;
  switch (step) {
    case 'open':
      return handling.includes('sticky')
        ? { ...words, how: `${words.how} Its strands cling: loosen them with flat fingers first.` }
        : words;
    case 'snap':
      return handling.includes('fragile')
        ? {
            title: 'Shake it gently',
            how: 'A fragile yarn takes no snap. Shake the loop until the strands line up.',
          }
        : words;
    case 'clamp': {
      const far =
        plan.swift && plan.swift.kind !== 'chairs' ? ' The swift stands an arm’s length away, at its height.' : '';
      const way = turning ? ` Crank so that the spindle turns ${TURNING_WORDS[turning]}, seen from above.` : '';
      return { ...words, how: `${words.how}${far}${way}` };
    }
    case 'ties':
      return {
        ...words,
        title: schools.ties === 'after mounting' ? words.title : 'Cut the ties, before it is mounted',
        how: `${schools.ties === 'after mounting' ? 'Only now that it is held: close' : 'Keep one hand inside the loop. Close'} to each knot, and never the yarn. Where both ends are knotted together, ${
          schools.joinedEnds === 'cut' ? 'cut at the knot.' : 'untie that one.'
        }`,
      };
    case 'mount':
      return mountedOn(plan.swift?.kind ?? null) ?? words;
    case 'park':
      return plan.swift === null || plan.swift.kind === 'chairs'
        ? { ...words, how: 'Tuck it under a few strands, where nothing catches it.' }
        : words;
    case 'end':
      if (needsSwift(form)) return words;
      return fromEnd === 'outer'
        ? { title: 'Take the outer end', how: `It comes off the ${form} evenly. What was outside will lie inside.` }
        : {
            title: 'Take the inner end',
            how: `From the middle; the ${form} stands still meanwhile. If it comes as a lump, lay it straight first.`,
          };
    case 'seat':
      return {
        ...words,
        how: `${words.how} ${
          schools.startingEnd === 'knotted'
            ? 'Tie a small knot into the end and seat it in the notch.'
            : 'Double the end and seat it in the notch.'
        }`,
      };
    case 'slip':
      return onto === 'tube'
        ? { ...words, how: 'The band, or a note of the yarn, rolled up in the tube, beside the inner end.' }
        : words;
    default:
      return words;
  }
}

/** How a hank is put onto what holds it, where that is no swift with pegs. */
function mountedOn(held: HeldBy): StepWords | undefined {
  switch (held) {
    case 'umbrella':
      return {
        ...STEP_WORDS.mount,
        how: 'Half open, no more: lay the hank round it, its ties in order, then open it slowly until it just holds, and lock it there.',
      };
    case 'chairs':
      return {
        title: 'Put it over two chair backs',
        how: 'Back to back, a weight on each seat, as far apart as holds it without stretching. One chair alone is not enough.',
      };
    case null:
      return {
        title: 'Let it be held',
        how: 'A helper holds it over both hands, thumbs up, dipping each in turn; or lay it round your knees. Wide enough that no strand hangs.',
      };
    case 'pegs':
      return undefined;
  }
}
