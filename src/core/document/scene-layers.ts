import { rgbOfHex } from '../colour';
import type { SceneLayer, SceneSplit } from '../render';
import { scenePlacements } from './edits/placements';
import { counterKey, kindOfLayer } from './layers';
import type { Project } from './schema';

/** What is seen of the layers, as a scene has them; `k`: as they are drawn where the ground is its ink of that turn. */
export function sceneLayers(project: Pick<Project, 'layers'>, k = 0): SceneLayer[] {
  return project.layers.flatMap((layer) =>
    layer.kind !== 'placements' && layer.hidden ? [] : (kindOfLayer(layer)?.scene(layer, k) ?? []),
  );
}

/** The ground where it is split, in the colours of a colourway (hex, one for each ink); undefined where it is plain. */
export function sceneSplit(project: Project, colours: readonly string[]): SceneSplit | undefined {
  const { ground, inks } = project;
  if (ground.kind !== 'split') return undefined;
  const numbers = ground.inks.map((id) =>
    Math.max(
      0,
      inks.findIndex((i) => i.id === id),
    ),
  );
  const { pattern, count } = ground;
  const counter = ground.counter
    ? numbers.map((_, k) => ({
        layers: sceneLayers(project, k),
        placements: scenePlacements(project).map((p) => ({ ...p, art: counterKey(p.art ?? p.motif, k) })),
      }))
    : undefined;
  return {
    pattern,
    count,
    colours: numbers.map((n) => rgbOfHex(colours[n])),
    ...(counter ? { counter } : {}),
  };
}
