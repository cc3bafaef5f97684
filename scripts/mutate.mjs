/**
 * `npm run mutate -- FILES`: changes these files in small ways, one at a time, and lists the changes that no test notices.
 * The tests of the same room are asked, and for core those that hold for all of it; `--all` asks every unit test.
 */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled, ROOT, say } from './setup.mjs';

const asked = process.argv.slice(2);
const files = asked.filter((each) => each !== '--all');
const missing = files.filter((file) => !existsSync(path.join(ROOT, file.replace(/:[\d-]+$/, ''))));
if (files.length === 0 || missing.length > 0) {
  say(
    missing.length > 0 ? `There is no ${missing.join(', ')}.` : 'Name the files: npm run mutate -- core/bench/cake.ts',
  );
  process.exit(1);
}
await ensureInstalled();
const rooms = new Set(files.map((file) => path.dirname(file)));
const tests = [...rooms].flatMap((room) => [
  `<rootDir>/${room}/**/*.test.{ts,tsx}`,
  ...(room.startsWith('core/') ? ['<rootDir>/core/*.test.ts'] : []),
]);
const { status } = spawnSync(
  path.join(ROOT, 'node_modules', '.bin', 'stryker'),
  ['run', 'stryker.config.json', '--mutate', files.join(',')],
  {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, TZ: 'UTC', ...(!asked.includes('--all') && { MUTATE_TESTS: tests.join('\n') }) },
  },
);
process.exit(status ?? 1);
