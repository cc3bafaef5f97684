import { scaleJudges } from '../core/minis/weighingChecks';
import { gramsPerLoopByGrist } from '../core/minis/miniLoops';
import {
  afterMiniEvent,
  type NewMiniEvent,
  type MiniRunState,
  type MiniSession,
  newMiniRun,
  nextMini,
} from '../core/minis/miniRun';

/** A session whose truth is known: what the yarn is really like, how the hand counts, and how fine the scale is. */
export interface KnownSession {
  minis: number;
  massG: number;
  toleranceG: number;
  cutLossG: number;
  /** What the band makes one expect, in m/g, and how sure that is. */
  gristMPerG: number;
  gristSd: number;
  loopM: number;
  resolutionG: number;
  /** How far the yarn's grist wanders over the session, as a share. */
  drift: number;
  /** In how many of a hundred minis one loop too many or too few is counted. */
  miscounted: number;
  /** What there is, beyond what all minis take. */
  spareG: number;
}

export const A_SESSION: KnownSession = {
  minis: 12,
  massG: 11,
  toleranceG: 0.4,
  cutLossG: 0.15,
  gristMPerG: 3.4,
  gristSd: 0.17,
  loopM: 0.62,
  resolutionG: 0.1,
  drift: 0.04,
  miscounted: 5,
  spareG: 1,
};

/** Whether the count follows what was weighed, or stays what the band made of it. */
export type Way = 'corrected' | 'as the band says';

/** What each mini of a session weighs in truth, when it is made in one way or the other; `null` where there was no yarn left. */
export function sessionAsKnown(
  known: KnownSession,
  way: Way,
  normal: () => number,
  chance: () => number,
): (number | null)[] {
  const { minis, massG, toleranceG, cutLossG, loopM, resolutionG } = known;
  const grist = { mean: known.gristMPerG, sd: known.gristSd };
  const trueGramsPerLoop = (loopM * (1 + 0.02 * normal())) / (grist.mean + grist.sd * normal());
  const slope = known.drift * normal();
  const trueG = minis * (massG + cutLossG) + known.spareG;
  const parent = { massG: Math.round(trueG / resolutionG) * resolutionG, resolutionG };
  const session: MiniSession = {
    minis: Array.from({ length: minis }, () => ({ sizeId: 's', name: '', massG, toleranceG, segment: 0 })),
    segmentsG: [parent.massG],
    cutLossG,
    gramsPerLoop: gramsPerLoopByGrist({ loopM }, grist, massG),
  };
  let state: MiniRunState = newMiniRun(minis);
  let seq = 0;
  const happen = (newEvent: NewMiniEvent) => {
    state = afterMiniEvent(state, { ...newEvent, writer: 'sim-0000', seq: ++seq, atMs: seq });
  };
  const byBand = nextMini(session, state, parent).loops;
  const { verdict } = scaleJudges(resolutionG, toleranceG);
  let remainingG = trueG;
  return session.minis.map((_, part) => {
    happen({ kind: 'stage', part, stage: 'count' });
    const loops = way === 'corrected' ? nextMini(session, state, parent).loops : byBand;
    const slip = chance() < known.miscounted / 100 ? (chance() < 0.5 ? -1 : 1) : 0;
    const wound = loops + slip + 0.2 * normal();
    const here = trueGramsPerLoop * (1 + slope * ((part + 0.5) / minis - 0.5)) * (1 + 0.008 * normal());
    const mass = Math.min(wound * here, remainingG - cutLossG);
    remainingG -= mass + cutLossG;
    happen({ kind: 'loops', part, amount: loops });
    happen({ kind: 'stage', part, stage: 'weigh' });
    if (mass <= 0) return null;
    const shown = (weighed: number) => Math.max(resolutionG, Math.round(weighed / resolutionG) * resolutionG);
    // As the app advises: where the scale is too coarse for a mini, the parent stands on it instead.
    if (verdict === 'too coarse') happen({ kind: 'weigh parent', part, massG: shown(remainingG), resolutionG });
    else happen({ kind: 'weigh', part, massG: shown(mass), resolutionG, odd: false });
    return mass;
  });
}

/** How many of many sessions' minis are within their tolerance, and how many last ones are runts; in percent. */
export function sessionsAsKnown(
  known: KnownSession,
  way: Way,
  sessions: number,
  normal: () => number,
  chance: () => number,
): { withinPercent: number; runtPercent: number } {
  const all = Array.from({ length: sessions }, () => sessionAsKnown(known, way, normal, chance));
  const isWithin = (massG: number | null) => massG !== null && Math.abs(massG - known.massG) <= known.toleranceG;
  const isRunt = (massG: number | null) => massG === null || massG < known.massG - known.toleranceG;
  const within = all.flat().filter(isWithin).length;
  const runts = all.filter((minis) => isRunt(minis.at(-1)!)).length;
  return { withinPercent: (100 * within) / all.flat().length, runtPercent: (100 * runts) / sessions };
}
