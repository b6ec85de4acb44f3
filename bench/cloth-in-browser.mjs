/**
 * The cloth under the hand in the browser: a bolt of 120 (then 400) placements of 2000 px motifs is put on the
 * shelf; one is dragged, the wheel zooms, the layout is switched. Told: the time from a pointer or wheel event to
 * the end of the frame that shows it, and frames between. Run `npm run bench -- cloth` on a built app.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { launch } from '../scripts/chromium.mjs';

const PORT = 4397;
const LONG_PX = 2000;
const server = spawn(process.execPath, ['scripts/demo.mjs', '--built'], {
  env: { ...process.env, PORT: `${PORT}` },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.on('data', (d) => `${d}`.includes('ready') && resolve()));
const browser = await chromium.launch(launch);

const demo = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));
const assets = [];
for (const m of demo.motifs) {
  const k = LONG_PX / Math.max(m.width, m.height);
  const [width, height] = [Math.round(m.width * k), Math.round(m.height * k)];
  const png = await sharp(`public/demo/assets/${m.asset}.png`)
    .resize(width, height, { fit: 'fill' })
    .png()
    .toBuffer();
  m.ppi *= k;
  Object.assign(m, { width, height, asset: createHash('sha256').update(png).digest('hex') });
  assets.push([m.asset, png.toString('base64')]);
}

/** A drawing of 7200 px and a painted ground, each with much on it. */
async function picture(id, side, ppi, inside) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}">${inside}</svg>`;
  const png = await sharp(Buffer.from(svg), { limitInputPixels: false })
    .ensureAlpha()
    .png({ compressionLevel: 3 })
    .toBuffer();
  const asset = createHash('sha256').update(png).digest('hex');
  assets.push([asset, png.toString('base64')]);
  return { ...demo.motifs[0], id, name: id, asset, width: side, height: side, ppi, sheet: null, box: null };
}
const waves = Array.from(
  { length: 90 },
  (_, k) =>
    `<path d="M0 ${80 * k} Q 1800 ${80 * k - 300} 3600 ${80 * k} T 7200 ${80 * k}" fill="none" stroke="hsl(${k * 13} 50% 40%)" stroke-width="14"/>`,
);
const drawing = await picture('drawing', 7200, 600, waves.join(''));
const turbulence =
  '<filter id="f" x="0" y="0" width="1" height="1"><feTurbulence baseFrequency=".01" numOctaves="4"/><feColorMatrix values=".3 0 0 0 .5 0 .3 0 0 .6 0 0 .3 0 .6 0 0 0 0 1"/></filter><rect width="100%" height="100%" filter="url(#f)"/>';
const ground = await picture('ground', 1800, 300, turbulence);
const LAYERS = [
  {
    kind: 'tile',
    id: 'under',
    picture: 'ground',
    size: { widthMm: 152.4, heightMm: 152.4 },
    colour: { as: 'itself' },
  },
  { kind: 'drawing', id: 'drawn', picture: 'drawing', x: 152.4, y: 152.4, scale: 1 },
  { kind: 'placements', id: 'placements' },
];

/** A bolt with so many placements, spread evenly, each about as large as they then are; on a drawing and a painted ground, or not. */
function boltOf(count, layered) {
  const across = Math.ceil(Math.sqrt(count));
  const placements = Array.from({ length: count }, (_, n) => ({
    id: `p${n}`,
    motif: demo.motifs[n % demo.motifs.length].id,
    x: ((n % across) + 0.5) * (304.8 / across),
    y: (Math.floor(n / across) + 0.5) * (304.8 / across),
    angle: ((n * 47) % 360) - 179,
    scale: count > 200 ? 0.45 : 0.7,
    mirror: n % 2 === 0,
  }));
  const layers = layered ? { pictures: [drawing, ground], layers: LAYERS } : {};
  const id = `heavy-${count}${layered ? '-layered' : ''}`;
  return { ...demo, id, name: id, sheets: [], placements, ...layers };
}

const quantile = (list, q) => {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
};
const told = (name, list) =>
  console.log(
    `${name}: p50 ${quantile(list, 0.5).toFixed(1)}, p95 ${quantile(list, 0.95).toFixed(1)}, worst ${Math.max(...list).toFixed(1)} ms (${list.length})`,
  );

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByTestId('bolt').waitFor();
  for (const [count, layered] of [
    [120, false],
    [400, false],
    [60, false],
    [60, true],
  ]) {
    const named = `${count} placements${layered ? ' on a drawing and a ground' : ''}`;
    await page.evaluate(
      async ([project, pictures]) => {
        const db = await new Promise((resolve) => {
          const ask = indexedDB.open('hexaplex');
          ask.onsuccess = () => resolve(ask.result);
        });
        const tx = db.transaction(['bolts', 'heads', 'assets'], 'readwrite');
        tx.objectStore('bolts').put({ id: project.id, project, at: 0 });
        const { id, name, brief, layout } = project;
        const head = { id, name, brief, layout: layout.kind, ground: '#ffffff', applied: 0 };
        tx.objectStore('heads').put({ ...head, changed: new Date().toISOString() });
        for (const [asset, base64] of pictures) {
          const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
          tx.objectStore('assets').put(new Blob([bytes], { type: 'image/png' }), asset);
        }
        await new Promise((resolve) => {
          tx.oncomplete = resolve;
        });
        db.close();
      },
      [boltOf(count, layered), assets],
    );
    await page.goto(`http://localhost:${PORT}/bolt/heavy-${count}${layered ? '-layered' : ''}`);
    await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor({ timeout: 120000 });
    await page.waitForTimeout(2500);
    await page.evaluate(() => {
      window.painted = [];
      window.frames = [];
      window.worked = [];
      const after = (begun) =>
        requestAnimationFrame((frame) => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => {
            const now = performance.now();
            window.painted.push(now - begun);
            window.worked.push(now - Math.max(begun, frame));
          };
          channel.port2.postMessage(0);
        });
      for (const type of ['pointermove', 'wheel']) {
        addEventListener(type, () => after(performance.now()), { capture: true, passive: true });
      }
      let last = 0;
      const tick = (t) => {
        if (last) window.frames.push(t - last);
        last = t;
        requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
    });
    const measured = async (name, work) => {
      await page.evaluate(() => {
        window.painted = [];
        window.worked = [];
        window.frames = [];
      });
      await work();
      const { painted, worked, frames } = await page.evaluate(() => ({
        painted: window.painted,
        worked: window.worked,
        frames: window.frames,
      }));
      told(`${named}, ${name}, event to painted`, painted);
      told(`${named}, ${name}, the frame itself`, worked);
      told(`${named}, ${name}, between frames`, frames);
    };
    await page.getByTestId('cloth').focus();
    await page.keyboard.press('n');
    await page.keyboard.press('0');
    await page.waitForTimeout(1500);
    const box = await page.getByTestId('handles').boundingBox();
    const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 + 10 };
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.waitForTimeout(150);
    await measured('drag', async () => {
      for (let k = 1; k <= 120; k++) {
        await page.mouse.move(at.x + 90 * Math.sin(k / 12), at.y + 60 * Math.sin(k / 7));
        await page.waitForTimeout(16);
      }
    });
    await page.mouse.up();
    await page.waitForTimeout(2500);
    // A change asks for a check; the hand is on the motif again before it has ended.
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Check, not yet' }).waitFor();
    await page.mouse.down();
    await measured('drag during a check', async () => {
      for (let k = 1; k <= 60; k++) {
        await page.mouse.move(at.x + 90 * Math.sin(k / 12), at.y + 60 * Math.sin(k / 7));
        await page.waitForTimeout(16);
      }
    });
    await page.mouse.up();
    await page.keyboard.press('Escape');
    await page.waitForTimeout(800);
    await measured('wheel zoom', async () => {
      for (let k = 0; k < 100; k++) {
        await page.mouse.wheel(0, k % 50 < 25 ? -40 : 40);
        await page.waitForTimeout(16);
      }
    });
    await page.waitForTimeout(1500);
    await page.keyboard.press('1');
    const switches = [];
    for (const name of ['Straight', 'Brick', 'Diamond', 'Half-drop', 'Straight', 'Half-drop']) {
      await page.waitForTimeout(1500);
      switches.push(
        await page.evaluate(
          (label) =>
            new Promise((resolve) => {
              const radio = [...document.querySelectorAll('[role=radio]')].find(
                (r) => r.textContent === label,
              );
              const begun = performance.now();
              radio.click();
              requestAnimationFrame(() => {
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - begun);
                channel.port2.postMessage(0);
              });
            }),
          name,
        ),
      );
    }
    told(`${count} placements, layout switched, press to painted`, switches);
  }
} finally {
  await browser.close();
  server.kill();
}
