import { InputError } from '../common/inputError';
import { requireWithin } from '../common/require';
import { parseNumber } from '../common/units';

/** How many stitches and rows a swatch of 10 cm has. */
export interface Gauge {
  stitchesPer10Cm: number;
  rowsPer10Cm: number | null;
}

const GAUGE = new RegExp(
  String.raw`^(?<stitches>[\d.,]+)\s*(?:st|sts|stitches|m)?\.?\s*` +
    String.raw`(?:(?:x|×|by|,|and|\/)\s*(?<rows>[\d.,]+)\s*(?:r|rows?)?\.?)?\s*` +
    String.raw`(?:(?:to|per|in|over|on|=|\/)?\s*(?:the\s+)?(?<over>10\s*cm|4\s*(?:in|inch|inches|")|1?\s*(?:in|inch|"))(?:\s*x\s*.*)?)?\s*$`,
  'i',
);

/**
 * Reads a gauge as a band prints it: "22 sts x 30 rows to 10 cm", "22 x 30", "5.5 sts to the inch". Without a size it
 * is over 10 cm (4 in).
 *
 * @throws InputError at `path`
 * @example
 * parseGauge('22 sts x 30 rows / 10 cm', 'gauge') // => { stitchesPer10Cm: 22, rowsPer10Cm: 30 }
 * @example
 * parseGauge('5 sts to the inch', 'gauge') // => { stitchesPer10Cm: 20, rowsPer10Cm: null }
 */
export function parseGauge(text: string, path: string): Gauge {
  const found = GAUGE.exec(text.trim());
  if (!found) throw new InputError('write it like 22 sts x 30 rows to 10 cm', path);
  const { stitches, rows, over } = found.groups as { stitches: string; rows?: string; over?: string };
  // Four inches are taken for 10 cm, as bands do.
  const times = over && /^1?\s*(?:in|inch|")$/i.test(over) ? 4 : 1;
  const per10Cm = (written: string) => requireWithin(parseNumber(written, path) * times, 1, 200, path);
  return { stitchesPer10Cm: per10Cm(stitches), rowsPer10Cm: rows === undefined ? null : per10Cm(rows) };
}

const figure = (value: number) => String(Number(value.toFixed(2)));

/**
 * Stitches and rows to 10 cm, as one types them.
 *
 * @example
 * gaugeFigures({ stitchesPer10Cm: 22, rowsPer10Cm: 30 }) // => '22 x 30'
 */
export function gaugeFigures({ stitchesPer10Cm, rowsPer10Cm }: Gauge): string {
  return [stitchesPer10Cm, rowsPer10Cm]
    .filter((per10Cm) => per10Cm !== null)
    .map(figure)
    .join(' x ');
}

/**
 * @example
 * gaugeInWords({ stitchesPer10Cm: 22, rowsPer10Cm: 30 }) // => '22 stitches and 30 rows to 10 cm (4 in)'
 */
export function gaugeInWords({ stitchesPer10Cm, rowsPer10Cm }: Gauge): string {
  const rows = rowsPer10Cm === null ? '' : ` and ${figure(rowsPer10Cm)} rows`;
  return `${figure(stitchesPer10Cm)} stitches${rows} to 10 cm (4 in)`;
}
