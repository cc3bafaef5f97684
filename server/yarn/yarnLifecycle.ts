import { likeness } from '../../core/yarn/likeYarns';
import type { Trust } from '../../core/yarn/gristFacts';
import type { Db } from '../../db/common/connection';
import { insertMerge, liveMergeFrom, piecesOfMerge, undoMerge } from '../../db/yarn/merges';
import { liveUndosOf, operationsOfYarn } from '../../db/yarn/operations';
import { piecesOfYarn } from '../../db/yarn/pieces';
import { openRuns } from '../../db/winding/runs';
import {
  emptyBand,
  fillBand,
  type Gone,
  goneYarns,
  setGone,
  setLikeYarn,
  setTrust,
  yarnById,
  yarnsOfBatch,
} from '../../db/yarn/yarns';
import { redoOperation, undoOperation } from './pieces';
import { ConflictError, type SaveResult, saving } from '../common/result';
import { onShelf } from './shelf';
import { nextLabel } from './yarns';
import { nameOfYarn, yarnView } from './yarnViews';

/** What becomes of a yarn's entry as a whole: put away, deleted, merged, and each taken back. */

/** Says which to go by where measurements contradict the band; null: neither, both stand. */
export function trustFact(db: Db, yarnId: number, trust: Trust | null): SaveResult {
  return onYarn(db, yarnId, () => setTrust(db, yarnId, trust));
}

/** Lets a yarn without figures borrow those of another; null: it no longer does. */
export function borrowFrom(db: Db, yarnId: number, likeYarnId: number | null): SaveResult {
  return onYarn(db, yarnId, () => {
    if (likeYarnId === yarnId || (likeYarnId !== null && !yarnById(db, likeYarnId)))
      throw new ConflictError('choose another yarn');
    setLikeYarn(db, yarnId, likeYarnId);
  });
}

/** Takes a yarn off the shelf; its story stays, and it can come back. */
export function putAway(db: Db, yarnId: number, now: Date): SaveResult {
  return onYarn(db, yarnId, (gone) => {
    mustBeOnShelf(gone);
    if (runsOf(db, yarnId) > 0) throw new ConflictError('a winding of it is under way; finish or cancel it first');
    setGone(db, yarnId, 'put away', now.toISOString());
  });
}

/** Has anything been done with it since it came in? Then it is put away rather than deleted. */
export function hasHistory(db: Db, yarnId: number): boolean {
  return operationsOfYarn(db, yarnId).some(({ kind }) => kind !== 'receive' && kind !== 'undo');
}

/** Deletes an entry that was never worked with: its coming in is undone. It can be brought back. */
export function deleteYarn(db: Db, yarnId: number, now: Date): SaveResult {
  return onYarn(db, yarnId, (gone) => {
    mustBeOnShelf(gone);
    if (hasHistory(db, yarnId)) throw new ConflictError('it has a story; put it away instead');
    if (runsOf(db, yarnId) > 0) throw new ConflictError('a winding of it is under way; cancel it first');
    for (const { id } of operationsOfYarn(db, yarnId).filter(({ kind }) => kind === 'receive'))
      mustDo(undoOperation(db, id, now));
    setGone(db, yarnId, 'deleted', now.toISOString());
  });
}

/** Brings a yarn back onto the shelf, from wherever it went. */
export function bringBack(db: Db, yarnId: number, now: Date): SaveResult {
  return onYarn(db, yarnId, (gone) => {
    if (gone === 'merged') separate(db, yarnId, now);
    if (gone === 'deleted')
      for (const { id } of operationsOfYarn(db, yarnId).filter(({ kind }) => kind === 'receive'))
        if (liveUndosOf(db, id).length > 0) mustDo(redoOperation(db, id, now));
    setGone(db, yarnId, null, null);
  });
}

/**
 * One yarn that was entered twice: the pieces of the one go over to the other, and what only the one's band says is
 * filled in. Can be taken back whole.
 */
export function mergeYarns(db: Db, fromId: number, intoId: number, now: Date): SaveResult {
  return onYarn(db, fromId, (gone) => {
    const into = yarnById(db, intoId);
    if (!into || into.gone || gone || fromId === intoId) throw new ConflictError('choose another yarn on the shelf');
    if (runsOf(db, fromId) > 0) throw new ConflictError('a winding of it is under way; finish or cancel it first');
    const filled = fillBand(db, intoId, fromId);
    const merge = { fromYarn: fromId, intoYarn: intoId, at: now.toISOString(), filled: JSON.stringify(filled) };
    const taken = new Map<string, number>();
    insertMerge(
      db,
      merge,
      piecesOfYarn(db, fromId).map(({ id, label, form }) => {
        const before = taken.get(form) ?? 0;
        taken.set(form, before + 1);
        return { id, label, newLabel: nextLabel(db, intoId, form, before) };
      }),
    );
    setGone(db, fromId, 'merged', now.toISOString());
  });
}

function separate(db: Db, fromId: number, now: Date): void {
  const merge = liveMergeFrom(db, fromId);
  if (!merge) throw new ConflictError('this yarn is not merged');
  // Merged, its pieces are under a third yarn; deleted, their coming in is undone with it.
  const into = yarnById(db, merge.intoYarn)?.gone;
  if (into === 'merged' || into === 'deleted')
    throw new ConflictError(`the yarn it went into was ${into} itself since; bring that back first`);
  const moved = new Set(piecesOfMerge(db, merge.id));
  // What was wound from them since has a life of its own under the other yarn, and would be torn from its beginnings.
  const since = piecesOfYarn(db, merge.intoYarn).some(
    ({ id, consumedBy }) =>
      moved.has(id) && consumedBy !== null && happenedSince(db, merge.intoYarn, consumedBy, merge.at),
  );
  if (since) throw new ConflictError('some of its pieces have been wound into others since; undo that first');
  undoMerge(db, merge, now.toISOString());
  emptyBand(db, merge.intoYarn, JSON.parse(merge.filled) as string[]);
}

function happenedSince(db: Db, yarnId: number, operationId: number, at: string): boolean {
  return operationsOfYarn(db, yarnId).some((operation) => operation.id === operationId && operation.at >= at);
}

/** Takes back a whole list that was read in: every yarn of it that was not worked with since. */
export function undoImport(db: Db, batch: string, now: Date): { deleted: number; kept: number } {
  return db
    .transaction(() => {
      const yarns = yarnsOfBatch(db, batch).filter((id) => yarnById(db, id)?.gone === null);
      const deleted = yarns.filter((id) => deleteYarn(db, id, now).ok).length;
      return { deleted, kept: yarns.length - deleted };
    })
    .immediate();
}

/** A yarn that is off the shelf. */
export interface GoneYarn {
  id: number;
  name: string;
  maker: string;
  dyeLot: string;
  colourHex: string;
  gone: Gone;
  goneAt: string;
  /** Where it went, if it was merged. */
  into: { id: number; name: string } | null;
}

const MOST_GONE_SHOWN = 200;

export function goneFromShelf(db: Db): GoneYarn[] {
  return goneYarns(db, MOST_GONE_SHOWN).map((row) => {
    const merge = liveMergeFrom(db, row.id);
    const into = merge && yarnById(db, merge.intoYarn);
    return {
      id: row.id,
      name: nameOfYarn(row),
      maker: row.maker,
      dyeLot: row.dyeLot,
      colourHex: row.colourHex,
      gone: row.gone!,
      goneAt: row.goneAt!,
      into: into ? { id: into.id, name: nameOfYarn(into) } : null,
    };
  });
}

/** Another yarn on the shelf, and how like it is, 0 to 1. */
export interface LikeYarn {
  id: number;
  name: string;
  colourHex: string;
  gristMPerG: number;
  likeness: number;
}

const MOST_COMPARED = 200;
const MOST_LOOKED_AT = 60;
const MOST_OFFERED = 4;

/** The yarns on the shelf whose own figures could serve this one, the most alike first. */
export function likeYarns(db: Db, yarnId: number): LikeYarn[] {
  const yarn = yarnView(db, yarnId);
  if (!yarn) return [];
  const number = yarn.weightClass ?? yarn.guesses.weightClass?.is.number;
  const fibre = yarn.fibres[0]?.name;
  const near = onShelf(db, number === undefined ? { fibre } : { weightClass: number }, MOST_COMPARED);
  return (
    near
      // What has only a guess itself has nothing to lend.
      .filter(({ id, left }) => id !== yarnId && left?.guess === false)
      .slice(0, MOST_LOOKED_AT)
      .flatMap(({ id }) => {
        const other = yarnView(db, id)!;
        if (!other.grist || other.grist.guess) return [];
        const { name, colourHex, grist } = other;
        return { id, name, colourHex, gristMPerG: grist.mean, likeness: likeness(yarn, other) };
      })
      .filter((other) => other.likeness >= 0.3)
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, MOST_OFFERED)
  );
}

function onYarn(db: Db, yarnId: number, work: (gone: Gone | null) => void): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const yarn = yarnById(db, yarnId);
        if (!yarn) throw new ConflictError('this yarn is not there');
        work(yarn.gone);
        return yarnId;
      })
      .immediate(),
  );
}

/** Another window may have taken it off the shelf by now; what brings it back must know the one way it went. */
function mustBeOnShelf(gone: Gone | null): void {
  if (gone) throw new ConflictError(`it is ${GONE_WORDS[gone]} by now; bring it back first`);
}

const GONE_WORDS: Record<Gone, string> = { 'put away': 'archived', deleted: 'deleted', merged: 'merged' };

function runsOf(db: Db, yarnId: number): number {
  const pieces = new Set(piecesOfYarn(db, yarnId).map(({ id }) => id));
  return openRuns(db).filter(({ pieceId }) => pieces.has(pieceId)).length;
}

function mustDo(saved: SaveResult): void {
  if (!saved.ok) throw new ConflictError(Object.values(saved.errors)[0] ?? 'it cannot be done just now');
}
