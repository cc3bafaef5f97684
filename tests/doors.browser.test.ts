import { openSync, closeSync, renameSync, writeSync, statSync } from 'node:fs';
import { request } from 'node:http';
import Database from 'better-sqlite3';
import sharp from 'sharp';
import { evens, TRIES } from './support/chance';
import { pause } from './support/app';
import { stage } from './support/stage';

/** Who may come in, how much may be sent, what goes on beside it, and what is said on a disk that will not do. */

const set = stage({ demo: true });

const ask = async (path: string, init?: RequestInit) => {
  const answer = await fetch(set.app.url + path, init);
  const text = await answer.text();
  return { status: answer.status, headers: answer.headers, text };
};
const json = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  ask(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
/** With whatever headers: `fetch` does not let a host be said. */
const raw = (path: string, headers: Record<string, string>, method = 'GET') =>
  new Promise<number>((resolve, reject) => {
    const asked = request(set.app.url + path, { method, headers }, (answer) => {
      answer.resume();
      resolve(answer.statusCode!);
    });
    asked.on('error', reject);
    asked.end(method === 'POST' ? '{}' : undefined);
  });
let bathed = 0;
/** Something that can be entered again and again: a piece that is there is washed. */
const aBath = () => ({ kind: 'wash', pieceIds: [bathed], key: `doors-${Math.random()}` });
const findOneToBathe = async () => {
  for (bathed = 1; bathed < 60; bathed++) if ((await json('/api/v1/operations', aBath())).status === 200) return;
  throw new Error('nothing in the demo can be washed');
};
const entries = async () => (JSON.parse((await ask('/api/v1/operation?limit=1')).text) as { total: number }).total;

describe('the gate', () => {
  test('another name that leads here neither reads nor writes, and is told so on every path', async () => {
    for (const path of ['/', '/yarns/1', '/api/v1/yarn', '/_next/static/nothing.js'])
      expect(await raw(path, { host: 'evil.example' })).toBe(421);
    expect(await raw('/api/v1/weighings', { host: 'evil.example', 'content-type': 'application/json' }, 'POST')).toBe(
      421,
    );
  });

  test('a page on another port of this machine writes nothing', async () => {
    const before = await entries();
    const foreign = { origin: 'http://127.0.0.1:9', 'sec-fetch-site': 'same-site', 'content-type': 'application/json' };
    expect(await raw('/api/v1/operations', foreign, 'POST')).toBe(403);
    expect(await raw('/yarns/1', { ...foreign, 'next-action': 'x' }, 'POST')).toBe(403);
    expect(await entries()).toBe(before);
  });

  test('every script of a page has its nonce, and the page is framed by nobody', async () => {
    const { headers, text } = await ask('/');
    const policy = headers.get('content-security-policy')!;
    const [, nonce] = /'nonce-([^']+)'/.exec(policy)!;
    expect(policy).toContain("frame-ancestors 'none'");
    const scripts = text.match(/<script\b[^>]*>/g)!;
    expect(scripts.length).toBeGreaterThan(5);
    for (const script of scripts) expect(script).toContain(`nonce="${nonce}"`);
    expect((await ask('/')).headers.get('content-security-policy')).not.toBe(policy);
    expect((await ask('/api/pictures/1')).headers.get('cross-origin-resource-policy')).toBe('same-origin');
  });
});

describe('bodies', () => {
  const asked = encodeURIComponent(JSON.stringify({ columns: null, skipTwice: true, batch: 'a-large-list' }));

  test('a list of 14,000 yarns and 13 MB arrives whole', async () => {
    const lines = Array.from({ length: 14_000 }, (_, i) => `Skerry Wool,Jetty ${i},Navy,${i},${'n'.repeat(900)}`);
    const list = ['maker,line,colour,lot,notes', ...lines].join('\n');
    expect(list.length).toBeGreaterThan(13_000_000 * 0.98);
    const { status, text } = await ask(`/api/yarns/import?ask=${asked}`, { method: 'POST', body: list });
    expect(status).toBe(200);
    expect(JSON.parse(text)).toMatchObject({ good: 14_000, problemCount: 0 });
  });

  test('a picture of 18 MB is kept', async () => {
    const even = evens(5);
    const noise = Buffer.from(Uint8Array.from({ length: 2500 * 2500 * 3 }, () => even() * 256));
    const upload = await sharp(noise, { raw: { width: 2500, height: 2500, channels: 3 } })
      .png()
      .toBuffer();
    expect(upload.length).toBeGreaterThan(15_000_000);
    const { text } = await ask('/api/yarns/1/pictures', { method: 'POST', body: new Uint8Array(upload) });
    expect(JSON.parse(text)).toMatchObject({ id: expect.any(Number) as number });
  });

  test('what breaks off under way is not taken for a whole', async () => {
    await new Promise<void>((resolve) => {
      const torn = request(`${set.app.url}/api/yarns/import?ask=${asked}&write`, {
        method: 'POST',
        headers: { 'content-length': '100000' },
      });
      torn.on('error', () => resolve());
      torn.write('maker,line\nTorn,Off\n');
      setTimeout(() => torn.destroy(new Error('gone')), 300);
    });
    await pause(500);
    expect(JSON.parse((await ask('/api/shelf?q=torn')).text)).toMatchObject({ total: 0 });
  });

  test('a download that is cut off leaves no complaint, and the next is whole', async () => {
    const before = set.app.complaints;
    for (const path of ['/api/archive', '/api/csv/operations']) {
      const gone = new AbortController();
      const answer = await fetch(set.app.url + path, { signal: gone.signal });
      await answer.body!.getReader().read();
      gone.abort();
    }
    await pause(500);
    expect((await ask('/api/csv/operations')).status).toBe(200);
    expect(set.app.complaints.slice(before.length)).toBe('');
  });
});

test('while a long search goes on, everybody else is answered', async () => {
  let searched = false;
  const search = json('/api/calc/minis', {
    parents: Array.from({ length: 40 }, (_, i) => ({ id: `p${i}`, massG: 97.3 + 1.37 * i })),
    demands: Array.from({ length: 40 }, (_, i) => ({ id: `d${i}`, massG: 7.13 + 0.611 * i, count: 40 })),
    cutLossG: 0.21,
  }).then((answer) => {
    searched = true;
    return answer;
  });
  await pause(800);
  for (const path of ['/', '/api/runs', '/yarns']) expect((await ask(path)).status).toBe(200);
  expect(searched).toBe(false);
  expect((await search).status).toBe(200);
});

test('whatever is asked, nothing breaks', async () => {
  const even = evens(2026);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(even() * from.length)]!;
  const odd = [
    '',
    '1',
    '-1',
    '1e9',
    '0x1',
    'null',
    '[]',
    '{}',
    '"',
    "';--",
    '%00',
    '%0a',
    '%ff',
    '9'.repeat(30),
    'ä',
    '../..',
    '1,1',
    'NaN',
  ];
  const paths = [
    '/yarns/',
    '/pieces/',
    '/logbook/',
    '/minis/',
    '/minis/run/',
    '/winding/run/',
    '/twist/',
    '/days/',
    '/projects/',
    '/api/pictures/',
    '/api/v1/',
    '/api/csv/',
    '/api/drawings/minis/',
    '/api/papers/run/',
    '/api/papers/story/',
    '/api/nothing/',
  ];
  const queries = [
    '?q=',
    '?from=',
    '?pieces=',
    '?yarns=',
    '?kind=',
    '?what=',
    '?how=',
    '?class=',
    '?split=',
    '?limit=',
    '?day=',
  ];
  const writes = [
    '/api/calc/cake',
    '/api/calc/minis',
    '/api/calc/twist',
    '/api/v1/weighings',
    '/api/v1/operations',
    '/api/devices',
    '/api/runs/5/events',
    '/api/archive/take',
    '/api/rescue',
  ];
  const values = [
    null,
    1,
    -1,
    1e308,
    '',
    'x',
    [],
    {},
    [2, 2],
    { massG: 1e308 },
    { pieceId: '1' },
    { events: [{}] },
    { kind: 'use', pieceId: 1 },
  ];
  for (let i = 0; i < 200 * TRIES; i++) {
    const path =
      even() < 0.6
        ? pick(paths) + pick(odd) + (even() < 0.4 ? pick(queries) + pick(odd) : '')
        : pick([
            '/',
            '/yarns',
            '/logbook',
            '/days',
            '/minis/new',
            '/twist/ply',
            '/api/shelf',
            '/api/find',
            '/api/labels',
          ]) +
          pick(queries) +
          pick(odd);
    const { status } = await ask(path);
    if (status >= 500) throw new Error(`${status} for ${path}`);
  }
  for (let i = 0; i < 100 * TRIES; i++) {
    const [path, value] = [pick(writes), pick(values)];
    const body =
      even() < 0.2
        ? pick(odd)
        : JSON.stringify({
            ...(typeof value === 'object' ? value : {}),
            [pick(['massG', 'parents', 'key', 'writer', 'do'])]: pick(values),
          });
    const { status } = await json(path, body);
    if (status >= 500) throw new Error(`${status} for ${path} with ${body}`);
  }
});

describe('a disk that will not do', () => {
  test('while another program holds the database, a write waits for it and is done once, or is refused in words', async () => {
    await findOneToBathe();
    const other = new Database(set.app.databaseFile);
    const before = await entries();
    other.exec('BEGIN IMMEDIATE');
    const held = json('/api/v1/operations', aBath());
    // Meanwhile others are answered.
    expect((await ask('/api/runs')).status).toBe(200);
    expect((await held).status).toBe(503);
    expect((await held).text).toContain('Another program holds the database');
    const patient = json('/api/v1/operations', aBath());
    await pause(300);
    other.exec('ROLLBACK');
    other.close();
    expect((await patient).status).toBe(200);
    expect(await entries()).toBe(before + 1);
  });

  test('a database whose file is gone takes nothing in, says so, and goes on once it is back', async () => {
    const maker = await set.maker();
    await maker.goTo('/yarns');
    const before = await entries();
    renameSync(set.app.databaseFile, `${set.app.databaseFile}.away`);
    const refused = await json('/api/v1/operations', aBath());
    expect(refused.status).toBe(503);
    expect(refused.text).toContain('not there any more');
    await maker.page.reload();
    await maker.sees('The database is not where it was');
    renameSync(`${set.app.databaseFile}.away`, set.app.databaseFile);
    await maker.page.locator('::-p-aria([name="Try again"][role="button"])').click();
    await maker.sees('My yarn');
    expect(await entries()).toBe(before);
    expect((await json('/api/v1/operations', aBath())).status).toBe(200);
    await maker.close();
  });

  test('what is searched for on an open page meanwhile is answered in words, and the page stays', async () => {
    const maker = await set.maker();
    await maker.goTo('/market');
    renameSync(set.app.databaseFile, `${set.app.databaseFile}.away`);
    expect((await ask('/api/runs')).status).toBe(503);
    await maker.page.locator('.ant-select-auto-complete input').fill('kelp');
    await maker.sees('not there any more');
    expect(await maker.text()).not.toContain('No yarn on the shelf is like that');
    await maker.keys('Escape');
    await maker.press('Search everything');
    await maker.page.locator('[role="dialog"] input').fill('kelp');
    await maker.waitsFor(() => /not there any more/.test(document.querySelector('[role="dialog"]')?.textContent ?? ''));
    await maker.keys('Escape');
    await maker.sees('Market table');
    expect(maker.troubles).toEqual([]);
    renameSync(`${set.app.databaseFile}.away`, set.app.databaseFile);
    expect((await json('/api/rescue', { go: 'again' })).status).toBe(200);
    await maker.close();
  });

  test('damaged under way, the next page offers the ways out without a restart', async () => {
    const maker = await set.maker();
    await maker.goTo('/logbook/files');
    await maker.press('Take a snapshot now');
    await maker.sees('asked for');
    const direct = new Database(set.app.databaseFile);
    direct.pragma('wal_checkpoint(TRUNCATE)');
    direct.close();
    const file = openSync(set.app.databaseFile, 'r+');
    const { size } = statSync(set.app.databaseFile);
    writeSync(file, Buffer.alloc(size - 8192, 0xa5), 0, size - 8192, 8192);
    closeSync(file);
    for (let i = 0; i < 6; i++) await ask(`/api/v1/${['operation', 'piece', 'yarn'][i % 3]!}?from=0`);
    const reported = await ask('/api/v1/operation');
    expect(reported.status).toBe(503);
    await maker.page.goto(`${set.app.url}/yarns`);
    await maker.sees('The database is damaged');
    await maker.press('Go on with this one');
    await maker.sees('My yarn');
    await maker.close();
  });
});
