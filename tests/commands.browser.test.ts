import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';

/** The commands, as one types them. */

const ROOT = path.join(__dirname, '..');

function calc(name: string, input: string) {
  const { status, stdout } = spawnSync('npm', ['run', '--silent', 'calc', '--', name], {
    cwd: ROOT,
    input,
    encoding: 'utf8',
  });
  return { status, output: JSON.parse(stdout) as Record<string, unknown> };
}

test.each(['yardage', 'cake', 'winder-fit', 'swift', 'twist', 'ply-both-ends'])(
  'calc %s answers its first case',
  (name) => {
    const [first] = JSON.parse(readFileSync(path.join(ROOT, 'tests', 'vectors', `${name}.json`), 'utf8')) as [
      { input: object; output: object },
    ];
    const { status, output } = calc(name, JSON.stringify(first.input));
    expect(status).toBe(0);
    expect(Object.keys(output).sort()).toEqual(Object.keys(first.output).sort());
  },
);

test('calc minis tells which come out of which', () => {
  const { status, output } = calc(
    'minis',
    '{"parents":[{"id":"a","massG":61},{"id":"b","massG":30}],"demands":[{"id":"mini","massG":14,"count":6}],"cutLossG":0.3}',
  );
  expect(status).toBe(0);
  expect(output).toMatchObject({
    madeG: 84,
    openedParents: 2,
    assignments: [
      { parentId: 'a', segment: 0, demandId: 'mini', count: 4 },
      { parentId: 'b', segment: 0, demandId: 'mini', count: 2 },
    ],
  });
});

test.each([
  ['cake', '{"massG":-1}', 'massG'],
  ['cake', 'not JSON', ''],
  ['minis', '{"parents":[],"demands":[],"cutLossG":0}', 'parents'],
  ['juggling', '{}', 'name'],
])('calc %s with %s says what is wrong and exits with 2', (name, input, at) => {
  const { status, output } = calc(name, input);
  expect(status).toBe(2);
  expect(output).toMatchObject({ error: { path: at } });
});

test('pictures are taken of the views that are named', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-pictures-'));
  const { status, stderr } = spawnSync('npm', ['run', '--silent', 'screenshots', '--', 'run', 'project'], {
    cwd: ROOT,
    env: { ...process.env, PICTURES_INTO: folder },
    encoding: 'utf8',
  });
  expect({ status, stderr }).toMatchObject({ status: 0 });
  expect(readdirSync(folder).sort()).toEqual(['project.png', 'run.png']);
  expect(await sharp(path.join(folder, 'run.png')).metadata()).toMatchObject({ width: 1280, height: 800 });
  rmSync(folder, { recursive: true });
});

test('what is measured is measured by its name, and nothing by a name that there is not', () => {
  const measured = (...parts: string[]) => {
    const { status, stdout, stderr } = spawnSync('npm', ['run', '--silent', 'bench', '--', ...parts], {
      cwd: ROOT,
      encoding: 'utf8',
    });
    return { status, stdout, stderr };
  };
  expect(measured('swimming')).toMatchObject({
    status: 2,
    stdout: '',
    stderr: expect.stringMatching(/swimming.*twist/),
  });
  const { status, stdout } = measured('twist');
  expect({ status, stdout }).toMatchObject({ status: 0, stdout: expect.stringMatching(/\d/) });
});
