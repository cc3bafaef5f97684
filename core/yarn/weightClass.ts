import { type Estimate, uniformSd } from '../common/estimate';
import { InputError } from '../common/inputError';
import { MILLIMETRES_PER_INCH } from '../common/units';

/** The numeric scale of weight classes, 0 to 7. */
export type WeightClassNumber = 0 | 1 | 2 | 3 | 4 | 5 | 6 | 7;

/** A weight class: its names in different countries, and the figures that usually go with it. */
export interface WeightClass {
  number: WeightClassNumber;
  name: string;
  /** What a band of that country calls it. Names overlap; the ranges below do not. */
  names: { us: string; uk: string; australia: string; german: string };
  /** Knitting needle on a usual band, in millimetres, low end in, high end out. */
  needleMm: readonly [low: number, high: number];
  /** Crochet hook, and stitches of a plain swatch of 10 cm, in the same way. */
  hookMm: readonly [low: number, high: number];
  stitchesPer10Cm: readonly [low: number, high: number];
  /** Grist, in metres to the gram. */
  gristMPerG: readonly [low: number, high: number];
  /** Wraps to the inch: what the rule for WPI makes of that grist, to a whole wrap. */
  wpi: readonly [low: number, high: number];
}

/** Usual figures from general knowledge; any one yarn may lie outside them. */
export const WEIGHT_CLASSES: readonly WeightClass[] = [
  {
    number: 0,
    name: 'Lace',
    names: { us: 'lace, thread', uk: '1 to 2 ply, cobweb', australia: '2 ply', german: 'Lace' },
    needleMm: [1.25, 2.25],
    hookMm: [1, 2.25],
    stitchesPer10Cm: [32.5, 60],
    gristMPerG: [6, 30],
    wpi: [19, 47],
  },
  {
    number: 1,
    name: 'Super fine',
    names: { us: 'fingering, sock', uk: '3 to 4 ply', australia: '3 to 4 ply', german: 'Sockenwolle' },
    needleMm: [2.25, 3.25],
    hookMm: [2.25, 3.5],
    stitchesPer10Cm: [26.5, 32.5],
    gristMPerG: [3.5, 6],
    wpi: [14, 19],
  },
  {
    number: 2,
    name: 'Fine',
    names: { us: 'sport, baby', uk: '5 ply, light DK', australia: '5 ply', german: 'Sport' },
    needleMm: [3.25, 3.75],
    hookMm: [3.5, 4.5],
    stitchesPer10Cm: [23.5, 26.5],
    gristMPerG: [2.8, 3.5],
    wpi: [12, 14],
  },
  {
    number: 3,
    name: 'Light',
    names: { us: 'DK, light worsted', uk: 'DK, 8 ply', australia: '8 ply', german: 'DK' },
    needleMm: [3.75, 4.5],
    hookMm: [4.5, 5.5],
    stitchesPer10Cm: [20.5, 23.5],
    gristMPerG: [2.15, 2.8],
    wpi: [11, 12],
  },
  {
    number: 4,
    name: 'Medium',
    names: { us: 'worsted, aran', uk: 'aran', australia: '10 ply', german: 'Aran' },
    needleMm: [4.5, 5.5],
    hookMm: [5.5, 6.5],
    stitchesPer10Cm: [15.5, 20.5],
    gristMPerG: [1.55, 2.15],
    wpi: [9, 11],
  },
  {
    number: 5,
    name: 'Bulky',
    names: { us: 'bulky, rug', uk: 'chunky', australia: '12 ply', german: 'dickes Garn' },
    needleMm: [5.5, 8],
    hookMm: [6.5, 9],
    stitchesPer10Cm: [11.5, 15.5],
    gristMPerG: [0.95, 1.55],
    wpi: [7, 9],
  },
  {
    number: 6,
    name: 'Super bulky',
    names: { us: 'super bulky, roving', uk: 'super chunky', australia: '14 ply', german: 'sehr dickes Garn' },
    needleMm: [8, 12.75],
    hookMm: [9, 15],
    stitchesPer10Cm: [6.5, 11.5],
    gristMPerG: [0.45, 0.95],
    wpi: [4, 7],
  },
  {
    number: 7,
    name: 'Jumbo',
    names: { us: 'jumbo, roving', uk: 'giant', australia: '16 ply and up', german: 'Riesengarn' },
    needleMm: [12.75, 40],
    hookMm: [15, 40],
    stitchesPer10Cm: [1, 6.5],
    gristMPerG: [0.1, 0.45],
    wpi: [2, 4],
  },
];

/**
 * A weight class by its number.
 *
 * @example
 * weightClass(4).names.australia // => '10 ply'
 */
export function weightClass(number: WeightClassNumber): WeightClass {
  return WEIGHT_CLASSES[number]!;
}

/**
 * The class that a band calls by this name, in any of the countries, or by its number. Where countries share a name
 * ("aran"), the finer class counts, so that yarn is rather promised too little.
 *
 * @throws InputError at `path` where no class is called so
 * @example
 * classCalled('8 ply', 'weightClass') // => 3
 */
export function classCalled(name: string, path: string): WeightClassNumber {
  const called = name
    .trim()
    .toLowerCase()
    .replace(/^class\s+/, '')
    .replace(/(\d)-ply/, '$1 ply');
  const found = WEIGHT_CLASSES.find(
    ({ number, name: own, names }) =>
      called === String(number) ||
      [own, ...Object.values(names).flatMap((list) => list.split(', '))].some((word) => called === word.toLowerCase()),
  );
  const ply = /^(\d+) ply$/.exec(called);
  const byPly = ply && CLASS_OF_PLY[Number(ply[1])];
  if (found) return found.number;
  if (byPly !== null && byPly !== undefined) return byPly;
  throw new InputError('we do not know this weight class; write 0 to 7, or a name such as DK, aran or 8 ply', path);
}

/** "Ply" as a name for thickness, in the United Kingdom and Australia. */
const CLASS_OF_PLY: Record<number, WeightClassNumber> = {
  1: 0,
  2: 0,
  3: 1,
  4: 1,
  5: 2,
  8: 3,
  10: 4,
  12: 5,
  14: 6,
  16: 7,
};

/** What a band recommends, and the class usually goes by. */
export type Recommended = 'needle' | 'hook' | 'gauge';

const RANGE_OF = {
  needle: 'needleMm',
  hook: 'hookMm',
  gauge: 'stitchesPer10Cm',
} as const satisfies Record<Recommended, keyof WeightClass>;

/**
 * The class whose bands usually recommend this; undefined outside all of them.
 *
 * @param size of the needle or the hook in millimetres, or stitches to 10 cm
 * @example
 * classRecommended('needle', 4)?.name // => 'Light'
 * @example
 * classRecommended('gauge', 18)?.name // => 'Medium'
 */
export function classRecommended(by: Recommended, size: number): WeightClass | undefined {
  return WEIGHT_CLASSES.find((each) => {
    const [low, high] = each[RANGE_OF[by]];
    return size >= low && size < high;
  });
}

/**
 * The class that yarns of this grist usually belong to; undefined outside all of them.
 *
 * @example
 * classFromGrist(1.85)?.name // => 'Medium'
 */
export function classFromGrist(gristMPerG: number): WeightClass | undefined {
  return WEIGHT_CLASSES.find(({ gristMPerG: [low, high] }) => gristMPerG >= low && gristMPerG < high);
}

/**
 * The grist that a weight class suggests: the middle of its range, anywhere in the range being as likely.
 *
 * @returns m/g
 * @example
 * gristFromClass(3).mean // => 2.475
 */
export function gristFromClass(number: WeightClassNumber): Estimate {
  const [low, high] = weightClass(number).gristMPerG;
  return anywhere(low, high);
}

/**
 * The grist that a needle, a hook or a gauge suggests: bands name them by the fabric that they want, so a yarn is often a
 * class finer or thicker than one of them alone would tell.
 *
 * @returns m/g; undefined where no class goes by such a one
 * @example
 * Number(gristRecommended('needle', 4)?.mean.toFixed(2)) // => 2.48
 */
export function gristRecommended(by: Recommended, size: number): Estimate | undefined {
  const named = classRecommended(by, size);
  if (!named) return undefined;
  const beside = [named.number + 1, named.number - 1].map((number) => WEIGHT_CLASSES[number] ?? named);
  const parts = [
    { of: gristFromClass(named.number), share: 1 - ANOTHER_CLASS },
    ...beside.map(({ number }) => ({ of: gristFromClass(number), share: ANOTHER_CLASS / 2 })),
  ];
  const mean = parts.reduce((sum, { of, share }) => sum + share * of.mean, 0);
  const variance = parts.reduce((sum, { of, share }) => sum + share * (of.sd ** 2 + (of.mean - mean) ** 2), 0);
  return { mean, sd: Math.sqrt(variance) };
}

/** So many bands name a needle, a hook or a gauge of the class next to theirs. */
const ANOTHER_CLASS = 0.25;

/** Laces that are finer than so many metres to the gram are rare. */
const FINEST_USUAL_M_PER_G = 13;

function anywhere(low: number, high: number): Estimate {
  const usual = Math.min(high, FINEST_USUAL_M_PER_G);
  return { mean: (low + usual) / 2, sd: uniformSd((usual - low) / 2) };
}

/** Nine in ten lie within 30 %, once one hand's wraps lie closer than another's. */
const WPI_RELATIVE_SD = 0.19;

/**
 * The grist that wraps per inch suggest, +/- 30 %. An empirical rule.
 *
 * @param wpi wraps to the inch, above zero
 * @returns m/g
 * @example
 * gristFromWpi(10).mean // => 1.9564957869463337
 */
export function gristFromWpi(wpi: number): Estimate {
  const mean = 0.034 * wpi ** 1.76;
  return { mean, sd: WPI_RELATIVE_SD * mean };
}

/**
 * How thick a yarn's strand lies, in millimetres: by its wraps where they are known, else by its grist.
 *
 * @returns null where neither is known
 * @example
 * strandOfYarnMm({ wpi: 10, gristMPerG: 4 }) // => 2.54
 */
export function strandOfYarnMm({ wpi, gristMPerG }: { wpi: number | null; gristMPerG: number | null }): number | null {
  if (wpi) return MILLIMETRES_PER_INCH / wpi;
  return gristMPerG === null ? null : strandWidthMm(gristMPerG);
}

/**
 * How thick the strand lies, in millimetres: the rule for WPI turned round.
 *
 * @example
 * strandWidthMm(1.9564957869463337) // => 2.54
 */
export function strandWidthMm(gristMPerG: number): number {
  const wpi = (gristMPerG / 0.034) ** (1 / 1.76);
  return 25.4 / wpi;
}
