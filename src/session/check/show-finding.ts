import { cellOf, latticeOf, nearestCopy, type Project } from '../../core';
import { centreOn, select, useView } from '../cloth';
import { useChecks } from './checks';

/** Brings a finding to the middle of the window, and takes in hand what it is about. */
export function showFinding(project: Project, n: number) {
  const f = useChecks.getState().report?.findings[n];
  if (!f) return;
  const { origin, zoom, viewport } = useView.getState();
  const middle = { x: origin.x + viewport.width / 2 / zoom, y: origin.y + viewport.height / 2 / zoom };
  centreOn(nearestCopy(latticeOf(project.layout, cellOf(project)), f.at, middle));
  const there = new Set(project.placements.map((p) => p.id));
  const about = f.placements.filter((id) => there.has(id));
  // A place alone, such as a hole, leaves in hand what is there.
  if (about.length) select(about);
  useView.setState({ finding: n });
}
