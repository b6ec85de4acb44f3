import type { Placed } from '../render';
import { checkNow, middleGap, toMend, type Work } from './work';

/** How unlike in size two may be that change places, and how much smaller one may become to fit. */
const SIZE = 1.8;
const SMALLER = [1, 0.92, 0.84];
/** Twins are looked for within so many middle gaps. */
const BESIDE = 1.3;

/**
 * Lets one of two twins change places with another motif of about its size, so that none of the two comes to lie beside
 * its like; where none may, another motif takes its place. How many were mended.
 */
export function untwin(work: Work): number {
  let mended = 0;
  for (const f of toMend(work, checkNow(work), ['twins'])) {
    const free = f.placements.map(Number).filter((n) => !work.locked.has(n));
    if (free.some((n) => changePlaces(work, n) || replace(work, n))) mended++;
  }
  return mended;
}

const areaOf = ({ ground }: Work, p: Placed) => (ground.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;

/** The placement with another motif of the same printed area. */
function as(work: Work, p: Placed, motif: string, angle: number, smaller: number): Placed {
  const one = work.ground.outlines.get(motif)?.areaMm2 ?? 1;
  return { ...p, motif, angle, scale: Math.sqrt(areaOf(work, p) / one) * smaller };
}

/** Whether a piece clears everything and has none of its like beside it. */
function fits(work: Work, n: number, gapMm: number, middle: number): boolean {
  const { ground, leads } = work;
  const p = ground.placed(n);
  for (const near of ground.around(n, middle * BESIDE)) {
    if (near.gap < gapMm) return false;
    if (typeof near.piece !== 'number' || near.piece === n) continue;
    const other = ground.placed(near.piece);
    if (other.motif === p.motif) return false;
    const lead = leads.get(p.motif) ?? -1;
    if (lead >= 0 && lead === leads.get(other.motif) && near.gap < middle * 0.7) return false;
  }
  return true;
}

function changePlaces(work: Work, n: number): boolean {
  const { ground, locked } = work;
  const middle = middleGap(work);
  const p = ground.placed(n);
  const area = areaOf(work, p);
  const others = Array.from({ length: ground.count }, (_, m) => m)
    .filter((m) => m !== n && !locked.has(m) && ground.placed(m).motif !== p.motif)
    .map((m) => ({ m, unlike: Math.abs(Math.log(areaOf(work, ground.placed(m)) / area)) }))
    .filter(({ unlike }) => unlike < Math.log(SIZE))
    .sort((a, b) => a.unlike - b.unlike);
  for (const { m } of others) {
    const q = ground.placed(m);
    for (const smaller of SMALLER) {
      ground.set(n, as(work, p, q.motif, q.angle, smaller));
      ground.set(m, as(work, q, p.motif, p.angle, smaller));
      if (fits(work, n, middle * 0.5, middle) && fits(work, m, middle * 0.5, middle)) return true;
    }
    ground.set(n, p);
    ground.set(m, q);
  }
  return false;
}

function replace(work: Work, n: number): boolean {
  const { ground, scene } = work;
  const middle = middleGap(work);
  const p = ground.placed(n);
  for (const motif of scene.motifs.keys()) {
    if (motif === p.motif) continue;
    for (const smaller of SMALLER) {
      ground.set(n, as(work, p, motif, p.angle, smaller));
      if (fits(work, n, middle * 0.5, middle)) return true;
    }
  }
  ground.set(n, p);
  return false;
}
