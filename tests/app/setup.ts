import 'fake-indexeddb/auto';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { configure } from '@testing-library/dom';
import { afterEach, beforeEach, expect, vi } from 'vitest';
import { GET as mill } from '../../app/stand-ins/mill/solids/route';
import { GET as scanner } from '../../app/stand-ins/scanner/route';
import { startSvg } from '../../src/engine/art/svg';
import { installCanvas } from './canvas';
import { CLOTH } from './cloth';
import { catchDownloads } from './downloads';
import { WorkerInProcess } from './worker';

/*
 * The application without a browser: happy-dom is the page, Skia its canvases, fake-indexeddb its storage, and the
 * services of the workers run in the process of the tests.
 */

const require = createRequire(import.meta.url);

const TYPES: Record<string, string> = {
  json: 'application/json',
  png: 'image/png',
  jpg: 'image/jpeg',
  wasm: 'application/wasm',
};

/** What the server and the build would answer, read from the project. */
async function answer(asked: string | URL | Request): Promise<Response> {
  const { pathname } = new URL(asked instanceof Request ? asked.url : asked, 'http://localhost');
  if (pathname === '/stand-ins/scanner') return scanner();
  if (pathname === '/stand-ins/mill/solids') return mill();
  const packed = /\/((?:@[^/]+\/)?[^/]+\/(?:files|dist)\/[^/]+)$/.exec(pathname);
  const path =
    pathname.startsWith('/demo') || pathname.startsWith('/profiles')
      ? `public${pathname}`
      : packed && require.resolve(packed[1]);
  if (!path) return new Response('Not found', { status: 404 });
  const bytes = await readFile(path).catch(() => null);
  if (!bytes) return new Response('Not found', { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: { 'Content-Type': TYPES[path.split('.').at(-1) ?? ''] ?? '' },
  });
}

/** Tells once how large an element is. */
class Sized {
  constructor(private readonly tell: (entries: { contentRect: DOMRect }[]) => void) {}
  observe(element: Element) {
    this.tell([{ contentRect: element.getBoundingClientRect() }]);
  }
  unobserve() {}
  disconnect() {}
}

/** The page is as wide as a desk's, light, and whoever looks at it asks for no motion. */
const MEDIA = [/prefers-reduced-motion/, /min-width:\s*\d{1,3}px|min-width:\s*1[01]\d\dpx/];
window.matchMedia = (media: string) =>
  Object.assign(new EventTarget(), {
    ...{ media, matches: MEDIA.some((m) => m.test(media)), onchange: null },
    ...{ addListener() {}, removeListener() {} },
  }) as MediaQueryList;

Object.assign(globalThis, {
  ...{ Worker: WorkerInProcess, fetch: answer, ResizeObserver: Sized },
  requestIdleCallback: (act: () => void) => setTimeout(act, 0),
  cancelIdleCallback: clearTimeout,
});
Element.prototype.getBoundingClientRect = () => new DOMRect(0, 0, CLOTH.width, CLOTH.height);
Element.prototype.setPointerCapture = () => {};
Element.prototype.scrollIntoView = () => {};
Object.assign(window, { innerWidth: 1280, innerHeight: 800 });
Object.defineProperty(navigator, 'storage', {
  value: {
    estimate: async () => ({ usage: 5e6, quota: 1e10 }),
    persisted: async () => false,
    persist: async () => false,
  },
  configurable: true,
});
installCanvas();
catchDownloads();
void startSvg(readFile('node_modules/@resvg/resvg-wasm/index_bg.wasm'));
configure({ defaultHidden: true, asyncUtilTimeout: 20_000 });

vi.mock('next/navigation', () => import('./navigation'));
vi.mock('next/link', async () => ({ default: (await import('./navigation')).Link }));

/** Nothing may be written to the console as an error. */
const said: unknown[][] = [];
console.error = (...words) => void said.push(words);
beforeEach(() => void said.splice(0));
afterEach(() => expect(said).toEqual([]));
