import type { Highs } from 'highs';
import type { MinisInput } from '../../core/minis/minis';
import { type MinisPlan, minisPlan } from '../../solver/minisPlan';

let solver: Promise<Highs> | undefined;

/** The solver, loaded once and only when it is asked for: every other calculation does without. */
function highsOnServer(): Promise<Highs> {
  return (solver ??= import('highs').then(({ default: load }) => load()));
}

/** The plan as it is told outside: what is made of what, and how good that is known to be. */
export async function minisAnswer(input: MinisInput, seconds: number): Promise<Omit<MinisPlan, 'counts'>> {
  const { counts: _counts, ...reported } = minisPlan(await highsOnServer(), input, seconds);
  return reported;
}
