import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import type { Recipe } from '../../core/dyeing/recipe';
import { gradient, SERIES_STEPS, shadeSeries } from '../../core/dyeing/shadeSeries';
import { massOf } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import { bathById, insertBath } from '../../db/dyeing/baths';
import { pieceById } from '../../db/yarn/pieces';
import { once } from '../common/askedBefore';
import { onlyAsked, percent, quantity, read, readOptional, requestKey, text, wholeNumber } from '../common/fields';
import { ConflictError, runForm, type SaveResult } from '../common/result';
import { toMg } from '../common/storageUnits';
import { massNow, yarnView } from '../yarn/yarnViews';
import { mustBeFree } from './baths';

const depth = readOptional(percent(0, 1000));

function seriesForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    name: text.min(1, 'give the series a name'),
    /** The bath whose recipe it begins with. */
    bathId: z.int().positive(),
    kind: z.enum(['shade', 'gradient']),
    /** Of a gradient: the bath whose recipe it ends with. */
    lastId: z.int().positive().nullable(),
    /** Of a shade series: how deep the first is, and the last. */
    from: depth,
    to: depth,
    steps: z.enum(SERIES_STEPS),
    count: read(wholeNumber(2, 60)),
    /** Shared out over the pots in this order; none: the pots are planned by mass alone. */
    pieceIds: z.array(z.int().positive()).max(200, 'at most 200'),
    /** Of the dry fibre in each pot, where no pieces are chosen. */
    fibre: readOptional(quantity('mass', system)),
  });
}
export type SeriesForm = z.input<ReturnType<typeof seriesForm>>;

/**
 * Plans several baths in one go: one colour from light to deep, or from one colour to another.
 *
 * @returns the first of them
 */
export function planSeries(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(seriesForm(system), seriesAsked(input), (form) =>
    once(db, 'bath', form.requestKey, () => {
      const recipes = recipesOf(db, form);
      const pots = potsOf(db, form);
      const ids = recipes.map((recipe, i) =>
        insertBath(
          db,
          {
            name: `${form.name} ${i + 1}`,
            series: form.requestKey,
            fibreMg: toMg(pots[i]!.fibreG),
            recipe,
            potMl: null,
            note: '',
            createdAt: now.toISOString(),
            requestKey: i === 0 ? form.requestKey : null,
          },
          pots[i]!.pieceIds,
        ),
      );
      return ids[0]!;
    }),
  );
}

/** A gradient has no depths, and pieces weigh what they weigh. */
function seriesAsked(input: unknown): unknown {
  const asked = onlyAsked(input, 'kind', { shade: ['from', 'to'], gradient: [] }) as Partial<SeriesForm> | null;
  return asked?.pieceIds?.length ? { ...asked, fibre: '' } : asked;
}

type Form = z.output<ReturnType<typeof seriesForm>>;

function recipesOf(db: Db, { bathId, kind, lastId, from, to, steps, count }: Form): Recipe[] {
  const first = recipeOf(db, bathId, 'bathId');
  if (kind === 'gradient') {
    if (lastId === null || lastId === bathId) throw new InputError('choose the colour that it goes to', 'lastId');
    return gradient(first, recipeOf(db, lastId, 'lastId'), count);
  }
  if (from === null) throw new InputError('how deep is the first?', 'from');
  if (to === null) throw new InputError('how deep is the last?', 'to');
  try {
    return shadeSeries(first, { fromPercent: from, toPercent: to, count, steps });
  } catch (error) {
    if (error instanceof InputError && error.path === 'recipe') throw new InputError(error.message, 'bathId');
    throw error;
  }
}

function recipeOf(db: Db, bathId: number, path: string): Recipe {
  const bath = bathById(db, bathId);
  if (!bath || bath.deletedAt !== null) throw new InputError('this bath is not there any more', path);
  return bath.recipe;
}

/** What goes into each pot: as many pieces in one as in another, in the order in which they were chosen. */
function potsOf(db: Db, { pieceIds, count, fibre }: Form): { fibreG: number; pieceIds: number[] }[] {
  const ids = [...new Set(pieceIds)];
  if (ids.length === 0) {
    if (fibre === null) throw new InputError('how much goes into each pot?', 'fibre');
    return Array.from({ length: count }, () => ({ fibreG: fibre, pieceIds: [] }));
  }
  if (ids.length % count !== 0)
    throw new InputError(`${ids.length} pieces cannot be shared out evenly over ${count} pots`, 'pieceIds');
  ids.forEach((id) => mustBeFree(db, id, null));
  const each = ids.length / count;
  return Array.from({ length: count }, (_, i) => {
    const mine = ids.slice(i * each, (i + 1) * each);
    return { pieceIds: mine, fibreG: mine.reduce((sum, id) => sum + dryG(db, id), 0) };
  });
}

function dryG(db: Db, pieceId: number): number {
  const row = pieceById(db, pieceId);
  if (!row) throw new ConflictError('one of these is not there any more');
  const fact = massNow(yarnView(db, row.yarnId)!, row);
  if (!fact) throw new InputError(`${row.label} was not weighed: weigh it first`, 'pieceIds');
  return massOf(fact).mean;
}
