import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import vocabulary from './scripts/oneWord.cjs';

/** Also said again where another syntax is refused: the later list takes the place of the earlier one. */
const dayOfUtc = {
  selector: 'CallExpression[callee.property.name="slice"][arguments.0.value=0][arguments.1.value=10]',
  message: 'A moment is stored in UTC, and its day hangs on the clock of whoever looks: use dayOf(moment).',
};

const config = [
  { ignores: ['.next/**', 'node_modules/**', 'data/**', '.stryker/**', 'next-env.d.ts'] },
  ...next,
  ...typescript,
  {
    files: ['**/*.ts', '**/*.tsx'],
    plugins: { vocabulary },
    rules: {
      'vocabulary/one-word': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true, argsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-console': 'error',
      'no-restricted-syntax': ['error', dayOfUtc],
    },
  },
  {
    // With the types at hand: what becomes "[object Object]" on a page, or is asked for and never heard of again.
    files: ['{features,ui}/**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-base-to-string': 'error',
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true, allowNullish: true },
      ],
      '@typescript-eslint/no-floating-promises': 'error',
    },
  },
  {
    files: ['{app,features,ui}/**/*.tsx'],
    ignores: ['ui/controls/Link.tsx'],
    rules: {
      'no-restricted-imports': ['error', { name: 'next/link', message: 'Use ui/controls/Link.' }],
      'no-restricted-syntax': [
        'error',
        dayOfUtc,
        {
          selector: ':not(CallExpression[callee.name="contained"]) > CallExpression[callee.name="dynamic"]',
          message:
            'Use contained(dynamic(...)): with the app away a part that cannot be loaded takes its page with it.',
        },
      ],
    },
  },
  // Tables and columns of earlier versions of the archive keep the names that they were written with.
  { files: ['formats/archive{,.test}.ts', 'tests/support/archiveTesting.ts'], rules: { 'vocabulary/one-word': 'off' } },
  { files: ['scripts/**'], rules: { 'no-console': 'off' } },
  { files: ['server/start.ts'], rules: { 'no-console': ['error', { allow: ['error'] }] } },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];

export default config;
