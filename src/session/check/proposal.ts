import {
  ArgumentError,
  cellOf,
  type Filler,
  FREE_ANGLES,
  isVector,
  latticeOf,
  layPlacements,
  nearestCopy,
  nth,
  type Offer,
  type Placed,
  type Placement,
  type Point,
  type Project,
  productOf,
  type ScatterMotif,
  type ScatterRules,
  scenePlacements,
} from '../../core';
import { evenness, fillPatch, type LayRequest, largestFit, scatter, settle, type Work } from '../../engine';
import { edit, useBolt } from '../bolt';
import { centreOn, silhouettesOf, useSprites, useView } from '../cloth';
import { jobTrouble, runJob, session, sessionStore } from '../kernel';
import { useChecks } from './checks';

export { evenness };

/** Something worked out that is shown on the cloth before it is kept. */
export type Proposal = {
  kind: 'scatter' | 'settle' | 'fill' | 'mend';
  /** The placements as they would be. */
  placements: Placement[];
  summary: string;
  /** Those that are new, for the hand to take up once they are kept. */
  fresh: string[];
  /** For a patch: what else would do, and which is on show. */
  offers?: { list: Offer[]; shown: number };
  /** For mending: its parts, which of them are in, and how many each mended. */
  mends?: { part: string; on: boolean; count: number }[];
};

type ProposalState = {
  proposal: Proposal | null;
  /** The document it was worked out for: another edit and it no longer holds. */
  of: Project | null;
  /** The cloth as it is, for the eye to compare. */
  before: boolean;
  trouble: string | null;
};
const NONE = { proposal: null, of: null, before: false, trouble: null };
export const useProposal = sessionStore<ProposalState>(() => NONE);

export const dropProposal = () => useProposal.setState({ proposal: null, of: null, before: false });

/** Keeps what is proposed, as one step for undo. */
export function keepProposal() {
  const { proposal, of } = useProposal.getState();
  dropProposal();
  if (!proposal || useBolt.getState().project !== of) return;
  if (edit(session(), layPlacements(proposal.placements)) && proposal.fresh.length === 1) {
    useView.setState({ selected: proposal.fresh });
  }
}

/** The cloth by its silhouettes, those of new motifs waited for. */
export async function layRequest(project: Project): Promise<LayRequest> {
  const placements = scenePlacements(project);
  const locked = new Set(project.placements.filter((p) => p.locked).map((p) => p.id));
  return {
    silhouettes: await silhouettesOf(project),
    placements,
    locked: placements.flatMap((p, n) => (locked.has(p.id) ? [n] : [])),
    reserves: project.reserves,
    layout: project.layout,
    cellMm: cellOf(project),
  };
}

export const leadOf = (motif: string): number => useSprites.getState().sprites.get(motif)?.lead ?? -1;

/** What is worked out for the cloth, as a job: the newest of them counts. */
export const PROPOSAL = 'proposal';

/** Works a proposal out. When the bolt is left it goes on, and waits there until it is kept or discarded. */
export async function work(label: string, run: (project: Project, work: Work) => Promise<Proposal>) {
  const bolt = session();
  const { project } = useBolt.of(bolt).getState();
  if (!project) return;
  const shown = useProposal.of(bolt);
  shown.setState(NONE);
  // The bolt stays open as long as it waits.
  const ended = bolt.goOn();
  const proposal = await runJob(bolt, PROPOSAL, label, (how) => run(project, how), {
    goesOn: true,
    waits: ({ summary }) => `${summary} Open the bolt to keep or discard it.`,
  });
  if (!proposal || bolt.closed) {
    if (!bolt.closed) shown.setState({ trouble: jobTrouble(bolt, PROPOSAL) });
    ended();
    return;
  }
  shown.setState({ proposal, of: project });
  const waits = () =>
    shown.getState().of === project &&
    shown.getState().proposal !== null &&
    useBolt.of(bolt).getState().project === project;
  const ends = [shown, useBolt.of(bolt)].map((store) =>
    store.subscribe(() => {
      if (waits()) return;
      for (const end of ends) end();
      ended();
    }),
  );
}

export const newPlacement = ({ motif, x, y, angle, scale, mirror }: Placed): Placement => ({
  id: crypto.randomUUID(),
  motif,
  x,
  y,
  angle,
  scale,
  mirror,
});

const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`;
export const spreadText = (spread: number | null) =>
  spread === null ? 'nothing to compare' : percent(spread);

/** What scatter is asked for; motifs by id with how many, and the sizes they may have. */
export type ScatterAsk = Omit<ScatterRules, 'motifs' | 'onProgress'> & {
  motifs: Pick<ScatterMotif, 'motif' | 'count' | 'least' | 'most'>[];
  /** Takes off what lies there now, but for what is locked. */
  afresh: boolean;
};

/** Motifs scattered over a bolt as is asked, beside what stays there; nothing of the bolt is changed. */
export async function scatterOn(project: Project, ask: ScatterAsk, seed: number, how: Work) {
  const { motifs, afresh, ...rest } = ask;
  const kept = afresh ? project.placements.filter((p) => p.locked) : project.placements;
  const request = await layRequest({ ...project, placements: kept });
  const rules = {
    ...rest,
    motifs: motifs.map((m) => ({
      ...m,
      lead: leadOf(m.motif),
      free: project.motifs.find((q) => q.id === m.motif)?.direction === 'free',
      heavy: project.motifs.find((q) => q.id === m.motif)?.role === 'hero',
    })),
  };
  const found = await scatter(request, rules, seed, how);
  return { found, kept, fresh: found.placed.map(newPlacement) };
}

export const proposeScatter = (ask: ScatterAsk, seed: number) =>
  work('Scattering the motifs.', async (project, how) => {
    const { found, kept, fresh } = await scatterOn(project, ask, seed, how);
    const { smallestGapMm: gap, cover, spread, heldBy, missing } = found;
    const left = missing ? `; ${missing} more found no place` : '';
    const why = {
      sizes: `, not the ${percent(ask.cover)} asked: all are at their largest size, so lay more of them or allow larger ones`,
      gap: `, not the ${percent(ask.cover)} asked: no more fits with ${ask.minGapMm}\u00a0mm between them`,
    };
    return {
      kind: 'scatter',
      placements: [...kept, ...fresh],
      fresh: fresh.map((p) => p.id),
      summary: `${fresh.length} laid${left}. Art covers ${percent(cover)}${heldBy ? `${why[heldBy]}. The` : ', the'} smallest gap is ${gap.toFixed(1)} mm, gap spread ${spreadText(spread)}.`,
    };
  });

export const proposeSettle = (minGapMm: number) =>
  work('Settling.', async (project, how) => {
    const request = await layRequest(project);
    if (request.placements.length - request.locked.length < 1 || request.placements.length < 2) {
      throw new ArgumentError(
        'There is nothing to settle yet: lay two motifs or more, and leave one unlocked.',
      );
    }
    const { placed, before, after } = await settle(request, minGapMm, how);
    const to = new Map(placed.map((p) => [p.id, p]));
    const moved = project.placements.filter((p) => {
      const q = to.get(p.id);
      return q && Math.hypot(q.x - p.x, q.y - p.y) > 0.05;
    });
    if (!moved.length)
      throw new ArgumentError('It is settled already: no small step makes the gaps more even.');
    return {
      kind: 'settle',
      placements: project.placements.map((p) => ({ ...p, ...pick(to.get(p.id)) })),
      fresh: [],
      summary: `${moved.length} moved. Gap spread ${spreadText(before)} before, ${spreadText(after)} after.`,
    };
  });

const pick = (p: Placed | undefined) => (p ? { x: p.x, y: p.y } : {});

const SPAN = 0.4;
/** Less of a patch than this does not fill it. */
const LITTLE = 0.12;

/**
 * What may be laid in a patch: all but the heroes, near to the sizes and the angles they are used at, and never larger
 * than the print allows.
 */
export const fillersOf = (project: Project): Filler[] =>
  project.motifs
    .filter((m) => m.role !== 'hero')
    .map((m): Filler => {
      const used = project.placements.filter((p) => p.motif === m.id).map((p) => p.scale);
      const usual = used.length ? used.reduce((s, v) => s + v, 0) / used.length : 0.8;
      const prints = isVector(m)
        ? Number.POSITIVE_INFINITY
        : m.ppi / productOf(project.checking.product).wants.ppi;
      const size = (s: number) => Math.min(s, prints);
      const free = m.direction === 'free';
      const own = project.placements.filter((p) => p.motif === m.id).map((p) => Math.round(p.angle));
      return {
        motif: m.id,
        lead: leadOf(m.id),
        scales: [size(usual * (1 - SPAN)), size(usual), size(usual * (1 + SPAN))],
        angles: free ? [...FREE_ANGLES] : own.length ? [...new Set(own)] : [0],
      };
    });

/** Offers up to three fillers for an empty circle. */
export const proposeFill = (patch: Point & { r: number }, gapMm: number) =>
  work('Looking for what fits.', async (project, how) => {
    const request = await layRequest(project);
    const fillers = fillersOf(project);
    if (!fillers.length)
      throw new ArgumentError('No motif is a filler or a secondary yet: say so under Motifs.');
    const leads = project.motifs.map((m): [string, number] => [m.id, leadOf(m.id)]);
    const list = await fillPatch(request, patch, fillers, gapMm, leads, how);
    if (!list.length) {
      throw new ArgumentError(
        `No motif fits this patch with ${gapMm} mm round it at a size near to those in use. Allow a smaller gap.`,
      );
    }
    const worth = list.filter((o) => o.share >= LITTLE);
    if (!worth.length) {
      throw new ArgumentError(
        `What fits at a size near to those in use takes ${percent(Math.max(...list.map((o) => o.share)))} of this patch at the most. Lay a larger motif here, or move its neighbours in.`,
      );
    }
    return offered(project, worth, 0);
  });

/** Why there is nothing to fill. */
export function nothingToFill(project: Project): string {
  const { report } = useChecks.getState();
  if (!report) return 'The cloth is still being looked over: a moment.';
  if (!report.medianGapMm)
    return 'Too little lies on this cloth to tell a bare patch from its gaps: lay three motifs or more.';
  const [widest = 0] = report.gapsMm;
  return `Nothing to fill: no gap on this cloth stands out as bare. The widest is ${Math.round(widest)}\u00a0mm, the usual ${Math.round(report.medianGapMm)}\u00a0mm.${project.placements.length < FEW ? ' With so few motifs all of it is gap: scatter more.' : ''}`;
}
/** Fewer than this leave more ground than gaps. */
const FEW = 8;

/** Offers fillers for the patch in focus, or the widest one; false when there is none. */
export function fillPatchNow(project: Project, gapMm?: number): boolean {
  const { report } = useChecks.getState();
  const { finding, origin, zoom, viewport } = useView.getState();
  const patches = report?.findings.flatMap((f, n) => (f.kind === 'bare-patch' ? [{ ...f, n }] : [])) ?? [];
  const patch = patches.find((f) => f.n === finding) ?? patches[0];
  if (!patch) {
    useProposal.setState({ trouble: nothingToFill(project) });
    return false;
  }
  const middle = { x: origin.x + viewport.width / 2 / zoom, y: origin.y + viewport.height / 2 / zoom };
  centreOn(nearestCopy(latticeOf(project.layout, cellOf(project)), patch.at, middle));
  void proposeFill(
    { ...patch.at, r: patch.widthMm / 2 },
    gapMm ?? Math.max(1, Math.round(patch.usualMm * 0.25)),
  );
  return true;
}

function offered(project: Project, list: Offer[], shown: number): Proposal {
  const offer = nth(list, shown);
  const laid = newPlacement(offer.placed);
  const name = project.motifs.find((m) => m.id === laid.motif)?.name ?? 'Motif';
  return {
    kind: 'fill',
    placements: [...project.placements, laid],
    fresh: [laid.id],
    offers: { list, shown },
    summary: `${name} at ${percent(laid.scale)}, turned ${Math.round(laid.angle)}°: it takes ${percent(offer.share)} of the patch and leaves ${offer.gapMm.toFixed(1)} mm.`,
  };
}

export function showOffer(shown: number) {
  const { proposal, of } = useProposal.getState();
  if (proposal?.offers && of) {
    useProposal.setState({ proposal: offered(of, proposal.offers.list, shown), before: false });
  }
}

/** The largest scale at which a placement clears its copies and neighbours by a gap; null when none does. */
export async function findLargestFit(project: Project, id: string, gapMm: number): Promise<number | null> {
  const request = await layRequest(project);
  const n = request.placements.findIndex((p) => p.id === id);
  return n < 0 ? null : largestFit(request, n, gapMm);
}
