import {
  type CheckReport,
  cellOf,
  goneAndNew,
  latticeOf,
  type Project,
  type SeenFinding,
  wordsOf,
} from '../../core';
import { type Snapshot, writeSnapshot } from '../../shelf';
import { takeSnapshot, useSnapshots } from '../bolt';
import type { Session } from '../kernel';
import { checkKey, sortFindings, useChecks } from './checks';

type Judged = NonNullable<Snapshot['judged']>;

/** The cloth as it went out the first time; each version that came back after it. */
export const versionsOf = (list: Snapshot[]): Snapshot[] =>
  list.filter((s) => s.project.drawnOn.version > 0 || s.project.drawnOn.out);

/** The number of the next version of a cloth: those that were gone back from count. */
export const nextVersion = (bolt: Session, { drawnOn }: Project): number =>
  1 +
  Math.max(
    drawnOn.version,
    ...useSnapshots
      .of(bolt)
      .getState()
      .list.map((s) => s.project.drawnOn.version),
  );

/** Keeps the cloth as it is now as a version; it is judged once it is checked. */
export async function keepAsVersion(bolt: Session, version: number) {
  const kept = await takeSnapshot(bolt, `Drawn ${version}`);
  if (kept) judgeOnceChecked(bolt, kept);
}

/** What is kept of how a version was judged. */
function judgedBy(project: Project, report: CheckReport): Judged {
  const { warnings, notes } = sortFindings(project, report);
  return {
    score: report.evenness?.score ?? null,
    findings: [...warnings, ...notes].slice(0, 300).map(({ f }) => ({
      ...{ kind: f.kind, severity: f.severity, title: wordsOf(f, project).title.slice(0, 200) },
      ...{ x: f.at.x, y: f.at.y },
    })),
  };
}

/** Keeps with a version how it was judged, once the check that is made of it anyway is done; not where it is changed before. */
export function judgeOnceChecked(bolt: Session, { id, project }: Snapshot) {
  const key = checkKey(project);
  const kept = useSnapshots.of(bolt);
  const checks = useChecks.of(bolt);
  const look = () => {
    const { report, of, kept: old } = checks.getState();
    if (!report || of !== key || old || report.linesLeft) return;
    leave();
    const judged = judgedBy(project, report);
    const { list } = kept.getState();
    const there = list.find((s) => s.id === id);
    if (!there) return;
    const next = { ...there, judged };
    kept.setState({ list: list.map((s) => (s.id === id ? next : s)) });
    void writeSnapshot(next).catch(() => {});
  };
  const leave = checks.subscribe(look);
  bolt.atEnd(leave);
  look();
}

const toLookAt = (j: Judged) => j.findings.filter((f) => f.severity === 'warning').length;

/** How a version was judged, as a sentence; and what of the one before is gone, and what is new. */
export function judgedText(
  version: Snapshot,
  before: Snapshot | undefined,
): { score: string; gone: SeenFinding[]; fresh: SeenFinding[] } {
  const { judged, project } = version;
  if (!judged) return { score: 'Not looked over.', gone: [], fresh: [] };
  const n = toLookAt(judged);
  const even = judged.score === null ? '' : `Evenness ${judged.score}, `;
  const score = `${even}${n === 0 ? 'nothing' : n} to look at.`;
  if (!before?.judged) return { score, gone: [], fresh: [] };
  const lattice = latticeOf(project.layout, cellOf(project));
  const warned = (j: Judged) => j.findings.filter((f) => f.severity === 'warning');
  return { score, ...goneAndNew(warned(before.judged), warned(judged), lattice) };
}

/** The version that is on the cloth is the one that was sent: it is marked. */
export function markSent(bolt: Session, project: Project, at: string) {
  const kept = useSnapshots.of(bolt);
  const { list } = kept.getState();
  const { picture } = project.drawnOn;
  const sent = picture && list.findLast((s) => s.project.drawnOn.picture === picture);
  if (!sent) return;
  const next = { ...sent, sentAt: at };
  kept.setState({ list: list.map((s) => (s.id === sent.id ? next : s)) });
  void writeSnapshot(next).catch(() => {});
}
