import { availableParallelism, loadavg } from 'node:os';
import { Worker } from 'node:worker_threads';
import { InputError } from '../../core/common/inputError';
import { type Tell, TELL_NOBODY } from '../common/progress';
import { ConflictError } from '../common/result';
import type { HeavyReport } from './heavyThread';
import type { HeavyInput, HeavyName, HeavyOutput } from './heavyWork';
import { NOBODY_WAITS, Turns } from '../common/turns';

/** Routes are bundled apart; their turns are the process's. */
const kept = globalThis as { lazyAcornHeavy?: Turns };

/** One core for them, the other for everybody else. */
const turns = (kept.lazyAcornHeavy ??= new Turns(1));
/** Whoever comes when so many wait already would wait for too long. */
const MOST_WAITING = 40;
/** No list or sheet takes longer, unless something is wrong with it. */
const USUAL_SECONDS = 20;
const LIMITS = { maxOldGenerationSizeMb: 700 };

/** Where a thread begins: it learns to read TypeScript, then loads what it does. The build need not know of it. */
const BEGIN = `require('tsx/cjs'); require(require('node:path').join(process.cwd(), 'server', 'exchange', 'heavyThread.ts'));`;

/**
 * Does heavy work in a thread of its own, while the server answers others. The thread is ended at its limit, or as soon
 * as the asker has gone.
 *
 * @throws InputError where the work refuses its input, or takes longer or more memory than it may
 */
export async function heavy<Name extends HeavyName>(
  name: Name,
  input: HeavyInput<Name>,
  { seconds = USUAL_SECONDS, signal, tell = TELL_NOBODY }: { seconds?: number; signal?: AbortSignal; tell?: Tell },
): Promise<HeavyOutput<Name>> {
  if (turns.queue >= MOST_WAITING) throw new ConflictError('too much is asked for at once; try again in a moment');
  return turns.inTurn(() => inThread(name, input, seconds, tell, signal), signal);
}

/** A thread that has done its work waits for the next: to begin one takes longer than most works. */
let spare: Worker | undefined;

function thread(): Worker {
  const ready = spare ?? begun();
  spare = undefined;
  return ready;
}

function begun(): Worker {
  const worker = new Worker(BEGIN, { eval: true, resourceLimits: LIMITS });
  // Whatever ends it while nobody has given it work is nobody's error; and it keeps nobody from ending the app.
  worker
    .on('error', () => undefined)
    .once('exit', () => {
      if (spare === worker) spare = undefined;
    });
  worker.unref();
  return worker;
}

/** How many times longer the same work takes where others keep the machine busy. */
function busyness(): number {
  return Math.max(1, loadavg()[0]! / availableParallelism());
}

function inThread<Name extends HeavyName>(
  name: Name,
  input: HeavyInput<Name>,
  seconds: number,
  tell: Tell,
  signal?: AbortSignal,
): Promise<HeavyOutput<Name>> {
  return new Promise((resolve, reject) => {
    const worker = thread();
    const end = (settle: () => void, next: 'wait' | 'end') => {
      clearTimeout(limit);
      signal?.removeEventListener('abort', gone);
      worker.off('message', reported).off('error', broke);
      if (next === 'wait') spare = worker;
      else void worker.terminate();
      settle();
    };
    const refuse = (error: Error) => end(() => reject(error), 'end');
    const gone = () => refuse(new ConflictError(NOBODY_WAITS));
    // From when the work begins: on a busy machine a thread takes long to begin, which says nothing of the work.
    let limit: NodeJS.Timeout | undefined;
    let begunAtMs = 0;
    const timed = (forMs: number) => {
      limit = setTimeout(() => {
        const moreMs = seconds * 1000 * busyness() - (performance.now() - begunAtMs);
        if (moreMs > 0) timed(moreMs);
        else refuse(new InputError(`this takes longer than the ${seconds} seconds it may; ask for less`, ''));
      }, forMs);
    };
    signal?.addEventListener('abort', gone);
    const reported = (answer: HeavyReport) => {
      if ('begun' in answer) {
        begunAtMs = performance.now();
        return timed(seconds * 1000);
      }
      if ('share' in answer) return tell(answer.share);
      end(() => {
        if ('value' in answer) resolve(answer.value as HeavyOutput<Name>);
        else if ('refused' in answer) reject(new InputError(answer.refused.message, answer.refused.path));
        else reject(Object.assign(new Error(answer.failed), answer.code !== undefined && { code: answer.code }));
      }, 'wait');
    };
    const broke = (error: Error & { code?: string }) =>
      refuse(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new InputError('this takes more memory than it may; ask for less', '')
          : error,
      );
    worker.on('message', reported).on('error', broke);
    worker.postMessage({ name, input });
  });
}
