import { InputError } from '../common/inputError';

/** A fibre's share of a yarn, in percent by mass. */
export interface FibreShare {
  name: FibreName;
  percent: number;
  /** What the band calls it, where that is another word. */
  written?: string;
}

/**
 * Regain at 65 % relative humidity: grams of water that a gram of dry fibre holds in standard air.
 * Rounded figures of the textbooks.
 */
export const REGAIN_AT_65 = {
  wool: 0.145,
  alpaca: 0.145,
  mohair: 0.145,
  cashmere: 0.145,
  silk: 0.1,
  cotton: 0.075,
  linen: 0.09,
  hemp: 0.09,
  viscose: 0.125,
  bamboo: 0.125,
  lyocell: 0.115,
  nylon: 0.041,
  polyester: 0.004,
  acrylic: 0.015,
} as const;

export type FibreName = keyof typeof REGAIN_AT_65;

export const FIBRE_NAMES = Object.keys(REGAIN_AT_65) as FibreName[];

/**
 * Refuses shares that do not add up to 100 %, to a tenth of a percent.
 *
 * @throws InputError at `path`
 * @example
 * requireWhole([{ name: 'wool', percent: 80 }, { name: 'nylon', percent: 20 }], 'fibres').length // => 2
 */
export function requireWhole(shares: readonly FibreShare[], path: string): readonly FibreShare[] {
  const total = shares.reduce((sum, share) => sum + share.percent, 0);
  // Three times 33.3 %, with the last bit of a float.
  if (Math.abs(total - 100) > 0.1 + 1e-9)
    throw new InputError(`percentages must add up to 100; they add up to ${Number(total.toFixed(2))}`, path);
  return shares;
}

/**
 * The share of water that a mix of fibres holds in standard air.
 *
 * @example
 * Number(regainOf([{ name: 'wool', percent: 80 }, { name: 'nylon', percent: 20 }]).toFixed(4)) // => 0.1242
 */
export function regainOf(shares: readonly FibreShare[]): number {
  return shares.reduce((sum, { name, percent }) => sum + (REGAIN_AT_65[name] * percent) / 100, 0);
}

const PERCENT_FIRST = /(?<percent>\d+(?:[.,]\d+)?)\s*%?\s*(?<fibre>[a-z][a-z -]*[a-z])/g;
const FIBRE_FIRST = /(?<fibre>[a-z][a-z -]*[a-z])(?:\s*(?<percent>\d+(?:[.,]\d+)?)\s*%?)?/g;

/** Other words that bands use, and the fibre whose figures serve for each. */
const ALSO_CALLED: Record<string, FibreName> = {
  merino: 'wool',
  lambswool: 'wool',
  yak: 'wool',
  camel: 'wool',
  angora: 'wool',
  llama: 'alpaca',
  flax: 'linen',
  rayon: 'viscose',
  modal: 'viscose',
  polyamide: 'nylon',
};

/**
 * Reads fibre content as a band prints it: "80 % wool, 20 % nylon", "wool", "55 merino 45 silk".
 * A single fibre needs no percent.
 *
 * @throws InputError at `path`
 * @example
 * parseFibres('55% merino, 45% silk', 'fibres')[0] // => { name: 'wool', percent: 55, written: 'merino' }
 */
export function parseFibres(text: string, path: string): FibreShare[] {
  // Either every percent stands before its fibre or every one after it.
  const pattern = /^\s*\d/.test(text) ? PERCENT_FIRST : FIBRE_FIRST;
  const terms = [...text.toLowerCase().matchAll(pattern)];
  const unread = terms.reduce((rest, [term]) => rest.replace(term, ''), text.toLowerCase()).replace(/[\s,;/+&]/g, '');
  if (unread !== '' || (text.trim() !== '' && terms.length === 0))
    throw new InputError('write it like 80 % wool, 20 % nylon', path);
  const shares = terms.map(({ groups }): FibreShare => {
    const words = groups!.fibre!.replace(/\band\b/g, '').trim();
    const percent = groups!.percent ?? (terms.length === 1 ? '100' : undefined);
    if (percent === undefined) throw new InputError(`what percentage is ${words}?`, path);
    return { ...fibreCalled(words, path), percent: Number(percent.replace(',', '.')) };
  });
  const twice = shares.find(({ name, written }, i) =>
    shares.slice(0, i).some((other) => other.name === name && other.written === written),
  );
  if (twice) throw new InputError(`${twice.written ?? twice.name} stands here twice`, path);
  if (shares.some(({ percent }) => percent < 0.1)) throw new InputError('leave out what is less than 0.1 %', path);
  if (shares.length > 0) requireWhole(shares, path);
  return shares;
}

/**
 * Fibre content as a band would print it.
 *
 * @example
 * fibresInWords([{ name: 'wool', percent: 80, written: 'merino' }, { name: 'nylon', percent: 20 }]) // => '80 % merino, 20 % nylon'
 */
export function fibresInWords(shares: readonly FibreShare[]): string {
  return shares.map(({ name, percent, written }) => `${percent} % ${written ?? name}`).join(', ');
}

function fibreCalled(words: string, path: string): Pick<FibreShare, 'name' | 'written'> {
  const known = FIBRE_NAMES.find((name) => name === words);
  if (known) return { name: known };
  const last = words.split(' ').at(-1)!;
  const family = FIBRE_NAMES.find((name) => name === last) ?? ALSO_CALLED[words] ?? ALSO_CALLED[last];
  if (family) return { name: family, written: words };
  throw new InputError(`we do not know "${words}"; the nearest of ${FIBRE_NAMES.join(', ')} will do`, path);
}

/** How a fibre behaves at the winder. */
export type Handling = 'sticky' | 'slippery' | 'fragile';

const HANDLING: Partial<Record<FibreName, Handling>> = {
  mohair: 'sticky',
  linen: 'sticky',
  hemp: 'sticky',
  silk: 'slippery',
  viscose: 'slippery',
  bamboo: 'slippery',
  lyocell: 'slippery',
  cashmere: 'fragile',
};

/**
 * What to look out for while a yarn of these fibres is wound; a fibre counts from 15 % on.
 *
 * @example
 * handlingOf([{ name: 'mohair', percent: 70 }, { name: 'silk', percent: 30 }]) // => ['sticky', 'slippery']
 */
export function handlingOf(shares: readonly FibreShare[]): Handling[] {
  const found = shares.filter(({ percent }) => percent >= 15).flatMap(({ name }) => HANDLING[name] ?? []);
  return [...new Set(found)];
}

/** Kinds of yarn that wind alike, by what they are mostly made of. */
export const YARN_KINDS = ['wool and hair', 'plant', 'silk and viscose', 'man-made', 'mixed or not known'] as const;
export type YarnKind = (typeof YARN_KINDS)[number];

const KIND_OF_FIBRE: Record<FibreName, YarnKind> = {
  wool: 'wool and hair',
  alpaca: 'wool and hair',
  mohair: 'wool and hair',
  cashmere: 'wool and hair',
  silk: 'silk and viscose',
  cotton: 'plant',
  linen: 'plant',
  hemp: 'plant',
  viscose: 'silk and viscose',
  bamboo: 'silk and viscose',
  lyocell: 'silk and viscose',
  nylon: 'man-made',
  polyester: 'man-made',
  acrylic: 'man-made',
};

/**
 * What a yarn mostly is: cakes of one kind come out about as firm as one another.
 *
 * @example
 * kindOfYarn([{ name: 'wool', percent: 75 }, { name: 'nylon', percent: 25 }]) // => 'wool and hair'
 * @example
 * kindOfYarn([]) // => 'mixed or not known'
 */
export function kindOfYarn(shares: readonly FibreShare[]): YarnKind {
  const percents = new Map<YarnKind, number>();
  for (const { name, percent } of shares)
    percents.set(KIND_OF_FIBRE[name], (percents.get(KIND_OF_FIBRE[name]) ?? 0) + percent);
  return [...percents].find(([, percent]) => percent > 50)?.[0] ?? 'mixed or not known';
}
