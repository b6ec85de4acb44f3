import { rgbOfHex } from '../colour';
import type { SceneLayer, SceneSplit } from '../render';
import { scenePlacements } from './edits/placements';
import { counterKey } from './inked-art';
import type { Layer, Project } from './schema';

/** What is seen of the layers, as a scene has them; `k`: as they are drawn where the ground is its ink of that turn. */
export function sceneLayers(project: Pick<Project, 'layers'>, k = 0): SceneLayer[] {
  return project.layers.flatMap((layer: Layer): SceneLayer[] => {
    if (layer.kind === 'placements') return [{ kind: 'placements' }];
    if (layer.hidden) return [];
    const { blend, opacity, marks } = layer;
    if (layer.kind === 'drawing') {
      const { x, y, scale } = layer;
      return [{ kind: 'drawing', art: counterKey(layer.id, k), x, y, scale, blend, opacity, marks }];
    }
    if (layer.kind !== 'tile') return [];
    const size = layer.size && { width: layer.size.widthMm, height: layer.size.heightMm };
    const texture = layer.colour.as !== 'inks';
    return [
      {
        kind: 'tile',
        art: texture ? layer.id : counterKey(layer.id, k),
        size,
        texture,
        blend,
        opacity,
        marks,
      },
    ];
  });
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
