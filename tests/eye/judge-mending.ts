/** How well mending does on what is planted in cloths of other means: gone, nothing new, and how little was changed for it. */
import { type Filler, FREE_ANGLES, type Mended, mend, mendParts, pixelPlan, toldAs } from '../../src/core';
import type { Piece } from './capsules';
import { type EyeCloth, sceneOf } from './cloths';
import type { Planted } from './faults';
import { isThere } from './judge';

/** What may be laid in patches: the small motifs, near to the sizes in use. */
function fillersOf({ kinds, leads }: EyeCloth, pieces: Piece[]): Filler[] {
  return kinds.flatMap((k, motif): Filler[] => {
    const scales = pieces.filter((p) => p.motif === motif).map((p) => p.mm / k.mm);
    if (!scales.length || k.large === 0) return [];
    const usual = scales.reduce((s, v) => s + v, 0) / scales.length;
    const lead = leads.get(`m${motif}`) ?? -1;
    return [
      {
        motif: `m${motif}`,
        lead,
        scales: [usual * 0.6, usual, Math.min(1, usual * 1.4)],
        angles: [...FREE_ANGLES],
      },
    ];
  });
}

export type MendVerdict = {
  gone: boolean;
  told: boolean;
  fresh: string[];
  share: number;
  mended: Mended;
  ms: number;
};

/** Mends all of a cloth with a fault. `share`: of its placements that lie otherwise; one alone counts as none. */
export function mendOne(
  cloth: EyeCloth,
  fault: Omit<Planted, 'pieces' | 'note'>,
  pieces: Piece[],
): MendVerdict {
  const begun = performance.now();
  const mended = mend(
    sceneOf(cloth, pieces),
    pixelPlan(cloth.layout, cloth.cell, 150),
    { leads: cloth.leads },
    mendParts().map((m) => m.part),
    { locked: new Set(), fillers: fillersOf(cloth, pieces) },
  );
  const ms = performance.now() - begun;
  const of = (r: Mended['after']) => r.findings.filter((f) => f.severity === 'warning');
  const there = (r: Mended['after']) =>
    of(r).some((f) => toldAs(fault.fault).includes(f.kind) && isThere(f, fault, cloth));
  const kinds = new Set(of(mended.before).map((f) => f.kind));
  return {
    gone: !there(mended.after),
    told: there(mended.before),
    fresh: of(mended.after).flatMap((f) => (kinds.has(f.kind) ? [] : f.kind)),
    share: mended.changed.count <= 1 ? 0 : mended.changed.count / mended.changed.of,
    mended,
    ms,
  };
}
