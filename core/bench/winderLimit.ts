import { type Estimate, normalCdf, product } from '../common/estimate';

/** What one cake said of a winder's limit: it came off clean at so much, or had spilled at it; in the limit's own unit. */
export interface LimitSeen {
  reached: number;
  spilled: boolean;
}

/** A limit of a winder, by mass or by room, and what it is known from. */
export interface WinderLimit extends Estimate {
  known: 'rule of thumb' | 'entered' | 'cakes';
  /** The most that came off clean, and the least that spilled; null where there was none. */
  mostClean: number | null;
  leastSpilled: number | null;
}

/** What a winder holds: so much by its strength, and so much yarn in the room round its spindle. */
export interface WinderHolds {
  massG: WinderLimit;
  roomCm3: WinderLimit;
}

/** A limit that nobody has tried is right to so much; one that was entered as measured, to less. */
const RELATIVE_SD = { 'rule of thumb': 0.12, entered: 0.04 } as const;
/** Or it is quite another: a guess for another winder, a slip of the pen; the less likely, by this power, the further off. */
const MISTAKEN = 0.05;
const MISTAKEN_POWER = 8;
/** The same winder spills a little sooner or later, as the yarn is and as the hand goes; now and then much. */
const CAKES_DIFFER = 0.03;
const SOME_DIFFER = { share: 0.05, by: 0.1 };
/** Some spill long before they are full, by loose wraps or a guide out of place. */
const OTHER_CAUSES = 0.05;
const GRID = 400;

/**
 * What a winder holds, from what it is said to hold and from every cake that came off it: a clean one says that it holds
 * at least so much, a spilled one that it holds less. Worked out on a grid of limits by Bayes' rule.
 *
 * @param entered by its maker, a rule of thumb, or the user: in grams, or in cubic centimetres of yarn
 * @example
 * winderLimit(113, 'rule of thumb', []).mean // => 113
 * @example
 * Math.round(winderLimit(113, 'rule of thumb', [{ reached: 120, spilled: false }]).mean) // => 128
 */
export function winderLimit(entered: number, basis: keyof typeof RELATIVE_SD, seen: readonly LimitSeen[]): WinderLimit {
  const sd = RELATIVE_SD[basis] * entered;
  const clean = seen.filter(({ spilled }) => !spilled).map(({ reached }) => reached);
  const spilled = seen.filter((each) => each.spilled).map(({ reached }) => reached);
  const figures = {
    mostClean: clean.length > 0 ? Math.max(...clean) : null,
    leastSpilled: spilled.length > 0 ? Math.min(...spilled) : null,
  };
  // What came off clean well below the limit says nothing of it, but for what has spilled there.
  if (spilled.length === 0 && (figures.mostClean ?? 0) < entered - sd)
    return { mean: entered, sd, known: basis, ...figures };
  const low = Math.min(0.3 * entered, 0.5 * (figures.leastSpilled ?? Infinity));
  const high = Math.max(3 * entered, 2 * (figures.mostClean ?? 0));
  // Steps of equal ratios, so that an entered limit is resolved however far the cakes are from it.
  const limits = Array.from({ length: GRID + 1 }, (_, i) => low * (high / low) ** (i / GRID));
  const logs = limits.map((limit) => {
    const likely = seen.map(({ reached, spilled }) => {
      const holds = chanceToHold(Math.log(limit / reached));
      return Math.log(spilled ? OTHER_CAUSES + (1 - OTHER_CAUSES) * (1 - holds) : holds);
    });
    return Math.log(beforehand(limit / entered, RELATIVE_SD[basis])) + likely.reduce((sum, log) => sum + log, 0);
  });
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = limits.reduce((sum, limit, i) => sum + limit * weights[i]!, 0) / total;
  const variance = limits.reduce((sum, limit, i) => sum + (limit - mean) ** 2 * weights[i]!, 0) / total;
  return { mean, sd: Math.sqrt(variance), known: 'cakes', ...figures };
}

/** How likely a limit of so many times the entered one is before any cake, on a scale of equal ratios. */
function beforehand(ratio: number, relativeSd: number): number {
  const about = (ratio * Math.exp(-0.5 * ((ratio - 1) / relativeSd) ** 2)) / (relativeSd * Math.sqrt(2 * Math.PI));
  const other = (MISTAKEN_POWER / 2) * Math.exp(-MISTAKEN_POWER * Math.abs(Math.log(ratio)));
  return (1 - MISTAKEN) * about + MISTAKEN * other;
}

/** How likely a cake holds, by the logarithm of the limit over what it reached. */
function chanceToHold(logRatio: number): number {
  const { share, by } = SOME_DIFFER;
  return (1 - share) * normalCdf(logRatio / CAKES_DIFFER) + share * normalCdf(logRatio / by);
}

/**
 * How likely a cake of this mass spills over a winder, by whichever limit is the nearer: it is too heavy, or too wide.
 *
 * @param density of the yarn on it, in g/cm3
 * @example
 * chanceToSpill(113, { massG: { mean: 113, sd: 5 }, roomCm3: { mean: 480, sd: 20 } }, { mean: 0.3, sd: 0.03 }) // => 0.5
 */
export function chanceToSpill(
  massG: number,
  { massG: byStrength, roomCm3 }: Record<keyof WinderHolds, Estimate>,
  density: Estimate,
): number {
  const chances = [byStrength, product(roomCm3, density)].map(({ mean, sd }) =>
    normalCdf((massG - mean) / Math.hypot(sd, CAKES_DIFFER * massG)),
  );
  return Math.max(...chances);
}
