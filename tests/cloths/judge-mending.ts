/** How well mending does on planted faults: how many are gone, and how often something new is to be looked at. */
import {
  type Filler,
  FREE_ANGLES,
  faults,
  mend,
  mendParts,
  type Placed,
  pixelPlan,
  plantFault,
  toldAs,
} from '../../src/core';
import { isThere } from './judge';
import { GROUND, LEADS, makeCloth, WEIGHTS } from './make-cloth';

/** What may be laid in patches: all but the heroes, near to the sizes in use. */
export function fillersOf(placements: Placed[]): Filler[] {
  return ['wing', 'puff', 'oval', 'bow', 'bar', 'round'].flatMap((motif): Filler[] => {
    const scales = placements.filter((p) => p.motif === motif).map((p) => p.scale);
    if (!scales.length) return [];
    const usual = scales.reduce((s, v) => s + v, 0) / scales.length;
    return [
      {
        motif,
        lead: LEADS.get(motif) ?? -1,
        scales: [usual * 0.6, usual, usual * 1.4],
        angles: [...FREE_ANGLES],
      },
    ];
  });
}

type Mending = { gone: number; fresh: number; before: number; after: number; ms: number };

export function judgeMending(
  count: number,
  seed: number,
  kinds: readonly string[] = faults(),
): Record<string, Mending> {
  const out: Record<string, Mending> = {};
  for (const fault of kinds) {
    const sum: Mending = { gone: 0, fresh: 0, before: 0, after: 0, ms: 0 };
    for (let n = 0; n < count; n++) {
      const cloth = makeCloth(n, seed);
      const planted = plantFault(cloth.silhouettes, fault, WEIGHTS, seed * 131 + n);
      const begun = performance.now();
      const { before, after } = mend(
        { ground: GROUND, motifs: cloth.motifs, placements: planted.placements },
        pixelPlan(cloth.layout, cloth.cell, 150),
        { style: cloth.style, leads: LEADS },
        mendParts().map((m) => m.part),
        { locked: new Set(), fillers: fillersOf(planted.placements) },
      );
      sum.ms += (performance.now() - begun) / count;
      const [was, is] = [before, after].map((r) => r.findings.filter((f) => f.severity === 'warning'));
      sum.before += was.length / count;
      sum.after += is.length / count;
      if (!is.some((f) => toldAs(fault).includes(f.kind) && isThere(f, planted, cloth))) sum.gone++;
      const kinds = new Set(was.map((f) => f.kind));
      if (is.some((f) => !kinds.has(f.kind))) sum.fresh++;
    }
    out[fault] = sum;
  }
  return out;
}
