/** Writes into a database until it is killed, and says of each thing that it is done once it is. */
import { writeSync } from 'node:fs';
import { openDatabase } from '../../db/common/connection';
import { consumePiece, treatPieces, weighPiece } from '../../server/yarn/pieceOperations';
import { runById } from '../../db/winding/runs';
import { WINDING } from '../../server/winding/runEvents';
import { syncRun } from '../../server/winding/runSync';
import { undoOperation } from '../../server/yarn/pieces';
import { evens } from './chance';

const [file, seed, yarnPieces, runId] = process.argv.slice(2) as [string, string, string, string];
const db = openDatabase(file);
const chance = evens(Number(seed));
const pieces = yarnPieces.split(',').map(Number);
const scale = { tare: '', humidity: '', scaleResolutionG: 0.1, note: `by ${seed}` };
// Straight to the pipe: what is said is said, whatever becomes of this process.
const say = (what: string) => writeSync(1, `${what}\n`);

say('ready');
for (let i = 0; ; i++) {
  const requestKey = `writer-${seed}-${i}`;
  const piece = pieces[Math.floor(chance() * pieces.length)]!;
  const now = new Date();
  const what = chance();
  if (what < 0.4) {
    const event = { writer: `w${seed}w`, seq: i + 1, atMs: now.getTime(), part: 0, kind: 'turns' as const, amount: 1 };
    syncRun(db, runById(db, Number(runId))!, { writer: `w${seed}w`, events: [event] }, now, WINDING);
    say(`turn ${event.writer}:${event.seq}`);
  } else if (what < 0.75) {
    const mass = (90 + chance() * 20).toFixed(1);
    const saved = weighPiece(db, piece, { ...scale, requestKey, mass }, 'metric', now);
    if (saved.ok) say(`operation ${saved.id} ${requestKey}`);
  } else if (what < 0.9) {
    const saved = treatPieces(db, { requestKey, kind: 'wash', pieceIds: [piece], note: '' }, now);
    if (saved.ok) say(`operation ${saved.id} ${requestKey}`);
  } else {
    const form = {
      ...scale,
      requestKey,
      howMuch: 'took',
      mass: '',
      took: '0.1 g',
      fromEnd: 'outer',
      why: null,
      projectId: null,
    };
    const saved = consumePiece(db, piece, form, 'metric', now);
    if (!saved.ok) continue;
    say(`operation ${saved.id} ${requestKey}`);
    const undone = undoOperation(db, saved.id, now);
    if (undone.ok) say(`operation ${undone.id}`);
  }
}
