import {
  ArgumentError,
  capital,
  compareFindings,
  type Finding,
  type Mended,
  mendOf,
  mendParts,
  type Placement,
  type Project,
  scenePlacements,
  smallText,
} from '../../core';
import { mend } from '../../engine';
import { loadAsset, sceneRequest } from '../cloth';
import { checkOptions, sortFindings, useChecks } from './checks';
import { fillersOf, newPlacement, type Proposal, useProposal, work } from './proposal';

/** Proposes to mend one finding, and nothing else. */
export const proposeMending = (finding: Finding) => {
  const part = mendOf(finding.kind)?.part;
  return part ? propose([part], finding) : undefined;
};

/** Proposes to mend all that can be mended safely. */
export const proposeMendingAll = () =>
  propose(
    mendParts().map((m) => m.part),
    null,
  );

/** Takes a part into the proposal on show, or out of it. */
export function togglePart(part: string) {
  const { proposal } = useProposal.getState();
  const mends = proposal?.mends;
  if (!mends) return;
  const parts = mends.filter((m) => (m.part === part ? !m.on : m.on)).map((m) => m.part);
  void propose(
    parts,
    null,
    mends.map((m) => m.part),
  );
}

function propose(parts: readonly string[], only: Finding | null, shown: readonly string[] = parts) {
  return work('Mending.', async (project, how): Promise<Proposal> => {
    const seen = scenePlacements(project);
    const locked = new Set(project.placements.filter((p) => p.locked).map((p) => p.id));
    const may = {
      locked: seen.flatMap((p, n) => (locked.has(p.id) ? [n] : [])),
      fillers: fillersOf(project),
      only,
      leave: sortFindings(project, useChecks.getState().report).dismissed.map((x) => x.f),
    };
    const mended = await mend(sceneRequest(project), checkOptions(project), [...parts], may, how, loadAsset);
    const count = (part: string) => mended.done.find((d) => d.part === part)?.count ?? 0;
    const mends = shown.map((part) => ({ part, on: parts.includes(part), count: count(part) }));
    if (!mended.done.length && shown === parts) {
      throw new ArgumentError(
        only
          ? 'This cannot be mended without bringing something else to look at. Move it by hand, or leave it.'
          : 'Nothing can be mended without bringing something else to look at.',
      );
    }
    const { score, warnings } = compareFindings(mended.before, mended.after);
    const rest = mended.after.findings.filter((f) => f.severity === 'warning').length;
    const summary = ({ part, count }: { part: string; count: number }) =>
      mendParts()
        .find((m) => m.part === part)
        ?.summary(count);
    const done = mended.done.map(summary).join(', ');
    const even =
      score === null || score === 0 ? '' : ` Evenness ${score > 0 ? 'up' : 'down'} by ${Math.abs(score)}.`;
    const left = rest ? `${rest} left to look at` : 'nothing left to look at';
    return {
      kind: 'mend',
      ...placed(
        project,
        seen.map((p) => p.id),
        mended.placements,
      ),
      summary: done
        ? `${capital(done)}: ${changedText(mended)}; ${warnings < 0 ? left : `still ${rest} to look at`}.${even}`
        : 'Nothing is mended with these parts.',
      ...(only ? {} : { mends }),
    };
  });
}

/** How little was changed: "3 of 41 changed, 2.1 mm at most, 1 laid". */
function changedText({ changed, placements }: Mended): string {
  const { count, of, farthestMm } = changed;
  const laid = placements.length - of;
  const parts = [
    count ? `${count} of ${of} changed${farthestMm > 0 ? `, ${smallText(farthestMm)} at most` : ''}` : '',
    laid ? `${laid} laid` : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** The document's placements as they were mended, and what was added. */
function placed(project: Project, ids: string[], mended: Parameters<typeof newPlacement>[0][]) {
  const to = new Map(ids.map((id, n) => [id, mended[n]]));
  const fresh = mended.slice(ids.length).map(newPlacement);
  const placements = project.placements.map((p): Placement => {
    const m = to.get(p.id);
    return m && !p.locked ? { ...p, motif: m.motif, x: m.x, y: m.y, angle: m.angle, scale: m.scale } : p;
  });
  return { placements: [...placements, ...fresh], fresh: fresh.map((p) => p.id) };
}
