import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import {
  parseCelsius,
  parseMinutes,
  parsePotMl,
  parseStockPercent,
  parseWaterMlPerG,
} from '../../core/dyeing/bathFigures';
import { INGREDIENT_KINDS, parseIngredientShare, type Recipe } from '../../core/dyeing/recipe';
import type { Db } from '../../db/common/connection';
import {
  bathAwaiting,
  bathById,
  bathOfOperation,
  type BathRow,
  insertBath,
  piecesOfBath,
  setBathDeleted,
  setOutcome,
  setPotted,
  updateBath,
} from '../../db/dyeing/baths';
import { isLive, operationById, operationPiecesOf } from '../../db/yarn/operations';
import { pieceById, wetBy } from '../../db/yarn/pieces';
import { once } from '../common/askedBefore';
import { colourHex, longText, quantity, read, readOptional, requestKey, text } from '../common/fields';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { toMg } from '../common/storageUnits';
import { record } from '../yarn/operationCommands';
import { pieceThere } from '../yarn/recordOperation';

/** What is kept of dye baths, and the forms that keep it. */

const MOST_PIECES = 200;
const MOST_PERCENT = 10_000;
const LEAST_PERCENT = 0.0001;
const pieceIds = z.array(z.int().positive()).max(MOST_PIECES, `at most ${MOST_PIECES}`);

/** A figure that may be left out. */
const optional = (parse: (typed: string, path: string) => number) => readOptional((typed) => parse(typed, ''));

function bathForm(system: UnitSystem) {
  return z
    .strictObject({
      requestKey,
      name: text.min(1, 'give the colour a name'),
      fibre: read(quantity('mass', system)),
      pieceIds,
      /** By which its pieces went into the pot already, before anybody noted the recipe. */
      operationId: z.int().positive().nullable(),
      ingredients: z
        .array(
          z.strictObject({
            kind: z.enum(INGREDIENT_KINDS),
            name: text.min(1, 'what is it?'),
            amount: z.string().trim().min(1, 'how much of it?'),
            stock: optional(parseStockPercent),
          }),
        )
        .min(1, 'say what goes into the pot')
        .max(30, 'at most 30'),
      water: optional(parseWaterMlPerG),
      heat: optional(parseCelsius),
      time: optional(parseMinutes),
      pot: optional(parsePotMl),
      note: longText,
    })
    .transform((form, context) => {
      const ingredients = form.ingredients.map(({ kind, name, amount, stock: stockPercent }, i) => {
        try {
          const percent = parseIngredientShare(amount, { fibreG: form.fibre, stockPercent }, `ingredients.${i}.amount`);
          if (percent > MOST_PERCENT) throw new InputError('a hundred times the fibre’s mass? Check the unit', '');
          if (percent < LEAST_PERCENT) throw new InputError('too little to be measured', '');
          return { kind, name, percent, stockPercent };
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
          context.addIssue({ code: 'custom', message: error.message, path: ['ingredients', i, 'amount'] });
          return z.NEVER;
        }
      });
      const recipe: Recipe = { ingredients, waterMlPerG: form.water, celsius: form.heat, minutes: form.time };
      return { ...form, recipe };
    });
}
export type BathForm = z.input<ReturnType<typeof bathForm>>;

/** Begins a bath, or changes one; once its pieces are in the pot they stay. */
export function saveBath(db: Db, id: number | null, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(bathForm(system), input, ({ requestKey, name, fibre, recipe, pot, note, ...form }) =>
    once(db, 'bath', id === null ? requestKey : null, () => {
      const before = id === null ? undefined : bathById(db, id);
      if (id !== null && !before) throw new ConflictError('this bath is not there any more');
      const dyedBy = id === null ? form.operationId : null;
      if (dyedBy !== null) mustLackBath(db, dyedBy);
      const potted = before !== undefined && before.operationId !== null;
      const ids = potted ? piecesOfBath(db, before.id) : [...new Set(form.pieceIds)];
      if (!potted && dyedBy === null) ids.forEach((pieceId) => mustBeFree(db, pieceId, id));
      const bath = { name, fibreMg: toMg(fibre), recipe, potMl: pot === null ? null : Math.round(pot), note };
      if (id === null) {
        const dyed = dyedBy === null ? ids : operationPiecesOf(db, dyedBy).map(({ pieceId }) => pieceId);
        const bathId = insertBath(db, { ...bath, series: '', createdAt: now.toISOString(), requestKey }, dyed);
        if (dyedBy !== null) setPotted(db, bathId, dyedBy);
        return bathId;
      }
      updateBath(db, id, bath, ids);
      return id;
    }),
  );
}

/** @throws ConflictError where this is no dyeing that holds, or its recipe was noted already */
function mustLackBath(db: Db, operationId: number): void {
  if (operationById(db, operationId)?.kind !== 'dye' || !isLive(db, operationId))
    throw new ConflictError('nothing was dyed there');
  if (bathOfOperation(db, operationId)) throw new ConflictError('its recipe is in the dye book already');
}

/** A piece goes into one pot at a time. */
export function mustBeFree(db: Db, pieceId: number, bathId: number | null): void {
  const path = 'pieceIds';
  const piece = pieceById(db, pieceId);
  if (!piece || piece.consumedBy !== null) throw new InputError('one of these is not there any more', path);
  if (wetBy(db, pieceId) !== null) throw new InputError(`${piece.label} is wet: weigh it once it is dry`, path);
  const other = bathAwaiting(db, pieceId);
  if (other && other.id !== bathId)
    throw new InputError(`${piece.label} is to go into the bath “${other.name}” already`, path);
}

/** Stands for what is measured out for a bath, and for what: another text where any of it was changed. */
export function goesIn({ fibreMg, potMl, recipe }: BathRow, pieceIds: readonly number[]): string {
  return JSON.stringify([fibreMg, potMl, recipe, pieceIds]);
}

/**
 * Its pieces go into the pot: from now on they wait to be dry.
 *
 * @param seen what `goesIn` told of it as it was looked at: what was measured out is what is noted, or nothing is
 */
export function intoPot(db: Db, id: number, { key, seen }: { key: string; seen?: string }, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const bath = there(db, id);
        if (bath.operationId !== null) return bath.operationId;
        const ids = piecesOfBath(db, id);
        if (seen !== undefined && seen !== goesIn(bath, ids))
          throw new ConflictError('another screen has changed this bath: look at what goes in, then press again');
        if (ids.length === 0) throw new ConflictError('say which pieces go into it first');
        for (const pieceId of ids) {
          const { label } = pieceThere(db, pieceId, 'one of its pieces is');
          if (wetBy(db, pieceId) !== null) throw new ConflictError(`${label} is wet already`);
        }
        const operationId = record(db, { kind: 'dye', requestKey: key, note: bath.name, pieceIds: ids }, now);
        setPotted(db, id, operationId);
        return operationId;
      })
      .immediate(),
  );
}

const outcomeForm = z.strictObject({
  name: text.min(1, 'give the colour a name'),
  /** Empty: as if nobody had seen it yet, which takes a colour back. */
  hex: z.union([z.literal(''), colourHex]),
  dyeLot: text,
});
export type OutcomeForm = z.input<typeof outcomeForm>;

/** Keeps the colourway that came out of a bath. */
export function keepOutcome(db: Db, id: number, input: unknown): SaveResult {
  return runForm(outcomeForm, input, ({ name, hex, dyeLot }) =>
    db
      .transaction(() => {
        const bath = there(db, id);
        if (hex !== '' && bath.operationId === null) throw new InputError('nothing was in the pot yet', 'hex');
        if (hex === '' && bath.colourHex === null)
          throw new InputError('pick its colour, or take it from a picture', 'hex');
        setOutcome(db, id, { name, colourHex: hex || null, dyeLot });
        return id;
      })
      .immediate(),
  );
}

/** Takes a bath off the book, or back onto it. What was dyed stays dyed. */
export function deleteBath(db: Db, id: number, on: boolean, now: Date): SaveResult {
  return saving(() => {
    const bath = bathById(db, id);
    if (!bath) throw new ConflictError('this bath is not there');
    // Meanwhile somebody may have noted another recipe for the same pot.
    if (!on && bath.deletedAt !== null && bath.operationId !== null) mustLackBath(db, bath.operationId);
    setBathDeleted(db, id, on ? now.toISOString() : null);
    return id;
  });
}

function there(db: Db, id: number): BathRow {
  const bath = bathById(db, id);
  if (!bath || bath.deletedAt !== null) throw new ConflictError('this bath is not there any more');
  return bath;
}

/** The name under which a bath's colour is known as a lot, until another is typed. */
export function usualLot({ id }: Pick<BathRow, 'id'>): string {
  return `B${id}`;
}
