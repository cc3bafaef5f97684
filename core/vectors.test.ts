import { readFileSync } from 'node:fs';
import path from 'node:path';
import { cake } from './bench/cake';
import { plyBothEnds } from './twist/plyBothEnds';
import { swift } from './bench/swift';
import { twist } from './twist/twist';
import { winderFit } from './bench/winderFit';
import { yardage } from './yarn/yardage';

/** The public test cases, run against the core itself; the command and the API run them again from outside. */
interface Case {
  name: string;
  input: never;
  output: unknown;
}

const CALCULATIONS = { yardage, cake, 'winder-fit': winderFit, swift, twist, 'ply-both-ends': plyBothEnds };

for (const [name, calculate] of Object.entries(CALCULATIONS)) {
  const file = path.join(__dirname, '..', 'tests', 'vectors', `${name}.json`);
  const cases = JSON.parse(readFileSync(file, 'utf8')) as Case[];
  describe(name, () => {
    test.each(cases)('$name', ({ input, output }) => expectClose(calculate(input), output, name));
  });
}

/** Every number to a relative 1e-6 (1e-9 near zero; probabilities to an absolute 1e-6), all else equal. */
function expectClose(actual: unknown, expected: unknown, at: string): void {
  if (typeof expected === 'number') {
    const tolerance = at.endsWith('probability') ? 1e-6 : Math.max(1e-9, 1e-6 * Math.abs(expected));
    if (typeof actual !== 'number' || !(Math.abs(actual - expected) <= tolerance))
      throw new Error(`${at}: expected ${expected}, got ${String(actual)}`);
  } else if (typeof expected === 'object' && expected !== null) {
    expect(Object.keys(actual as object).sort()).toEqual(Object.keys(expected).sort());
    for (const [key, value] of Object.entries(expected))
      expectClose((actual as Record<string, unknown>)[key], value, `${at}.${key}`);
  } else expect(actual).toBe(expected);
}
