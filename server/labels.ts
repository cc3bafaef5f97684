import { readFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { careInWords } from '../core/care';
import { fibresInWords } from '../core/fibre';
import { inWords, lengthFigure, fineMassFigure } from '../core/format';
import { InputError } from '../core/inputError';
import { LABEL_SHEET_NAMES, LABEL_SHEETS } from '../core/labelSheet';
import type { UnitSystem } from '../core/units';
import type { Db } from '../db/connection';
import { miniOfPiece } from '../db/minis';
import { partsOf } from '../db/operations';
import { everMade, pieceById } from '../db/pieces';
import { type Label, type LabelFonts, labelsPdf } from '../formats/labels';
import { pathOf } from './result';
import { leftOf, massFactOf, yarnView } from './yarnViews';

const ask = z.strictObject({
  pieces: z
    .string()
    .regex(/^\d{1,15}(,\d{1,15})*$/, 'say which pieces')
    .transform((ids) => ids.split(',').map(Number))
    .pipe(z.array(z.number()).max(1000, 'at most 1000 labels')),
  sheet: z.enum(LABEL_SHEET_NAMES),
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
): Promise<Buffer> {
  const parsed = ask.safeParse(asked);
  if (!parsed.success) throw new InputError(parsed.error.issues[0]!.message, pathOf(parsed.error.issues[0]!));
  const { pieces, sheet, skip } = parsed.data;
  const labels = pieces.map((id) => labelOf(db, id, system, origin));
  return labelsPdf(labels, LABEL_SHEETS[sheet], fonts(), skip);
}

/**
 * What stands on a piece's label: what it is, how much, of what, and where it comes from.
 *
 * @throws InputError where there is no such piece
 */
export function labelOf(db: Db, pieceId: number, system: UnitSystem, origin: string): Label {
  const piece = pieceById(db, pieceId);
  if (!piece) throw new InputError('one of these pieces is not there', 'pieces');
  const yarn = yarnView(db, piece.yarnId)!;
  const mass = massFactOf(piece);
  const lengthM = leftOf(yarn, [{ mass }])?.lengthM.mean;
  const mini = miniOfPiece(db, pieceId);
  const parent = mini && partsOf(db, mini.operationId).find(({ side }) => side === 'in');
  const from = parent && `${mini.place} of ${mini.places} from ${everMade(db, parent.pieceId).label.toLowerCase()}`;
  return {
    title: yarn.name,
    figures: [
      mass ? inWords(fineMassFigure(mass.massG, system)) : '',
      lengthM === undefined ? '' : `${yarn.grist!.guess ? 'about ' : ''}${inWords(lengthFigure(lengthM, system))}`,
    ]
      .filter(Boolean)
      .join(' · '),
    lines: [
      fibresInWords(yarn.fibres),
      yarn.dyeLot && `lot ${yarn.dyeLot}`,
      [piece.label, from].filter(Boolean).join(', '),
      yarn.maker,
      careInWords(yarn.careSymbols) || yarn.care,
    ].filter(Boolean),
    url: `${origin}/pieces/${pieceId}`,
  };
}

let loaded: LabelFonts | undefined;

/** The app's own face, as files that a PDF can hold. */
function fonts(): LabelFonts {
  const file = (weight: number) =>
    readFileSync(
      path.join(
        process.cwd(),
        'node_modules/@fontsource/atkinson-hyperlegible-next/files',
        `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
      ),
    );
  return (loaded ??= { regular: file(400), bold: file(700) });
}
