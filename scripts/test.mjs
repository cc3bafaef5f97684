/**
 * `npm test`: all set-up, then every check and every test. The last line says how many passed and how many failed.
 * `npm run soak`: what chance and kills are left to, tried fifty times as long; every browser test over a
 * slow line; and all that `npm run bench` measures, to its end.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT, say, start } from './setup.mjs';

const count = { passed: 0, failed: 0 };
const soak = process.argv.includes('--soak');
/** How many files at a time. */
const WORKERS = { unit: 2, browser: 3 };
/** One clock ahead of Greenwich and one behind, both by half an hour more, and both change in spring and autumn. */
const CLOCK = { unit: 'Australia/Adelaide', browser: farFromMidnight('America/St_Johns', 'Pacific/Marquesas') };
const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);

const browser = ensureChromium();
const installed = ensureInstalled();
if (soak) {
  await installed;
  await jest('unit', ['killed', 'manyChanges', 'anyOrder', 'laws', 'knownMinis', 'counting/ear', 'runLine'], {
    TRIES: '50',
  });
  await inBrowser(['doors'], { TRIES: '50' });
  await inBrowser([], { LATENCY_MS: '1200' });
  await check('all that is measured', process.execPath, ['scripts/run.mjs', 'bench.ts', '--built']);
} else {
  // One processor looks at the sources while the other compiles the database and builds the app.
  const unitTests = checks()
    .then(() => installed)
    .then(() => jest('unit'));
  await Promise.all([unitTests, installed.then(() => inBrowser())]);
}

console.log(`${count.passed} passed, ${count.failed} failed`);
process.exit(count.failed > 0 ? 1 : 0);

/** A day that ends while a maker looks at it is not what a browser test is about: the clock that has an hour to go at least. */
function farFromMidnight(zone, otherZone) {
  const hour = new Date().toLocaleString('en-GB', { timeZone: zone, hour: '2-digit' });
  return Number(hour) < 22 ? zone : otherZone;
}

async function inBrowser(files = [], env = {}) {
  const chromium = await browser;
  if (!chromium) {
    count.failed++;
    return;
  }
  await ensureBuilt();
  await jest('browser', files, { ...env, CHROMIUM_PATH: chromium });
}

async function checks() {
  await check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
  await check('types', bin('tsc'), ['--noEmit']);
  await check('lint', bin('eslint'), ['--max-warnings', '0', '.']);
  await check('who may import whom', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', '.']);
  await check('nothing unused', bin('knip'), []);
}

async function check(name, command, args) {
  const status = await start(command, args);
  count[status === 0 ? 'passed' : 'failed']++;
  say(`${status === 0 ? 'ok' : 'FAILED'}: ${name}`);
}

/** Runs the tests of one project, or those of some files of it. */
async function jest(project, files = [], env = {}) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-tests-'));
  const report = path.join(folder, 'report.json');
  await start(
    bin('jest'),
    ['--selectProjects', project, '--json', `--outputFile=${report}`, `--maxWorkers=${WORKERS[project]}`].concat(
      files.length > 0 ? ['--testPathPatterns', files.join('|')] : [],
    ),
    // Moments are stored in UTC and shown by the clock on the wall: far from Greenwich, whatever mixes the two is seen.
    { ...env, TZ: CLOCK[project] },
    'ignore',
  );
  try {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    count.passed += numPassedTests;
    // A file that could not even be read counts as a failure of its own.
    count.failed += numFailedTests + numRuntimeErrorTestSuites;
  } catch {
    count.failed++;
    say(`FAILED: the ${project} tests gave no report`);
  }
  rmSync(folder, { recursive: true, force: true });
}
