import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from '../db/common/connection';
import { evens, TRIES } from '../tests/support/chance';
import { faultOf } from './exchange/backup';
import { startRun } from './winding/runStart';
import { runPage } from './winding/runEvents';
import { idOf, NOW, shelved, startValues } from '../tests/support/serverTesting';
import { balanceOfYarn } from './yarn/threadBalance';
import { yarnView } from './yarn/yarnViews';

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-killed-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));

/**
 * Lets a writer write and kills it at some moment; tells what it had said until then. Every other one is killed only once
 * it has written something, so that something was, however slow the machine.
 */
function killed(file: string, seed: number, pieces: string, runId: number, afterMs: number): Promise<string[]> {
  return new Promise((resolve, reject) => {
    const writer = spawn(
      process.execPath,
      ['--import', 'tsx', 'tests/support/killedWriter.ts', file, String(seed), pieces, String(runId)],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    let output = '';
    let dies = false;
    let complaint = '';
    writer.stderr.on('data', (chunk: Buffer) => (complaint += chunk.toString()));
    writer.stdout.on('data', (chunk: Buffer) => {
      output += chunk.toString();
      if (dies || (seed % 2 === 1 && !/operation|turn/.test(output))) return;
      dies = true;
      setTimeout(() => writer.kill('SIGKILL'), afterMs);
    });
    writer.on('close', (_, signal) =>
      signal === 'SIGKILL'
        ? // A line that was torn was never said.
          resolve(
            output
              .slice(0, output.lastIndexOf('\n') + 1)
              .split('\n')
              .filter(Boolean),
          )
        : reject(new Error(`the writer ended by itself: ${complaint}`)),
    );
  });
}

test('killed again and again while it writes: what was acknowledged is there, once, and the database is sound', async () => {
  const file = path.join(FOLDER, 'bench.sqlite');
  const db = openDatabase(file);
  const { yarnId, pieceIds } = shelved(db, { count: '4', masses: ['100', '100', '100', '100'] });
  const [hank, ...others] = pieceIds as [number, ...number[]];
  const runId = idOf(startRun(db, hank, startValues(), 'metric', NOW));
  db.close();

  const chance = evens(26);
  const acknowledged: string[] = [];
  // Two at a time, as two screens would.
  for (let round = 0; round < 10 * TRIES; round++)
    for (const output of await Promise.all(
      [2 * round, 2 * round + 1].map((seed) => killed(file, seed, others.join(','), runId, Math.floor(chance() * 60))),
    ))
      acknowledged.push(...output);
  expect(faultOf(file)).toBeNull();

  const after = openDatabase(file);
  const operations = acknowledged.filter((line) => line.startsWith('operation'));
  const turns = acknowledged.filter((line) => line.startsWith('turn'));
  expect(operations.length + turns.length).toBeGreaterThanOrEqual(10 * TRIES);
  expect(Math.min(operations.length, turns.length)).toBeGreaterThan(0);
  for (const line of operations) {
    const [, id, key] = line.split(' ');
    const row = after.prepare('SELECT request_key AS key FROM operation WHERE id = ?').get(id) as {
      key: string | null;
    };
    expect(row?.key ?? undefined).toBe(key);
  }
  const kept = new Set(
    (
      after.prepare('SELECT writer, seq FROM run_event WHERE run_id = ?').all(runId) as {
        writer: string;
        seq: number;
      }[]
    ).map(({ writer, seq }) => `${writer}:${seq}`),
  );
  for (const line of turns) expect(kept).toContain(line.slice('turn '.length));
  // Nothing is there in part: an operation has its piece, an acknowledged turn is counted once.
  expect(
    after
      .prepare(
        "SELECT count(*) AS n FROM operation o WHERE kind <> 'undo' AND NOT EXISTS (SELECT 1 FROM operation_piece p WHERE p.operation_id = o.id)",
      )
      .get(),
  ).toEqual({ n: 0 });
  expect(after.pragma('foreign_key_check')).toEqual([]);
  const counted = runPage(after, runId)!.state.turns[0]!;
  expect(counted).toBe(kept.size);
  expect(counted).toBeGreaterThanOrEqual(turns.length);
  const { cameInG, thereG, consumedG, differsG } = balanceOfYarn(after, yarnView(after, yarnId)!);
  const parts = [...Object.values(consumedG), ...Object.values(differsG)];
  expect(thereG + parts.reduce((sum, g) => sum + g, 0)).toBeCloseTo(cameInG, 6);
  after.close();
});
