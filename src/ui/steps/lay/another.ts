import { addPlacement } from '@/core';
import { edit, useBolt } from '@/state/bolt';
import { useView } from '@/state/view';

/** Lays a motif in the middle of the window, on the cloth, and takes it in hand. */
export function layMotif(motif: string, scale = 1) {
  const { origin, zoom, window } = useView.getState();
  const id = crypto.randomUUID();
  const at = { x: origin.x + window.width / 2 / zoom, y: origin.y + window.height / 2 / zoom };
  const ok = edit((p) => addPlacement(p, { id, motif, ...at, angle: 0, scale, mirror: false }));
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
