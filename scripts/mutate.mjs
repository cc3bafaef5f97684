/**
 * `npm run mutate -- FILES`: changes these files in small ways, one at a time, and lists the changes that no test notices.
 * The tests of the same room are asked, and for core those that hold for all of it; `--all` asks every test below the screens.
 * `npm run mutate -- --sample 60 core db`: the same in so many lines of each of these folders, taken by chance, with `--all`.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled, ROOT, say } from './setup.mjs';

const asked = process.argv.slice(2);
const sample = asked[0] === '--sample' ? Number(asked[1]) : 0;
const places = asked.slice(sample ? 2 : 0).filter((each) => each !== '--all');
const missing = places.filter((place) => !existsSync(path.join(ROOT, place.replace(/:[\d-]+$/, ''))));
if (places.length === 0 || missing.length > 0) {
  say(
    missing.length > 0 ? `There is no ${missing.join(', ')}.` : 'Name the files: npm run mutate -- core/bench/cake.ts',
  );
  process.exit(1);
}
await ensureInstalled();
const files = sample ? places.flatMap((folder) => linesByChance(folder, sample)) : places;
const rooms = new Set(files.map((file) => path.dirname(file)));
const tests =
  sample || asked.includes('--all')
    ? ['core', 'db', 'server', 'solver', 'formats'].map((floor) => `<rootDir>/${floor}/**/*.test.ts`)
    : [...rooms].flatMap((room) => [
        `<rootDir>/${room}/**/*.test.{ts,tsx}`,
        ...(room.startsWith('core/') ? ['<rootDir>/core/*.test.ts'] : []),
      ]);
const { status } = spawnSync(
  path.join(ROOT, 'node_modules', '.bin', 'stryker'),
  // What is worked out once, when a file is read, is in the way of every test: a sample would be a day's work.
  ['run', 'stryker.config.json', '--mutate', files.join(','), ...(sample ? ['--ignoreStatic'] : [])],
  { cwd: ROOT, stdio: 'inherit', env: { ...process.env, TZ: 'UTC', MUTATE_TESTS: tests.join('\n') } },
);
process.exit(status ?? 1);

/** Lines with something to change in them: no blank ones, comments, imports or brackets alone. */
function linesByChance(folder, count) {
  const lines = readdirSync(path.join(ROOT, folder), { recursive: true })
    .filter((file) => /\.ts$/.test(file) && !/\.test\.ts$/.test(file))
    .flatMap((file) =>
      readFileSync(path.join(ROOT, folder, file), 'utf8')
        .split('\n')
        .flatMap((line, i) =>
          /^\s*(\/\/|\/?\*|import |\W*$)/.test(line) ? [] : [`${path.join(folder, file)}:${i + 1}-${i + 1}`],
        ),
    );
  return Array.from({ length: count }, () => lines.splice(Math.floor(Math.random() * lines.length), 1)[0]);
}
