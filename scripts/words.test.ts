import { spawnSync } from 'node:child_process';

test('every word of a room is listed under its file, and nothing that is for the machine', () => {
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/words.ts', 'days'], { encoding: 'utf8' });
  const [, ofTasks] = stdout.split('features/days/TaskRow.tsx\n');
  expect(stdout.trim()).toMatch(/^# days\n/);
  expect(ofTasks).toMatch(/^ {2}\{\}: done\.$/m);
  expect(ofTasks).toMatch(/^ {2}Confirm\n {2}Start\n {2}Done$/m);
  expect(stdout).not.toMatch(/use client|className|SELECT|# winding/);
});
