import { outlineOf, type Silhouette } from '@/core';

const known = new WeakMap<Silhouette, string>();

/** The outline of a motif as an SVG path, mm about its middle. */
export function pathOf(silhouette: Silhouette): string {
  const path =
    known.get(silhouette) ??
    outlineOf(silhouette)
      .rings.map((ring) => {
        const points: string[] = [];
        for (let k = 0; k < ring.length; k += 2)
          points.push([ring[k], ring[k + 1]].map((v) => v?.toFixed(2)).join(' '));
        return `M${points.join('L')}Z`;
      })
      .join('');
  known.set(silhouette, path);
  return path;
}
