import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import StuckFile from '../tests/support/stuckFile.cjs';

const ROOT = path.join(__dirname, '..');
const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-setup-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));

/** Runs a few lines in a Node of their own, beside the set-up of `root`; tells what they printed. */
function inNode(root: string, lines: string, env: Record<string, string> = {}) {
  const program = `import * as setup from '${path.join(root, 'scripts', 'setup.mjs')}';\n${lines}`;
  return spawnSync(process.execPath, ['--input-type=module', '-e', program], {
    encoding: 'utf8',
    env: { ...process.env, ...env },
  });
}

test('a change to any source that is built makes the build another', () => {
  const tree = path.join(FOLDER, 'tree');
  const { stdout } = inNode(
    ROOT,
    `
    import { appendFileSync, cpSync, readdirSync, statSync, writeFileSync } from 'node:fs';
    import path from 'node:path';
    const tree = ${JSON.stringify(tree)};
    for (const place of setup.SOURCES) cpSync(path.join(setup.ROOT, place), path.join(tree, place), { recursive: true });
    const hash = () => setup.hashOf(setup.SOURCES, tree);
    const first = (place) => {
      if (!statSync(place).isDirectory()) return place;
      const names = readdirSync(place).filter((name) => !name.includes('.test.')).sort();
      return first(path.join(place, names[0]));
    };
    const seen = setup.SOURCES.map((place) => {
      const before = hash();
      appendFileSync(first(path.join(tree, place)), ' ');
      return [place, hash() !== before];
    });
    const before = hash();
    writeFileSync(path.join(tree, 'core', 'any.test.ts'), '');
    console.log(JSON.stringify({ seen, testCounts: hash() !== before }));`,
  );
  const { seen, testCounts } = JSON.parse(stdout) as { seen: [string, boolean][]; testCounts: boolean };
  expect(seen.filter(([, changed]) => !changed)).toEqual([]);
  expect(testCounts).toBe(false);
  // Whatever folder there is besides is none that the app is built of.
  const folders = execFileSync('git', ['ls-tree', '-d', '--name-only', 'HEAD'], { cwd: ROOT, encoding: 'utf8' });
  const built = seen.map(([place]) => place).filter((place) => !place.includes('.'));
  expect(folders.trim().split('\n').sort()).toEqual([...built, '.ci', 'docs', 'scripts', 'tests'].sort());
});

test('a first start that was stopped half way is begun anew, one that came to its end is not', () => {
  const root = path.join(FOLDER, 'fresh');
  const [bin, log] = [path.join(root, 'bin'), path.join(root, 'log')];
  for (const folder of ['scripts', 'bin']) mkdirSync(path.join(root, folder), { recursive: true });
  cpSync(path.join(ROOT, 'scripts', 'setup.mjs'), path.join(root, 'scripts', 'setup.mjs'));
  writeFileSync(path.join(root, 'package-lock.json'), '{}');
  // An npm that only notes what it is asked for, and breaks off where it is told to.
  writeFileSync(
    path.join(bin, 'npm'),
    `#!/bin/sh\necho "$1" >> ${log}\nmkdir -p ${path.join(root, 'node_modules')}\n[ "$1" != "$BREAKS_AT" ]\n`,
  );
  chmodSync(path.join(bin, 'npm'), 0o755);
  const start = (breaksAt: string) => {
    rmSync(log, { force: true });
    const { status } = inNode(root, 'await setup.ensureInstalled();', {
      PATH: `${bin}:${process.env.PATH}`,
      BREAKS_AT: breaksAt,
    });
    return { status, asked: existsSync(log) ? readFileSync(log, 'utf8').trim().split('\n') : [] };
  };
  expect(start('ci')).toEqual({ status: 1, asked: ['ci'] });
  expect(start('rebuild')).toEqual({ status: 1, asked: ['ci', 'rebuild'] });
  expect(start('')).toEqual({ status: 0, asked: ['ci', 'rebuild'] });
  expect(start('')).toEqual({ status: 0, asked: [] });
  // Other packages are wanted.
  writeFileSync(path.join(root, 'package-lock.json'), '{"lockfileVersion": 3}');
  expect(start('')).toEqual({ status: 0, asked: ['ci', 'rebuild'] });
});

test('a file that goes round in a circle ends the run, by its name', () => {
  jest.useFakeTimers();
  const exit = jest.spyOn(process, 'exit').mockImplementation((() => undefined) as never);
  const printed = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const stuck = new StuckFile();
  stuck.onTestFileStart({ path: 'core/quick.test.ts' });
  stuck.onTestFileStart({ path: 'core/stuck.test.ts' });
  jest.advanceTimersByTime(60_000);
  stuck.onTestFileResult({ path: 'core/quick.test.ts' });
  expect(exit).not.toHaveBeenCalled();
  jest.runAllTimers();
  expect(printed.mock.calls.flat().join()).toMatch(/core\/stuck\.test\.ts has not come to its end/);
  expect(printed).toHaveBeenCalledTimes(1);
  expect(exit).toHaveBeenCalledWith(1);
  jest.restoreAllMocks();
  jest.useRealTimers();
});

test('what a command has started does not go on after it', () => {
  const log = path.join(FOLDER, 'left.log');
  const { stdout } = inNode(
    ROOT,
    `
    import { readFileSync } from 'node:fs';
    const status = await setup.start('sh', ['-c', 'sleep 1000 & echo $! > ${log}; exit 3']);
    const left = Number(readFileSync('${log}', 'utf8'));
    // A process that has been ended is there until somebody takes note of it.
    const goesOn = () => { try { return !/^State:\\tZ/m.test(readFileSync('/proc/' + left + '/status', 'utf8')); } catch { return false; } };
    for (let i = 0; goesOn() && i < 500; i++) await new Promise((resolve) => setTimeout(resolve, 20));
    console.log(status, goesOn());`,
  );
  expect(stdout.trim()).toBe('3 false');
});
