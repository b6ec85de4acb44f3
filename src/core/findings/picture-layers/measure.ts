import { type JoinReport, wrapReport } from '../../intake';
import { blockFits, type PixelPlan, pixelPlan, type Size, type TileFit, tileFitIn } from '../../lattice';
import { effectivePpi } from '../../print';
import type { Wants } from '../../products';
import { type Level, type Pyramid, straightOf } from '../../raster';
import { layersOf, renderBlock, type Scene, type SceneLayer } from '../../render';
import { pxToMm } from '../../units';
import { perShape } from '../cloth/per-shape';
import type { Found } from '../found';

/** What may be wrong with a drawing or a tile as a whole; `layer` names it as the scene does. */
export type PictureLayer = Found & { layer: string } & (
    | { kind: 'coarse-picture'; ppi: number; limit: number }
    | { kind: 'tile-off'; nowMm: Size; fit: TileFit }
    | { kind: 'tile-join'; times: number; across: boolean }
  );

type Tile = Extract<SceneLayer, { kind: 'tile' }>;

/** The long side of what joins are looked at on, px: breaks that print are seen on it. */
export const LOOK_PX = 1400;

/** Whether nothing is drawn along the edges of a picture: such a one joins, however it is laid. */
const isClearAtEdges = perShape(({ pyramid }): boolean => {
  const { width, height, data } = lookedAt(pyramid);
  const isClear = (p: number) => data[p * 4 + 3] === 0;
  for (let k = 0; k < EDGE_PX; k++) {
    for (let x = 0; x < width; x++)
      if (!isClear(k * width + x) || !isClear((height - 1 - k) * width + x)) return false;
    for (let y = 0; y < height; y++)
      if (!isClear(y * width + k) || !isClear(y * width + width - 1 - k)) return false;
  }
  return true;
});
const EDGE_PX = 2;

const lookedAt = ({ levels }: Pyramid): Level =>
  levels.find((l) => Math.max(l.width, l.height) <= LOOK_PX) ?? levels[0];

const ownJoin = perShape(({ pyramid }): JoinReport | null => {
  const level = lookedAt(pyramid);
  return Math.min(level.width, level.height) < 16 ? null : wrapReport(straightOf(level));
});

/** How a tile joins on this cloth: itself where it is laid straight, its copies where the layout shifts them; null: not to be told. */
function joinOf(scene: Scene, layer: Tile, plan: PixelPlan): JoinReport | null {
  const art = scene.motifs.get(layer.art);
  if (!art || isClearAtEdges(art)) return null;
  const { kind, alternate } = plan.layout;
  if (layer.size || (kind === 'straight' && !alternate)) return ownJoin(art);
  if (kind === 'diamond' || alternate) return null;
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const most = Math.max(plan.block.width, plan.block.height);
  const small = pixelPlan(plan.layout, cellMm, plan.ppi * Math.min(1, LOOK_PX / most));
  if (!blockFits(small)) return null;
  const bare: Scene = { ground: [255, 255, 255], motifs: scene.motifs, placements: [], layers: [layer] };
  return wrapReport(renderBlock(bare, small));
}

/** What is to be told of each drawing and tile on a cloth as a whole. */
export function pictureLayersOf(scene: Scene, plan: PixelPlan, { ppi: least }: Wants): PictureLayer[] {
  const at = { x: 0, y: 0 };
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  return layersOf(scene).flatMap((layer): PictureLayer[] => {
    const art = layer.kind === 'placements' ? undefined : scene.motifs.get(layer.art);
    if (layer.kind === 'placements' || !art) return [];
    const out: PictureLayer[] = [];
    const common = { severity: 'warning' as const, at, placements: [], layer: layer.art };
    const scale =
      layer.kind === 'drawing'
        ? layer.scale
        : (layer.size ?? cellMm).width / pxToMm(art.pyramid.width, art.ppi);
    const ppi = effectivePpi(art.ppi, scale);
    if (ppi < least - 0.5) out.push({ kind: 'coarse-picture', ...common, ppi, limit: least });
    if (layer.kind === 'drawing') return out;
    if (layer.size) {
      const blockMm = { width: plan.block.width / plan.scale.x, height: plan.block.height / plan.scale.y };
      const fit = tileFitIn(layer.size, blockMm);
      if (!fit.fits) out.push({ kind: 'tile-off', ...common, nowMm: layer.size, fit });
    }
    const join = joinOf(scene, layer, plan);
    if (join && !join.holds) {
      const { across, down } = join.joins;
      const isAcross = across.beyond >= down.beyond;
      out.push({
        kind: 'tile-join',
        ...common,
        across: isAcross,
        times: isAcross ? across.times : down.times,
      });
    }
    return out;
  });
}

/** Tiles whose joins this layout hides from being judged. */
export const unjudgedJoins = (scene: Scene, plan: PixelPlan): boolean =>
  (plan.layout.kind === 'diamond' || plan.layout.alternate !== undefined) &&
  layersOf(scene).some((l) => l.kind === 'tile' && !l.size);
