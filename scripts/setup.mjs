/**
 * What the commands need on a fresh machine: packages, a build, a browser for the tests. Plain JavaScript, since it
 * runs before anything is installed. Everything it prints goes to standard error.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';

export const ROOT = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Everything that is built; `next build` reads nothing else of ours. */
export const SOURCES = [
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
  'instrumentation-client.ts',
  'next.config.ts',
  'postcss.config.mjs',
  'package-lock.json',
  'tsconfig.json',
];
const INSTALLED_FROM = path.join(ROOT, 'node_modules', '.installed-from');
const BUILT_FROM = path.join(ROOT, '.next', 'built-from');
/** As SQLite's own makers compile it; with the package's -O3 it takes nearly twice as long and is no quicker at its work. */
const SQLITE_FLAGS = { CFLAGS: '-O2' };
/** Debian's Chromium that has no windows at all does the same pages with a sixth less work. */
const HEADLESS = 'chromium-headless-shell';
const CHROMIUM_PLACES = [HEADLESS, 'chromium', 'chromium-browser', 'google-chrome'].map((name) => `/usr/bin/${name}`);

/**
 * Installs the packages of the lock file and compiles the database, unless both are there. The packages are there when
 * it returns, the database when its promise resolves.
 */
export async function ensureInstalled() {
  const wanted = hashOf(['package-lock.json']);
  if (isOf(INSTALLED_FROM, wanted)) return;
  say('Installing packages. The database is compiled on the way, which takes some minutes the first time.');
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts']);
  const compiled = await start('npm', ['rebuild', 'better-sqlite3', '--no-audit', '--no-fund'], SQLITE_FLAGS);
  if (compiled !== 0) fail('npm rebuild better-sqlite3');
  // Marked only now, so that what was stopped half way is begun anew.
  writeFileSync(INSTALLED_FROM, wanted);
}

/** Builds the app, unless the build is of just these sources. */
export async function ensureBuilt() {
  const sources = hashOf(SOURCES);
  if (isOf(BUILT_FROM, sources)) return;
  say('Building the app.');
  // A build that is stopped half way is of no sources at all.
  rmSync(BUILT_FROM, { force: true });
  if ((await start(process.execPath, [nextBin(), 'build'], { NEXT_TELEMETRY_DISABLED: '1' })) !== 0) fail('next build');
  await packBuilt();
  writeFileSync(BUILT_FROM, sources);
}

/**
 * Has Chromium read a whole script while it arrives, beside the page; else each part of it is read when it is first called,
 * and the page waits: a tenth of the time until it answers. Others take it for a comment.
 */
const READ_AT_ONCE = '//# allFunctionsCalledOnLoad\n';

/** Beside each script and style sheet lies what is sent of it: packed as small as it gets, once and for all. */
async function packBuilt() {
  const folder = path.join(ROOT, '.next', 'static');
  const files = readdirSync(folder, { recursive: true }).filter((file) => /\.(js|css)$/.test(file));
  const pack = promisify(brotliCompress);
  await Promise.all(
    files.map(async (file) => {
      const place = path.join(folder, file);
      if (place.endsWith('.js')) writeFileSync(place, READ_AT_ONCE + readFileSync(place, 'utf8'));
      writeFileSync(`${place}.br`, await pack(readFileSync(place)));
    }),
  );
}

/** Packages, the database and a build: everything that the app needs to be served. */
export async function ensureReady() {
  await ensureInstalled();
  await ensureBuilt();
}

/**
 * Finds a Chromium for the browser tests, or installs Debian's: the headless one, if that can be had, else whichever is
 * there. Null, with words, where there is none.
 */
export async function ensureChromium() {
  const found = findChromium();
  if (found && (found === process.env.CHROMIUM_PATH || found === CHROMIUM_PLACES[0])) return found;
  say('Installing Chromium for the browser tests.');
  for (const args of [['update'], ['install', '-y', HEADLESS]])
    await start('apt-get', [...args, '-qq'], { DEBIAN_FRONTEND: 'noninteractive' });
  const installed = findChromium();
  if (installed) return installed;
  say(
    'The browser tests need Chromium, and it could not be installed here. Install it by hand ' +
      `(on Debian: apt-get install ${HEADLESS}) or name one in CHROMIUM_PATH, and run the tests again.`,
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
  if (status !== 0) fail(`${path.basename(command)} ${args.join(' ')}`, status);
}

/** Runs a command beside this one, and nothing that it has started goes on after it; the promise is of how it ended. */
export function start(command, args, env = {}, stdout = 2) {
  const options = { cwd: ROOT, stdio: ['ignore', stdout, 2], env: { ...process.env, ...env }, detached: true };
  const child = spawn(command, args, options);
  const endAll = () => {
    try {
      process.kill(-child.pid, 'SIGKILL');
    } catch {
      // All of it has ended by itself.
    }
  };
  // Ctrl+C does not reach what has a group of its own.
  const leave = () => process.exit(1);
  process.once('exit', endAll);
  for (const signal of STOPS) process.once(signal, leave);
  return new Promise((resolve) => child.once('error', () => resolve(1)).once('close', resolve)).finally(() => {
    process.off('exit', endAll);
    for (const signal of STOPS) process.off(signal, leave);
    endAll();
  });
}

const STOPS = ['SIGINT', 'SIGTERM', 'SIGHUP'];

function fail(what, status) {
  say(`This failed: ${what}`);
  process.exit(status || 1);
}

function findChromium() {
  return [process.env.CHROMIUM_PATH, ...CHROMIUM_PLACES].find((place) => place && existsSync(place));
}

const isOf = (mark, wanted) => existsSync(mark) && readFileSync(mark, 'utf8') === wanted;

/** Tells two states of these files and folders apart, whatever the times of their files say. */
export function hashOf(places, root = ROOT) {
  const hash = createHash('sha256').update(`${process.version} ${process.arch}`);
  for (const place of places) addTo(hash, root, path.join(root, place));
  return hash.digest('hex');
}

function addTo(hash, root, place) {
  if (statSync(place).isDirectory())
    for (const name of readdirSync(place).sort()) addTo(hash, root, path.join(place, name));
  else if (!/\.test\.tsx?$/.test(place)) hash.update(path.relative(root, place)).update(readFileSync(place));
}
