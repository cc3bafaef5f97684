/** Serves the built app on this machine and says where. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import path from 'node:path';
import { ROOT } from './setup.mjs';

const HOST = '127.0.0.1';
const FIRST_PORT = 4310;

export async function serve(databaseFile) {
  const port = process.env.PORT ? Number(process.env.PORT) : await freePort(FIRST_PORT);
  const env = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', PORT: String(port) };
  if (databaseFile) env.LAZY_ACORN_DB = databaseFile;
  const server = spawn(process.execPath, [path.join(ROOT, 'scripts', 'launch.mjs')], {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
  const address = `http://${HOST}:${port}`;
  await answers(address);
  console.log(`Lazy Acorn is at ${address}`);
}

async function answers(address) {
  for (;;) {
    const answer = await fetch(address).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

function freePort(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(freePort(port + 1)));
    probe.once('listening', () => probe.close(() => resolve(port)));
    probe.listen(port, HOST);
  });
}
