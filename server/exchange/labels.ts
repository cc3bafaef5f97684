import { readFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { careInWords } from '../../core/yarn/care';
import { fibresInWords } from '../../core/yarn/fibre';
import { endsOf } from '../../core/bench/schools';
import { inWords, lengthFigure, fineMassFigure } from '../../core/common/format';
import { InputError } from '../../core/common/inputError';
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
import { checked } from '../common/result';
import { workFromOf } from '../yarn/workedEnd';
import { massFactOf } from '../common/weighing';
import { pieceView, yarnView } from '../yarn/yarnViews';

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
  signal?: AbortSignal,
): Promise<Buffer> {
  const { pieces, sheet, skip } = checked(ask, asked);
  const paper: LabelSheet = LABEL_SHEETS[sheet];
  const labels = pieces.map((id) => (paper.full ? slipOf : labelOf)(db, id, system, origin));
  const sheetful = { labels, sheet: paper, fonts: fonts(), skip };
  return Buffer.from(await heavy('labels', sheetful, { signal }));
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
  const lengthM = pieceView(db, yarn, piece).lengthM?.mean;
  const mini = miniOfPiece(db, pieceId);
  const parent = mini && operationPiecesOf(db, mini.operationId).find(({ side }) => side === 'in');
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

/** The same, with all that is worth knowing years later: how it was wound, from where it is worked, what lies along it. */
export function slipOf(db: Db, pieceId: number, system: UnitSystem, origin: string): Label {
  const label = labelOf(db, pieceId, system, origin);
  const piece = pieceById(db, pieceId)!;
  const yarn = yarnView(db, piece.yarnId)!;
  const { faults, createdBy } = pieceView(db, yarn, piece);
  const made = operationById(db, createdBy)!;
  const on = woundAs(db, pieceId);
  const tool = on && (on.winderId === null ? undefined : toolById(db, 'winder', on.winderId));
  const from = endsOf(piece.form).length > 1 && workFromOf(db, yarn);
  // The side that faced up while it was wound, unless another way was planned for it.
  const side = plannedUse(db, pieceId)?.use.left === 'far' ? 'far' : 'near';
  const { needleMm: guess } = yarn.guesses;
  const needle = yarn.needleMm ? `${yarn.needleMm}` : guess ? `about ${guess.low} to ${guess.high}` : '';
  return {
    ...label,
    lines: [
      ...label.lines,
      needle && `needle ${needle} mm`,
      made.kind === 'wind'
        ? `wound ${made.at.slice(0, 10)}${tool ? ` on ${tool.name}` : ''}`
        : `since ${made.at.slice(0, 10)}`,
      from
        ? `work it from the ${from === 'centre' ? 'centre end' : 'outside end'}, ${side === 'far' ? 'turned over: far side up' : 'this side up'}`
        : '',
      ...faults.map(({ kind, atM }) => `${kind} at ${inWords(lengthFigure(atM, system))} from the inner end`),
    ].filter(Boolean),
  };
}

let loaded: PaperFonts | undefined;

/** The app's own face, as files that a PDF can hold. */
export function fonts(): PaperFonts {
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
