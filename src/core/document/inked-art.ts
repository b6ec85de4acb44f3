import type { Layer, Placement, Project } from './schema';

type Inked = Pick<Project, 'motifs' | 'pictures' | 'placements' | 'layers' | 'ground' | 'inks'>;

/** Which art a placement uses: its motif, in the motif's own inks or in those that take their place. */
export const artKey = ({ motif, inkOverrides }: Pick<Placement, 'motif' | 'inkOverrides'>): string => {
  const overrides = Object.entries(inkOverrides ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return overrides.length ? `${motif}~${overrides.map(([from, to]) => `${from}>${to}`).join()}` : motif;
};

/** The same art where the ground is the ink of turn `k`, and inks are changed with it. */
export const counterKey = (key: string, k: number): string => (k ? `${key}^${k}` : key);

/**
 * Art in certain inks: the key of it, whose it is (a motif's or a picture's), and for each ink of the bolt the number of the one it is
 * printed in. `whole`: its ground is in it; `as`: not in its inks at all, but as it is, or all in one ink.
 */
export type InkedArt = {
  key: string;
  motif: string;
  inkOf: number[];
  whole?: boolean;
  as?: 'itself' | { ink: number };
};

/** The pictures of layers, each in the inks that its layer says. */
function layerArt(layer: Layer, own: number[], numberOf: Map<string, number>): InkedArt[] {
  if (layer.kind === 'drawing') return [{ key: layer.id, motif: layer.picture, inkOf: own }];
  if (layer.kind !== 'tile') return [];
  const { colour, id: key, picture: motif } = layer;
  if (colour.as === 'inks') return [{ key, motif, inkOf: own, whole: true }];
  const as = colour.as === 'ink' ? { ink: numberOf.get(colour.ink) ?? 0 } : ('itself' as const);
  return [{ key, motif, inkOf: own, as }];
}

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
  const pictures = project.layers.flatMap((l) => layerArt(l, own, number));
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
