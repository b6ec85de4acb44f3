import { counterKey, type InkedArt, kindOfLayer } from './layers';
import type { Placement, Project } from './schema';

type Inked = Pick<Project, 'motifs' | 'pictures' | 'placements' | 'layers' | 'ground' | 'inks'>;

/** Which art a placement uses: its motif, in the motif's own inks or in those that take their place. */
export const artKey = ({ motif, inkOverrides }: Pick<Placement, 'motif' | 'inkOverrides'>): string => {
  const overrides = Object.entries(inkOverrides ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return overrides.length ? `${motif}~${overrides.map(([from, to]) => `${from}>${to}`).join()}` : motif;
};

/** Every motif in its own inks, then in each other set of inks that it has on the cloth; then what layers draw. */
export function inkedArts(project: Inked): InkedArt[] {
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
  const pictures = project.layers.flatMap((l) => kindOfLayer(l)?.art(l, own, number) ?? []);
  const all = [...arts.values(), ...pictures];
  return [...all, ...counterArts(project, all, number)];
}

/** All that lies on a split ground, once more for each ink but the first, where inks are changed with the ground. */
function counterArts(
  { ground, placements }: Inked,
  all: InkedArt[],
  number: Map<string, number>,
): InkedArt[] {
  if (ground.kind !== 'split' || !ground.counter) return [];
  const laid = new Set(placements.flatMap((p) => [artKey(p), p.motif]));
  const inks = ground.inks.map((id) => number.get(id) ?? 0);
  return inks.slice(1).flatMap((there, n) =>
    all
      .filter((a) => !a.as && (laid.has(a.key) || a.motif !== a.key))
      .map((a) => ({
        ...a,
        key: counterKey(a.key, n + 1),
        inkOf: a.inkOf.map((ink) => (ink === there ? inks[0] : ink === inks[0] ? there : ink)),
      })),
  );
}
