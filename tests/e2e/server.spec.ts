import { type IncomingHttpHeaders, request } from 'node:http';
import { expect, test } from '@playwright/test';

type Answer = { status: number; headers: IncomingHttpHeaders; text: string };

/** Asks the server itself, as no browser would. */
const ask = (path: string, method = 'GET', headers: Record<string, string> = {}, body = '') =>
  new Promise<Answer>((resolve, reject) => {
    const asked = request({ port: 4399, host: 'localhost', path, method, headers }, (answer) => {
      let text = '';
      answer.setEncoding('utf8');
      answer.on('data', (part) => {
        text += part;
      });
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
    });
    asked.on('error', reject);
    asked.end(body);
  });

test('every answer carries a policy, says nothing of what made it, and cannot be framed or sniffed', async () => {
  const { text } = await ask('/');
  const script = /\/_next\/static\/[^"]+\.js/.exec(text)?.[0] ?? '';
  for (const path of [
    '/',
    '/bolt/x',
    '/nowhere',
    script,
    '/demo/kite-weather.json',
    '/icon.svg',
    '/stand-ins/mill/solids',
  ]) {
    const { headers } = await ask(path);
    expect(headers['content-security-policy'], path).toContain("default-src 'none'");
    expect(headers['x-content-type-options'], path).toBe('nosniff');
    expect(headers['x-powered-by'], path).toBeUndefined();
  }
  const nonces = await Promise.all([ask('/'), ask('/')]);
  const [a, b] = nonces.map((n) => /nonce-([^']+)/.exec(String(n.headers['content-security-policy']))?.[1]);
  expect(a).not.toBe(b);
});

test('what is not asked for in good order is answered plainly', async () => {
  const large = 'x'.repeat(5_000_000);
  for (const [path, method, body] of [
    ['/', 'POST', large],
    ['/stand-ins/scanner', 'POST', large],
    ['/', 'DELETE', ''],
    ['/', 'TRACE', ''],
    ['/demo/kite-weather.json', 'TRACE', ''],
    ['/demo/kite-weather.json', 'PUT', large],
  ] as const) {
    const { status, text } = await ask(path, method, {}, body);
    expect([400, 405], `${method} ${path}`).toContain(status);
    expect(text.length).toBeLessThan(200);
  }
  for (const path of [
    '/%E0%A4%A',
    '/bolt/%',
    '/demo/..%2f..%2fpackage.json',
    '/demo/%2e%2e/%2e%2e/package.json',
  ]) {
    const { status, text } = await ask(path);
    expect([400, 404, 308], path).toContain(status);
    expect(text).not.toContain('dependencies');
    expect(text).not.toMatch(/at .*\.(js|ts):\d/);
  }
  expect((await ask('/_next/image?url=%2Ficon.svg&w=64&q=75')).status).toBe(404);
  for (const host of ['example.org', 'localhost.example.org:4399', 'xlocalhost'])
    expect((await ask('/', 'GET', { host })).status, host).toBe(421);
});
