import type { ESLint } from 'eslint';

declare const vocabulary: ESLint.Plugin;
export = vocabulary;
