import {
  addPlacement,
  addPlacements,
  cellOf,
  type Placement,
  placementsWith,
  pxToMm,
  setPlacements,
} from '../../core';
import { edit, useBolt } from '../bolt';
import { findLargestFit } from '../check';
import { HOME, useView } from '../cloth';
import { type Session, session } from '../kernel';

/** What is dragged from the shelf onto the cloth. */
export const MOTIF_DRAG = 'application/x-motif';

const newId = () => crypto.randomUUID();

/** A placement as it is laid now: with the others of its set while working symmetrically. */
const asLaid = (p: Placement): Placement => {
  const { symmetry } = useView.getState();
  return symmetry ? { ...p, sym: { set: newId(), at: 0, how: symmetry } } : p;
};

/** Lays a motif on the cloth, at a place of the window (px; its middle unless one is given), and takes it in hand. */
export function layMotif(bolt: Session, motif: string, place?: { x: number; y: number }) {
  const { origin, zoom, viewport } = useView.of(bolt).getState();
  const id = newId();
  const { x, y } = place ?? { x: viewport.width / 2, y: viewport.height / 2 };
  const at = { x: origin.x + x / zoom, y: origin.y + y / zoom };
  const laid = asLaid({ id, motif, ...at, angle: 0, scale: 1, mirror: false });
  if (edit(bolt, addPlacement(laid, newId))) useView.of(bolt).setState({ selected: [id], grabbed: HOME });
}

/** Lays others of what is in hand, a little to the right and down. */
export function another() {
  const { selected } = useView.getState();
  const { project } = useBolt.getState();
  const held = project ? placementsWith(project, selected) : [];
  if (!held.length) return;
  const groups = new Map<string, string>();
  const fresh = held.map((p): Placement => {
    const { sym: _, locked: _l, group, ...rest } = p;
    if (group && !groups.has(group)) groups.set(group, newId());
    return { ...rest, ...(group ? { group: groups.get(group) } : {}), id: newId(), x: p.x + 12, y: p.y + 12 };
  });
  if (edit(session(), addPlacements(fresh))) useView.setState({ selected: fresh.map((p) => p.id) });
}

/** A sentence when a placement is larger than the cell, so that it meets its own copies; else null. */
export function tooLarge(id: string): string | null {
  const { project } = useBolt.getState();
  const p = project?.placements.find((q) => q.id === id);
  const motif = project?.motifs.find((m) => m.id === p?.motif);
  if (!project || !p || !motif) return null;
  const cell = cellOf(project);
  const mm = (n: number) => pxToMm(n, motif.ppi) * p.scale;
  if (mm(motif.width) <= cell.width && mm(motif.height) <= cell.height) return null;
  return `${motif.name} is larger than the cell and lies over its own copies. Largest fit brings it down.`;
}

/** Sizes what is in hand to the largest that clears its copies and its neighbours; a sentence when none does. */
export async function sizeToFit(bolt: Session, id: string, gapMm: number): Promise<string | null> {
  const { project } = useBolt.of(bolt).getState();
  if (!project) return null;
  const scale = await findLargestFit(project, id, gapMm);
  if (scale === null)
    return `Something lies within ${gapMm} mm of its middle: no size clears it. Move it first.`;
  edit(bolt, setPlacements({ [id]: { scale } }));
  return null;
}
