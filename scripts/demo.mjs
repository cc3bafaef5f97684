/** `npm run demo`: the app with the made-up data of Tern Rock, in a database of its own; `-- --fresh` makes it anew. */
import { existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { serve } from './serve.mjs';
import { ensureReady, ROOT, run, say } from './setup.mjs';

const DEMO_DB = path.join(ROOT, 'data', 'demo.sqlite');

await ensureReady();
if (process.argv.includes('--fresh')) {
  for (const end of ['', '-wal', '-shm']) rmSync(DEMO_DB + end, { force: true });
  rmSync(DEMO_DB.replace('.sqlite', '-pictures'), { recursive: true, force: true });
}
if (!existsSync(DEMO_DB)) {
  say('Laying out the yarns of Tern Rock.');
  run(process.execPath, ['--import', 'tsx', path.join(ROOT, 'scripts', 'seedDemo.ts'), DEMO_DB]);
}
await serve(DEMO_DB);
