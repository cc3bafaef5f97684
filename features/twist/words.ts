import type { PackageSize } from './scenario';
import type { PackageEnd } from '../../core/yarn/faults';
import { inWords, lengthFigure, twistFigure } from '../../core/common/format';
import { letterOf, type OwnTwist, percentOfOwn } from '../../core/twist/twist';
import type { TwistGap } from '../../core/twist/twistAccount';
import type { TwistChange } from '../../core/twist/twistChange';
import {
  gradeOf,
  mostChanged,
  type Stretch,
  stretchesOf,
  type TwistGrade,
  type TwistLimits,
  type YarnBuild,
} from '../../core/twist/twistSeverity';
import type { UnitSystem } from '../../core/common/units';
import { percentWords } from '../../ui/strand/lyingWords';

/** What one stretch of the strand gets, and what will be seen of it. */
export interface StretchWords {
  what: string;
  grade: TwistGrade | null;
}

/**
 * What the steps have done, stretch by stretch from the end that is used first: "The first 38 m from the centre gain
 * 4 to 7 % S: firmer, noticeable in smooth stitches."
 */
export function changeSentences(
  change: TwistChange,
  end: PackageEnd,
  own: OwnTwist | null,
  limits: Record<YarnBuild, TwistLimits>,
  build: YarnBuild,
  system: UnitSystem,
): StretchWords[] {
  const most = mostChanged(change);
  if (Math.abs(most) < NOTHING_PER_M)
    return [{ what: 'Nothing: its twist is as it was made, all along.', grade: own ? 'hardly' : null }];
  return stretchesOf(change, own, limits[build]).map((stretch, i, all) => ({
    what: `${placeWords(stretch, i, all.length, end, system)} ${changeWords(stretch, own, system, all.length === 1)}${seenWords(stretch, build)}`,
    grade: stretch.grade,
  }));
}

/**
 * What a cone does within each layer, drawn over its nose: most where it is narrow.
 *
 * @example
 * noseWords({ coreDiameterMm: 50, outerDiameterMm: 120 }, 'metric') // => 'Over the nose it comes and goes: 6.4 t/m from the nose, 2.7 t/m from the base, a few metres apart. The figures are of what stays once that has evened out.'
 */
export function noseWords({ coreDiameterMm, outerDiameterMm }: PackageSize, system: UnitSystem): string | null {
  if (coreDiameterMm === null || outerDiameterMm === null) return null;
  const [nose, base] = [coreDiameterMm, outerDiameterMm].map((mm) =>
    inWords(twistFigure(1000 / (Math.PI * mm), system)),
  );
  return `Over the nose it comes and goes: ${nose} from the nose, ${base} from the base, a few metres apart. The figures are of what stays once that has evened out.`;
}

/** Below this nothing is said to have changed: less than a turn in twenty metres. */
const NOTHING_PER_M = 0.05;

function placeWords({ fromM, toM }: Stretch, i: number, of: number, end: PackageEnd, system: UnitSystem): string {
  const length = inWords(lengthFigure(toM - fromM, system));
  const from = end === 'inner' ? 'the centre' : 'the outside';
  if (of === 1) return `All of it, ${length},`;
  if (i === 0) return `The first ${length} from ${from}`;
  return i === of - 1 ? `the last ${length}` : `the next ${length}`;
}

function changeWords(
  { startPerM, endPerM, letter, gains }: Stretch,
  own: OwnTwist | null,
  system: UnitSystem,
  whole: boolean,
): string {
  const s = whole ? 's' : '';
  if (!own || gains === null) {
    const [a, b] = [startPerM, endPerM].map((perM) => twistFigure(Math.abs(perM), system));
    return `get${s} ${a!.number === b!.number ? inWords(a!) : `${a!.number} to ${inWords(b!)}`} ${letter}`;
  }
  const [a, b] = [startPerM, endPerM].map((perM) => percentWords(percentOfOwn(perM, own)));
  const much = `${a === b ? a : `${a} to ${b}`} %`;
  return gains ? `gain${s} ${much} ${letter}` : `lose${s} ${much} of ${whole ? 'its' : 'their'} ${own.direction}`;
}

function seenWords({ grade, gains }: Stretch, build: YarnBuild): string {
  switch (grade) {
    case null:
      return '.';
    case 'hardly':
      return ': hardly noticeable.';
    case 'seen':
      return gains
        ? ': firmer, noticeable in smooth stitches.'
        : ': softer and flatter, noticeable in smooth stitches.';
    case 'trouble':
      if (gains) return ': it will kink where it runs slack.';
      return build === 'single' ? ': it may drift apart.' : ': it opens, and the needle splits it.';
  }
}

/** What the same change would do to a yarn that shows it most; null where this one shows it as much. */
export function singleWords(
  change: TwistChange,
  own: OwnTwist | null,
  limits: Record<YarnBuild, TwistLimits>,
  build: YarnBuild,
): string | null {
  if (!own || build === 'single') return null;
  const percent = percentOfOwn(mostChanged(change), own);
  const here = gradeOf(percent, limits[build]);
  const single = gradeOf(percent, limits.single);
  if (here === single || single === 'hardly') return null;
  const would = single === 'trouble' ? (percent > 0 ? 'would kink' : 'might drift apart') : 'would show it';
  return `A soft single ${would}; ${here === 'hardly' ? 'hardly' : 'less'} this ${build === 'two-ply' ? 'two-ply' : 'yarn of several plies'}.`;
}

/** Why something of a piece's twist is not known. */
export const GAP_WORDS: Record<TwistGap, string> = {
  'came wound': 'It came wound already: nobody here saw how, so what that did to its twist is not known.',
  joined: 'It was joined of several pieces, each with a twist of its own: there is no one figure for the whole.',
  'leaving not noted': 'Nobody noted how its strand left what it was wound from.',
  'laying not noted': 'Nobody noted which way round its strand was laid.',
  'loop not measured': 'It hung still, but its loop was not measured, so its turns are not known.',
};

/** A twist with its letter: "180 t/m S". */
export function twistWords(perM: number, system: UnitSystem): string {
  return `${inWords(twistFigure(Math.abs(perM), system))}\u00a0${letterOf(perM)}`;
}

export const BUILD_WORDS: Record<YarnBuild, string> = {
  single: 'a single',
  'two-ply': 'a two-ply',
  'more plies': 'three plies and more',
};
