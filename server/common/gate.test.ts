import { guardHeaders, turnedAway } from './gate';

const OWN = ['127.0.0.1:4310', 'localhost:4310', '[::1]:4310'];
const ask = (headers: Record<string, string>, method = 'GET', url = '/') =>
  turnedAway({ method, url, headers: { host: OWN[0]!, ...headers } }, OWN)?.status ?? null;
const page = { 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:4310' };
const json = { 'content-type': 'application/json' };

test.each(OWN)('answers at %s', (host) => expect(ask({ host })).toBeNull());

test.each(['evil.example', '127.0.0.1', '127.0.0.1:4311', 'localhost:4310.evil.example', ''])(
  'another name that leads here (%s) neither reads nor writes',
  (host) => {
    expect(ask({ host })).toBe(421);
    expect(ask({ host, ...json }, 'POST', '/api/v1/weighings')).toBe(421);
  },
);

test.each([
  ['another site', { 'sec-fetch-site': 'cross-site', origin: 'https://evil.example' }],
  ['another port of this machine', { 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:9999' }],
  ['a browser that says only its origin', { origin: 'http://127.0.0.1:9999' }],
  ['a page without an origin of its own', { origin: 'null' }],
  ['a link that was typed', { 'sec-fetch-site': 'none' }],
])('a page of %s writes nothing', (_, headers) => {
  for (const url of ['/', '/yarns/1', '/api/v1/weighings', '/api/runs/1/events', '/api/archive', '/api/yarns/import'])
    expect(ask({ ...headers, ...json }, 'POST', url)).toBe(403);
});

test('our own pages write, and so does a program that is no page', () => {
  expect(ask({ ...page, ...json }, 'POST', '/api/runs/1/events')).toBeNull();
  expect(ask({ ...page, 'content-type': 'text/plain;charset=UTF-8' }, 'POST', '/yarns/1')).toBeNull();
  expect(ask(json, 'POST', '/api/v1/weighings')).toBeNull();
});

test('what other sites would show inside of themselves is not given; a link to a page is followed', () => {
  const shown = (dest: string, mode: string) =>
    ask({ 'sec-fetch-site': 'cross-site', 'sec-fetch-dest': dest, 'sec-fetch-mode': mode }, 'GET', '/api/pictures/1');
  expect(shown('image', 'no-cors')).toBe(403);
  expect(shown('iframe', 'navigate')).toBe(403);
  expect(shown('empty', 'cors')).toBe(403);
  expect(shown('document', 'navigate')).toBeNull();
});

test.each(['/yarns/%ff', '/yarns/1%0a', '/yarns/%00', '/%e0%a4%a'])('%s cannot be read', (url) =>
  expect(ask({}, 'GET', url)).toBe(400),
);

test('only what says that it is JSON is read as such; what is too large is refused before it is sent', () => {
  expect(ask({ 'content-type': 'text/plain' }, 'POST', '/api/v1/weighings')).toBe(415);
  expect(ask({ 'content-type': 'application/json; charset=utf-8' }, 'POST', '/api/v1/weighings')).toBeNull();
  const large = (megabytes: number) => ({ ...json, 'content-length': String(megabytes * 1024 * 1024) });
  expect(ask(large(5), 'POST', '/api/v1/weighings')).toBe(413);
  expect(ask(large(2), 'POST', '/yarns/1')).toBe(413);
  expect(ask(large(20), 'POST', '/api/yarns/1/pictures')).toBeNull();
  expect(ask(large(21), 'POST', '/api/yarns/1/pictures')).toBe(413);
  expect(ask({ 'content-type': 'image/png', 'content-length': '20971520' }, 'POST', '/api/market/logo')).toBeNull();
  expect(ask(large(21), 'POST', '/api/market/logo')).toBe(413);
  expect(ask(large(300), 'POST', '/api/archive')).toBeNull();
});

test('no other methods', () => expect(ask({}, 'DELETE', '/api/v1/yarn')).toBe(405));

test('scripts run by their nonce only, and nobody frames a page', () => {
  const headers = guardHeaders('abc', false);
  const [scripts] = /script-src [^;]+/.exec(headers['content-security-policy']!)!;
  expect(scripts).toContain("'nonce-abc'");
  expect(scripts).not.toMatch(/unsafe-inline|'unsafe-eval'/);
  expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'cross-origin-resource-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
  });
});
