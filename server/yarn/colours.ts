import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import { colourOrderOf, type ColourRepeat, colourRepeat, type SeenStretch } from '../../core/yarn/colourRepeat';
import { type ColourAlong, changesMeasured, coloursAlong } from '../../core/yarn/coloursAlong';
import { PACKAGE_ENDS, type PackageEnd } from '../../core/yarn/faults';
import { type Db, remembered } from '../../db/common/connection';
import { type ColourStretchRow, colourStretchesOfYarn, insertColourStretch } from '../../db/yarn/colours';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { once } from '../common/askedBefore';
import { colourHex, quantity, readOptional, requestKey } from '../common/fields';
import { ConflictError, runForm, type SaveResult } from '../common/result';
import { fromMm, toMm } from '../common/storageUnits';
import { keepMarks } from './faults';
import { pieceThere, type Recorded } from './recordOperation';
import { pieceView, type PieceView, yarnPage, type YarnView, yarnView } from './yarnViews';

/** What was found of a yarn's colours, and what repeat they make. */
export interface YarnColours {
  /** In the order in which they come again and again, as far as that was seen; empty: nobody looked. */
  order: string[];
  repeat: ColourRepeat | null;
  /** Each time that somebody looked, oldest first. */
  looks: ColourLook[];
}

/** What was found along one piece at a time. */
export interface ColourLook {
  operationId: number;
  at: string;
  pieceId: number;
  pieceLabel: string;
  /** On the table, and not in passing while it was wound. */
  measured: boolean;
  stretches: SeenStretch[];
}

export function coloursOfYarn(db: Db, yarnId: number): YarnColours {
  return remembered(db, 'colours', yarnId, () => {
    const looks: ColourLook[] = [];
    const lists: SeenStretch[][] = [];
    let last: { operationId: number; pieceId: number; position: number } | null = null;
    for (const row of colourStretchesOfYarn(db, yarnId)) {
      const { operationId, pieceId, position, at, kind, pieceLabel } = row;
      const stretch = seenStretch(row);
      const sameLook = last?.operationId === operationId && last.pieceId === pieceId;
      if (!sameLook) looks.push({ operationId, at, pieceId, pieceLabel, measured: kind === 'inspect', stretches: [] });
      looks.at(-1)!.stretches.push(stretch);
      if (sameLook && position === last!.position + 1) lists.at(-1)!.push(stretch);
      else lists.push([stretch]);
      last = row;
    }
    return { order: colourOrderOf(lists), repeat: colourRepeat(lists), looks };
  });
}

export function seenStretch({ colourHex, lengthMm }: Pick<ColourStretchRow, 'colourHex' | 'lengthMm'>): SeenStretch {
  return { hex: colourHex, lengthM: lengthMm === null ? null : fromMm(lengthMm) };
}

/** A yarn's colours, and how they lie along what there is of it. */
export interface ColoursPage {
  yarn: YarnView;
  colours: YarnColours;
  /** What is there and not on the bench, with its colours from its inner end where any change was seen. */
  pieces: { piece: PieceView; along: ColourAlong[] }[];
  pictures: { id: number }[];
}

export function coloursPage(db: Db, yarnId: number): ColoursPage | undefined {
  const page = yarnPage(db, yarnId);
  if (!page) return undefined;
  return {
    yarn: page.yarn,
    colours: coloursOfYarn(db, yarnId),
    pieces: page.pieces
      .filter(({ consumedBy, openRunId }) => consumedBy === null && openRunId === null)
      .map((piece) => ({ piece, along: coloursOfPiece(db, piece) })),
    pictures: page.pictures,
  };
}

/** The colours along a piece from its inner end; empty where no change of them was seen on it. */
export function coloursOfPiece(db: Db, { yarnId, lengthM, faults }: PieceView): ColourAlong[] {
  return lengthM === null ? [] : coloursAlong(lengthM.mean, faults, coloursOfYarn(db, yarnId).repeat);
}

/** Keeps lists of stretches that were found along a piece. */
export function keepStretches(db: Db, operationId: number, pieceId: number, lists: readonly SeenStretch[][]): void {
  let position = 0;
  for (const list of lists) {
    for (const { hex, lengthM } of list)
      insertColourStretch(db, {
        operationId,
        pieceId,
        position: position++,
        colourHex: hex,
        lengthMm: lengthM === null ? null : Math.max(1, toMm(lengthM)),
      });
    // What follows does not follow on from this.
    position++;
  }
}

const MOST_STRETCHES = 200;

function coloursForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** The end of the piece that the first of them begins at; empty: somewhere within it, from one change to the next. */
    from: z.enum([...PACKAGE_ENDS, '']),
    stretches: z
      .array(z.strictObject({ hex: colourHex, length: readOptional(quantity('length', system)) }))
      .min(2, 'at least two colours')
      .max(MOST_STRETCHES, `at most ${MOST_STRETCHES} stretches`),
  });
}
export type ColoursForm = z.input<ReturnType<typeof coloursForm>>;

/** Keeps what colours were found along a piece. */
export function measureColours(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(coloursForm(system), input, ({ requestKey, from, stretches }) => {
    const seen = stretches.map(({ hex, length }) => ({ hex, lengthM: length }));
    return recordColours(db, { pieceId, from: from === '' ? null : from, stretches: seen, requestKey, note: '' }, now);
  });
}

interface ColoursMeasured extends Recorded {
  pieceId: number;
  /** Null: within it. */
  from: PackageEnd | null;
  stretches: readonly SeenStretch[];
}

function recordColours(db: Db, { pieceId, from, stretches, requestKey, note }: ColoursMeasured, now: Date): number {
  return once(db, 'operation', requestKey, () => {
    const row = pieceThere(db, pieceId);
    if (new Set(stretches.map(({ hex }) => hex)).size < 2) throw new InputError('at least two colours', 'stretches');
    // From an end, the last one may go on further than anybody measured.
    stretches.forEach(({ lengthM }, i) => {
      if (lengthM === null && (from === null || i < stretches.length - 1))
        throw new InputError('how long is it?', `stretches.${i}.length`);
    });
    const operationId = insertOperation(db, { kind: 'inspect', at: now.toISOString(), note, requestKey });
    insertOperationPiece(db, { operationId, pieceId, side: 'on' });
    // The first may have been cut at the end that it was measured from.
    const whole = stretches.map(({ hex, lengthM }, i) => ({ hex, lengthM: from !== null && i === 0 ? null : lengthM }));
    keepStretches(db, operationId, pieceId, [whole]);
    if (from === null) return operationId;
    const { lengthM } = pieceView(db, yarnView(db, row.yarnId)!, row);
    if (!lengthM) throw new ConflictError('its length must be known before a place along it can be');
    const measuredM = stretches.reduce((sum, each) => sum + (each.lengthM ?? 0), 0);
    if (measuredM > lengthM.high90)
      throw new InputError(`together they are longer than all of it, about ${Math.round(lengthM.mean)} m`, 'stretches');
    keepMarks(db, operationId, pieceId, changesMeasured(stretches, from, lengthM.mean));
    return operationId;
  });
}
