import load, { type Highs } from 'highs';
import { InputError } from '../core/common/inputError';
import type { MinisWanted } from '../core/minis/miniPlan';
import { type SizeAlternative, sizeAlternatives } from '../core/minis/sizeAlternatives';
import { type MinisAnswer, madeBy, minisWanted } from '../solver/minisWanted';
import type { MinisProgress } from '../solver/minisPlan';

/** What the page asks of the worker, and what it is told: the best so far, then the last word. */
export interface MinisQuestion {
  question: number;
  wanted: MinisWanted;
  seconds: number;
}

export type MinisReport = { question: number } & (
  | { kind: 'so far'; answer: MinisAnswer; seeking: MinisProgress['seeking'] }
  | { kind: 'done'; answer: MinisAnswer }
  /** What other sizes would bring; nothing more comes after it. */
  | { kind: 'other sizes'; sizes: SizeAlternative[] }
  | { kind: 'refused'; message: string; path: string }
);

let solver: Promise<Highs> | undefined;

function highsInBrowser(): Promise<Highs> {
  const url = new URL('highs/runtime', import.meta.url).href;
  return (solver ??= load({ locateFile: () => url }));
}

self.onmessage = async ({ data: { question, wanted, seconds } }: MessageEvent<MinisQuestion>) => {
  const tell = (report: MinisReport) => self.postMessage(report);
  const highs = await highsInBrowser();
  try {
    const answer = minisWanted(highs, wanted, seconds, (answer, seeking) =>
      tell({ question, kind: 'so far', answer, seeking }),
    );
    tell({ question, kind: 'done', answer });
    tell({ question, kind: 'other sizes', sizes: sizeAlternatives(answer.input, madeBy(answer)) });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    tell({ question, kind: 'refused', message: error.message, path: error.path });
  }
};
