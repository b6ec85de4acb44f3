import {
  type Box,
  cellOf,
  imagesOf,
  latticeOf,
  nearestCopy,
  type Placement,
  type Point,
  type Project,
  placementsWith,
  reachOf,
  setPlacements,
  shiftsInto,
  snapMove,
  twinned,
  twinOf,
} from '../../core';
import { edit, useBolt } from '../bolt';
import { session, sessionPart } from '../kernel';
import { useSprites } from './sprites';
import { type Held, HOME, useView } from './view';

/** How small and how large things are made by hand. */
export const BY_HAND = { least: 0.02, most: 20 } as const;

/** What lies on the cloth and is shown. */
export function inSight({ placements }: Pick<Project, 'placements'>): Placement[] {
  const { only } = useView.getState();
  return placements.filter((p) => !p.hidden && (!only || only.includes(p.id)));
}

/** A placement as it stands while it is held. */
export function withHeld(p: Placement, held: Held | null): Placement {
  if (!held || !isHeld(held, p.id)) return p;
  let { x, y } = p;
  if (held.about && (held.turn !== 0 || held.grow !== 1)) {
    ({ x, y } = held.from[p.id] ?? p);
    const t = (held.turn * Math.PI) / 180;
    const [dx, dy] = [(x - held.about.x) * held.grow, (y - held.about.y) * held.grow];
    x = held.about.x + Math.cos(t) * dx - Math.sin(t) * dy;
    y = held.about.y + Math.sin(t) * dx + Math.cos(t) * dy;
  }
  return {
    ...p,
    x: x + held.dx,
    y: y + held.dy,
    angle: p.angle + held.turn,
    scale: Math.min(BY_HAND.most, Math.max(BY_HAND.least, p.scale * held.grow)),
  };
}

/** The selected that may be moved, each on the copy that lies nearest to the first of them. */
export function beginHold(): Held | null {
  const { project } = useBolt.getState();
  const { selected, together } = useView.getState();
  if (!project) return null;
  const byId = new Map(placementsWith(project, selected).map((p) => [p.id, p]));
  const free = selected.flatMap((id) => {
    const p = byId.get(id);
    return p && !p.locked ? [p] : [];
  });
  const [first] = free;
  if (!first) return null;
  const lattice = latticeOf(project.layout, cellOf(project));
  const from = Object.fromEntries(
    free.map((p) => {
      const { x, y } = nearestCopy(lattice, p, first);
      return [p.id, { x, y }];
    }),
  );
  const about = together && free.length > 1 ? middleOfAll(Object.values(from)) : null;
  return { ids: free.map((p) => p.id), from, about, dx: 0, dy: 0, turn: 0, grow: 1, lines: [] };
}

function middleOfAll(points: Point[]): Point {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
}

/** Whether a placement is held. */
export const isHeld = (held: Held, id: string): boolean => Object.hasOwn(held.from, id);

/** The change that a hold makes, as the document takes it. */
const changesOf = (project: Project, held: Held) =>
  Object.fromEntries(
    project.placements
      .filter((p) => isHeld(held, p.id))
      .map((p) => {
        const { x, y, angle, scale } = withHeld(p, held);
        return [p.id, { x, y, angle: angle % 360, scale }];
      }),
  );

/** Lets go of what is held and keeps the change, as one step for undo. */
export function commitHold() {
  const { held } = useView.getState();
  useView.setState({ held: null });
  if (!held) return;
  const still = held.dx === 0 && held.dy === 0 && held.turn === 0 && held.grow === 1;
  if (!still) edit(session(), (project) => setPlacements(changesOf(project, held)));
}

/** Moves, turns or sizes what is selected at once, as the hand would; quick repeats are one step for undo. */
export function changeSelected(change: Partial<Pick<Held, 'dx' | 'dy' | 'turn' | 'grow'>>, merge = '') {
  const held = beginHold();
  if (!held) return;
  edit(session(), (project) => setPlacements(changesOf(project, { ...held, ...change })), merge);
}

/** Mirrors what is selected left to right: each in its place, or all together about their middle. */
export function mirrorSelected() {
  const held = beginHold();
  if (!held) return;
  edit(session(), (project) =>
    setPlacements(
      Object.fromEntries(
        project.placements
          .filter((p) => isHeld(held, p.id))
          .map((p) => {
            const from = held.from[p.id];
            if (!held.about || !from) return [p.id, { mirror: !p.mirror }];
            return [p.id, { mirror: !p.mirror, x: 2 * held.about.x - from.x, y: from.y, angle: -p.angle }];
          }),
      ),
    ),
  );
}

/** Which copy the handles are on: the placement's own image, or its twin, moved by the grip. */
export function grabbedCopy(project: Project, p: Placement): Placement {
  const { grabbed } = useView.getState();
  const [own = p, twin] = imagesOf(p, twinOf(project.layout, cellOf(project)));
  const image = grabbed.twin && twin ? twin : own;
  return { ...image, x: image.x + grabbed.shift.x, y: image.y + grabbed.shift.y };
}

/** How a move of the pointer moves the placement itself: a twin goes the other way where it is mirrored. */
export function grabbedSign(project: Project): Point {
  return useView.getState().grabbed.twin
    ? (twinOf(project.layout, cellOf(project))?.sign ?? { x: 1, y: 1 })
    : { x: 1, y: 1 };
}

/** The box, mm, of a placement's art as it is turned. */
const boxAt = (p: Placement): Box | null => {
  const s = useSprites.getState().sprites.get(p.motif)?.silhouette;
  if (!s) return null;
  const { x, y } = reachOf(p, s);
  return { x0: p.x - x, y0: p.y - y, x1: p.x + x, y1: p.y + y };
};

/** Boxes of all that is in the window and not held, copies and twins too; found once for each hold. */
const lastNear = sessionPart((): { from?: Held['from']; boxes: Box[] } => ({ boxes: [] }));
function boxesNear(project: Project, held: Held): Box[] {
  const near = lastNear();
  if (near.from === held.from) return near.boxes;
  const { origin, zoom, viewport } = useView.getState();
  const seen = {
    x0: origin.x,
    y0: origin.y,
    x1: origin.x + viewport.width / zoom,
    y1: origin.y + viewport.height / zoom,
  };
  const lattice = latticeOf(project.layout, cellOf(project));
  const twin = twinOf(project.layout, cellOf(project));
  const boxes = project.placements
    .filter((p) => !p.hidden && !isHeld(held, p.id))
    .flatMap((p) => imagesOf(p, twin))
    .flatMap((p) => {
      const box = boxAt(p);
      if (!box) return [];
      return shiftsInto(lattice, box, seen).map((s) => ({
        x0: box.x0 + s.x,
        y0: box.y0 + s.y,
        x1: box.x1 + s.x,
        y1: box.y1 + s.y,
      }));
    });
  Object.assign(near, { from: held.from, boxes });
  return boxes;
}

/** A place in the frame of the held originals, as it shows at the copy in hand. */
export function atGrabbed(project: Project, p: Point): Point {
  const { grabbed } = useView.getState();
  const twin = grabbed.twin ? twinOf(project.layout, cellOf(project)) : null;
  const { x, y } = twin ? twinned({ ...p, angle: 0, mirror: false }, twin) : p;
  return { x: x + grabbed.shift.x, y: y + grabbed.shift.y };
}

/** And back: a place of the cloth by the copy in hand, in the frame of the originals. */
function fromGrabbed(project: Project, b: Box): Box {
  const { grabbed } = useView.getState();
  const twin = grabbed.twin ? twinOf(project.layout, cellOf(project)) : null;
  const back = (x: number, y: number) => {
    const [u, v] = [x - grabbed.shift.x, y - grabbed.shift.y];
    if (!twin) return { x: u, y: v };
    return {
      x: twin.middle.x + twin.sign.x * (u - twin.to.x - twin.middle.x),
      y: twin.middle.y + twin.sign.y * (v - twin.to.y - twin.middle.y),
    };
  };
  const [p, q] = [back(b.x0, b.y0), back(b.x1, b.y1)];
  return { x0: Math.min(p.x, q.x), y0: Math.min(p.y, q.y), x1: Math.max(p.x, q.x), y1: Math.max(p.y, q.y) };
}

/** Draws a move to what is near: the first of the held comes to rest, the others go with it. */
export function snapped(project: Project, held: Held, pxPerMm: number): Held {
  const { snapping, selected } = useView.getState();
  const [chosen = ''] = selected;
  const id = held.ids.includes(chosen) ? chosen : held.ids[0];
  const first = project.placements.find((p) => p.id === id);
  const box = first && boxAt(withHeld(first, held));
  if (!box) return { ...held, lines: [] };
  const { columns, rows } = snapping.grid ? project.guides : { columns: 0, rows: 0 };
  const snap = snapMove(box, {
    layout: project.layout,
    cell: cellOf(project),
    points: snapping.points,
    others: snapping.others ? boxesNear(project, held).map((b) => fromGrabbed(project, b)) : [],
    columns,
    rows,
    withinMm: snapping.strengthPx / pxPerMm,
  });
  return { ...held, dx: held.dx + snap.dx, dy: held.dy + snap.dy, lines: snap.lines };
}

/** Puts ids in hand; with one of a group come the others. */
export function select(ids: string[], grabbed = HOME) {
  const { project } = useBolt.getState();
  const chosen = new Set(ids);
  const groups = new Set(
    project ? placementsWith(project, ids).flatMap((p) => (p.group ? [p.group] : [])) : [],
  );
  const all = project?.placements.filter((p) => p.group && groups.has(p.group) && !chosen.has(p.id)) ?? [];
  useView.setState({ selected: [...ids, ...all.map((p) => p.id)], grabbed });
}
