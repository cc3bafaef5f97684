/** Begins the app's server. Only its own files are TypeScript: with tsx at each of Next's, it would take a third longer. */
import { createRequire } from 'node:module';
import { register } from 'tsx/cjs/api';

const stop = register();
createRequire(import.meta.url)('./server.ts');
stop();
