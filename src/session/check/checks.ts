import {
  allArt,
  atEdges,
  type CheckOptions,
  type CheckReport,
  cellOf,
  compareFindings,
  type Dismissed,
  type Finding,
  inkedArts,
  latticeOf,
  leftUndone,
  matchDismissed,
  outlinePath,
  outlines,
  type Project,
  productOf,
  rgbOfHex,
  shownColourway,
  type WrapProof,
} from '../../core';
import { check, measureLines, proveWrapOf } from '../../engine';
import { loadAsset, sceneRequest, spritesBusy, useSprites, useView } from '../cloth';
import { messageOf, runJob, type Session, session, sessionStore } from '../kernel';

type ChecksState = {
  report: CheckReport | null;
  /** The one before it, of the same bolt. */
  before: CheckReport | null;
  /** The parts of the document that the report speaks of. */
  of: unknown;
  /** It was found when the bolt was open last: it is looked over again, a moment later. */
  kept: boolean;
  busy: boolean;
  proof: { result: WrapProof; key: string } | null;
  trouble: string | null;
};
const NONE = {
  report: null,
  before: null,
  of: null,
  kept: false,
  busy: false,
  proof: null,
  trouble: null,
};
export const useChecks = sessionStore<ChecksState>(() => NONE);

/** Something found once for each state of a document: states are never changed in place. */
function onceFor<T>(find: (project: Project) => T): (project: Project) => T {
  const known = new WeakMap<Project, T>();
  return (project) => {
    const found = known.get(project) ?? find(project);
    known.set(project, found);
    return found;
  };
}

/** What the join of the block depends on: all that is rendered but its colours. */
export const layKey = onceFor((p) =>
  JSON.stringify([
    p.brief.widthMm,
    p.brief.heightMm,
    p.brief.ppi,
    p.layout,
    p.placements,
    allArt(p).map((m) => [m.asset, m.ppi, m.blend, m.opacity]),
    p.ground,
    p.layers,
    p.grain,
  ]),
);

/** What a check depends on beside that: colours on show, what is said of motifs, and how it is to look. */
export const checkKey = onceFor((p) =>
  JSON.stringify([
    layKey(p),
    p.checking,
    p.reserves,
    p.guides.outline,
    p.drawnOn.edges,
    p.drawnOn.marginMm,
    allArt(p).map((m) => [m.permission, m.standIn, m.direction, m.role]),
    p.colourways.find((c) => c.id === p.shown)?.colours,
  ]),
);

/** How a bolt is looked over. */
export function checkOptions(project: Project): CheckOptions {
  const { sprites } = useSprites.getState();
  const { style, strictness, product } = project.checking;
  const way = shownColourway(project);
  return {
    style,
    strictness,
    wants: productOf(product).wants,
    leads: new Map(inkedArts(project).map(({ key }) => [key, sprites.get(key)?.lead ?? -1])),
    inks: way.colours.map(rgbOfHex),
    heroes: new Set(project.motifs.filter((m) => m.role === 'hero').map((m) => m.id)),
    tops: new Set(project.motifs.filter((m) => m.direction === 'top').map((m) => m.id)),
    reserves: project.reserves,
    outline: outlines.of(project.guides.outline)?.fitted
      ? outlinePath(project.guides.outline, project.layout, {
          width: project.brief.widthMm,
          height: project.brief.heightMm,
        })
      : [],
  };
}

/** Looks a bolt over: what can be measured, and what was left undone. @param knownLines lines not measured before are left for later. */
export async function checkBolt(project: Project, knownLines = false): Promise<CheckReport> {
  const request = sceneRequest(project);
  const report = await check(request, { ...checkOptions(project), knownLines }, loadAsset);
  const seen = new Map(request.placements.map((p, n) => [p.id ?? '', report.seen?.[n] ?? 1]));
  const findings = [
    ...report.findings,
    ...leftUndone(project.placements, project.motifs, seen, project.pictures),
    ...(isDrawnOn(project) ? atEdges(project.drawnOn) : []),
  ];
  return {
    ...report,
    findings: (['warning', 'note'] as const).flatMap((s) => findings.filter((f) => f.severity === s)),
  };
}

/** Whether what was drawn on the cloth elsewhere is still seen on it. */
const isDrawnOn = ({ drawnOn, layers }: Project) =>
  layers.some((l) => l.id === drawnOn.layer && !('hidden' in l && l.hidden));

/** A finding by its number in the report, and as what it was dismissed, if it was. */
export type Numbered = { f: Finding; n: number; dismissed?: Dismissed };

/** The findings of a report by what a person did with them. */
export function sortFindings(project: Project, report: CheckReport | null) {
  const lattice = latticeOf(project.layout, cellOf(project));
  const all: Numbered[] = (report?.findings ?? []).map((f, n) => ({
    f,
    n,
    dismissed: matchDismissed(f, project.dismissed, lattice),
  }));
  const open = all.filter((x) => !x.dismissed);
  return {
    warnings: open.filter((x) => x.f.severity === 'warning'),
    notes: open.filter((x) => x.f.severity === 'note'),
    dismissed: all.filter((x) => x.dismissed),
  };
}

/** What the last change did to the cloth; null before there was one. */
export const lastChange = () => {
  const { report, before } = useChecks.getState();
  return report && before ? compareFindings(before, report) : null;
};

/** The art whose lines are looked at: what is laid as motifs. */
function laidArts(project: Project) {
  const motifs = new Set(project.motifs.map((m) => m.id));
  return sceneRequest(project).arts.filter((a) => motifs.has(a.motif));
}

const rest = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** Checks the newest document once the hand has rested a moment; older answers are dropped. */
export function wantCheck(project: Project) {
  const mine = session();
  const { of, kept } = useChecks.getState();
  // An answer on its way speaks of another state: it would take the place of what holds.
  if (!mine.awaits('check') && !kept && of === checkKey(project)) return;
  const done = mine.latest('check', {
    run: async (newest) => {
      await rest(120);
      // What the hand sees comes first.
      while (newest() && spritesBusy()) await rest(100);
      if (!newest()) return undefined;
      useChecks.setState({ busy: true });
      // Lines take long to measure: all else is told first, but a whole report that was kept stays meanwhile.
      const first = await checkBolt(project, true);
      if (!first.linesLeft || !newest()) return first;
      if (!useChecks.getState().kept) put(project, first);
      await measureLines(laidArts(project), loadAsset, newest);
      return newest() ? checkBolt(project, true) : undefined;
    },
    keep: (report, newest) => {
      if (newest) put(project, report);
    },
    fail: (error) => useChecks.setState({ trouble: messageOf(error) }),
  });
  void done.then(() => {
    if (!mine.away && !mine.awaits('check')) useChecks.setState({ busy: false });
  });
}

/** A report is there; what came before a report without all lines is what came before the whole one too. */
function put(project: Project, report: CheckReport) {
  letGoOfFocus(useChecks.getState().report, report);
  useChecks.setState((s) => {
    const last = s.report?.linesLeft ? s.before : s.report;
    return { report, before: s.kept ? null : last, of: checkKey(project), kept: false, trouble: null };
  });
}

/** The finding in focus is known by its number: where another has come to stand there, none is in focus. */
function letGoOfFocus(before: CheckReport | null, after: CheckReport) {
  const { finding } = useView.getState();
  if (finding === null) return;
  const [was, is] = [before, after].map((r) => r?.findings[finding]);
  if (was?.kind !== is?.kind || was?.severity !== is?.severity) useView.setState({ finding: null });
}

/** The proof of the join, as a job. */
export const WRAP_PROOF = 'wrap proof';

/** Renders the block twice at print size, cut in two places, and compares it byte for byte. */
export async function proveWrapNow(bolt: Session, project: Project) {
  const result = await runJob(bolt, WRAP_PROOF, 'Comparing two cuts of the block.', (work) =>
    proveWrapOf(sceneRequest(project), work, loadAsset),
  );
  if (result) useChecks.of(bolt).setState({ proof: { result, key: layKey(project) } });
}
