/** Runs one of the TypeScript scripts, with what it needs in place: `node scripts/run.mjs calc.ts yardage`. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensureChromium, ensureInstalled, ensureReady, ROOT } from './setup.mjs';

const [script, ...args] = process.argv.slice(2);
if (args[0] === '--built') {
  args.shift();
  // What looks at the built app does so in a browser.
  const chromium = await ensureChromium();
  if (chromium) process.env.CHROMIUM_PATH = chromium;
  await ensureReady();
} else await ensureInstalled();
const { status } = spawnSync(process.execPath, ['--import', 'tsx', path.join(ROOT, 'scripts', script), ...args], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exit(status ?? 1);
