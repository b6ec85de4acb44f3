import type { Placement, Project } from './schema';

/** Which art a placement uses: its motif, in the motif's own inks or in those that take their place. */
export const artKey = ({ motif, inkOverrides }: Pick<Placement, 'motif' | 'inkOverrides'>): string => {
  const overrides = Object.entries(inkOverrides ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return overrides.length ? `${motif}~${overrides.map(([from, to]) => `${from}>${to}`).join()}` : motif;
};

/** A motif in certain inks: the key of its art, and for each ink of the bolt the number of the one it is printed in. */
export type InkedArt = { key: string; motif: string; inkOf: number[] };

/** Every motif in its own inks, then in each other set of inks that it has on the cloth. */
export function inkedArts(project: Pick<Project, 'motifs' | 'placements' | 'inks'>): InkedArt[] {
  const own = project.inks.map((_, n) => n);
  const arts = new Map<string, InkedArt>(
    project.motifs.map((m) => [m.id, { key: m.id, motif: m.id, inkOf: own }]),
  );
  const number = new Map(project.inks.map((ink, n) => [ink.id, n]));
  for (const p of project.placements) {
    const { inkOverrides } = p;
    if (!inkOverrides) continue;
    const key = artKey(p);
    if (arts.has(key)) continue;
    const inkOf = project.inks.map((ink, n) => number.get(inkOverrides[ink.id] ?? '') ?? n);
    arts.set(key, { key, motif: p.motif, inkOf });
  }
  return [...arts.values()];
}
