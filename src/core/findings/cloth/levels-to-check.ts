import { type PixelPlan, pixelPlan } from '../../lattice';
import { FINE_AREA } from '../../pieces';
import { levelsToRender, type SceneOutline, type WantedLevel } from '../../render';
import { DETAIL } from '../maps';
import { LOOK_PX } from '../picture-layers/measure';
import { SPECKS_PX } from '../unfinished/specks';
import { FINE } from './measures';
import { coarsePlan } from './picture';

/** Pictures that are read piece by piece are made smaller from a level so many times as fine. */
const FINER = 2;

/**
 * What a check or a map of a scene reads of each of its pictures, by the names of its art: far less than printing does. Where
 * `rendersEdges` says so, a check reads what printing reads as well.
 * @param ppis of each art, by its name. @param plan at print ppi.
 */
export function levelsToCheck(
  scene: SceneOutline,
  ppis: ReadonlyMap<string, number>,
  plan: PixelPlan,
): Map<string, WantedLevel[]> {
  const { block, layout, cell, scale } = plan;
  const cellMm = { width: cell.width / scale.x, height: cell.height / scale.y };
  const joins = Math.min(1, LOOK_PX / Math.max(block.width, block.height));
  const all = [
    levelsToRender({ ...scene, layers: [] }, ppis, coarsePlan(plan, FINE.most * DETAIL)),
    levelsToRender({ ...scene, placements: [] }, ppis, coarsePlan(plan, FINE_AREA), FINER),
    levelsToRender({ ...scene, placements: [] }, ppis, pixelPlan(layout, cellMm, plan.ppi * joins)),
  ];
  const drawn = new Set((scene.layers ?? []).flatMap((l) => (l.kind === 'placements' ? [] : [l.art])));
  return new Map(
    [...ppis.keys()].map((art): [string, WantedLevel[]] => [
      art,
      [{ atMost: drawn.has(art) ? LOOK_PX : SPECKS_PX }, ...all.flatMap((wanted) => wanted.get(art) ?? [])],
    ]),
  );
}
