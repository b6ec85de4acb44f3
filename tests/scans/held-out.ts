/** Manners of drawing that intake was not made by: only counted on. */
import { bits, bumpy, curl, type Drawn, FILLS, f, INKS, pick, type Random, smooth } from './shapes';

export const HELD_OUT = ['brush', 'collage', 'gouache'] as const;
export type HeldOut = (typeof HELD_OUT)[number];

/** Brush and ink: a loop and branches of strokes that swell and taper, nothing filled; the finest ends are fine lines. */
function brush(r: number, random: Random): Drawn {
  const ink = pick(INKS, random);
  const loop = smooth(bumpy(r * 0.5, 7, 0.25, random));
  let art = `<path d="${loop}" fill="none" stroke="${ink}" stroke-width="${f(0.6 + 0.8 * random())}"/>`;
  const lines: Drawn['lines'] = [];
  for (let k = 0; k < 4; k++) {
    const way = curl(r * 0.45, k * 1.6 + random(), r * 0.5, random);
    const [thick, thin] = [0.5 + 0.6 * random(), 0.1 + 0.12 * random()];
    for (let n = 0; n + 1 < way.length; n++) {
      const wide = thick + ((thin - thick) * n) / (way.length - 1);
      art += `<path d="${bits([way[n], way[n + 1]])}" fill="none" stroke="${ink}" stroke-linecap="round" stroke-width="${f(wide)}"/>`;
    }
    lines.push({ points: way.slice(-7, -1), wide: thin * 1.3, ink });
  }
  return { art, cover: art.replaceAll(ink, '#fff'), shut: [{ x: 0, y: 0, r: r * 0.2 }], lines };
}

/** Cut paper stuck on: flat, sharp-edged, a pale piece that stands over the edge of a dark one, and a close soft shadow all round. */
function collage(r: number, random: Random): Drawn {
  const ways = [0, 1, 2].map((k) => {
    const n = 4 + Math.floor(4 * random());
    const turn = 6.3 * random();
    const size = r * [0.62, 0.4, 0.3][k];
    const [x, y] = k ? [r * 0.42 * Math.cos(turn), r * 0.42 * Math.sin(turn)] : [0, 0];
    const at = Array.from({ length: n }, (_, i): [number, number] => {
      const t = turn + (i * 2 * Math.PI) / n;
      const d = size * (0.8 + 0.4 * random());
      return [x + d * Math.cos(t), y + d * Math.sin(t)];
    });
    return `${bits(at)} Z`;
  });
  const colours = [pick(INKS, random), '#f1e2c4', pick(FILLS, random)];
  const paint = (of: (k: number) => string) =>
    ways.map((d, k) => `<path d="${d}" fill="${of(k)}"/>`).join('');
  return {
    art: paint((k) => colours[k]),
    cover: paint(() => '#fff'),
    shut: [],
    lines: [],
    shadow: `<g transform="translate(.35 .45)">${paint(() => '#000')}</g>`,
  };
}

/** Gouache: opaque tints side by side, some near to white at the edge, with a darker bead where the paint dried, and pale strokes over it. */
function gouache(r: number, random: Random): Drawn {
  const body = smooth(bumpy(r * 0.85, 10, 0.3, random));
  const tints = ['#f3d9cf', '#cfe3df', '#e9d3a2', '#b9a6cf', '#e79f86'];
  const [left, right] = [pick(tints, random), pick(FILLS, random)];
  const strokes = Array.from({ length: 5 }, () => {
    const [x, y] = [r * (random() - 0.5), r * (random() - 0.5)];
    return `<path d="M ${f(x)} ${f(y)} q ${f(r * 0.2)} ${f(-r * 0.2)} ${f(r * 0.45)} ${f(r * 0.1)}" fill="none" stroke="#fdf6ea" stroke-width="${f(0.3 + 0.5 * random())}"/>`;
  });
  return {
    art: `<clipPath id="g"><path d="${body}"/></clipPath><g clip-path="url(#g)"><rect x="${f(-r)}" y="${f(-r)}" width="${f(r)}" height="${f(2 * r)}" fill="${left}"/><rect y="${f(-r)}" x="-.1" width="${f(r + 0.1)}" height="${f(2 * r)}" fill="${right}"/>${strokes.join('')}<path d="${body}" fill="none" stroke="#5a3b4a" stroke-opacity=".22" stroke-width=".5"/></g>`,
    cover: `<path d="${body}" fill="#fff"/>`,
    shut: [],
    lines: [],
  };
}

export const DRAW_HELD_OUT: Record<HeldOut, (r: number, random: Random) => Drawn> = {
  brush,
  collage,
  gouache,
};
