import { ArgumentError, LIMITS } from '../../units';
import { SCALE } from '../fields';
import { kindOfLayer } from '../layers';
import type { Project } from '../schema';
import { type Edit, edit } from './edit';

/** Lengths are kept to this, mm: there and back is the same place. */
const FINEST = 1e9;
const kept = (v: number) => Math.round(v * FINEST) / FINEST;

/** What of a document has a size, and what it may be: to be made larger or smaller together. */
function sizesOf({
  brief,
  placements,
  layers,
  reserves,
  grain,
}: Project): { now: number; least: number; most: number }[] {
  const cell = { least: LIMITS.minMm, most: LIMITS.maxMm };
  return [
    { now: brief.widthMm, ...cell },
    { now: brief.heightMm, ...cell },
    ...placements.map((p) => ({ now: p.scale, ...SCALE })),
    ...layers.flatMap((l) => kindOfLayer(l)?.growing(l) ?? []).filter((g) => Number.isFinite(g.most)),
    ...reserves.map(({ r }) => ({ now: r, least: 1, most: 1500 })),
    ...[grain.ink, grain.cloth].flatMap((g) => (g ? [{ now: g.sizeMm, least: 0.2, most: 20 }] : [])),
  ];
}

/** How much smaller and larger a whole design can be made, times its size now. */
export function resizeRange(project: Project): { least: number; most: number } {
  const sizes = sizesOf(project);
  return {
    least: Math.max(...sizes.map((s) => s.least / s.now)),
    most: Math.min(...sizes.map((s) => s.most / s.now)),
  };
}

/**
 * Makes a whole design larger or smaller: its cell, all that is laid, its drawings and tiles, reserved places and grain alike. The art
 * itself is never resampled: it prints with so many times fewer ppi.
 * @param factor times its size now. @throws ArgumentError beyond resizeRange.
 */
export const resizeDesign = (factor: number): Edit =>
  edit('Size of the whole design', (d) => {
    const { least, most } = resizeRange(d as Project);
    if (!(factor >= least * (1 - 1e-9) && factor <= most * (1 + 1e-9)))
      throw new ArgumentError(
        `This design can be made ${Math.ceil(least * 100)} to ${Math.floor(most * 100)} % of its size: something in it would be too small or too large beyond that.`,
      );
    const by = (v: number) => kept(v * factor);
    d.brief.widthMm = by(d.brief.widthMm);
    d.brief.heightMm = by(d.brief.heightMm);
    for (const p of d.placements) Object.assign(p, { x: by(p.x), y: by(p.y), scale: by(p.scale) });
    for (const l of d.layers) for (const { now, set } of kindOfLayer(l)?.growing(l) ?? []) set(by(now));
    for (const r of d.reserves) Object.assign(r, { x: by(r.x), y: by(r.y), r: by(r.r) });
    for (const g of [d.grain.ink, d.grain.cloth]) if (g) g.sizeMm = by(g.sizeMm);
    for (const f of d.dismissed) Object.assign(f, { x: by(f.x), y: by(f.y) });
  });
