import load, { type Highs } from 'highs';
import { InputError } from '../core/common/inputError';
import type { MinisWanted } from '../core/minis/miniPlan';
import { type SizeAlternative, sizeAlternatives } from '../core/minis/sizeAlternatives';
import { type MinisAnswer, madeBy, minisWanted } from '../solver/minisWanted';
import type { MinisProgress } from '../solver/minisPlan';
import { answerWith } from './answering';

/** What the page asks of the worker, and what it is told: the best so far, then the last word. */
export interface MinisQuestion {
  wanted: MinisWanted;
  seconds: number;
}

export type MinisReport =
  | { kind: 'so far'; answer: MinisAnswer; seeking: MinisProgress['seeking'] }
  | { kind: 'done'; answer: MinisAnswer }
  /** What other sizes would bring; nothing more comes after it. */
  | { kind: 'other sizes'; sizes: SizeAlternative[] }
  | { kind: 'refused'; message: string; path: string };

let solver: Promise<Highs> | undefined;

/** A solver that could not be fetched is fetched anew for the next question. */
async function highsInBrowser(): Promise<Highs> {
  const url = new URL('highs/runtime', import.meta.url).href;
  solver ??= load({ locateFile: () => url });
  return solver.catch((error: unknown) => {
    solver = undefined;
    throw error;
  });
}

answerWith<MinisQuestion, MinisReport>(async ({ wanted, seconds }, report) => {
  const highs = await highsInBrowser();
  try {
    const answer = minisWanted(highs, wanted, seconds, (answer, seeking) =>
      report({ kind: 'so far', answer, seeking }),
    );
    report({ kind: 'done', answer });
    report({ kind: 'other sizes', sizes: sizeAlternatives(answer.input, madeBy(answer)) });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    report({ kind: 'refused', message: error.message, path: error.path });
  }
});
