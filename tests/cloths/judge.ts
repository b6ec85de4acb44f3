/** How well the check finds faults that were planted: recall, precision and place, kind by kind, and what clean cloths get. */
import {
  type Finding,
  faults,
  latticeOf,
  nearestCopy,
  type Placed,
  type Planted,
  pixelPlan,
  plantFault,
  runCheck,
  toldAs,
} from '../../src/core';
import { GROUND, LEADS, type MadeCloth, makeCloth, WEIGHTS } from './make-cloth';

/** Places may be off by this share of the cell. */
const NEAR = 0.05;
const ALONG_DEG = 8;

const look = (cloth: MadeCloth, placements: Placed[]) =>
  runCheck(
    {
      ground: GROUND,
      motifs: cloth.motifs,
      placements: placements.map((p, n) => ({ ...p, id: `p${n}` })),
    },
    pixelPlan(cloth.layout, cloth.cell, 150),
    { style: cloth.style, leads: LEADS },
  );

/** Whether a finding is the fault that was planted, at its place. */
function isThere(f: Finding, planted: Planted, cloth: MadeCloth): boolean {
  const lattice = latticeOf(cloth.layout, cloth.cell);
  const near = NEAR * Math.max(cloth.cell.width, cloth.cell.height);
  if (planted.along && 'along' in f) {
    const angle = (v: { x: number; y: number }) => (Math.atan2(v.y, v.x) * 180) / Math.PI;
    const turn = Math.abs(angle(f.along) - angle(planted.along)) % 180;
    if (Math.min(turn, 180 - turn) > ALONG_DEG) return false;
    const long = Math.hypot(planted.along.x, planted.along.y);
    const normal = { x: -planted.along.y / long, y: planted.along.x / long };
    const off = (f.at.x - planted.at.x) * normal.x + (f.at.y - planted.at.y) * normal.y;
    const area = Math.abs(lattice.a.x * lattice.b.y - lattice.a.y * lattice.b.x);
    const period = f.kind === 'row-up' ? f.apartMm : area / long;
    return Math.abs(off - Math.round(off / period) * period) <= near;
  }
  const at = nearestCopy(lattice, f.at, planted.at);
  return Math.hypot(at.x - planted.at.x, at.y - planted.at.y) <= near;
}

type Verdict = { recall: number; precision: number; planted: number };

/** Judges `count` clean cloths, and each of them with each fault. */
export function judge(count: number, seed: number, say?: (line: string) => void) {
  const cloths = Array.from({ length: count }, (_, n) => makeCloth(n, seed));
  const clean = cloths.map((c) => look(c, c.placements).findings);
  const warnings = clean.reduce((s, f) => s + f.filter((g) => g.severity === 'warning').length, 0) / count;
  const verdicts = {} as Record<string, Verdict>;
  for (const fault of faults()) {
    let found = 0;
    let right = 0;
    let all = clean.reduce(
      (s, f) => s + f.filter((g) => toldAs(fault).includes(g.kind) && g.severity === 'warning').length,
      0,
    );
    for (const [n, cloth] of cloths.entries()) {
      const planted = plantFault(cloth.silhouettes, fault, WEIGHTS, seed * 131 + n);
      const of = look(cloth, planted.placements).findings.filter(
        (f) => toldAs(fault).includes(f.kind) && f.severity === 'warning',
      );
      const there = of.filter((f) => isThere(f, planted, cloth));
      if (there.length) found++;
      else
        say?.(
          `${fault}: not found in cloth ${n} (${cloth.style}, ${cloth.layout.kind}, ${planted.placements.length} laid); found ${JSON.stringify(of.slice(0, 2))} planted ${JSON.stringify([planted.at, planted.along])}`,
        );
      if (of.length > there.length)
        say?.(
          `${fault}: false ${of.length - there.length} in cloth ${n} ${cloth.style} ${planted.placements.length}`,
        );
      right += there.length;
      all += of.length;
    }
    verdicts[fault] = { recall: found / count, precision: right / Math.max(1, all), planted: count };
  }
  return { warnings, verdicts, clean };
}
