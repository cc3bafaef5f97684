/**
 * What a band may say, described once: forms, the database, the archive, lists and merging go by it. How each field is read
 * stands in `server/yarn/yarns.ts`, for the texts in one place.
 */
interface BandField {
  /** What it is called. */
  label: string;
  /** What else the column of a list may be called that holds it. */
  also: readonly string[];
  /** What is stored of it, by the database's column. */
  stored: Readonly<Record<string, string>>;
  /** It is kept and shown just as it was typed. */
  isText?: true;
}

export const BAND_FIELDS = {
  maker: {
    label: 'Maker',
    also: ['brand', 'company', 'manufacturer', 'producer', 'mill', 'dyer', 'spinner'],
    stored: { maker: 'maker' },
    isText: true,
  },
  line: {
    label: 'Line',
    also: ['yarn', 'name', 'yarn name', 'product', 'base', 'quality'],
    stored: { line: 'line' },
    isText: true,
  },
  colourName: {
    label: 'Colour',
    also: ['color', 'colour name', 'color name', 'colourway', 'colorway', 'shade'],
    stored: { colourName: 'colour_name' },
    isText: true,
  },
  colourHex: {
    label: 'Swatch',
    also: ['hex', 'colour hex', 'color hex', 'colour code', 'swatch colour'],
    stored: { colourHex: 'colour_hex' },
  },
  dyeLot: {
    label: 'Dye lot',
    also: ['lot', 'dyelot', 'lot number', 'batch'],
    stored: { dyeLot: 'dye_lot' },
    isText: true,
  },
  // In rows of their own.
  fibres: {
    label: 'Fibre',
    also: ['fiber', 'fibres', 'fibers', 'fibre content', 'fiber content', 'content', 'material'],
    stored: {},
  },
  putUpMass: {
    label: 'Weight per ball',
    also: ['mass of one', 'mass', 'weight', 'grams', 'unit weight', 'put up', 'ball weight', 'g'],
    stored: { putUpMg: 'put_up_mg' },
  },
  putUpLength: {
    label: 'Length per ball',
    also: ['length of one', 'length', 'yardage', 'metres', 'meters', 'yards', 'meterage', 'm', 'yd'],
    stored: { putUpMm: 'put_up_mm' },
  },
  weightClass: {
    label: 'Weight class',
    also: ['class', 'weight category', 'yarn weight', 'thickness', 'category'],
    stored: { weightClass: 'weight_class' },
  },
  wpi: { label: 'Wraps per inch', also: ['wpi', 'wraps'], stored: { wpi: 'wpi' } },
  needle: {
    label: 'Needle',
    also: ['needles', 'needle size', 'suggested needle'],
    stored: { needleUm: 'needle_um' },
  },
  hook: { label: 'Hook', also: ['hook size', 'crochet hook'], stored: { hookUm: 'hook_um' } },
  gauge: {
    label: 'Gauge',
    also: ['tension'],
    stored: { gaugeStitchesPer10M: 'gauge_stitches_per_10m', gaugeRowsPer10M: 'gauge_rows_per_10m' },
  },
  plies: { label: 'Plies', also: ['ply count', 'number of plies'], stored: { plies: 'plies' } },
  twistDirection: {
    label: 'Twist',
    also: ['twist direction', 's or z'],
    stored: { twistDirection: 'twist_direction' },
  },
  twist: {
    label: 'Turns',
    also: ['tpi', 'turns per metre', 't/m', 'twist amount'],
    stored: { twistTurnsPerKm: 'twist_turns_per_km' },
  },
  care: { label: 'Care', also: ['washing', 'care instructions'], stored: { care: 'care' }, isText: true },
  careSymbols: { label: 'Care symbols', also: [], stored: { careSymbols: 'care_symbols' } },
  place: {
    label: 'Place',
    also: ['location', 'where', 'storage', 'box', 'shelf', 'bin'],
    stored: { place: 'place' },
    isText: true,
  },
  notes: { label: 'Notes', also: ['note', 'comment', 'comments', 'remarks'], stored: { notes: 'notes' }, isText: true },
} as const satisfies Record<string, BandField>;

type Fields = typeof BAND_FIELDS;

/** A field that is kept as it was typed. */
export type BandText = { [Name in keyof Fields]: Fields[Name] extends { isText: true } ? Name : never }[keyof Fields];

/** The names of what is stored of a band, and the database's columns for them. */
export const BAND_COLUMNS = Object.assign({}, ...Object.values(BAND_FIELDS).map(({ stored }) => stored)) as Record<
  string,
  string
>;

export const BAND_TEXTS = (Object.entries(BAND_FIELDS) as [string, BandField][])
  .filter(([, { isText }]) => isText)
  .map(([name]) => name) as BandText[];

/**
 * The same for each text of a band.
 *
 * @example
 * bandTexts((name) => name.length).maker // => 5
 */
export function bandTexts<Value>(of: (name: BandText) => Value): Record<BandText, Value> {
  return Object.fromEntries(BAND_TEXTS.map((name) => [name, of(name)])) as Record<BandText, Value>;
}
