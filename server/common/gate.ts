import type { IncomingHttpHeaders } from 'node:http';
import { limitOf, tooLargeWords } from './limits';

/**
 * Who may come in. Every request passes here before any page, action or route sees it: pages of other sites, and other
 * names that lead to this machine, neither read nor write.
 */

/** What a request says of itself. */
export interface Asked {
  method: string;
  /** Path and query, as they were sent. */
  url: string;
  headers: IncomingHttpHeaders;
}

export interface TurnedAway {
  status: 400 | 403 | 405 | 413 | 415 | 421;
  message: string;
}

const READS = ['GET', 'HEAD'];
const METHODS = [...READS, 'POST'];

/**
 * Why a request is not let in; null where it is.
 *
 * @param own addresses of this server, as they stand in a Host header: `127.0.0.1:4310`
 * @example
 * turnedAway({ method: 'GET', url: '/', headers: { host: 'evil.example' } }, ['127.0.0.1:4310'])?.status // => 421
 */
export function turnedAway({ method, url, headers }: Asked, own: readonly string[]): TurnedAway | null {
  if (!own.includes((headers.host ?? '').toLowerCase()))
    return {
      status: 421,
      message: 'Lazy Acorn answers at its own address only, the one that it printed as it started',
    };
  if (!isReadable(url)) return { status: 400, message: 'this address has a mistake in it' };
  if (!METHODS.includes(method)) return { status: 405, message: 'this server reads by GET and writes by POST' };
  const from = headers['sec-fetch-site'];
  if (READS.includes(method)) return maySee(headers) ? null : ELSEWHERE;
  if (from === undefined ? !isOwnOrigin(headers.origin, own) : from !== 'same-origin') return ELSEWHERE;
  return contentRefused(url, headers);
}

const ELSEWHERE: TurnedAway = { status: 403, message: 'pages of other sites can neither read nor write here' };

/** What the pages of other sites may not show inside of themselves: anything but a link that somebody follows. */
function maySee(headers: IncomingHttpHeaders): boolean {
  const from = headers['sec-fetch-site'];
  if (from === undefined || from === 'same-origin' || from === 'none') return true;
  return headers['sec-fetch-mode'] === 'navigate' && headers['sec-fetch-dest'] === 'document';
}

/** A request without an origin comes from a program, not from a page. */
function isOwnOrigin(origin: string | undefined, own: readonly string[]): boolean {
  return origin === undefined || own.some((host) => origin === `http://${host}`);
}

function isReadable(url: string): boolean {
  try {
    return !/[\u0000-\u001f\u007f]/.test(decodeURIComponent(url.split('?')[0]!));
  } catch {
    return false;
  }
}

function contentRefused(url: string, headers: IncomingHttpHeaders): TurnedAway | null {
  const { largestBytes, type } = limitOf(url.split('?')[0]!);
  if (type && !type.test(headers['content-type'] ?? ''))
    return { status: 415, message: 'say in content-type that this is JSON: application/json' };
  if (Number(headers['content-length'] ?? 0) > largestBytes)
    return { status: 413, message: tooLargeWords(largestBytes) };
  return null;
}

/** What every answer carries, so that a browser keeps other sites out. */
export function guardHeaders(nonce: string, developing: boolean): Record<string, string> {
  return {
    'content-security-policy': [
      "default-src 'self'",
      `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${developing ? " 'unsafe-eval'" : ''}`,
      // The components set their own styles as they are shown.
      "style-src 'self' 'unsafe-inline'",
      "img-src 'self' data: blob:",
      "worker-src 'self' blob:",
      `connect-src 'self'${developing ? ' ws:' : ''}`,
      "object-src 'none'",
      "base-uri 'none'",
      "form-action 'self'",
      "frame-ancestors 'none'",
    ].join('; '),
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'cross-origin-resource-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
    'referrer-policy': 'same-origin',
    'permissions-policy':
      'geolocation=(), payment=(), usb=(), camera=(self), microphone=(self), screen-wake-lock=(self)',
  };
}
