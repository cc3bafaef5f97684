/** `npm run bench`: prints what each screen costs, at the server and in the browser, with the demo data. */
import type { Browser, CDPSession } from 'puppeteer-core';
import { openDatabase } from '../db/connection';
import { App } from '../tests/support/app';
import { Maker, openBrowser } from '../tests/support/browser';
import { withDemo } from '../tests/support/demo';
import { manyYarns } from './manyYarns';

const SCREENS = {
  today: '/',
  shelf: '/yarns',
  'add a yarn': '/yarns/new',
  yarn: '/yarns/6',
  piece: '/pieces/13',
  winding: '/winding',
  plan: '/winding/plan/27',
  run: '/winding/run/5',
  logbook: '/logbook',
  entry: '/logbook/6',
  bench: '/bench',
  projects: '/projects',
  project: '/projects/1',
  'list read in': '/yarns/import',
};

const SERVER_TIMES = 25;
const LOADS = 3;
const LONG_RUN_COUNTS = 10_000;

let app: App;

async function main(): Promise<void> {
  app = await App.start();
  await withDemo(app);
  const browser = await openBrowser();
  try {
    console.log('screen        server ms   script KB   all KB   interactive ms');
    for (const [name, path] of Object.entries(SCREENS)) {
      const serverMs = await serverTime(path);
      const { scriptKB, allKB, interactiveMs } = await firstLoad(browser, path);
      const figures = [
        serverMs.toFixed(1).padStart(10),
        scriptKB.toFixed(0).padStart(11),
        allKB.toFixed(0).padStart(8),
      ];
      console.log(`${name.padEnd(12)} ${figures.join(' ')} ${interactiveMs.toFixed(0).padStart(16)}`);
    }
    console.log('\nserver ms: median of the whole answer over loopback; KB: as sent, compressed, with an empty cache;');
    console.log('interactive: until React answers, median of three first loads in headless Chromium.\n');
    await longRun(browser);
    await largeShelf(browser);
  } finally {
    await browser.close();
    await app.end();
  }
}

/** Milliseconds from asking to the last byte, without the first answers that warm the server up. */
async function serverTime(path: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < SERVER_TIMES + 5; i++) {
    const start = performance.now();
    await (await fetch(app.url + path)).text();
    if (i >= 5) times.push(performance.now() - start);
  }
  return median(times);
}

async function firstLoad(browser: Browser, path: string) {
  const loads = [];
  for (let i = 0; i < LOADS; i++) {
    const context = await browser.createBrowserContext();
    const maker = await Maker.at(context as unknown as Browser, app.url);
    const session = await maker.page.createCDPSession();
    const sent = await countBytes(session);
    const start = performance.now();
    await maker.goTo(path);
    loads.push({ interactiveMs: performance.now() - start, ...sent });
    await context.close();
  }
  return {
    scriptKB: loads[0]!.script / 1024,
    allKB: loads[0]!.all / 1024,
    interactiveMs: median(loads.map(({ interactiveMs }) => interactiveMs)),
  };
}

/** Adds up the bytes that come over the line, scripts apart. */
async function countBytes(session: CDPSession): Promise<{ script: number; all: number }> {
  const sent = { script: 0, all: 0 };
  const scripts = new Set<string>();
  session.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    sent.all += encodedDataLength;
    if (scripts.has(requestId)) sent.script += encodedDataLength;
  });
  await session.send('Network.enable');
  return sent;
}

const MANY_YARNS = 10_000;
const SEARCHES = ['s', 'squall', 'squall fog 12', 'limpet 2217', 'at least 300 m, about 4 m/g, wool'];
const SCREENS_SCROLLED = 300;

/** The shelf of a large shop: 10,000 yarns, 40,000 pieces, 200,000 operations. */
async function largeShelf(browser: Browser): Promise<void> {
  await app.kill();
  const db = openDatabase(app.databaseFile);
  manyYarns(db, MANY_YARNS);
  const count = (table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;
  console.log(`\nwith ${count('yarn')} yarns, ${count('piece')} pieces, ${count('operation')} operations:`);
  db.close();
  await app.restart();
  console.log(
    `shelf, first byte: ${(await firstByte('/yarns')).toFixed(1)} ms; whole: ${(await serverTime('/yarns')).toFixed(1)} ms`,
  );
  for (const words of SEARCHES) {
    const ms = await serverTime(`/api/shelf?q=${encodeURIComponent(words)}`);
    console.log(`search "${words}": ${ms.toFixed(1)} ms`);
  }
  for (const path of ['/', '/winding', '/logbook', '/yarns/5000', '/projects'])
    console.log(`${path}: ${(await serverTime(path)).toFixed(1)} ms`);
  await scrolling(browser);
}

/** Milliseconds until the server begins to answer with the page, which it does only when the page is made. */
async function firstByte(path: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < SERVER_TIMES; i++) {
    const start = performance.now();
    const answer = await fetch(app.url + path);
    times.push(performance.now() - start);
    await answer.text();
  }
  return median(times);
}

/** What the shelf's page holds in memory as one scrolls on and on. */
async function scrolling(browser: Browser): Promise<void> {
  const maker = await Maker.at(browser, app.url);
  await maker.goTo('/yarns');
  const session = await maker.page.createCDPSession();
  const weigh = async () => {
    await session.send('HeapProfiler.collectGarbage');
    const { JSHeapUsedSize, Nodes } = await maker.page.metrics();
    return `${((JSHeapUsedSize ?? 0) / 1024 / 1024).toFixed(1)} MB, ${Nodes} nodes`;
  };
  console.log(`memory of the page: ${await weigh()} at the top`);
  for (let screen = 1; screen <= SCREENS_SCROLLED; screen++) {
    await maker.page.evaluate((height) => window.scrollBy(0, height), 800);
    await maker.page.waitForFunction(() => document.querySelectorAll('[data-shelf-place]').length > 8);
    if (screen % 100 === 0) console.log(`after ${screen} screens: ${await weigh()}`);
  }
  await maker.close();
}

/** A run of many counts: how long one more takes to be kept, and how long the page takes to come back. */
async function longRun(browser: Browser): Promise<void> {
  const post = (events: object[]) =>
    fetch(`${app.url}/api/runs/5/events`, { method: 'POST', body: JSON.stringify({ writer: 'bench', events }) });
  let seq = 0;
  const turn = () => ({ key: `bench:${++seq}`, atMs: seq, part: 1, kind: 'turns', amount: 1 });
  for (let i = 0; i < LONG_RUN_COUNTS; i += 1000) await post(Array.from({ length: 1000 }, turn));
  const times: number[] = [];
  for (let i = 0; i < 100; i++) {
    const start = performance.now();
    await post([turn()]);
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  const maker = await Maker.at(browser, app.url);
  const start = performance.now();
  await maker.goTo('/winding/run/5');
  const reloadMs = performance.now() - start;
  console.log(
    `a run of ${LONG_RUN_COUNTS} counts: one more is kept in ${times[50]!.toFixed(1)} ms (median), ${times[98]!.toFixed(1)} ms (99 %);`,
  );
  console.log(`its page is there again, live, in ${reloadMs.toFixed(0)} ms`);

  await maker.holds();
  const shown: number[] = await maker.page.evaluate(async () => {
    const button = document.querySelector<HTMLElement>('[data-count]')!;
    const times: number[] = [];
    for (let i = 0; i < 200; i++) {
      const before = button.dataset.count;
      const start = performance.now();
      document.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', bubbles: true }));
      while (document.querySelector<HTMLElement>('[data-count]')!.dataset.count === before)
        await new Promise((resolve) => setTimeout(resolve, 0));
      times.push(performance.now() - start);
    }
    return times.sort((a, b) => a - b);
  });
  console.log(
    `from key to count on screen: ${shown[100]!.toFixed(1)} ms (median), ${shown[197]!.toFixed(1)} ms (99 %)`,
  );
}

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

void main();
