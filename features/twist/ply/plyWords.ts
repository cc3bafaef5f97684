import { inWords, lengthFigure, twistFigure } from '../../../core/common/format';
import { gapOf, type Liveliness, type Plied, type PlyMethod, twistsUpFromM } from '../../../core/twist/plying';
import { singleStrength, type SingleStrength, twistToHold } from '../../../core/twist/singleStrength';
import { letterOf, type OwnTwist, percentOfOwn, signedTurns, type TwistDirection } from '../../../core/twist/twist';
import { changeAt, type TwistChange } from '../../../core/twist/twistChange';
import { gradeOf, mostChanged, type TwistLimits } from '../../../core/twist/twistSeverity';
import type { UnitSystem } from '../../../core/common/units';
import { percentWords } from '../../../ui/strand/lyingWords';

export const METHOD_WORDS: Record<PlyMethod, { name: string; done: string; why: string }> = {
  'both ends': {
    name: 'both ends',
    done: 'Both ends',
    why: 'of one cake: nothing is left over; one strand gets firmer, the other loftier',
  },
  'two cakes': {
    name: 'cakes',
    done: 'One end each',
    why: 'one end of each of two or more: they stand still, and are changed alike where they were wound alike',
  },
  bobbins: {
    name: 'bobbins',
    done: 'Turning bobbins',
    why: 'two or more that turn: no strand is changed; something is left over',
  },
  chain: { name: 'chain', done: 'A chain', why: 'of one: three strands of one single; its colours stay together' },
};

/** What the strands of a ply get, in sentences. */
export function plySentences(
  plied: Plied,
  own: OwnTwist | null,
  limits: TwistLimits,
  system: UnitSystem,
  plyDirection: TwistDirection,
): string[] {
  const strands = plied.strands.map(({ name, change }) => strandSentence(name, change, own, limits, system));
  return [...strands, ...gapSentence(plied, own, system), ...circlingSentences(plied, system, plyDirection)];
}

const STRAND_NAMES: Record<Plied['strands'][number]['name'], string> = {
  'from the centre': 'The strand from the centre',
  'from the outside': 'The strand from the outside',
  first: 'The first strand',
  second: 'The second strand',
  third: 'The third strand',
  fourth: 'The fourth strand',
  fifth: 'The fifth strand',
  sixth: 'The sixth strand',
  'each of the three': 'Each of the three strands',
};

function strandSentence(
  name: Plied['strands'][number]['name'],
  change: TwistChange,
  own: OwnTwist | null,
  limits: TwistLimits,
  system: UnitSystem,
): string {
  const most = mostChanged(change);
  const who = STRAND_NAMES[name];
  if (Math.abs(most) < 0.05) return `${who} keeps its twist.`;
  const letter = most < 0 ? 'S' : 'Z';
  if (!own) return `${who} gets up to ${inWords(twistFigure(Math.abs(most), system))} ${letter}.`;
  const percent = percentOfOwn(most, own);
  const seen = {
    hardly: 'hardly noticeable',
    seen: percent > 0 ? 'firmer' : 'loftier',
    trouble: percent > 0 ? 'it will kink' : 'it may drift apart',
  };
  return `${who} ${percent > 0 ? 'gains' : 'loses'} up to ${percentWords(percent)} %: ${seen[gradeOf(percent, limits)]}.`;
}

function gapSentence({ strands, pliedM }: Plied, own: OwnTwist | null, system: UnitSystem): string[] {
  if (strands.length < 2) return [];
  const pairs = strands.flatMap((one, i) => strands.slice(i + 1).map((other) => gapOf([one.change, other.change])));
  const size = (each: TwistChange) => Math.abs(mostChanged(each));
  const between = pairs.reduce((widest, each) => (size(each) > size(widest) ? each : widest));
  const at = (m: number) => Math.abs(changeAt(between, m));
  const gap = size(between);
  if (gap < 0.05) return [strands.length === 2 ? 'The two are alike.' : `All ${strands.length} are alike.`];
  const much = own
    ? `${percentWords((100 * gap) / own.turnsPerM)} % of their twist`
    : inWords(twistFigure(gap, system));
  const which = strands.length === 2 ? 'the two' : 'the two that differ most';
  return [`Between ${which} lie up to ${much}, ${whereMost(at(0) > 0.95 * gap, at(pliedM) > 0.95 * gap)}.`];
}

function whereMost(atStart: boolean, atEnd: boolean): string {
  if (atStart) return atEnd ? 'nearly the same all along' : 'most at the start';
  return atEnd ? 'most at the end' : 'most in between';
}

function circlingSentences({ circling, pliedM }: Plied, system: UnitSystem, plyDirection: TwistDirection): string[] {
  if (!circling) return [];
  const [start, end] = [changeAt(circling, 0), changeAt(circling, pliedM)].map(Math.abs) as [number, number];
  const turns = (perM: number) => inWords(twistFigure(perM, system));
  const from = twistsUpFromM(circling);
  return [
    `The outer strand also runs round the inner one: ${turns(start)} at first, ${turns(end)} at the end.`,
    letterOf(changeAt(circling, pliedM / 2)) === plyDirection
      ? `That goes ${plyDirection}, the way you ply: that much of the ply twist is in already.`
      : `That goes against ${plyDirection}, the way you ply: put in that much more, or turn the cake over, and it helps.`,
    from === null
      ? 'That hardly changes, so the ball lies quietly in the hand.'
      : `After ${inWords(lengthFigure(from, system))} of ply it runs markedly faster, and the ball twists up in the hand: let it turn back now and then, and keep both ends taut.`,
  ];
}

/** How a single of this liveliness is best handled. */
export const LIVELINESS_WORDS: Record<Liveliness, string> = {
  low: 'A softly spun single: it plies from a standing cake with ease, but what loses twist can drift apart. Do not pull.',
  middling: 'A single of middling twist: from one cake or two bobbins, as you like.',
  high: 'A lively single: from a cake it tangles as it leaves. Let it rest overnight, keep it taut, or take two bobbins.',
};

/** Whether a single holds where plying leaves it the least twist, and how to try it. */
export function strengthWords(own: OwnTwist, plied: Plied | undefined, strandMm: number, system: UnitSystem): string {
  const least = Math.min(own.turnsPerM, ...(plied?.strands ?? []).map(({ change }) => leastTurns(own, change)));
  const where = least < 0.98 * own.turnsPerM ? ' where plying leaves it least twist' : '';
  const safe = inWords(twistFigure(twistToHold(strandMm), system));
  const strength: Record<SingleStrength, string> = {
    drifts: `it drifts apart${where}: do not wind it into a cake before it has more twist, about ${safe}`,
    doubtful: `it only just holds${where}; from about ${safe} on it is safe`,
    holds: `it is strong enough to be wound and pulled off${where}`,
  };
  return `By rule of thumb ${strength[singleStrength(least, strandMm)]}. Pull a hand’s length slowly apart: what thins and slides drifts, what holds or snaps is sound.`;
}

/** The least twist that a strand is left with anywhere, in turns per metre. */
function leastTurns(own: OwnTwist, change: TwistChange): number {
  const changes = [changeAt(change, 0), changeAt(change, change.lengthM), mostChanged(change)];
  return Math.min(...changes.map((each) => Math.abs(signedTurns(own) + each)));
}
