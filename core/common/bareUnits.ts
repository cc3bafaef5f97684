import { bareUnit, inMetres, type UnitSystem } from './units';

/** What a bare number is in a field. */
type Kind = 'mass' | 'length' | 'span' | 'size' | 'sizes' | 'loop' | 'twist';

/**
 * What a bare number means in each field, by the last word of its name, or by the last two where one is not enough; fields
 * that are not here hold no such amount.
 */
const KINDS: Record<string, Kind | null> = {
  mass: 'mass',
  masses: 'mass',
  tare: 'mass',
  rest: 'mass',
  waste: 'mass',
  endsMass: 'mass',
  ties: 'mass',
  fibre: 'mass',
  weighed: 'mass',
  mini: 'mass',
  massG: 'mass',
  putUpMass: 'mass',
  maxMassG: 'mass',
  resolutionG: 'mass',
  knownG: 'mass',
  shownG: 'mass',
  putUpLength: 'length',
  length: 'length',
  need: 'length',
  took: 'length',
  amount: 'length',
  // Percent of the fibre.
  'ingredients amount': null,
  // Minis are weighed.
  'sizes amount': 'mass',
  tolerance: 'mass',
  borderAmount: 'length',
  size: 'length',
  earlier: 'length',
  take: 'length',
  lost: 'length',
  at: 'length',
  over: 'span',
  foldOver: 'span',
  spread: 'span',
  ends: 'span',
  side: 'span',
  sides: 'span',
  'by width': 'span',
  'by height': 'span',
  core: 'size',
  outer: 'size',
  diameters: 'size',
  heights: 'size',
  coreDiameterMm: 'size',
  heightMm: 'size',
  maxDiameterMm: 'size',
  minOpenMm: 'size',
  maxOpenMm: 'size',
  backDepthMm: 'size',
  mmPerPulse: 'size',
  spreadMm: 'size',
  holeRadiiMm: 'sizes',
  loop: 'loop',
  loopM: 'loop',
  draw: 'loop',
  drawM: 'loop',
  twist: 'twist',
  spun: 'twist',
};

const METRIC = { length: 'm', span: 'cm', size: 'mm', twist: 't/m' };
const IMPERIAL: typeof METRIC = { length: 'yd', span: 'in', size: 'in', twist: 'tpi' };

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
  const kind = kindOf(name);
  if (kind === 'sizes') {
    const sizes = typed.split(/[;,]/.test(typed) ? /[;,]/ : /\s+(?=\d)/);
    return sizes.map((each) => amountInFull('size', each, typedIn).trim()).join(', ');
  }
  return kind === null ? typed : amountInFull(kind, typed, typedIn);
}

function kindOf(name: string): Kind | null {
  const words = name.split(/[\s.-]+/).filter((word) => /\D/.test(word));
  const lastTwo = words.slice(-2).join(' ');
  return KINDS[lastTwo in KINDS ? lastTwo : (words.at(-1) ?? '')] ?? null;
}

function amountInFull(kind: Exclude<Kind, 'sizes'>, typed: string, typedIn: UnitSystem): string {
  if (!/^\s*(?:±|\+\/?-)?\s*(?=.*\d)[\d.,/ ]+$/.test(typed)) return typed;
  if (kind === 'mass') return `${typed.trim()} ${bareUnit(typedIn, 'mass').name}`;
  const [units, largestLoop] = inMetres(typedIn) ? [METRIC, LARGEST_LOOP.metric] : [IMPERIAL, LARGEST_LOOP.imperial];
  if (kind !== 'loop') return `${typed.trim()} ${units[kind]}`;
  return `${typed.trim()} ${units[Number(typed.replace(',', '.')) > largestLoop ? 'span' : 'length']}`;
}

/**
 * The same for all that was typed into a form.
 *
 * @example
 * withUnits({ mass: '80.9', masses: ['1', '2 oz'], note: '12' }, 'metric') // => { mass: '80.9 g', masses: ['1 g', '2 oz'], note: '12' }
 */
export function withUnits<Values>(values: Values, typedIn: UnitSystem, name = ''): Values {
  if (typeof values === 'string') return withUnit(name, values, typedIn) as Values;
  if (Array.isArray(values)) return values.map((each: unknown) => withUnits(each, typedIn, name)) as Values;
  if (typeof values !== 'object' || values === null) return values;
  return Object.fromEntries(
    Object.entries(values).map(([key, value]) => [key, withUnits(value as unknown, typedIn, `${name}.${key}`)]),
  ) as Values;
}
