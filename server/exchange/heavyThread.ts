/** The thread that heavy work is done in, one after another. */
import { parentPort } from 'node:worker_threads';
import { InputError } from '../../core/common/inputError';
import { HEAVY_WORK, type HeavyName } from './heavyWork';

/** That a work begins, how much of it is done, and what came of it. */
export type HeavyReport =
  | { begun: true }
  | { share: number }
  | { value: unknown }
  | { refused: { message: string; path: string } }
  | { failed: string; code?: string };

parentPort!.on('message', ({ name, input }: { name: HeavyName; input: never }) => {
  parentPort!.postMessage({ begun: true } satisfies HeavyReport);
  void Promise.resolve()
    .then((): unknown => HEAVY_WORK[name](input, (share) => parentPort!.postMessage({ share } satisfies HeavyReport)))
    .then((value): HeavyReport => ({ value }), complaint)
    .then((reported) => parentPort!.postMessage(reported));
});

function complaint(error: unknown): HeavyReport {
  if (error instanceof InputError) return { refused: { message: error.message, path: error.path } };
  if (!(error instanceof Error)) return { failed: String(error) };
  // By its code the trouble of a disk is known.
  return { failed: error.stack ?? error.message, ...('code' in error && { code: String(error.code) }) };
}
