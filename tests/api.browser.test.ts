import { connect } from 'node:net';
import * as streams from 'node:stream/consumers';
import { setTimeout } from 'node:timers/promises';
import { ARCHIVE_VERSION } from '../formats/archive';
import sharp from 'sharp';
import { stage } from './support/stage';

/** What the server answers to those who ask it without a page: right, or refused with the place of what is wrong. */

const MB = 1024 * 1024;
const set = stage({ demo: true });

const ask = async (path: string, init?: RequestInit) => {
  // Not over a line that was left open: while a long answer is compared here, the app may have closed it.
  const answer = await fetch(set.app.url + path, { ...init, headers: { connection: 'close', ...init?.headers } });
  const text = await answer.text();
  return { status: answer.status, type: answer.headers.get('content-type'), text, body: parsed(text) };
};
const post = (path: string, body: string | Uint8Array<ArrayBuffer>) => ask(path, { method: 'POST', body });
const importing = (more: object = {}) =>
  encodeURIComponent(JSON.stringify({ columns: null, skipTwice: true, batch: `batch-${Math.random()}`, ...more }));

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

describe('the shelf', () => {
  test('is searched by words, needs and filters', async () => {
    expect((await ask('/api/shelf')).body).toMatchObject({ total: 11 });
    expect((await ask('/api/shelf?q=ferry%20aran')).body).toMatchObject({ total: 2 });
    expect((await ask('/api/shelf?q=at%20least%201000%20m&fibre=cotton')).body).toMatchObject({
      total: 1,
      cards: [{ name: 'Waiting-room warp, Undyed' }],
      understood: { atLeastM: 1000 },
    });
  });

  test('understands bare units as the browser prefers them', async () => {
    const imperial = await ask('/api/shelf?q=at%20least%201000%20yd', { headers: { cookie: 'units=imperial' } });
    expect(imperial.body).toMatchObject({ understood: { atLeastM: expect.closeTo(914.4, 6) as number } });
  });

  test.each(["?q=');DROP TABLE yarn;--", '?q="', '?q=%00', '?class=&form=&from=0'])(
    'does not mind %s',
    async (search) => {
      const { status, body } = await ask(`/api/shelf${encodeURI(search)}`);
      expect(status).toBe(200);
      expect(body).toHaveProperty('total');
    },
  );
});

describe('what is asked in no way that there is', () => {
  test.each([
    '/api/shelf?from=-5',
    '/api/shelf?from=1e0',
    '/api/shelf?order=1;2',
    '/api/shelf?class=99&form=rope',
    '/api/shelf?q=a&q=b',
    '/api/shelf?colour=red',
    '/api/v1/yarn?from=0x1',
    '/api/labels?pieces=1,1e3&sheet=a4-14',
    '/yarns/1%0a',
  ])('%s is told as such', async (path) => expect((await ask(path)).status).toBe(400));

  test.each([
    '/api/pictures/1e0',
    '/api/pictures/0x1',
    '/api/papers/run/01',
    '/api/drawings/minis/1.5',
    '/yarns/1e0',
    '/api/v1/sqlite_schema',
  ])('%s is not there', async (path) => expect((await ask(path)).status).toBe(404));
});

describe('a list', () => {
  const list = 'maker,line,colour,lot\nSkerry Wool,Jetty,Navy,5\nSkerry Wool,Jetty,Moss,5';

  test('is looked at without a trace, and written once', async () => {
    const address = `/api/yarns/import?ask=${importing({ batch: 'the-same-list' })}`;
    expect((await post(address, list)).body).toMatchObject({ good: 2, problemCount: 0 });
    expect((await ask('/api/shelf?q=jetty')).body).toMatchObject({ total: 0 });
    for (let i = 0; i < 2; i++)
      expect((await post(`${address}&write`, list)).body).toEqual({ batch: 'the-same-list', written: 2 });
    expect((await ask('/api/shelf?q=jetty')).body).toMatchObject({ total: 2 });
  });

  test.each([
    ['', importing(), 'empty'],
    ['maker\nA\u0000B', importing(), 'line 2'],
    [list, encodeURIComponent('null'), 'how the list is to be read'],
    [list, '{', 'how the list is to be read'],
    [list, importing({ columns: ['cat', '', '', ''] }), '.'],
  ])('is refused with the reason: %j', async (body, asked, reason) => {
    const answer = await post(`/api/yarns/import?ask=${asked}&write`, body);
    expect(answer.status).toBe(400);
    expect((answer.body as { error: { message: string; path: string } }).error).toMatchObject({
      message: expect.stringMatching(reason) as string,
      path: 'file',
    });
  });

  test('of 17 MB is refused, and the server goes on', async () => {
    expect((await post(`/api/yarns/import?ask=${importing()}`, new Uint8Array(17 * MB))).status).toBe(413);
    expect((await ask('/api/shelf')).status).toBe(200);
  });

  test.each([
    ['announced', ['content-length: ' + 20 * MB], (part: Buffer) => [part]],
    ['in chunks', ['transfer-encoding: chunked'], (part: Buffer) => [`${part.length.toString(16)}\r\n`, part, '\r\n']],
  ])('that is too large, %s, is heard out: the line is not closed on who sends it', async (_, headers, framed) => {
    const { hostname, port, host } = new URL(set.app.url);
    const line = connect(Number(port), hostname);
    const answer = streams.text(line);
    const address = `/api/yarns/import?ask=${importing()}`;
    line.write([`POST ${address} HTTP/1.1`, `host: ${host}`, 'connection: close', ...headers, '', ''].join('\r\n'));
    for (let sent = 0; sent < 20; sent++) {
      expect(line.writable).toBe(true);
      for (const bytes of framed(Buffer.alloc(MB))) line.write(bytes);
      await setTimeout(30);
    }
    if (headers[0]!.endsWith('chunked')) line.write('0\r\n\r\n');
    expect(await answer).toMatch(/^HTTP\/1.1 413 [^]*at most 16 MB/);
  });
});

describe('a picture', () => {
  test('is kept and sent as an image; what is not there is not found', async () => {
    const upload = await sharp({ create: { width: 50, height: 40, channels: 3, background: '#47734a' } })
      .png()
      .toBuffer();
    const { body } = await post('/api/yarns/2/pictures', new Uint8Array(upload));
    const { id } = body as { id: number };
    const image = await fetch(`${set.app.url}/api/pictures/${id}`);
    expect(image.headers.get('content-type')).toBe('image/webp');
    expect(await sharp(Buffer.from(await image.arrayBuffer())).metadata()).toMatchObject({ width: 50, height: 40 });
    for (const wrong of ['999', 'x', '-1', '..%2f..%2fetc'])
      expect((await ask(`/api/pictures/${wrong}`)).status).toBe(404);
  });

  test('of no yarn is refused in words', async () => {
    const upload = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#000' } })
      .png()
      .toBuffer();
    expect(await post('/api/yarns/99/pictures', new Uint8Array(upload))).toMatchObject({
      status: 409,
      body: { error: { message: 'this yarn is not there' } },
    });
    expect((await post('/api/yarns/x/pictures', new Uint8Array(upload))).status).toBe(404);
  });
});

describe('the archive', () => {
  test('holds the pictures, has a schema, and is looked at before anything of it is taken over', async () => {
    const { text, body } = await ask('/api/archive?as=json');
    expect(body).toMatchObject({ format: 'lazy-acorn archive', version: ARCHIVE_VERSION });
    expect(Object.keys((body as { pictures: object }).pictures).length).toBeGreaterThan(0);
    expect((await ask('/api/archive/schema')).body).toMatchObject({ properties: { pictures: {} } });
    const again = await post('/api/archive', text);
    expect(again.status).toBe(200);
    expect(again.body).toMatchObject({ fresh: 0, empty: false });
    expect((await ask('/api/archive?as=json')).body).toMatchObject({ tables: (body as { tables: object }).tables });
    expect((await post('/api/archive', text.slice(0, 500))).text).toContain('torn');
  });
});

test.each([
  '/yarns/999',
  '/yarns/x',
  '/yarns/999/band',
  '/yarns/999/more',
  '/pieces/999',
  '/projects/999',
  '/projects/0/edit',
])('%s is not found, in words', async (path) => {
  const { status, text } = await ask(path);
  expect(status).toBe(404);
  expect(text).not.toContain('Error:');
});

test.each([
  '/projects/new?yarn=999',
  '/projects/new?yarn=x&needs=%3Cb%3E',
  '/pieces/13?how=magic',
  '/yarns?order=magic',
])('%s is shown all the same', async (path) => {
  const { status, text } = await ask(path);
  expect(status).toBe(200);
  expect(text).not.toContain('<b>');
});
