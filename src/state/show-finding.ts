import { latticeOf, nearestCopy, type Project } from '../core';
import { useChecks } from './checks';
import { cellOf, select } from './hold';
import { centreOn, useView } from './view';

/** Brings a finding to the middle of the window, and takes in hand what it is about. */
export function showFinding(project: Project, n: number) {
  const f = useChecks.getState().report?.findings[n];
  if (!f) return;
  const { origin, zoom, window } = useView.getState();
  const middle = { x: origin.x + window.width / 2 / zoom, y: origin.y + window.height / 2 / zoom };
  centreOn(nearestCopy(latticeOf(project.layout, cellOf(project)), f.at, middle));
  const there = new Set(project.placements.map((p) => p.id));
  select(f.placements.filter((id) => there.has(id)));
  useView.setState({ finding: n });
}
