import { addPlacement } from '@/core';
import { edit, useBolt } from '@/state/bolt';
import { useView } from '@/state/view';

/** What is dragged from the shelf onto the cloth. */
export const MOTIF_DRAG = 'application/x-motif';

/** Lays a motif on the cloth, at a place of the window (px; its middle unless one is given), and takes it in hand. */
export function layMotif(motif: string, place?: { x: number; y: number }) {
  const { origin, zoom, window } = useView.getState();
  const id = crypto.randomUUID();
  const { x, y } = place ?? { x: window.width / 2, y: window.height / 2 };
  const at = { x: origin.x + x / zoom, y: origin.y + y / zoom };
  const ok = edit((p) => addPlacement(p, { id, motif, ...at, angle: 0, scale: 1, mirror: false }));
  const laid = useBolt.getState().project?.placements.find((p) => p.id === id);
  if (ok && laid) useView.setState({ selected: [id], copyShift: { x: at.x - laid.x, y: at.y - laid.y } });
}

/** Lays another of the motif in hand, a little to the right and down. */
export function another() {
  const { selected } = useView.getState();
  const project = useBolt.getState().project;
  const p = project?.placements.find((q) => q.id === selected[0]);
  if (!p) return;
  const id = crypto.randomUUID();
  edit((d) => addPlacement(d, { ...p, id, x: p.x + 12, y: p.y + 12 }));
  useView.setState({ selected: [id] });
}
