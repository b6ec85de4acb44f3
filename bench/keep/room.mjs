/** What the benches of what is kept share: the app started and ended, a browser, and the shelf read and laid by the browser itself. */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { launch } from '../../scripts/chromium.mjs';

export { calibration } from '../../scripts/calibration.mjs';

/** The app as it was built, on a port of its own; `end` stops it. */
export async function startApp(port) {
  const server = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-p', `${port}`, '-H', '127.0.0.1'],
    {
      stdio: 'ignore',
    },
  );
  const url = `http://localhost:${port}`;
  for (let n = 0; n < 200; n++) {
    if ((await fetch(url).catch(() => null))?.ok) break;
    await new Promise((r) => setTimeout(r, 100));
  }
  return { url, end: () => server.kill() };
}

export const startBrowser = () => chromium.launch(launch);

export const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];

/** Numbers between 0 and 1, the same at each run. */
export function numbers(seed) {
  let now = seed;
  return () => {
    now = (now * 1103515245 + 12345) % 2147483648;
    return now / 2147483648;
  };
}

export const demo = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));

/**
 * A bolt of many motifs and placements: the demo's motifs in other hues, each a picture of its own; `enlarged` times as many
 * pixels each way, or to so many `pixels` in all, with a grain of so many levels then.
 */
export async function largeBolt({ id, motifs, placements, enlarged: times = 1, pixels, grain = 4 }) {
  const pictures = [];
  const made = [];
  for (let n = 0; n < motifs; n++) {
    const from = demo.motifs[n % demo.motifs.length];
    const turn = (n * 37) % 360;
    const enlarged = pixels ? Math.sqrt(pixels / (from.width * from.height)) : times;
    const size = { width: Math.round(from.width * enlarged), height: Math.round(from.height * enlarged) };
    let picture = sharp(`public/demo/assets/${from.asset}.png`).modulate({
      hue: n < demo.motifs.length ? 0 : turn,
    });
    if (enlarged > 1)
      picture = await grained(picture.resize(size.width, size.height, { fit: 'fill' }), n + 1, grain);
    const ppi = from.ppi * enlarged;
    const png = await picture.withMetadata({ density: ppi }).png({ compressionLevel: 6 }).toBuffer();
    const asset = createHash('sha256').update(png).digest('hex');
    pictures.push({ asset, bytes: png.toString('base64') });
    made.push({ ...from, ...size, ppi, asset, id: `m${n}`, name: `${from.name} ${n}` });
  }
  const side = Math.ceil(Math.sqrt(placements));
  const cell = demo.brief.widthMm / side;
  const random = numbers(7);
  const laid = Array.from({ length: placements }, (_, n) => ({
    ...demo.placements[0],
    id: `p${n}`,
    motif: `m${n % motifs}`,
    x: ((n % side) + 0.5) * cell,
    y: (Math.floor(n / side) + 0.5) * cell,
    angle: Math.round(random() * 359),
    scale: 0.18,
    z: n,
  }));
  return { project: { ...demo, id, name: id, motifs: made, placements: laid, groups: undefined }, pictures };
}

async function grained(picture, seed, levels) {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  let x = seed;
  for (let i = 0; i < data.length; i++) {
    if (i % 4 === 3 || !data[i - (i % 4) + 3]) continue;
    x = (x * 1103515245 + 12345) & 0x7fffffff;
    data[i] = Math.max(0, Math.min(255, data[i] + ((x >> 16) % (2 * levels + 1)) - levels));
  }
  return sharp(data, { raw: info });
}

/** Lays bolts on the shelf, without the app. The page must be of the app's address. */
export const lay = (page, projects, pictures = [], thumbnailOf = 'kite-weather') =>
  page.evaluate(
    async ([docs, blobs, like]) => {
      const answer = (ask) =>
        new Promise((resolve, reject) => {
          ask.onsuccess = () => resolve(ask.result);
          ask.onerror = () => reject(ask.error);
        });
      const db = await answer(indexedDB.open('hexaplex'));
      const assets = blobs.map(({ asset, bytes }) => {
        const own = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
        return [asset, new Blob([own], { type: 'image/png' })];
      });
      const tx = db.transaction(['heads', 'bolts', 'thumbnails', 'assets'], 'readwrite');
      const picture = await answer(tx.objectStore('thumbnails').get(like));
      for (const [asset, blob] of assets) tx.objectStore('assets').put(blob, asset);
      for (const [n, project] of docs.entries()) {
        const { id, name, brief, layout } = project;
        tx.objectStore('bolts').put({ id, project, at: 0 });
        tx.objectStore('heads').put({
          ...{ id, name, brief, layout: layout.kind, ground: '#f4ecdc', applied: 0 },
          changed: new Date(Date.now() - n * 1000).toISOString(),
        });
        if (picture) tx.objectStore('thumbnails').put(picture, id);
      }
      await new Promise((resolve, reject) => {
        tx.oncomplete = resolve;
        tx.onerror = () => reject(tx.error);
      });
      db.close();
    },
    [projects, pictures, thumbnailOf],
  );

/** What the shelf has of a bolt: steps done, and the patches of the last one. */
export const steps = (page, id) =>
  page.evaluate(async (key) => {
    const answer = (ask) =>
      new Promise((resolve) => {
        ask.onsuccess = () => resolve(ask.result);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const head = await answer(db.transaction('heads').objectStore('heads').get(key));
    const last = await answer(
      db
        .transaction('history')
        .objectStore('history')
        .get([key, head.applied - 1]),
    );
    db.close();
    return { applied: head.applied, patches: last?.patches ?? [] };
  }, id);

/** All that was worked out of bolts and kept is gone, as on a machine that never opened them. */
export const forgetDerived = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('hexaplex');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const tx = open.result.transaction('derived', 'readwrite');
          tx.objectStore('derived').clear();
          tx.oncomplete = () => {
            open.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
  );
