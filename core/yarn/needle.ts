import { InputError } from '../common/inputError';
import { parseNumber } from '../common/units';
import { requireWithin } from '../common/require';

/** What a band suggests to work the yarn with. */
export type WorkingTool = 'needle' | 'hook';
type Country = 'US' | 'UK';

/** Sizes as the United States and (formerly) the United Kingdom name them, in millimetres. */
const NAMED_MM: Record<WorkingTool, Record<Country, Record<string, number>>> = {
  needle: {
    US: sizes(
      '0=2 1=2.25 1.5=2.5 2=2.75 2.5=3 3=3.25 4=3.5 5=3.75 6=4 7=4.5 8=5 9=5.5 10=6 10.5=6.5 10.75=7 11=8 13=9 15=10 17=12.75 19=15 35=19 50=25',
    ),
    UK: sizes('14=2 13=2.25 12=2.75 11=3 10=3.25 9=3.75 8=4 7=4.5 6=5 5=5.5 4=6 3=6.5 2=7 1=7.5 0=8 00=9 000=10'),
  },
  hook: {
    US: sizes('B=2.25 C=2.75 D=3.25 E=3.5 F=3.75 G=4 7=4.5 H=5 I=5.5 J=6 K=6.5 L=8 M=9 Q=16 S=19'),
    UK: sizes('14=2 12=2.5 11=3 10=3.25 9=3.5 8=4 7=4.5 6=5 5=5.5 4=6 3=6.5 2=7 0=8 00=9 000=10'),
  },
};

/** American hooks by the number that stands behind their letter: of some letters there are two sizes. */
const HOOK_NUMBERS = sizes(
  '1=2.25 2=2.75 3=3.25 4=3.5 5=3.75 6=4 7=4.5 8=5 9=5.5 10=6 10.5=6.5 11=8 13=9 15=10 16=11.5 17=12 19=15 35=19',
);
const LETTERS_OF_TWO_SIZES: Record<string, string> = {
  N: '9 mm (N-13) or 10 mm (N-15)',
  P: '10 mm (P-15) or 11.5 mm (P-16)',
};

/**
 * Reads the size of a knitting needle or a crochet hook: "4", "4.5 mm", "3,75mm", "US 6", "UK 8", "H", "US H-8",
 * "4 mm / US 6". Of two figures for one thing the one in millimetres counts, and they must agree.
 *
 * @returns millimetres, 0.5 to 40
 * @throws InputError at `path`
 * @example
 * parseToolMm('US 6', 'needle', 'needle') // => 4
 * @example
 * parseToolMm('H-8', 'hook', 'hook') // => 5
 */
export function parseToolMm(text: string, tool: WorkingTool, path: string): number {
  const figures = text
    .replace(/[()]/g, '/')
    .split('/')
    .filter((part) => part.trim() !== '')
    .map((part) => oneToolMm(part.trim(), tool, path));
  const [first] = figures;
  if (first === undefined) throw new InputError(example(tool), path);
  if (figures.some((figure) => Math.abs(figure - first) > 0.3))
    throw new InputError('these sizes are not the same', path);
  return first;
}

function oneToolMm(text: string, tool: WorkingTool, path: string): number {
  const named = /^(us|uk)\s*(?:no\.?\s*)?([\d.]+|[a-z])(?:\s*-\s*[\d.]+)?$/i.exec(text);
  // A letter alone is a hook's American size; a number alone is millimetres.
  const letter = tool === 'hook' ? /^([a-z])(?:\s*-\s*[\d.]+)?$/i.exec(text) : null;
  if (named || letter) {
    const country = (named?.[1] ?? 'US').toUpperCase() as Country;
    const name = (named?.[2] ?? letter![1])!.toUpperCase();
    const number = /-\s*([\d.]+)$/.exec(text)?.[1];
    const byNumber = tool === 'hook' && country === 'US' && /^[A-Z]$/.test(name);
    if (byNumber && !number && LETTERS_OF_TWO_SIZES[name])
      throw new InputError(`${name} is ${LETTERS_OF_TWO_SIZES[name]}; write the number too, or mm`, path);
    const byLetterMm = NAMED_MM[tool][country][name];
    const sizeMm = byNumber && number ? HOOK_NUMBERS[number] : byLetterMm;
    if (byNumber && number && byLetterMm !== undefined && sizeMm !== undefined && Math.abs(sizeMm - byLetterMm) > 0.3)
      throw new InputError(`${name} and ${number} are not the same size; write it in mm`, path);
    if (sizeMm === undefined) throw new InputError(`we do not know this ${country} size; write it in mm`, path);
    return sizeMm;
  }
  const mm = /^([\d.,]+)\s*(?:mm)?$/i.exec(text);
  if (!mm) throw new InputError(example(tool), path);
  return requireWithin(parseNumber(mm[1]!, path), 0.5, 40, path);
}

function example(tool: WorkingTool): string {
  return tool === 'needle' ? 'write it like 4 mm, US 6 or UK 8' : 'write it like 4 mm, US G or UK 8';
}

/**
 * A size with its names in other countries.
 *
 * @example
 * toolSizeInWords(4, 'needle') // => '4 mm (US 6, UK 8)'
 * @example
 * toolSizeInWords(4.25, 'needle') // => '4.25 mm'
 */
export function toolSizeInWords(sizeMm: number, tool: WorkingTool): string {
  const names = (['US', 'UK'] as const).flatMap((country) => {
    const name = Object.entries(NAMED_MM[tool][country]).find(([, mm]) => Math.abs(mm - sizeMm) < 0.01)?.[0];
    return name === undefined ? [] : [`${country} ${name}`];
  });
  return `${Number(sizeMm.toFixed(2))} mm${names.length > 0 ? ` (${names.join(', ')})` : ''}`;
}

function sizes(list: string): Record<string, number> {
  return Object.fromEntries(list.split(' ').map((pair) => [pair.split('=')[0]!, Number(pair.split('=')[1])]));
}
