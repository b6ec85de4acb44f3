import type { Draft } from 'immer';
import { type PieceMarks, splitPatterns } from '../../render';
import { kindOfLayer, type Layer } from '../layers';
import type { Ground, Motif, Placement, Project, Sheet } from '../schema';
import { type Edit, edit } from './edit';

/** Where a new layer lies: under the placements and all there is, or over all. */
export type Depth = 'under' | 'over';

function lay(d: Draft<Project>, layer: Layer, depth: Depth) {
  if (depth === 'over') d.layers.push(layer);
  else d.layers.unshift(layer);
}

/** Lays a picture on the cloth as a layer, with the page that it came from where there is one. */
export const addLayer = (picture: Motif, layer: Layer, depth: Depth, sheet?: Sheet): Edit =>
  edit(kindOfLayer(layer)?.taken ?? 'Layer taken in', (d) => {
    const there = sheet && d.sheets.find((s) => s.id === sheet.id);
    if (there) Object.assign(there, sheet);
    else if (sheet) d.sheets.push(sheet);
    d.pictures.push(picture);
    lay(d, layer, depth);
  });

type LayerChange = Partial<
  Pick<Extract<Layer, { kind: 'drawing' }>, 'x' | 'y' | 'scale' | 'hidden' | 'blend' | 'opacity'> &
    Pick<Extract<Layer, { kind: 'tile' }>, 'size' | 'colour'>
>;

/** Changes a layer; a field given as undefined is taken away. */
export const setLayer = (id: string, change: LayerChange): Edit =>
  edit('Layer', (d) => {
    const layer = d.layers.find((l) => l.id === id);
    if (!layer) return;
    Object.assign(layer, change);
    for (const [k, v] of Object.entries(change)) if (v === undefined) Reflect.deleteProperty(layer, k);
  });

/** A piece is lifted off a layer's picture: what is left takes its place, and the piece lies there as a motif. */
export const liftFrom = (id: string, asset: string, motif: Motif, placement: Placement): Edit =>
  edit('Piece lifted off', (d) => {
    const layer = d.layers.find((l) => l.id === id);
    const picture = layer && 'picture' in layer && d.pictures.find((p) => p.id === layer.picture);
    if (!picture) return;
    picture.asset = asset;
    // How it was mended before cannot be run again on what is left.
    if (picture.art.kind === 'mended') picture.art = { kind: 'pixels' };
    d.motifs.push(motif);
    d.placements.push(placement);
  });

/** Says of the pieces that are seen in a layer's picture what was not seen by itself; null: nothing is said of them any more. */
export const setMarks = (id: string, marks: PieceMarks | null): Edit =>
  edit('Pieces', (d) => {
    const layer = d.layers.find((l) => l.id === id);
    if (!layer || layer.kind === 'placements') return;
    if (marks) layer.marks = marks;
    else delete layer.marks;
  });

/** Moves a layer over the next one, or under it. */
export const moveLayer = (id: string, by: 1 | -1): Edit =>
  edit('Over and under', (d) => {
    const n = d.layers.findIndex((l) => l.id === id);
    const to = n + by;
    if (n < 0 || to < 0 || to >= d.layers.length) return;
    d.layers.splice(to, 0, ...d.layers.splice(n, 1));
  });

/** Takes a layer off, and its picture with it where no other layer shows it. */
export const removeLayer = (id: string): Edit =>
  edit('Taken off', (d) => {
    d.layers = d.layers.filter((l) => l.id !== id || l.kind === 'placements');
    const shown = new Set(d.layers.flatMap((l) => ('picture' in l ? [l.picture] : [])));
    d.pictures = d.pictures.filter((p) => shown.has(p.id));
  });

/**
 * What lies under all. A ground that changes from cell to cell needs cells that alternate: they are laid the same there, unless
 * the layout has them mirrored or turned already.
 */
export const setGround = (ground: Ground): Edit =>
  edit('Ground', (d) => {
    d.ground = ground;
    const byCell = ground.kind === 'split' && splitPatterns.of(ground.pattern)?.byCell;
    const { alternate } = d.layout;
    if (byCell && !alternate) d.layout.alternate = { every: 'column', by: 'same' };
    else if (!byCell && alternate?.by === 'same') delete d.layout.alternate;
  });
