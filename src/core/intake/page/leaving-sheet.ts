import type { Raster } from '../../raster';
import { counted, pxToMm } from '../../units';

/** Art that leaves the sheet: over which edge, and where along it, mm from its top or left end. */
export type Leaving = { side: 'left' | 'right' | 'top' | 'bottom'; fromMm: number; longMm: number };

/** Stretches nearer than this are one piece, shorter ones a speck, mm. */
const JOIN_MM = 1;
const LEAST_MM = 0.8;
/** How far in from the edge art may end and still leave the sheet, mm: a scan loses its rim. */
const RIM_MM = 0.25;

/** The stretches of each edge of a sheet over which art leaves it. @param mask 1 where there is art. */
export function leavingSheet(mask: Uint8Array, width: number, height: number, ppi: number): Leaving[] {
  const rim = Math.max(1, Math.round((RIM_MM * ppi) / 25.4));
  const mm = (px: number) => pxToMm(px, ppi);
  const along = (
    side: Leaving['side'],
    long: number,
    at: (t: number, depth: number) => number,
  ): Leaving[] => {
    const out: { from: number; to: number }[] = [];
    for (let t = 0; t < long; t++) {
      let on = 0;
      for (let d = 0; d < rim && !on; d++) on = mask[at(t, d)];
      if (!on) continue;
      const last = out.at(-1);
      if (last && mm(t - last.to) <= JOIN_MM) last.to = t + 1;
      else out.push({ from: t, to: t + 1 });
    }
    return out
      .filter(({ from, to }) => mm(to - from) >= LEAST_MM)
      .map(({ from, to }) => ({ side, fromMm: mm(from), longMm: mm(to - from) }));
  };
  return [
    ...along('left', height, (t, d) => t * width + d),
    ...along('right', height, (t, d) => t * width + width - 1 - d),
    ...along('top', width, (t, d) => d * width + t),
    ...along('bottom', width, (t, d) => (height - 1 - d) * width + t),
  ];
}

/** Where the edges of its page cut a piece off. @param piece its art, and where its box lies on the page, px; from the box's corner on, mm. */
export function cutByPage(
  { x, y, art }: { x: number; y: number; art: Raster },
  page: { width: number; height: number },
  ppi: number,
): Leaving[] {
  const on = {
    left: x === 0,
    top: y === 0,
    right: x + art.width === page.width,
    bottom: y + art.height === page.height,
  };
  if (!Object.values(on).includes(true)) return [];
  const mask = new Uint8Array(art.width * art.height);
  for (let p = 0; p < mask.length; p++) mask[p] = art.data[p * 4 + 3] >= 128 ? 1 : 0;
  return leavingSheet(mask, art.width, art.height, ppi).filter((l) => on[l.side]);
}

/** Where along the edges opposite stretches count as one, mm. */
const MEETS_MM = 2;
/** So many of the stretches have to come back for the edge to be drawn on over. */
const MOST = 0.75;
const mm = (v: number) => `${Math.round(v)}\u00a0mm`;
const AT = { left: 'on the left', right: 'on the right', top: 'at the top', bottom: 'at the bottom' };

/** Whether what leaves one edge comes back on the other. */
function comesBack(one: readonly Leaving[], other: readonly Leaving[]): boolean {
  const met = (l: Leaving) =>
    other.some((o) => Math.abs(o.fromMm + o.longMm / 2 - l.fromMm - l.longMm / 2) < MEETS_MM + l.longMm / 2);
  return one.length > 0 && other.length > 0 && one.filter(met).length >= MOST * one.length;
}

/**
 * Art that leaves the sheet, in words: a sentence for each edge, none where all stays on it. `meant`: it comes back on the other
 * side, as in a drawing that goes on over the join.
 */
export function leavingText(leaving: readonly Leaving[]): { text: string; meant: boolean }[] {
  const on = (side: Leaving['side']) => leaving.filter((l) => l.side === side);
  const told = (side: Leaving['side']): { text: string; meant: boolean }[] => {
    const list = on(side).map((l) => l.longMm);
    if (!list.length) return [];
    const long = Math.max(...list);
    const text =
      list.length === 1
        ? `One piece leaves the sheet ${AT[side]}, ${mm(long)} of the edge.`
        : `${list.length} pieces leave the sheet ${AT[side]}, the longest ${mm(long)} of the edge.`;
    return [{ text, meant: false }];
  };
  return (
    [
      ['left', 'right'],
      ['top', 'bottom'],
    ] as const
  ).flatMap(([one, other]) => {
    const [a, b] = [on(one), on(other)];
    if (comesBack(a, b) && comesBack(b, a))
      return [
        {
          text: `What leaves the sheet ${AT[one]} comes back ${AT[other]}: ${counted(Math.max(a.length, b.length), 'piece')}.`,
          meant: true,
        },
      ];
    return [...told(one), ...told(other)];
  });
}

/** A piece that the edge of its page cuts off, in words; empty where none does. */
export function cutOffText(leaving: readonly Leaving[]): string {
  if (!leaving.length) return '';
  const at = leaving.map((l) => `${AT[l.side]}, ${mm(l.longMm)} of it`);
  return `Cut off by the page's edge ${at.join('; ')}.`;
}

/** Whether a drawing goes on straight over its sheet's edges: art leaves it, and wherever it does it comes back right across. */
export const comesBackStraight = (leaving: readonly Leaving[]): boolean =>
  leaving.length > 0 && leavingText(leaving).every((l) => l.meant);
