import type { CheckOptions, CheckReport, Finding } from '../check';
import type { PixelPlan } from '../lattice';
import type { Filler } from '../lay';
import type { Placed, Scene } from '../render';
import { fillAt, fillPatches } from './fill';
import { lighten } from './lighten';
import { separate } from './separate';
import { unlane } from './unlane';
import { unrow } from './unrow';
import { untwin } from './untwin';
import { begin, checkNow, ease, placedNow, type Work } from './work';

/** What can be mended, in the order it is done: each part may be left out. */
export const MEND_PARTS = ['weight', 'rows', 'lanes', 'patches', 'touches', 'twins', 'settle'] as const;
export type MendPart = (typeof MEND_PARTS)[number];

const lanes = (work: Work) => unlane(work, fillAt);

/** What a part leaves too near or too far apart on its way is put right with it. */
const tidied = (part: (work: Work, attempt: number) => number) => (work: Work, attempt: number) => {
  const count = part(work, attempt);
  const rest = { ...work, only: null };
  if (count) for (const tidy of [fillPatches, lanes, separate, untwin]) tidy(rest);
  return count;
};

/** What fills the room that a smaller piece leaves may weigh on it again. */
const weight = (work: Work, attempt: number) => {
  const count = tidied(lighten)(work, attempt);
  return count ? Math.max(count, lighten(work)) : 0;
};

const DO: Record<MendPart, (work: Work, attempt: number) => number> = {
  weight,
  rows: tidied(unrow),
  lanes,
  patches: fillPatches,
  touches: separate,
  twins: untwin,
  settle: easeAll,
};

/** Rows can be broken up in more ways than one: where the first brings a new fault, others are tried. */
const TRIES: Partial<Record<MendPart, number>> = { rows: 4 };

/** The part that mends a kind of finding. */
export const MENDED_BY: Partial<Record<Finding['kind'], MendPart>> = {
  heavy: 'weight',
  'row-up': 'rows',
  lane: 'lanes',
  'bare-patch': 'patches',
  'near-touch': 'touches',
  overlap: 'touches',
  'own-copy': 'touches',
  twins: 'twins',
};

/** Evens the gaps, by small steps only. */
function easeAll(work: Work): number {
  const before = placedNow(work);
  ease(work);
  return placedNow(work).filter((p, n) => Math.hypot(p.x - before[n].x, p.y - before[n].y) > 0.05).length;
}

export type Mended = {
  /** What lies on the cloth then: placements of the scene in their order, then what was added. */
  placements: Placed[];
  /** How many were mended by each part; parts that would have brought a new fault were not done. */
  done: { part: MendPart; count: number }[];
  before: CheckReport;
  after: CheckReport;
};

const looks = (report: CheckReport) => report.findings.filter((f) => f.severity === 'look');

/**
 * Mends what was found, part by part. A part that leaves more to look at than there was, or something of a new kind, is
 * taken back; what is locked
 * is never touched.
 * @param may which placements stay as they are (by number), what may be laid in patches, and the one finding that is
 * to be mended when not all are.
 */
export function mend(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions,
  parts: readonly MendPart[],
  may: {
    locked: Set<number>;
    fillers: Filler[];
    only?: Finding | null;
    onProgress?: (share: number) => void;
  },
): Mended {
  const work = begin(scene, plan, options, {
    locked: may.locked,
    fillers: may.fillers,
    only: may.only ?? null,
  });
  const before = checkNow(work);
  let now = before;
  const done: Mended['done'] = [];
  const wanted = MEND_PARTS.filter((p) => parts.includes(p));
  for (const [k, part] of wanted.entries()) {
    const was = placedNow(work);
    const kinds = new Set(looks(before).map((f) => f.kind));
    for (let attempt = 0; attempt < (TRIES[part] ?? 1); attempt++) {
      const count = DO[part](work, attempt);
      if (!count) break;
      const then = checkNow(work);
      if (looks(then).length <= looks(now).length && looks(then).every((f) => kinds.has(f.kind))) {
        now = then;
        done.push({ part, count });
        break;
      }
      work.ground = work.ground.like(was);
    }
    may.onProgress?.((k + 1) / wanted.length);
  }
  return { placements: placedNow(work), done, before, after: now };
}
