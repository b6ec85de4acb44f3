import { type NextRequest, NextResponse } from 'next/server';

/** The names that this server answers to; `HEXAPLEX_HOSTS` (with commas between) names others it is put up under. */
const HOSTS = new Set([
  'localhost',
  '127.0.0.1',
  '[::1]',
  ...(process.env.HEXAPLEX_HOSTS ?? '').split(',').flatMap((name) => name.trim().toLowerCase() || []),
]);

/** Nothing may be done with what is said in plain words. */
const PLAIN = {
  'Content-Type': 'text/plain; charset=utf-8',
  'Content-Security-Policy': "default-src 'none'",
};

/** Why a request is not answered; null when it is. A page of elsewhere that has this machine's address in its name gets nothing. */
function refused(request: NextRequest): Response | null {
  const host = (request.headers.get('host') ?? '').toLowerCase().replace(/:\d+$/, '');
  if (!HOSTS.has(host))
    return new Response('This server does not answer to that name.', { status: 421, headers: PLAIN });
  if (request.method !== 'GET' && request.method !== 'HEAD')
    return new Response('Only GET and HEAD are answered here.', {
      status: 405,
      headers: { ...PLAIN, Allow: 'GET, HEAD' },
    });
  try {
    decodeURIComponent(new URL(request.url).pathname);
  } catch {
    return new Response('This address is not in order.', { status: 400, headers: PLAIN });
  }
  return null;
}

/** A strict policy for every page, with a fresh nonce for each request. */
export function proxy(request: NextRequest) {
  const no = refused(request);
  if (no) return no;
  const nonce = btoa(crypto.randomUUID());
  const policy = [
    "default-src 'none'",
    `script-src 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('Content-Security-Policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}

export const config = { matcher: ['/((?!_next/static/|demo/|icon.svg).*)'] };
