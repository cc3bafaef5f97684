import { InputError } from '../common/inputError';

/** What the small pictures on a band ask for, in words; one of each kind at most. */
export const CARE_SYMBOLS = {
  wash: {
    'wash-hand': 'wash by hand',
    'wash-30-gentle': 'machine wash at 30 °C, gentle',
    'wash-30': 'machine wash at 30 °C',
    'wash-40-gentle': 'machine wash at 40 °C, gentle',
    'wash-40': 'machine wash at 40 °C',
    'wash-60': 'machine wash at 60 °C',
    'wash-no': 'do not wash in water',
  },
  bleach: { 'bleach-any': 'bleach allowed', 'bleach-oxygen': 'only bleach without chlorine', 'bleach-no': 'no bleach' },
  dry: {
    'dry-flat': 'dry flat',
    'dry-line': 'dry on the line',
    'dry-tumble-low': 'tumble dry, low heat',
    'dry-tumble': 'tumble dry',
    'dry-tumble-no': 'do not tumble dry',
  },
  iron: {
    'iron-low': 'iron cool (110 °C)',
    'iron-medium': 'iron warm (150 °C)',
    'iron-high': 'iron hot (200 °C)',
    'iron-no': 'do not iron',
  },
  clean: { 'clean-dry': 'dry-cleaning allowed', 'clean-wet': 'wet-cleaning allowed', 'clean-no': 'do not dry-clean' },
} as const satisfies Record<string, Record<string, string>>;

export type CareKind = keyof typeof CARE_SYMBOLS;
export const CARE_KINDS = Object.keys(CARE_SYMBOLS) as CareKind[];

/** What each symbol looks like, so that it is found on the band. */
export const CARE_LOOKS: Record<CareKind, string> = {
  wash: 'the tub',
  bleach: 'the triangle',
  dry: 'the square',
  iron: 'the iron',
  clean: 'the circle',
};

const WORDS: Record<string, string> = Object.assign({}, ...Object.values(CARE_SYMBOLS)) as Record<string, string>;

/**
 * Reads codes of care symbols, parted by spaces.
 *
 * @throws InputError at `path` where one is not known, or two are of one kind
 * @example
 * parseCare('wash-hand dry-flat', 'careSymbols') // => ['wash-hand', 'dry-flat']
 */
export function parseCare(text: string, path: string): string[] {
  const codes = text.split(/\s+/).filter(Boolean);
  const unknown = codes.find((code) => WORDS[code] === undefined);
  if (unknown !== undefined) throw new InputError(`"${unknown}" is not a care symbol we know`, path);
  const kinds = codes.map((code) => code.split('-')[0]);
  if (new Set(kinds).size < kinds.length) throw new InputError('one symbol of each kind', path);
  return codes;
}

/**
 * @example
 * careInWords(['wash-hand', 'dry-flat']) // => 'wash by hand; dry flat'
 */
export function careInWords(codes: readonly string[]): string {
  return codes.map((code) => WORDS[code] ?? code).join('; ');
}
