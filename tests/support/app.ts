import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';

const ROOT = path.join(__dirname, '..', '..');

/** The built app, served from a process of its own with a database of its own; it can be killed and come back. */
export class App {
  private server: ChildProcess | undefined;
  /** What the server has complained of. */
  complaints = '';

  private constructor(
    readonly databaseFile: string,
    private readonly port: number,
    private readonly folder: string,
  ) {}

  /** @param layOut fills the database before the server sees it */
  static async start(layOut?: (databaseFile: string) => Promise<void>): Promise<App> {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-app-'));
    const app = new App(path.join(folder, 'test.sqlite'), await freePort(), folder);
    await layOut?.(app.databaseFile);
    await app.restart();
    return app;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts the server again, on the same port with the same database. */
  async restart(): Promise<void> {
    this.launch();
    for (;;) {
      const answer = await fetch(this.url).catch(() => null);
      if (answer?.ok) return;
      if (this.server?.exitCode !== null) throw new Error(`the server ended: ${this.complaints}`);
      await pause(50);
    }
  }

  /** Starts the server where it is expected to give up; tells its exit code. */
  async launchToEnd(): Promise<number | null> {
    this.launch();
    const server = this.server!;
    return new Promise((resolve) => server.once('exit', resolve));
  }

  /** As a power cut would end it. */
  async kill(): Promise<void> {
    const server = this.server!;
    if (server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGKILL');
    await gone;
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }

  private launch(): void {
    this.server = spawn(process.execPath, [path.join(ROOT, 'scripts', 'launch.mjs')], {
      cwd: ROOT,
      env: {
        ...process.env,
        NODE_ENV: 'production',
        LAZY_ACORN_DB: this.databaseFile,
        NEXT_TELEMETRY_DISABLED: '1',
        PORT: String(this.port),
      },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    this.server.stderr!.on('data', (data: Buffer) => (this.complaints += data.toString()));
  }
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve((address as { port: number }).port));
    });
  });
}
