/** Motifs as people draw them, by scripts, in four manners; each with what of it is art, and where paper shows through it. */
import { DRAW_HELD_OUT, type HeldOut } from './held-out';
import { bits, bumpy, curl, type Drawn, FILLS, f, INKS, pick, type Random, smooth } from './shapes';

export const MANNERS = ['outlined', 'washes', 'pencil', 'shaded'] as const;
export type Manner = (typeof MANNERS)[number];

/** Flat colour with an ink outline, fine or bold, that nearly closes; a white belly at its rim, white eyes, a handle, feelers. */
function outlined(r: number, random: Random): Drawn {
  const body = smooth(bumpy(r * 0.72, 9, 0.28, random));
  const [ink, fill] = [pick(INKS, random), pick(FILLS, random)];
  const wide = 0.12 + 0.25 * random();
  const turn = 360 * random();
  // The belly is bare paper inside the outline, over a third of the rim.
  const belly = `<clipPath id="b"><path d="${body}"/></clipPath><circle cx="${f(r * 0.75)}" r="${f(r * 0.55)}" fill="#fff" clip-path="url(#b)"/>`;
  const eye = `<circle cx="${f(-r * 0.2)}" cy="${f(-r * 0.2)}" r="${f(r * 0.14)}" fill="#fff" stroke="${ink}" stroke-width="${f(wide)}"/><circle cx="${f(-r * 0.18)}" cy="${f(-r * 0.2)}" r="${f(r * 0.05)}" fill="${ink}"/>`;
  const handle = { x: -r * 0.78, y: r * 0.1, r: r * 0.17 };
  const ring = `<circle cx="${f(handle.x)}" cy="${f(handle.y)}" r="${f(handle.r + 0.45)}" fill="none"`;
  const open = random() < 0.35 ? `stroke-dasharray="${f(r * 3)} 0.45"` : '';
  const feeler = curl(r * 0.55, -1.2 + 0.5 * random(), r * 0.5, random);
  const line = (0.09 + 0.16 * random()) as number;
  const limb = `<path d="${bits(feeler)}" fill="none" stroke-width="${f(line)}" stroke-linecap="round"`;
  return {
    art: `${ring} stroke="${ink}" stroke-width="0.9"/>${limb} stroke="${ink}"/><path d="${body}" fill="${fill}"/>${belly}<path d="${body}" fill="none" stroke="${ink}" stroke-width="${f(wide)}" ${open} stroke-dashoffset="${f(turn / 50)}"/>${eye}`,
    cover: `${ring} stroke="#fff" stroke-width="0.9"/>${limb} stroke="#fff"/><path d="${body}" fill="#fff" stroke="#fff" stroke-width="${f(wide)}"/>`,
    shut: [{ ...handle, r: handle.r * 0.8 }],
    lines: [{ points: feeler.slice(8), wide: line, ink }],
  };
}

/** Washes without an outline, pale toward one end, pooled at the rim. */
function washes(r: number, random: Random): Drawn {
  const petals = 1 + Math.floor(3 * random());
  let [art, cover] = ['', ''];
  for (let k = 0; k < petals; k++) {
    const path = smooth(bumpy(r * (petals > 1 ? 0.55 : 0.9), 8, 0.35, random));
    const at =
      petals > 1 ? `translate(${f(r * 0.28 * Math.cos(k * 2.4))} ${f(r * 0.28 * Math.sin(k * 2.4))})` : '';
    const [fill, id] = [pick(FILLS, random), `w${k}`];
    const pale = 0.1 + 0.15 * random();
    art += `<g transform="${at}"><linearGradient id="${id}" gradientTransform="rotate(${f(360 * random())} .5 .5)"><stop stop-color="${fill}" stop-opacity=".9"/><stop offset="1" stop-color="${fill}" stop-opacity="${f(pale)}"/></linearGradient><clipPath id="c${id}"><path d="${path}"/></clipPath><path d="${path}" fill="url(#${id})" stroke="${fill}" stroke-opacity="${f(pale + 0.12)}" stroke-width=".5" clip-path="url(#c${id})"/></g>`;
    cover += `<g transform="${at}"><path d="${path}" fill="#fff"/></g>`;
  }
  return { art, cover, shut: [], lines: [] };
}

/** Pencil or crayon: a contour drawn over and over, hatching that leaves paper between its strokes, a fine tendril. */
function pencil(r: number, random: Random): Drawn {
  const points = bumpy(r * 0.8, 8, 0.3, random);
  const body = smooth(points);
  const [ink, crayon] = [pick(INKS, random), pick(FILLS, random)];
  const wide = 0.14 + 0.22 * random();
  const step = 0.35 + 0.35 * random();
  const hatch = Array.from({ length: Math.ceil((2 * r) / step) }, (_, k) => {
    const x = -r + k * step + 0.12 * (random() - 0.5);
    return `<path d="M ${f(x)} ${f(-r)} L ${f(x + 0.3 * (random() - 0.5))} ${f(r)}" stroke="${crayon}" stroke-opacity="${f(0.45 + 0.5 * random())}" stroke-width="${f(0.2 + 0.25 * random())}"/>`;
  });
  const ways = [0, 1].map(() =>
    smooth(points.map(([x, y]) => [x + 0.16 * (random() - 0.5), y + 0.16 * (random() - 0.5)])),
  );
  const again = ways.map(
    (way) =>
      `<path d="${way}" fill="none" stroke="${ink}" stroke-opacity="${f(0.55 + 0.35 * random())}" stroke-width="${f(wide)}"/>`,
  );
  const feeler = curl(r * 0.6, 0.8 + random(), r * 0.6, random);
  const line = 0.1 + 0.14 * random();
  const limb = `<path d="${bits(feeler)}" fill="none" stroke-width="${f(line)}" stroke-linecap="round"`;
  return {
    art: `<clipPath id="p"><path d="${body}"/></clipPath><g clip-path="url(#p)"><g transform="rotate(${f(180 * random())})">${hatch.join('')}</g></g>${limb} stroke="${ink}"/>${again.join('')}`,
    cover: `${limb} stroke="#fff"/>${ways.map((way) => `<path d="${way}" fill="#fff" stroke="#fff" stroke-width="${f(wide)}"/>`).join('')}`,
    shut: [],
    lines: [{ points: feeler.slice(8), wide: line, ink }],
  };
}

/** Opaque and shaded, with a light that nears white at its rim; it stands off the paper and throws a soft shadow. */
function shaded(r: number, random: Random): Drawn {
  const body = smooth(bumpy(r * 0.8, 7, 0.3, random));
  const fill = pick(FILLS, random);
  const [lx, ly] = [0.2 + 0.6 * random(), 0.02 + 0.25 * random()];
  const legs = [-0.32, 0.32].map(
    (x) =>
      `<path d="M ${f(x * r)} ${f(r * 0.4)} L ${f(x * r * 0.7)} ${f(r * 0.95)} M ${f(x * r)} ${f(r * 0.9)} L 0 ${f(r * 0.95)}" fill="none" stroke-width=".8"`,
  );
  const limbs = (ink: string) => legs.map((l) => `${l} stroke="${ink}"/>`).join('');
  const cover = `${limbs('#fff')}<path d="${body}" fill="#fff"/>`;
  return {
    art: `${limbs('#5b3a1e')}<radialGradient id="s" cx="${f(lx)}" cy="${f(ly)}" r=".9"><stop stop-color="#fbf9f2"/><stop offset=".35" stop-color="${fill}"/><stop offset="1" stop-color="#2a2030"/></radialGradient><path d="${body}" fill="url(#s)"/>`,
    cover,
    shut: [{ x: 0, y: r * 0.86, r: r * 0.05 }],
    lines: [],
    shadow: `<g transform="translate(${f(0.9 + random())} ${f(1 + random())})" fill="#000" stroke="#000">${cover.replaceAll('#fff', '#000')}</g>`,
  };
}

const DRAW = { outlined, washes, pencil, shaded, ...DRAW_HELD_OUT };
export const drawMotif = (manner: Manner | HeldOut, r: number, random: Random): Drawn =>
  DRAW[manner](r, random);
