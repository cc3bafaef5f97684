import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/**
 * Runs every `@example` of the core's docstrings, `expression // => value`, so that no docstring can lie. An expression
 * may run over several lines.
 */
const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' }).filter(
  (file) => file.endsWith('.ts') && !file.endsWith('.test.ts'),
);

/** While the code is changed on purpose (`npm run mutate`), its text is not as it was written: then examples alone count. */
const asWritten = process.env.MUTATE_TESTS === undefined ? test : test.skip;

for (const file of files) {
  const source = readFileSync(path.join(__dirname, file), 'utf8');
  const examples = [...source.matchAll(/^ \* @example\n((?: \* .*\n)*?) \* (.+) \/\/ => (.+)$/gm)].map(
    ([, before, last, value]) => [`${before!.replace(/^ \* /gm, '')}${last!}`, value!] as const,
  );
  if (examples.length === 0) continue;

  describe(`examples of ${file}`, () => {
    // eslint-disable-next-line @typescript-eslint/no-require-imports -- the module is named by the loop
    const scope = require(path.join(__dirname, file)) as Record<string, unknown>;
    const evaluate = (expression: string) =>
      new Function(...Object.keys(scope), `return (${expression});`)(...Object.values(scope)) as unknown;

    test.each(examples)('%s', (expression, value) => {
      const actual = evaluate(expression);
      const expected = evaluate(value);
      if (typeof expected === 'number') expect(actual).toBeCloseTo(expected, 9);
      else expect(actual).toEqual(expected);
    });
  });

  asWritten(`every example of ${file} is run`, () => {
    expect(examples).toHaveLength([...source.matchAll(/^ \* .*\/\/ => /gm)].length);
  });

  asWritten(`every exported function of ${file} has an example`, () => {
    const withoutExample = [...source.matchAll(/(\/\*\*(?:(?!\*\/)[\s\S])*\*\/\n)?export function (\w+)/g)]
      .filter(([, docstring]) => !docstring?.includes('@example'))
      .map(([, , name]) => name);
    expect(withoutExample).toEqual([]);
  });
}
