/**
 * What the commands need on a fresh machine: packages, a build, a browser for the tests. Plain JavaScript, since it
 * runs before anything is installed. Everything it prints goes to standard error.
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');

const SOURCES = [
  'app',
  'core',
  'db',
  'devices',
  'features',
  'formats',
  'server',
  'solver',
  'ui',
  'workers',
  'instrumentation.ts',
  'next.config.ts',
  'package-lock.json',
  'tsconfig.json',
];
const BUILT_FROM = path.join(ROOT, '.next', 'built-from');
const CHROMIUM_PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Installs the packages of the lock file, unless they are there. */
export function ensureInstalled() {
  const installed = path.join(ROOT, 'node_modules', '.package-lock.json');
  const lock = path.join(ROOT, 'package-lock.json');
  const native = path.join(ROOT, 'node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node');
  if (existsSync(installed) && existsSync(native) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  say('Installing packages. The database is compiled on the way, which takes some minutes the first time.');
  run('npm', ['ci', '--no-audit', '--no-fund']);
}

/** Builds the app, unless the build is of just these sources. */
export function ensureBuilt() {
  ensureInstalled();
  const sources = hashOfSources();
  if (existsSync(BUILT_FROM) && readFileSync(BUILT_FROM, 'utf8') === sources) return;
  say('Building the app.');
  run(process.execPath, [nextBin(), 'build'], { NEXT_TELEMETRY_DISABLED: '1' });
  mkdirSync(path.dirname(BUILT_FROM), { recursive: true });
  writeFileSync(BUILT_FROM, sources);
}

/** Finds a Chromium for the browser tests, or installs Debian's; null, with words, where neither can be. */
export function ensureChromium() {
  const found = findChromium();
  if (found) return found;
  say('Installing Chromium for the browser tests.');
  for (const args of [
    ['update', '-qq'],
    ['install', '-y', '-qq', 'chromium'],
  ])
    spawnSync('apt-get', args, { stdio: ['ignore', 2, 2], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  const installed = findChromium();
  if (installed) return installed;
  say(
    'The browser tests need Chromium, and it could not be installed here. Install it by hand ' +
      '(on Debian: apt-get install chromium) or name one in CHROMIUM_PATH, and run the tests again.',
  );
  return null;
}

function nextBin() {
  return path.join(ROOT, 'node_modules', 'next', 'dist', 'bin', 'next');
}

export function say(words) {
  process.stderr.write(`${words}\n`);
}

/** Runs a command to its end; ends this one where it fails. */
export function run(command, args, env = {}) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2], env: { ...process.env, ...env } });
  if (status !== 0) {
    say(`This failed: ${path.basename(command)} ${args.join(' ')}`);
    process.exit(status ?? 1);
  }
}

function findChromium() {
  return [process.env.CHROMIUM_PATH, ...CHROMIUM_PLACES].find((place) => place && existsSync(place));
}

function hashOfSources() {
  const hash = createHash('sha256').update(process.version);
  for (const source of SOURCES) addTo(hash, path.join(ROOT, source));
  return hash.digest('hex');
}

function addTo(hash, place) {
  if (statSync(place).isDirectory()) for (const name of readdirSync(place).sort()) addTo(hash, path.join(place, name));
  else if (!/\.test\.tsx?$/.test(place)) hash.update(path.relative(ROOT, place)).update(readFileSync(place));
}
