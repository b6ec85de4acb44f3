import type { Layer } from '../layers';
import type { DrawnOn, Motif, Project } from '../schema';
import { replaceArt } from './bolt';
import { type Edit, edit } from './edit';

/** The cloth's picture goes out to be drawn on. */
export const sendOut = (out: NonNullable<DrawnOn['out']>): Edit =>
  edit('Sent out to draw on', (d) => {
    d.drawnOn.out = out;
  });

/** How far what is new is to stay from the edge, mm. */
export const setMargin = (marginMm: number): Edit =>
  edit('Clear of the edge', (d) => {
    d.drawnOn.marginMm = marginMm;
  });

/** What came back: its art, a small picture of it, and what it does at the edges. */
export type DrawnVersion = Pick<DrawnOn, 'picture' | 'edges' | 'whole' | 'version'> & {
  art: Pick<Motif, 'asset' | 'width' | 'height' | 'ppi'>;
};

/** The layer that what was drawn lies on from the last time, kept in the same way; where it is shown. */
export function drawnLayer({ drawnOn, layers }: Pick<Project, 'drawnOn' | 'layers'>, whole: boolean) {
  const there = layers.find((l) => l.id === drawnOn.layer);
  return there && 'picture' in there && drawnOn.whole === whole && !there.hidden ? there : undefined;
}

/**
 * Takes back a cloth that was drawn on. What was drawn lies on a layer of its own over all, or, where nothing is laid on the cloth
 * but pictures, the whole of it takes their place; they are hidden, not gone. A layer that is there from the last time gets the new art.
 * @param picture and `layer` are laid where there is none yet.
 */
export const takeBack = (back: DrawnVersion, picture: Motif, layer: Layer): Edit =>
  edit('Drawn on, taken back', (d) => {
    const { drawnOn } = d;
    const again = drawnLayer(d, back.whole);
    if (again) replaceArt(again.picture, back.art).apply(d);
    else {
      if (back.whole) for (const l of d.layers) if (l.kind !== 'placements') l.hidden = true;
      d.pictures.push({ ...picture, ...back.art });
      d.layers.push(layer);
    }
    const { edges, whole, version } = back;
    Object.assign(drawnOn, { edges, whole, version, picture: back.picture });
    if (!again) drawnOn.layer = layer.id;
  });
