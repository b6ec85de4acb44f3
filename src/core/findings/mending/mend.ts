import type { PixelPlan } from '../../lattice';
import { type Filler, type Outline, SilhouetteIndex } from '../../lay';
import type { Placed, Scene } from '../../render';
import { layingOutlineOf } from '../cloth/measures';
import type { Found } from '../found';
import type { Mend } from '../kind';
import { WANTS } from '../limits';
import { findingModules } from '../registry';
import { type CheckOptions, type CheckReport, runCheck } from '../report';
import { ease, placedNow, type Work } from './work';

/** Evens the gaps of the whole cloth, by small steps only. */
const SETTLE: Mend = {
  part: 'settle',
  name: 'Settle',
  turn: Number.POSITIVE_INFINITY,
  run(work) {
    const before = placedNow(work);
    ease(work);
    return placedNow(work).filter((p, n) => Math.hypot(p.x - before[n].x, p.y - before[n].y) > 0.05).length;
  },
  summary: (n) => `${n} settled`,
};

/** All parts of mending, in the order in which they are done. */
export const mendParts = (): Mend[] =>
  [...findingModules.all().flatMap((m) => m.mend ?? []), SETTLE].sort((a, b) => a.turn - b.turn);

/** Does a part; where it upsets the cloth, what it leaves too near or too far apart is put right with it. */
function runPart(part: Mend, work: Work, attempt: number): number {
  const count = part.run(work, attempt);
  if (!count || !part.upsets) return count;
  const rest = { ...work, only: null };
  for (const { mend } of findingModules.all()) if (mend && !mend.upsets) mend.run(rest, 0);
  return part.upsets.again ? Math.max(count, part.run(work, attempt)) : count;
}

export type Mended = {
  /** What lies on the cloth then: placements of the scene in their order, then what was added. */
  placements: Placed[];
  /** How many were mended by each part; parts that would have brought a new fault were not done. */
  done: { part: string; count: number }[];
  before: CheckReport;
  after: CheckReport;
};

const warnings = (report: CheckReport) => report.findings.filter((f) => f.severity === 'warning');

/**
 * Mends what was found, part by part. A part that leaves more to look at than there was, or something of a new kind, is
 * taken back; what is locked is never touched.
 * @param parts the parts that are done, by name.
 * @param may which placements stay as they are (by number), what may be laid in patches, and the one finding that is
 * to be mended when not all are.
 */
export function mend(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions,
  parts: readonly string[],
  may: {
    locked: Set<number>;
    fillers: Filler[];
    only?: Found | null;
    onProgress?: (share: number) => void;
  },
): Mended {
  const cell = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const outlines = new Map(
    [...scene.motifs].map(([id, art]): [string, Outline] => [id, layingOutlineOf(art)]),
  );
  const silhouettes = new SilhouetteIndex(plan.layout, cell, outlines, options.reserves);
  for (const p of scene.placements) silhouettes.add(p);
  // A filler is laid no larger than its pixels print.
  const { ppi } = options.wants ?? WANTS;
  const fillers = may.fillers.flatMap((f): Filler[] => {
    const most = (scene.motifs.get(f.motif)?.ppi ?? 0) / ppi;
    const [least, usual, largest] = f.scales;
    return most < least ? [] : [{ ...f, scales: [least, Math.min(usual, most), Math.min(largest, most)] }];
  });
  const checkNow = () => {
    const placements = placedNow(work).map((p, n) => ({ ...p, id: `${n}` }));
    return runCheck({ ...scene, placements }, plan, options);
  };
  const work: Work = {
    scene,
    silhouettes,
    fillers,
    locked: may.locked,
    leads: options.leads ?? new Map(),
    only: may.only ?? null,
    check: () => checkNow().findings,
  };
  const before = checkNow();
  let now = before;
  const done: Mended['done'] = [];
  const wanted = mendParts().filter(({ part }) => parts.includes(part));
  for (const [k, part] of wanted.entries()) {
    const was = placedNow(work);
    const kinds = new Set(warnings(before).map((f) => f.kind));
    for (let attempt = 0; attempt < (part.ways ?? 1); attempt++) {
      const count = runPart(part, work, attempt);
      if (!count) break;
      const then = checkNow();
      if (warnings(then).length <= warnings(now).length && warnings(then).every((f) => kinds.has(f.kind))) {
        now = then;
        done.push({ part: part.part, count });
        break;
      }
      work.silhouettes = work.silhouettes.like(was);
    }
    may.onProgress?.((k + 1) / wanted.length);
  }
  return { placements: placedNow(work), done, before, after: now };
}
