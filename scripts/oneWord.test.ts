import { Linter } from 'eslint';
import typescript from 'eslint-config-next/typescript';
import vocabulary from './oneWord.cjs';

const parser = typescript.find(({ languageOptions }) => languageOptions?.parser)!.languageOptions!.parser;

/** What the rule says of a file with this in it. */
function complaints(code: string, filename = 'winding.ts'): string[] {
  const config = {
    files: ['**/*.ts'],
    languageOptions: { parser },
    plugins: { vocabulary },
    rules: { 'vocabulary/one-word': 'error' as const },
  };
  return new Linter().verify(code, [config], { filename }).map(({ message }) => message);
}

test('a word that the glossary has another one for is refused, wherever it stands in a name', () => {
  for (const [old, word] of [
    ['letGo', 'consumption'],
    ['saveMiniJob', 'task'],
    ['MINI_JOBS', 'task'],
    ['lengthTold', 'reported'],
    ['keptGoings', 'operation'],
    ['freshenAll', 'summary, dirty'],
  ] as const)
    expect(complaints(`const ${old} = 1;`)).toEqual([`"${old}" is called ${word} here: see docs/glossary.md`]);
  expect(complaints("interface Share { from: 'scale' | 'reckoned' }")).toEqual([
    '"reckoned" is called estimate, estimated here: see docs/glossary.md',
  ]);
  expect(complaints('', 'server/days/jobs.test.ts')).toHaveLength(1);
});

test('the field’s words, and words that only look like old ones, are let through', () => {
  for (const name of ['consumePiece', 'saveMiniPlan', 'undoing', 'ongoing', 'twenty', 'jobless', 'golden', 'said1'])
    expect(complaints(`const ${name} = 1;`)).toEqual(name === 'said1' ? [expect.any(String)] : []);
  expect(complaints("const word = 'told'; // a job")).toEqual([]);
});
