/**
 * `npm run mutate -- FILES`: changes these files in small ways, one at a time, and lists the changes that no test notices.
 * The tests of the same room are asked, floor by floor, and those that hold for a whole floor; `--all` asks every test
 * below the screens. `npm run mutate -- --sample 60 core db`: the same in so many lines of each of these folders, taken by
 * chance, room after room.
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
const rooms = [...new Set(files.map((file) => path.dirname(file)))];
const statuses = asked.includes('--all')
  ? [
      mutate(
        files,
        ['core', 'db', 'server', 'solver', 'formats'].map((floor) => `${floor}/**`),
      ),
    ]
  : rooms.map((room) =>
      mutate(
        files.filter((file) => path.dirname(file) === room),
        testsOf(room),
      ),
    );
process.exit(Math.max(...statuses));

/** Asks the tests in `folders` about changes in `files`; what Stryker ends with. */
function mutate(files, folders) {
  const { status } = spawnSync(
    path.join(ROOT, 'node_modules', '.bin', 'stryker'),
    // What is worked out once, when a file is read, is in the way of every test: a sample would be a day's work.
    ['run', 'stryker.config.json', '--mutate', files.join(','), ...(sample ? ['--ignoreStatic'] : [])],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: {
        ...process.env,
        TZ: 'Australia/Adelaide',
        MUTATE_TESTS: folders.map((folder) => `<rootDir>/${folder}/*.test.{ts,tsx}`).join('\n'),
      },
    },
  );
  return status ?? 1;
}

/** Where the tests of a room are: what a floor has none for is tried by the floor above it. */
function testsOf(room) {
  const [floor, subject = '**'] = room.split('/');
  if (floor === 'db') return ['db/**', 'server', `server/${subject}`];
  if (floor === 'formats') return ['formats', 'server/exchange'];
  return [floor, room];
}

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
