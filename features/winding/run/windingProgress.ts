import { crankTurnsAtG } from '../../../core/bench/cake';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { plural } from '../../../core/common/format';
import { namesApart } from '../../../core/yarn/colourWords';
import { FAULT_KINDS, type Fault } from '../../../core/yarn/faults';
import type { UnitSystem } from '../../../core/common/units';
import { countedOn, type Cue, cueAt, MARK_KINDS, type RunState } from '../../../core/winding/run';
import { GENTLE_TURNS, onSpindleAt, spindleOf } from '../../../core/winding/windingPlan';
import type { RunPage } from '../../../server/winding/runEvents';
import { CUE_WORDS, cutInWords } from '../words';

/** From so much of what the tool holds, the last layers are to be watched. */
const NEARLY_FULL = 0.94;

/** A known fault is announced so many metres before it comes. */
const ANNOUNCED_WITHIN_M = 25;

/** How far the cake is that is being wound: what is on it, what is left, and what to mind just now. */
export type WindingProgress = ReturnType<typeof windingProgress>;

/**
 * @param turns counted so far, or what the time says where nobody counts
 * @param madeOfCounted turns that are made for each that is counted: where hands follow a tick, a little more or less
 */
export function windingProgress(
  { plan }: RunPage,
  { part, uncounted: notCounted, marks }: RunState,
  turns: number,
  madeOfCounted: number,
) {
  const cake = plan.cakes[part]!;
  const { tool } = cake;
  const onWinder = tool.onto === 'winder';
  const spindle = spindleOf(plan, part);
  const uncounted = notCounted.includes(part);
  const last = part === plan.cakes.length - 1;
  const turnsAt = (massG: number) => Math.floor(crankTurnsAtG(spindle, massG, plan.gristMPerG) / madeOfCounted);
  const stopAt = Math.round(cake.crankTurns.mean / madeOfCounted);
  const on = onSpindleAt(spindle, turns * madeOfCounted);
  const woundM = cake.startM + Math.min(on.lengthM, cake.lengthM);
  return {
    cake,
    onWinder,
    unit: countedOn(tool.onto),
    last,
    uncounted,
    turns,
    begun: uncounted || turns > 0,
    stopAt,
    cue: cueAt(uncounted ? GENTLE_TURNS : turns, {
      gentleUntil: GENTLE_TURNS,
      slowFrom: Math.floor(cake.slowFromTurn / madeOfCounted),
      stopAt,
      // A ball in the hand has no base to slide over.
      ...(onWinder && { nearlyFullFrom: turnsAt(NEARLY_FULL * cake.usableMassG), fullAt: turnsAt(cake.usableMassG) }),
    }),
    /** By the count alone; and how large it is by now. */
    on,
    // There is no more than the strand, whatever was counted.
    wound: last ? { lengthM: Math.min(on.lengthM, cake.lengthM), massG: Math.min(on.massG, cake.massG) } : on,
    /** Along the whole strand. */
    woundM,
    remainingG: Math.max(0, cake.massG - on.massG),
    tooMuch: !uncounted && last && turns * madeOfCounted > cake.crankTurns.mean + HALF_WIDTH_90 * cake.crankTurns.sd,
    marksHere: marks.filter((mark) => mark.part === part),
    // The strip shows colours as they come; only what needs a hand is announced.
    nextFault: uncounted
      ? undefined
      : plan.faults.find(({ atM, outerHex }) => !outerHex && atM > woundM && atM - woundM < ANNOUNCED_WITHIN_M),
  };
}

/** What each colour of the strand is called, so that they are told apart. */
export function colourNamesOf({ plan }: RunPage): Record<string, string> {
  return namesApart([...plan.palette, ...plan.colours.flatMap(({ hex }) => hex ?? [])]);
}

/** What to mind just now, in words. */
export function progressInWords(page: RunPage, progress: WindingProgress, system: UnitSystem): string {
  const { cake, cue, uncounted } = progress;
  if (uncounted) return CUE_WORDS.steady;
  const cutBy = cake.cutAt && cutInWords(cake.cutAt, colourNamesOf(page), system);
  return cueWords(cue, progress, cutBy);
}

function cueWords(cue: Cue, { turns, unit, stopAt, last }: WindingProgress, cutBy: string | undefined): string {
  if (cue === 'gentle') return `Gently: the first dozen ${unit} lay the core`;
  // A change that is seen is surer than any count.
  if (cutBy && (cue === 'slow' || cue === 'stop' || cue === 'past')) return `Slowly: cut ${cutBy}`;
  if (last && cue === 'slow') return 'Slowly now: the end may come any time';
  if (last && (cue === 'stop' || cue === 'past')) return 'The end should be here: go on slowly until it comes';
  if (cue === 'stop') return `Stop at ${stopAt}: cut here`;
  if (cue === 'past') return `${turns - stopAt} past the cut: stop`;
  return CUE_WORDS[cue];
}

/** What was marked so far, along the whole strand. */
export function marksAlong({ plan }: RunPage, { marks }: RunState): Fault[] {
  return marks.flatMap(({ mark, part, atTurn, hex }) => {
    const kind = FAULT_KINDS.find((kind) => kind === mark);
    const cake = plan.cakes[part];
    if (!kind || !cake) return [];
    const atM = cake.startM + onSpindleAt(spindleOf(plan, part), atTurn).lengthM;
    return [{ kind, atM, ...(hex && { outerHex: hex }) }];
  });
}

/** How much was marked, by what it is. */
export function markedInWords(marks: RunState['marks']): string {
  return MARK_KINDS.map((kind) => ({ kind, count: marks.filter(({ mark }) => mark === kind).length }))
    .filter(({ count }) => count > 0)
    .map(
      ({ kind, count }) =>
        `${kind === 'tension changed' ? plural(count, 'change of tension', 'changes of tension') : plural(count, kind)} marked`,
    )
    .join(', ');
}
