import { bareUnit, inMetres, type UnitSystem } from '../../core/common/units';

/** What a bare number means in each field, by the last part of its name; fields that are not here hold no such amount. */
const KINDS: Record<string, 'mass' | 'length' | 'span' | 'loop' | 'twist'> = {
  mass: 'mass',
  masses: 'mass',
  tare: 'mass',
  rest: 'mass',
  waste: 'mass',
  ends: 'mass',
  ties: 'mass',
  putUpMass: 'mass',
  maxMassG: 'mass',
  resolutionG: 'mass',
  knownG: 'mass',
  shownG: 'mass',
  'mini-mass': 'mass',
  'parent-mass': 'mass',
  putUpLength: 'length',
  length: 'length',
  need: 'length',
  took: 'length',
  amount: 'length',
  at: 'length',
  over: 'span',
  foldOver: 'span',
  spread: 'span',
  loop: 'loop',
  loopM: 'loop',
  twist: 'twist',
  spun: 'twist',
};

const METRIC = { length: 'm', span: 'cm', twist: 't/m' };
const IMPERIAL: typeof METRIC = { length: 'yd', span: 'in', twist: 'tpi' };

/** A loop is typed in the large unit up to this, and in the small one beyond. */
const LARGEST_LOOP = { metric: 5, imperial: 5.4 };

/**
 * What was typed, with the unit that it was typed in, for when another system of units is switched to: an amount stays
 * what it is. What has a unit already, or is none, stays as it stands.
 *
 * @example
 * withUnit('mass', '80.9', 'metric') // => '80.9 g'
 */
export function withUnit(name: string, typed: string, typedIn: UnitSystem): string {
  const kind = KINDS[name.split('.').findLast((part) => !/^\d+$/.test(part)) ?? ''];
  if (!kind || !/^\s*(?=.*\d)[\d.,/ ]+$/.test(typed)) return typed;
  if (kind === 'mass') return `${typed.trim()} ${bareUnit(typedIn, 'mass').name}`;
  const [units, largestLoop] = inMetres(typedIn) ? [METRIC, LARGEST_LOOP.metric] : [IMPERIAL, LARGEST_LOOP.imperial];
  if (kind !== 'loop') return `${typed.trim()} ${units[kind]}`;
  return `${typed.trim()} ${units[Number(typed.replace(',', '.')) > largestLoop ? 'span' : 'length']}`;
}

/** The same for all that was typed into a form. */
export function withUnits<Values>(values: Values, typedIn: UnitSystem, name = ''): Values {
  if (typeof values === 'string') return withUnit(name, values, typedIn) as Values;
  if (Array.isArray(values)) return values.map((each: unknown) => withUnits(each, typedIn, name)) as Values;
  if (typeof values !== 'object' || values === null) return values;
  return Object.fromEntries(
    Object.entries(values).map(([key, value]) => [key, withUnits(value as unknown, typedIn, key)]),
  ) as Values;
}
