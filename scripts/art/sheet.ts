import type { Board } from './brush';
import { cloudy, noise, seeded } from './noise';

/** A4 at 300 ppi. */
export const PAGE = { width: 2480, height: 3508, ppi: 300 };
const SKEW = (1.2 * Math.PI) / 180;

export type Laid = { board: Board; x: number; y: number };

export type Page = typeof PAGE;

/** Boards set in rows from the top left; each box keeps its own room. */
export function layOut(boards: Board[], page: Page = PAGE): Laid[] {
  const gap = 78 * (page.ppi / 300);
  const rows: { y: number; height: number; x: number }[] = [];
  const order = boards.map((board, n) => ({ board, n })).sort((a, b) => b.board.height - a.board.height);
  const out: (Laid & { n: number })[] = [];
  const k = page.ppi / 300;
  let y = 150 * k;
  for (const { board, n } of order) {
    let row = rows.find((r) => r.x + board.width < page.width - 110 * k && board.height <= r.height);
    if (!row) {
      row = { y, height: board.height, x: 130 * k };
      rows.push(row);
      y += board.height + gap;
    }
    out.push({ board, n, x: row.x, y: row.y + (row.height - board.height) / 2 });
    row.x += board.width + gap;
  }
  if (y > page.height - 60 * k) throw new Error(`The motifs need ${y} px; the page has ${page.height}.`);
  return out.sort((a, b) => a.n - b.n).map(({ board, x, y: top }) => ({ board, x, y: top }));
}

/** The page as a flatbed would see it: askew, unevenly lit, with dust, fibres and pencil. RGB bytes. */
export function scanPage(laid: Laid[], seed: number, page: Page = PAGE, skew = SKEW): Uint8Array {
  const { width, height } = page;
  const k300 = page.ppi / 300;
  const art = new Float32Array(width * height * 3).fill(1);
  for (const { board, x: ox, y: oy } of laid) {
    for (let y = 0; y < board.height; y++) {
      const to = ((Math.round(oy) + y) * width + Math.round(ox)) * 3;
      art.set(board.rgb.subarray(y * board.width * 3, (y + 1) * board.width * 3), to);
    }
  }
  pencil(art, laid, seed, page);
  const out = new Uint8Array(width * height * 3);
  const [c, s] = [Math.cos(skew), Math.sin(skew)];
  const paper = [0.962, 0.943, 0.9];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const dx = x - width / 2;
      const dy = y - height / 2;
      const u = Math.max(0, Math.min(width - 2, dx * c + dy * s + width / 2));
      const v = Math.max(0, Math.min(height - 2, -dx * s + dy * c + height / 2));
      const iu = Math.floor(u);
      const iv = Math.floor(v);
      const fu = u - iu;
      const fv = v - iv;
      const i = (iv * width + iu) * 3;
      const light =
        1.0 -
        0.07 * (x / width) -
        0.05 * (1 - y / height) ** 2 +
        0.012 * (cloudy(x / 700 / k300, y / 700 / k300, seed) - 0.5);
      const grain =
        (noise(x / 1.6 / k300, y / 1.6 / k300, seed + 2) - 0.5) * 0.012 +
        (cloudy(x / 9 / k300, y / 9 / k300, seed + 5) - 0.5) * 0.01;
      for (let k = 0; k < 3; k++) {
        const a = art[i + k] * (1 - fu) + art[i + 3 + k] * fu;
        const b = art[i + width * 3 + k] * (1 - fu) + art[i + width * 3 + 3 + k] * fu;
        const value = (a * (1 - fv) + b * fv) * paper[k] * light + grain;
        out[(y * width + x) * 3 + k] = Math.max(0, Math.min(255, Math.round(value * 255)));
      }
    }
  }
  dust(out, seed, page);
  return out;
}

/** Faint construction lines through the middle of the larger motifs. */
function pencil(art: Float32Array, laid: Laid[], seed: number, { width, height }: Page) {
  const mark = (x: number, y: number, strength: number) => {
    const ix = Math.round(x);
    const iy = Math.round(y);
    if (ix < 0 || iy < 0 || ix >= width || iy >= height) return;
    const share = strength * (noise(x / 2, y / 2, seed + 8) > 0.42 ? 1 : 0.25);
    for (let k = 0; k < 3; k++) art[(iy * width + ix) * 3 + k] *= 1 - share;
  };
  for (const [n, { board, x, y }] of laid.entries()) {
    if (board.width < 500) continue;
    const mid = y + board.height / 2;
    for (let t = -40; t < board.width + 30; t += 0.7) {
      const wave = (cloudy(t / 160, n * 9, seed) - 0.5) * 14;
      mark(x + t, mid + wave, 0.09);
      mark(x + t, mid + wave + 1, 0.06);
    }
  }
}

function dust(out: Uint8Array, seed: number, { width, height }: Page) {
  const random = seeded(seed);
  const dab = (x: number, y: number, r: number, dark: number) => {
    for (let dy = -2; dy <= 2; dy++) {
      for (let dx = -2; dx <= 2; dx++) {
        const share = Math.max(0, Math.min(1, r - Math.hypot(dx, dy) + 0.5)) * dark;
        const px = Math.round(x) + dx;
        const py = Math.round(y) + dy;
        if (px < 0 || py < 0 || px >= width || py >= height || share === 0) continue;
        for (let k = 0; k < 3; k++) out[(py * width + px) * 3 + k] *= 1 - share;
      }
    }
  };
  for (let n = 0; n < 240; n++)
    dab(random() * width, random() * height, 0.6 + random() * 1.4, 0.25 + random() * 0.5);
  for (let n = 0; n < 5; n++) {
    let x = random() * width;
    let y = random() * height;
    let a = random() * 6.28;
    for (let t = 0; t < 40; t++) {
      dab(x, y, 0.7, 0.2);
      a += (random() - 0.5) * 0.4;
      x += Math.cos(a);
      y += Math.sin(a);
    }
  }
}
