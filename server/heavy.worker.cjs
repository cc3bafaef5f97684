/** Where a thread begins: it learns to read TypeScript, then does its work. */
require('tsx/cjs');
require('./heavyThread.ts');
