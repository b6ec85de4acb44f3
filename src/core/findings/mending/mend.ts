import { latticeOf, nearestCopy, type PixelPlan } from '../../lattice';
import { type Filler, type Outline, SilhouetteIndex } from '../../lay';
import type { Placed, Scene } from '../../render';
import { layingOutlineOf } from '../cloth/measures';
import { readLayers } from '../cloth/read-layers';
import type { Found } from '../found';
import type { Mend } from '../kind';
import { WANTS } from '../limits';
import { findingModules, kindOf } from '../registry';
import { type CheckOptions, type CheckReport, pieceLeads, runCheck } from '../report';
import { movedBy, placedNow, type Work } from './work';

/** All parts of mending, in the order in which they are done. */
export const mendParts = (): Mend[] =>
  [...findingModules.all().flatMap((m) => m.mend ?? [])].sort((a, b) => a.turn - b.turn);

export type Mended = {
  /** What lies on the cloth then: placements of the scene in their order, then what was added. */
  placements: Placed[];
  /** How many were mended by each part. What could not be mended without bringing something new to look at was left. */
  done: { part: string; count: number }[];
  /** How many placements lie otherwise than before, of how many, and how far the farthest was moved, mm. */
  changed: { count: number; of: number; farthestMm: number };
  before: CheckReport;
  after: CheckReport;
};

/** So many of one part are mended at the most, and so often what a mend brought with it is mended in turn. */
const MOST = 12;
const FOLLOW = 3;
const BROUGHT = 4;
/** How many mends may pass that leave as much to look at, before one leaves less. */
const DEBT = 2;
/** A finding of the same kind this near, mm, is the same one. */
const SAME_MM = 4;

const warnings = (found: readonly Found[]) => found.filter((f) => f.severity === 'warning');
const mends = (part: Mend, f: Found) => {
  const kind = kindOf(f.kind);
  return kind?.mends && findingModules.of(f.kind)?.mend === part;
};
const countOf = (found: readonly Found[], kind: string) => found.filter((f) => f.kind === kind).length;

/** What lies otherwise than it did. */
function changesOf(was: Placed[], now: Placed[]): Mended['changed'] {
  let count = 0;
  let farthestMm = 0;
  for (const [n, p] of was.entries()) {
    const q = now[n];
    const by = movedBy(p, q);
    if (by < 1e-6 && p.motif === q.motif && p.scale === q.scale && p.angle === q.angle) continue;
    count++;
    farthestMm = Math.max(farthestMm, by);
  }
  return { count, of: was.length, farthestMm };
}

/**
 * Mends what was found, one finding after the other, each by the fewest changes that do it. What would leave as much to look
 * at, or something of a new kind, is not done; what is locked is never touched.
 * @param parts the parts that are done, by name.
 * @param may which placements stay as they are (by number), what may be laid in patches, the one finding that is to be mended
 * when not all are, and those that are left as they are.
 */
export function mend(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions,
  parts: readonly string[],
  may: May,
): Mended {
  const read = readLayers(scene, plan);
  if (!read.layers.length) return mendLaid(scene, plan, options, parts, may);
  // Pieces of pictures stay where they are drawn; what is laid makes way for them.
  const at = new Map(read.laid.map((k, n) => [k, n]));
  const locked = new Set(
    read.scene.placements.flatMap((_, k) => (at.has(k) && !may.locked.has(at.get(k) ?? -1) ? [] : [k])),
  );
  const leads = new Map([...(options.leads ?? []), ...pieceLeads(read.layers, options.inks ?? [])]);
  const told = mendLaid(read.scene, plan, { ...options, leads }, parts, { ...may, locked });
  const { placements, changed } = told;
  return {
    ...told,
    placements: [
      ...read.laid.map((k, n) => placements[k] ?? scene.placements[n]),
      ...placements.slice(read.scene.placements.length),
    ],
    changed: { ...changed, of: scene.placements.length },
  };
}

type May = {
  locked: Set<number>;
  fillers: Filler[];
  only?: Found | null;
  leave?: readonly Found[];
  onProgress?: (share: number) => void;
};

function mendLaid(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions,
  parts: readonly string[],
  may: May,
): Mended {
  const cell = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const lattice = latticeOf(plan.layout, cell);
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
  const look = (): CheckReport => {
    const placements = placedNow(work).map((p, n) => ({ ...p, id: `${n}` }));
    return runCheck({ ...scene, placements }, plan, { ...options, knownLines: true });
  };
  const work: Work = {
    scene,
    silhouettes,
    fillers,
    locked: may.locked,
    leads: options.leads ?? new Map(),
    check: () => warnings(look().findings),
  };
  const before = look();
  const known = new Set(warnings(before.findings).map((f) => f.kind));
  /** Whether a finding is another again: of its kind, and about the same placements or at the same place. */
  const same = (f: Found, g: Found) => {
    if (f.kind !== g.kind) return false;
    if (f.placements.length && f.placements.length === g.placements.length)
      return f.placements.every((id) => g.placements.includes(id));
    const at = nearestCopy(lattice, f.at, g.at);
    return Math.hypot(at.x - g.at.x, at.y - g.at.y) < SAME_MM;
  };
  /** Lanes and rows have no one place: of those there must be fewer. */
  const isGone = (f: Found, left: readonly Found[], open: readonly Found[]) =>
    'along' in f ? countOf(left, f.kind) < countOf(open, f.kind) : !left.some((g) => same(f, g));
  let now = before;

  /** Mends one finding by one of its ways; what that brings is mended with it, or all is as it was. */
  const tryOne = (part: Mend, f: Found, attempt: number): boolean => {
    const was = placedNow(work);
    const open = warnings(now.findings);
    if (!part.run(work, f, attempt)) {
      work.silhouettes = work.silhouettes.like(was);
      return false;
    }
    let then = look();
    for (let k = 0; k < FOLLOW; k++) {
      const brought = warnings(then.findings).filter((g) => !open.some((o) => same(g, o)));
      if (!brought.length || brought.length > BROUGHT) break;
      for (const g of brought) if (g.kind !== f.kind) findingModules.of(g.kind)?.mend?.run(work, g, 0);
      then = look();
    }
    const left = warnings(then.findings);
    const better =
      isGone(f, left, open) && left.length <= open.length && left.every((g) => known.has(g.kind));
    if (better) now = then;
    else work.silhouettes = work.silhouettes.like(was);
    return better;
  };

  const numbers = new Map(scene.placements.map((p, n) => [p.id, `${n}`]));
  const numbered = (f: Found) => ({ ...f, placements: f.placements.map((id) => numbers.get(id) ?? '') });
  const only = may.only ? numbered(may.only) : null;
  const leave = (may.leave ?? []).map(numbered);
  const done: Mended['done'] = [];
  const wanted = mendParts().filter(({ part }) => parts.includes(part));
  for (const [k, part] of wanted.entries()) {
    let count = 0;
    // A mend may show another of its kind: it is kept if that one is mended too.
    let kept = { placements: placedNow(work), report: now, count };
    const given: Found[] = [...leave];
    for (let round = 0; round < MOST && count - kept.count <= DEBT; round++) {
      const f = warnings(now.findings).find(
        (g) => mends(part, g) && !given.some((o) => same(o, g)) && (!only || round > 0 || same(only, g)),
      );
      if (!f || (only && round > 0 && count === kept.count)) break;
      let mended = false;
      for (let attempt = 0; attempt < (part.ways ?? 1) && !mended; attempt++)
        mended = tryOne(part, f, attempt);
      if (mended) count++;
      else given.push(f);
      if (warnings(now.findings).length < warnings(kept.report.findings).length)
        kept = { placements: placedNow(work), report: now, count };
      may.onProgress?.((k + (round + 1) / (MOST + 1)) / wanted.length);
    }
    work.silhouettes = work.silhouettes.like(kept.placements);
    now = kept.report;
    if (kept.count) done.push({ part: part.part, count: kept.count });
    may.onProgress?.((k + 1) / wanted.length);
  }
  const placements = placedNow(work);
  return { placements, done, changed: changesOf(scene.placements, placements), before, after: now };
}
