import type { Placement, Project } from './schema';

/** Which art a placement uses: its motif, in the motif's own inks or in those it wears in their place. */
export const artKey = ({ motif, inks }: Pick<Placement, 'motif' | 'inks'>): string => {
  const worn = Object.entries(inks ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return worn.length ? `${motif}~${worn.map(([from, to]) => `${from}>${to}`).join()}` : motif;
};

/** A motif as it is worn: the key of its art, and for each ink of the bolt the number of the ink worn for it. */
export type Worn = { key: string; motif: string; wears: number[] };

/** Every motif in its own inks, then each other way that one is worn on the cloth. */
export function wornArts(project: Pick<Project, 'motifs' | 'placements' | 'inks'>): Worn[] {
  const own = project.inks.map((_, n) => n);
  const arts = new Map<string, Worn>(
    project.motifs.map((m) => [m.id, { key: m.id, motif: m.id, wears: own }]),
  );
  const number = new Map(project.inks.map((ink, n) => [ink.id, n]));
  for (const p of project.placements) {
    if (!p.inks) continue;
    const key = artKey(p);
    if (arts.has(key)) continue;
    const { inks } = p;
    const wears = project.inks.map((ink, n) => number.get(inks[ink.id] ?? '') ?? n);
    arts.set(key, { key, motif: p.motif, wears });
  }
  return [...arts.values()];
}
