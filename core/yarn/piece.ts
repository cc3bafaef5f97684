import { plural } from '../common/format';
import type { FibreShare } from './fibre';
import type { Estimate } from '../common/estimate';
import { type PutUpMass, putUpByBand } from './putUp';
import { netMass } from './yardage';

/** What a piece is now. */
export const PIECE_FORMS = ['hank', 'cake', 'ball', 'mini skein', 'cone', 'bobbin', 'shop skein'] as const;
export type PieceForm = (typeof PIECE_FORMS)[number];

/** Weighed at less than this share of what there was, something was used: the scale and the air explain no more. */
export const USED_SHARE = 0.97;

/**
 * What turns pieces into pieces, or measures them; `receive` is where a thread begins, `open` takes band and twist out of
 * a hank, `wind` makes cakes and balls (of what was wound before: a second time), `reel` makes a skein of what is wound,
 * `split` cuts minis from it, `join` makes several pieces one, singles become one by `ply`; it is put into the pot to
 * `dye` or into water to `wash`, and found `dry`; `use` knits it up, `write off` is any other way that it went; `sample`
 * measures a length of a piece, `inspect` finds faults along it, `undo` is the opposite of another operation.
 */
export const OPERATION_KINDS = [
  'receive',
  'open',
  'wind',
  'reel',
  'split',
  'join',
  'weigh',
  'sample',
  'inspect',
  'dye',
  'wash',
  'dry',
  'ply',
  'use',
  'write off',
  'undo',
] as const;
export type OperationKind = (typeof OPERATION_KINDS)[number];

/** Why a piece, or a part of one, was written off. */
export const WRITE_OFF_REASONS = ['given away', 'sold', 'lost', 'damaged', 'tangled'] as const;
export type WriteOffReason = (typeof WRITE_OFF_REASONS)[number];

/** How two ends were joined: by a knot, or felted, spliced or wound into one another. */
export const JOINTS = ['knot', 'splice'] as const;
export type Joint = (typeof JOINTS)[number];

/** A piece's part in an operation: consumed by it, yielded by it, or still itself afterwards. */
export type Side = 'in' | 'out' | 'on';

/** How a piece's mass is known. */
export type MassFact =
  | {
      from: 'scale';
      massG: number;
      tareG: number;
      resolutionG: number;
      /** The room's, where somebody looked. */
      humidityPercent?: number | null;
    }
  /** What the band says of a whole put-up, or what others of its lot make of that, where they were weighed. */
  | { from: 'band'; massG: number; seen?: PutUpMass };

/**
 * A piece's net mass in grams and how sure it is; in standard air, where its fibres and the room's humidity are known.
 *
 * What was never weighed weighs what others of its lot do, or else what its band says, within the usual tolerance.
 *
 * @example
 * massOf({ from: 'scale', massG: 95, tareG: 0, resolutionG: 1 }).sd // => 0.2886751345948129
 * @example
 * massOf({ from: 'band', massG: 100 }).sd // => 2.886751345948129
 */
export function massOf(fact: MassFact, fibres: readonly FibreShare[] = []): Estimate {
  if (fact.from === 'band') {
    const { mean, sd } = putUpOf(fact);
    return { mean, sd };
  }
  return netMass({
    measuredMassG: fact.massG + fact.tareG,
    tareG: fact.tareG,
    scaleResolutionG: fact.resolutionG,
    ...(fibres.length > 0 && fact.humidityPercent !== null && { fibres, humidityPercent: fact.humidityPercent }),
  });
}

function putUpOf({ massG, seen }: Extract<MassFact, { from: 'band' }>): PutUpMass {
  return seen ?? putUpByBand(massG);
}

/**
 * What is off alike with every put-up of a lot that nobody weighed, as a standard deviation in grams; 0 for what was weighed.
 *
 * @example
 * offWithLotG({ from: 'band', massG: 100 }) // => 2.4
 */
export function offWithLotG(fact: MassFact): number {
  return fact.from === 'band' ? putUpOf(fact).lotSd : 0;
}

/**
 * A hank, and a mini skein, which is a small one, is opened and held, on a swift or in hands; whatever else a piece is, it
 * is taken from where it stands or rolls.
 *
 * @example
 * needsSwift('mini skein') // => true
 */
export function needsSwift(form: PieceForm): boolean {
  return form === 'hank' || form === 'mini skein';
}

/**
 * What has been on a winder before: wound a second time it comes out softer.
 *
 * @example
 * woundBefore('hank') // => false
 */
export function woundBefore(form: PieceForm): boolean {
  return form === 'cake' || form === 'ball';
}

/**
 * What there is, counted by form.
 *
 * @example
 * pieceTotal([{ form: 'hank' }, { form: 'cake' }, { form: 'hank' }]) // => '2 hanks, 1 cake'
 */
export function pieceTotal(pieces: readonly { form: PieceForm }[]): string {
  const counts = PIECE_FORMS.map((form) => ({ form, count: pieces.filter((piece) => piece.form === form).length }));
  const present = counts.filter(({ count }) => count > 0);
  if (present.length === 0) return 'nothing left';
  return present.map(({ form, count }) => plural(count, form)).join(', ');
}

/**
 * Which operations still hold: an undo takes its target away, unless the undo was itself undone.
 *
 * @param operations oldest first
 * @returns the ids of those that hold, undos left out
 * @example
 * liveOperations([{ id: 1, undoes: null }, { id: 2, undoes: 1 }]) // => []
 */
export function liveOperations(operations: readonly { id: number; undoes: number | null }[]): number[] {
  const undone = new Set<number>();
  const live: number[] = [];
  for (const { id, undoes } of [...operations].reverse()) {
    if (undone.has(id)) continue;
    if (undoes === null) live.push(id);
    else undone.add(undoes);
  }
  return live.reverse();
}
