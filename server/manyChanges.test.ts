import fc from 'fast-check';
import { TRIES } from '../tests/support/chance';
import { wetBy } from '../db/yarn/pieces';
import { exportArchive } from './exchange/archive';
import { markDry, joinPieces, consumePiece, reelPiece, treatPieces, weighPiece } from './yarn/pieceOperations';
import { latestOperations } from './logbook/logbook';
import { undoOperation } from './yarn/pieces';
import type { SaveResult } from './common/result';
import { aKey, emptyDatabase, idOf, NOW, shelved } from '../tests/support/serverTesting';
import { balanceOfYarn } from './yarn/threadBalance';
import { pendingCare } from './days/pendingCare';
import { yarnOverview } from './logbook/yarnOverview';
import { yarnPage, yarnView } from './yarn/yarnViews';
import { lineageOf } from './yarn/lineage';

/** Whatever is done with a yarn, in whatever order: what holds after each step, and after all of it is taken back. */

const scaled = { tare: '', humidity: '', scaleResolutionG: 0.1, note: '' };

const move = fc.record({
  what: fc.constantFrom('weigh', 'wash', 'dye', 'dry', 'use', 'use up', 'lose', 'reel', 'join', 'undo'),
  pick: fc.nat(50),
  share: fc.integer({ min: 55, max: 99 }),
  knot: fc.boolean(),
});

function bench() {
  const db = emptyDatabase();
  const { yarnId } = shelved(db, { form: 'cake', loop: '', count: '3', masses: ['112', '104.5', '98'] });
  const there = () => yarnPage(db, yarnId)!.pieces.filter(({ consumedBy }) => consumedBy === null);
  const balance = () => balanceOfYarn(db, yarnView(db, yarnId)!);
  return { db, yarnId, there, balance };
}

/** Does one thing with what is there; undefined where that cannot be. */
function does(
  { db, there }: ReturnType<typeof bench>,
  { what, pick, share, knot }: { what: string; pick: number; share: number; knot: boolean },
  at: Date,
): SaveResult | undefined {
  const pieces = there();
  const piece = pieces[pick % Math.max(1, pieces.length)];
  const requestKey = aKey();
  if (what === 'undo') {
    const operation = latestOperations(db, 1).find(({ kind, live }) => live && kind !== 'receive');
    return operation && undoOperation(db, operation.id, at);
  }
  if (!piece) return undefined;
  const mass = `${(piece.mass!.massG * share) / 100}`;
  const consumption = { ...scaled, requestKey, took: '', fromEnd: 'outer', projectId: null };
  switch (what) {
    case 'weigh':
      return weighPiece(db, piece.id, { ...scaled, requestKey, mass }, 'metric', at);
    case 'wash':
    case 'dye':
      return treatPieces(db, { requestKey, kind: what, pieceIds: [piece.id], note: '' }, at);
    case 'dry':
      return markDry(db, piece.id, { ...scaled, requestKey, mass: knot ? mass : '' }, 'metric', at);
    case 'use':
      return consumePiece(db, piece.id, { ...consumption, howMuch: 'left', mass, why: null }, 'metric', at);
    case 'use up':
      return consumePiece(db, piece.id, { ...consumption, howMuch: 'all', mass: '', why: null }, 'metric', at);
    case 'lose':
      return consumePiece(db, piece.id, { ...consumption, howMuch: 'all', mass: '', why: 'lost' }, 'metric', at);
    case 'reel': {
      const form = knot ? 'hank' : 'mini skein';
      const reel = { ...scaled, requestKey, form, loops: '30', loop: '146 cm', mass, rest: '', fromEnd: 'outer' };
      return reelPiece(db, piece.id, { ...reel, left: '', laid: '' }, 'metric', at);
    }
    case 'join': {
      const pieceIds = pieces.slice(0, 2).map(({ id }) => id);
      const joint = knot ? 'knot' : 'splice';
      return joinPieces(db, { ...scaled, requestKey, pieceIds, form: 'ball', joint, mass: '' }, 'metric', at);
    }
  }
  return undefined;
}

test('every gram is accounted for after every step, and every piece is in its thread and leads back to the band', () => {
  fc.assert(
    fc.property(fc.array(move, { maxLength: 14 }), (moves) => {
      const set = bench();
      const { db, yarnId, there, balance } = set;
      moves.forEach((each, i) => {
        does(set, each, new Date(NOW.getTime() + i * 60_000));
        const { cameInG, thereG, consumedG, differsG } = balance();
        const parts = [...Object.values(consumedG), ...Object.values(differsG)].reduce((sum, g) => sum + g, 0);
        expect(thereG + parts).toBeCloseTo(cameInG, 6);
        expect(cameInG).toBeCloseTo(314.5, 6);
      });
      const { steps, pieces } = yarnOverview(db, yarnId)!;
      const inThread = steps.flatMap(({ out }) => out).sort((a, b) => a - b);
      expect(inThread).toEqual(pieces.map(({ id }) => id));
      for (const { id, lengthM, faults } of there()) {
        const { bands, pieces: relatives } = lineageOf(db, id);
        expect(bands.map((band) => band.yarnId)).toEqual([yarnId]);
        expect(relatives.some((each) => each.id === id)).toBe(true);
        for (const { atM } of faults) expect(atM).toBeLessThanOrEqual(lengthM!.high90);
      }
      // What is wet waits, and nothing else does.
      const wet = there().filter(({ id }) => wetBy(db, id) !== null);
      expect(pendingCare(db, NOW).length > 0).toBe(wet.length > 0);
      expect(db.pragma('foreign_key_check')).toEqual([]);
    }),
    { numRuns: 60 * TRIES },
  );
});

test('undone from the last to the first, everything is as it was when it came in', () => {
  fc.assert(
    fc.property(fc.array(move, { minLength: 1, maxLength: 10 }), (moves) => {
      const set = bench();
      const { db, yarnId } = set;
      const reported = () => {
        const { pieces, remaining, steps, balance } = yarnOverview(db, yarnId)!;
        return JSON.stringify({ pieces, left: remaining, steps, balance });
      };
      const before = reported();
      moves
        .filter(({ what }) => what !== 'undo')
        .forEach((each, i) => does(set, each, new Date(NOW.getTime() + (i + 1) * 60_000)));
      for (const { id, kind, live } of latestOperations(db, 100))
        if (live && kind !== 'receive') idOf(undoOperation(db, id, new Date(NOW.getTime() + 3600_000)));
      expect(reported()).toBe(before);
    }),
    { numRuns: 40 * TRIES },
  );
});

test('whatever was done, its archive is sound', () => {
  fc.assert(
    fc.property(fc.array(move, { maxLength: 10 }), (moves) => {
      const set = bench();
      moves.forEach((each, i) => does(set, each, new Date(NOW.getTime() + i * 60_000)));
      const { tables } = exportArchive(set.db, '/nowhere', NOW);
      const made = new Map(tables.piece.map(({ id, created_by }) => [id, created_by]));
      for (const { piece_id, operation_id, side } of tables.operation_piece)
        expect(side === 'out' ? made.get(piece_id) === operation_id : operation_id > made.get(piece_id)!).toBe(true);
    }),
    { numRuns: 25 * TRIES },
  );
});
