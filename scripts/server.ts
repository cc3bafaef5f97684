/** The app's own server: the gate first, then everything else. `PORT` and `LAZY_ACORN_DB` say where; `--dev` reloads live. */
import { randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import next from 'next';
import sirv from 'sirv';
import { guardHeaders, turnedAway } from '../server/common/gate';
import { Turns } from '../server/common/turns';

const HOST = '127.0.0.1';
const port = Number(process.env.PORT ?? 4310);
const dev = process.argv.includes('--dev');
const own = [HOST, 'localhost', '[::1]'].map((name) => `${name}:${port}`);

/** Pages drawn at once. More would only make each of them late. */
const PAGES_AT_ONCE = 4;
const pages = new Turns(PAGES_AT_ONCE);
/** What a browser fetches in case somebody goes there never holds up who has gone. */
const inCase = new Turns(1);

/** Headers by which a proxy speaks for another; here nobody does. */
const SPOKEN_FOR = ['x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port', 'x-forwarded-for', 'forwarded'];

/** What was built never changes under its name, and lies there packed small. */
const BUILT = '/_next/static/';
const ONE_YEAR_SECONDS = 365 * 24 * 3600;
const built = dev ? null : sirv('.next/static', { brotli: true, immutable: true, maxAge: ONE_YEAR_SECONDS });

// The maps of all that was built would be read at the start, which would take a fifth longer.
if (!dev) process.setSourceMapsEnabled(false);

const app = next({ dev, hostname: HOST, port });
const answer = app.getRequestHandler();
void app.prepare().then(() => createServer((request, response) => void enter(request, response)).listen(port, HOST));

async function enter(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const nonce = randomBytes(16).toString('base64');
  for (const [name, value] of Object.entries(guardHeaders(nonce, dev))) response.setHeader(name, value);
  const { method = '', url = '/', headers } = request;
  const refusal = turnedAway({ method, url, headers }, own);
  if (refusal) {
    const words = Buffer.from(JSON.stringify({ error: { message: refusal.message, path: '' } }));
    response.writeHead(refusal.status, { 'content-type': 'application/json', 'content-length': words.length });
    response.write(words);
    // The line stays open until all has come: closed on whoever is still sending, it would take the answer with it.
    request.resume().once('close', () => response.end());
    return;
  }
  for (const name of SPOKEN_FOR) delete headers[name];
  // The pages read the nonce for their scripts from here.
  headers['content-security-policy'] = String(response.getHeader('content-security-policy'));
  headers['x-nonce'] = nonce;
  if (built && url.startsWith(BUILT)) {
    request.url = url.slice(BUILT.length - 1);
    return built(request, response, () => {
      request.url = url;
      return answer(request, response);
    });
  }
  if (!isPage(method, url)) return answer(request, response);
  const gone = new AbortController();
  response.once('close', () => gone.abort());
  const done = await (headers['next-router-prefetch'] ? inCase : pages).take(gone.signal);
  if (!done) return;
  response.once('close', done);
  if (gone.signal.aborted) return done();
  await answer(request, response);
}

/** What is drawn anew each time; counts, devices and files do not wait for it. */
function isPage(method: string, url: string): boolean {
  return method === 'GET' && !url.startsWith('/api/') && !url.startsWith('/_next/');
}
