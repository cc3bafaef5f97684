/** `npm run mutate -- FILES`: changes these files in small ways, one at a time, and lists the changes that no test notices. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled, ROOT, say } from './setup.mjs';

const files = process.argv.slice(2);
const missing = files.filter((file) => !existsSync(path.join(ROOT, file.replace(/:[\d-]+$/, ''))));
if (files.length === 0 || missing.length > 0) {
  say(
    missing.length > 0 ? `There is no ${missing.join(', ')}.` : 'Name the files: npm run mutate -- core/bench/cake.ts',
  );
  process.exit(1);
}
await ensureInstalled();
const { status } = spawnSync(
  path.join(ROOT, 'node_modules', '.bin', 'stryker'),
  ['run', 'stryker.config.json', '--mutate', files.join(',')],
  { cwd: ROOT, stdio: 'inherit', env: { ...process.env, TZ: 'UTC' } },
);
process.exit(status ?? 1);
