/** `npm test`: all set-up, then every check and every test. The last line says how many passed and how many failed. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT, say } from './setup.mjs';

const count = { passed: 0, failed: 0 };

ensureInstalled();
const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);

check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
check('types', bin('tsc'), ['--noEmit']);
check('lint', bin('eslint'), ['--max-warnings', '0', '.']);
check('who may import whom', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', '.']);
check('nothing unused', bin('knip'), []);
jest('unit');
const chromium = ensureChromium();
if (chromium) {
  ensureBuilt();
  jest('browser', { CHROMIUM_PATH: chromium });
} else count.failed++;

console.log(`${count.passed} passed, ${count.failed} failed`);
process.exit(count.failed > 0 ? 1 : 0);

function check(name, command, args) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2] });
  count[status === 0 ? 'passed' : 'failed']++;
  say(`${status === 0 ? 'ok' : 'FAILED'}: ${name}`);
}

function jest(project, env = {}) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-tests-'));
  const report = path.join(folder, 'report.json');
  spawnSync(
    bin('jest'),
    [
      '--selectProjects',
      project,
      '--json',
      `--outputFile=${report}`,
      ...(project === 'browser' ? ['--runInBand'] : []),
    ],
    {
      cwd: ROOT,
      // Dates are told in the clock's own time; the tests must not depend on where it hangs.
      env: { ...process.env, ...env, TZ: 'UTC' },
      stdio: ['ignore', 'ignore', 2],
    },
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
