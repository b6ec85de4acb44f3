import { counted, Said } from '../units';
import { newProject } from './create';
import { upToDate } from './open';
import { DOCUMENT_VERSION, FIELDS, LISTS, type ListRule, type Project, whatIsAmiss } from './schema';

/** What could be read of a document, and what could not, each in words. */
export type Rescued = { project: Project; lost: string[] };

const NAMES: Record<keyof typeof LISTS, [one: string, many: string]> = {
  sheets: ['page', 'pages'],
  motifs: ['motif', 'motifs'],
  pictures: ['drawing or tile', 'drawings and tiles'],
  layers: ['layer', 'layers'],
  placements: ['placement', 'placements'],
  reserves: ['reserved place', 'reserved places'],
  dismissed: ['finding that was left', 'findings that were left'],
  inks: ['ink', 'inks'],
  colourways: ['colourway', 'colourways'],
  polls: ['vote', 'votes'],
  board: ['thing on the board', 'things on the board'],
};

const WORDS: Partial<Record<keyof Project, string>> = {
  brief: 'the brief',
  layout: 'the layout',
  ground: 'the ground',
  grain: 'the grain',
  guides: 'the guides',
  checking: 'how it is looked over',
  name: 'its name',
};

/**
 * A sound document from one that is not: each field and each member of a list that can be read is taken, what cannot is
 * left out and named. Nothing is guessed but what a new bolt begins with.
 * @param id of the document that is made.
 */
export function rescue(json: unknown, id: string): Rescued {
  let raw: Record<string, unknown>;
  try {
    raw = { ...upToDate(json) };
  } catch {
    raw = {};
  }
  const project = newProject(id, 'Rescued bolt');
  const lost: string[] = [];
  const into = project as Record<string, unknown>;
  for (const key of Object.keys(FIELDS) as (keyof Project)[]) {
    if (key === 'version' || key === 'id' || key === 'shown' || !(key in raw)) continue;
    if (key in LISTS) {
      const list = key as keyof typeof LISTS;
      const { each, most }: ListRule = LISTS[list];
      const members = Array.isArray(raw[key]) ? (raw[key] as unknown[]) : [];
      const read = members.flatMap((m) => {
        const seen = each.safeParse(m);
        return seen.success ? [seen.data] : [];
      });
      const gone = members.length - Math.min(read.length, most);
      if (gone > 0) lost.push(counted(gone, ...NAMES[list]));
      if (read.length) into[key] = read.slice(0, most);
    } else {
      const seen = FIELDS[key].safeParse(raw[key]);
      if (seen.success) into[key] = seen.data;
      else lost.push(WORDS[key] ?? key);
    }
  }
  return { project: joined({ ...project, version: DOCUMENT_VERSION, id }, raw, lost), lost };
}

/** Makes go together what was read: placements of motifs that are there, colourways with a colour for each ink. */
function joined(project: Project, raw: Record<string, unknown>, lost: string[]): Project {
  const motifs = new Set(project.motifs.map((m) => m.id));
  const laid = project.placements.filter((p) => motifs.has(p.motif));
  const loose = project.placements.length - laid.length;
  if (loose) lost.push(`${counted(loose, 'placement')} of motifs that are not there`);
  const pictures = new Set(project.pictures.map((p) => p.id));
  const layers = project.layers.filter((l) => !('picture' in l) || pictures.has(l.picture));
  const bare = project.layers.length - layers.length;
  if (bare) lost.push(`${counted(bare, 'layer')} of pictures that are not there`);
  if (!layers.some((l) => l.kind === 'placements')) layers.push({ kind: 'placements', id: 'placements' });
  const ways = project.colourways.filter((c) => c.colours.length === project.inks.length);
  const odd = project.colourways.length - ways.length;
  if (odd) lost.push(`${counted(odd, 'colourway')} without a colour for each ink`);
  const colourways = ways.length
    ? ways
    : [
        {
          id: 'base',
          name: 'First colourway',
          note: '',
          colours: project.inks.map((i) => i.hex),
          locked: [],
        },
      ];
  const shown = colourways.find((c) => c.id === raw.shown)?.id ?? colourways[0].id;
  const made = { ...project, layers, placements: laid, colourways, shown };
  const amiss = whatIsAmiss(made);
  if (amiss) throw new Said(amiss);
  return made;
}
