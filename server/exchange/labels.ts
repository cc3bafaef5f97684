import { readFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { gaugeInWords } from '../../core/yarn/gauge';
import { careInWords } from '../../core/yarn/care';
import { fibresInWords } from '../../core/yarn/fibre';
import { endsOf } from '../../core/bench/schools';
import { type Figure, fineMassFigure, inWords, lengthFigure, lowerFirst, plural } from '../../core/common/format';
import { InputError } from '../../core/common/inputError';
import { LABEL_LINES, type LabelLine, USUAL_LABEL_LINES } from '../../core/exchange/labelText';
import { pricesInWords } from '../../core/market/price';
import { pathOf, readKit, type Sellable } from '../../core/market/sellable';
import { LABEL_SHEET_NAMES, LABEL_SHEETS, type LabelSheet } from '../../core/exchange/labelSheet';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { miniOfPiece } from '../../db/minis/minis';
import { operationById, operationPiecesOf } from '../../db/yarn/operations';
import { toolById } from '../../db/bench/bench';
import { woundAs } from '../../db/winding/woundCakes';
import { everMade, pieceById } from '../../db/yarn/pieces';
import type { Label } from '../../formats/labels';
import type { PaperFonts } from '../../formats/pdf';
import { heavy } from './heavy';
import { plannedUse } from '../yarn/plannedUse';
import { dayOf } from '../../core/days/days';
import { checked } from '../common/result';
import { workFromOf } from '../yarn/workedEnd';
import { maker } from '../market/maker';
import { type Ware, wareOf } from '../market/wares';
import { pieceView, yarnView } from '../yarn/yarnViews';

/** A list in an address: "1,2,3". */
const listed = <T>(pattern: RegExp, each: (one: string) => T) =>
  z
    .string()
    .regex(pattern, 'say which pieces')
    .transform((list) => list.split(',').filter(Boolean).map(each))
    .default([]);

const ask = z.strictObject({
  pieces: listed(/^(\d{1,15}(,\d{1,15})*)?$/, (id): Sellable => ({ pieceId: Number(id) })),
  /** Kits that were packed, by plan and number: "3-1,3-2". */
  kits: listed(/^(\d{1,15}-\d{1,6}(,\d{1,15}-\d{1,6})*)?$/, (key): Sellable => readKit(key)!),
  sheet: z.enum(LABEL_SHEET_NAMES),
  /** Which lines stand on them; left out: what a buyer wants to know. */
  lines: z
    .string()
    .transform((names) => names.split(',').filter(Boolean))
    .pipe(z.array(z.enum(LABEL_LINES, 'there is no such line')))
    .default([...USUAL_LABEL_LINES]),
  /** Of each; left out: what it is offered at on the market table, if it is. */
  price: z.string().max(40, 'at most 40 characters').default(''),
  /** Labels of the first sheet that are used already. */
  skip: z.coerce.number<string>('a whole number').int('a whole number').min(0).max(99).default(0),
});

/**
 * A sheet of labels for these pieces.
 *
 * @param origin where the app is reached, for the codes
 * @throws InputError where something is asked for that is not there
 */
export async function labelSheet(
  db: Db,
  asked: Record<string, string>,
  system: UnitSystem,
  origin: string,
  signal?: AbortSignal,
): Promise<Buffer> {
  const { pieces, kits, sheet, skip, ...text } = checked(ask, asked);
  const paper: LabelSheet = LABEL_SHEETS[sheet];
  const labels = requireSome([...kits, ...pieces]).map((what) =>
    'pieceId' in what && paper.full
      ? slipOf(db, what.pieceId, system, origin)
      : labelOf(db, what, system, origin, text),
  );
  const sheetful = { labels, sheet: paper, fonts: fonts(), skip };
  return Buffer.from(await heavy('labels', sheetful, { signal }));
}

/**
 * What would stand on the first of them, for a picture of it.
 *
 * @throws InputError as `labelSheet`
 */
export function firstLabel(db: Db, asked: Record<string, string>, system: UnitSystem, origin: string): Label {
  const { pieces, kits, ...text } = checked(ask, asked);
  return labelOf(db, requireSome([...kits, ...pieces])[0]!, system, origin, text);
}

const MOST_LABELS = 1000;

function requireSome(sellables: readonly Sellable[]): readonly Sellable[] {
  if (sellables.length === 0) throw new InputError('say which pieces', 'pieces');
  if (sellables.length > MOST_LABELS) throw new InputError(`at most ${MOST_LABELS} labels`, 'pieces');
  return sellables;
}

/** What is chosen of a label's words. */
interface LabelText {
  lines: readonly LabelLine[];
  price: string;
}

const ALL_OF_IT: LabelText = { lines: LABEL_LINES, price: '' };

/**
 * What stands on the label of a piece or of a kit: what it is, how much, of what, for how much, and where it comes from.
 *
 * @throws InputError where there is no such piece, or no such kit is packed
 */
export function labelOf(
  db: Db,
  what: Sellable,
  system: UnitSystem,
  origin: string,
  { lines, price }: LabelText = ALL_OF_IT,
): Label {
  const ware = wareOf(db, what);
  if (!ware) throw new InputError('one of these is not there', 'pieces');
  const { massG, lengthM } = ware;
  const own = maker(db);
  const words: Partial<Record<LabelLine, string>> = {
    fibre: fibresInWords(ware.fibres),
    lot: ware.lot && `lot ${ware.lot}`,
    maker: own.name || ware.maker,
    ...('pieceId' in what ? pieceLines(db, what.pieceId, lines) : { piece: `kit ${what.kit}` }),
  };
  const first = 'kit' in what ? kitLine(ware) : '';
  return {
    title: ware.title,
    figures: [
      massG === null ? '' : inBoth((system) => fineMassFigure(massG, system), system),
      lengthM === null
        ? ''
        : `${ware.isGuess ? 'about ' : ''}${inBoth((system) => lengthFigure(lengthM, system), system)}`,
    ]
      .filter(Boolean)
      .join(' · '),
    lines: [
      pricesInWords(price || (ware.price ?? ''), massG).join(', '),
      first,
      ...LABEL_LINES.filter((line) => lines.includes(line)).map((line) => words[line] ?? ''),
    ].filter(Boolean),
    url: origin + pathOf(what),
    ...(own.logo !== null && lines.includes('logo') && { logo: own.logo }),
  };
}

/** What only one piece has: its needle and care, its own name, and where in its skein it lay. */
function pieceLines(db: Db, pieceId: number, lines: readonly LabelLine[]): Partial<Record<LabelLine, string>> {
  const piece = pieceById(db, pieceId)!;
  const yarn = yarnView(db, piece.yarnId)!;
  const mini = miniOfPiece(db, pieceId);
  const parent = mini && operationPiecesOf(db, mini.operationId).find(({ side }) => side === 'in');
  const from = parent && `${mini.place} of ${mini.places} from ${lowerFirst(everMade(db, parent.pieceId).label)}`;
  return {
    needle: [yarn.needleMm && `needle ${yarn.needleMm} mm`, yarn.gauge && gaugeInWords(yarn.gauge)]
      .filter(Boolean)
      .join(', '),
    care: careInWords(yarn.careSymbols) || yarn.care,
    piece: lines.includes('origin') && from ? `${piece.label}, ${from}` : piece.label,
    origin: lines.includes('piece') ? undefined : from,
  };
}

/** How many minis a kit is, and which colours where they have names of their own. */
function kitLine({ pieces }: Ware): string {
  const names = [...new Set(pieces.flatMap(({ colourway }) => colourway ?? []))].join(', ');
  return `${plural(pieces.length, 'mini')}${names && `: ${names}`}`;
}

/** In the units that are used here, and beside them in the other ones: yarn is sold to both. */
function inBoth(figure: (system: UnitSystem) => Figure, system: UnitSystem): string {
  const [own, other] = system === 'imperial' ? (['imperial', 'metric'] as const) : (['metric', 'imperial'] as const);
  // A line breaks between mass and length, not within either.
  return `${inWords(figure(own))}\u00a0/\u00a0${inWords(figure(other))}`;
}

/** The same, with all that is worth knowing years later: how it was wound, from where it is worked, what lies along it. */
export function slipOf(db: Db, pieceId: number, system: UnitSystem, origin: string): Label {
  const label = labelOf(db, { pieceId }, system, origin);
  const piece = pieceById(db, pieceId)!;
  const yarn = yarnView(db, piece.yarnId)!;
  const { needleMm: guess } = yarn.guesses;
  const { faults, createdBy } = pieceView(db, yarn, piece);
  const made = operationById(db, createdBy)!;
  const on = woundAs(db, pieceId);
  const tool = on && (on.winderId === null ? undefined : toolById(db, 'winder', on.winderId));
  const from = endsOf(piece.form).length > 1 && workFromOf(db, yarn);
  // The side that faced up while it was wound, unless another way was planned for it.
  const side = plannedUse(db, pieceId)?.use.left === 'far' ? 'far' : 'near';
  return {
    ...label,
    lines: [
      ...label.lines,
      guess && !yarn.needleMm ? `needle about ${guess.low} to ${guess.high} mm` : '',
      made.kind === 'wind' ? `wound ${dayOf(made.at)}${tool ? ` on ${tool.name}` : ''}` : `since ${dayOf(made.at)}`,
      from
        ? `work it from the ${from === 'centre' ? 'centre end' : 'outside end'}, ${side === 'far' ? 'turned over: far side up' : 'this side up'}`
        : '',
      ...faults.map(({ kind, atM }) => `${kind} at ${inWords(lengthFigure(atM, system))} from the inner end`),
    ].filter(Boolean),
  };
}

let loaded: PaperFonts | undefined;

/** The app's own face, and another that has the letters of all Europe, as files that a PDF can hold. */
export function fonts(): PaperFonts {
  const file = (name: string) => readFileSync(path.join(process.cwd(), 'node_modules', name));
  const own = (weight: number) =>
    file(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`);
  const wide = (name: string) => file(`dejavu-fonts-ttf/ttf/${name}.ttf`);
  return (loaded ??= {
    regular: own(400),
    bold: own(700),
    regularWide: wide('DejaVuSansCondensed'),
    boldWide: wide('DejaVuSansCondensed-Bold'),
  });
}
