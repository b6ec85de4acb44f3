import { assetsOfArt } from './art';
import type { Motif, Project } from './schema';

type HasArt = Pick<Project, 'motifs' | 'pictures'>;

/** All art of a document: what is laid as motifs, then drawings and tiles. */
export const allArt = ({ motifs, pictures }: HasArt): Motif[] => [...motifs, ...pictures];

/** Whether nothing is on the cloth but its ground. */
export const isBare = ({ placements, layers }: Pick<Project, 'placements' | 'layers'>): boolean =>
  !placements.length && layers.every((l) => l.kind === 'placements' || l.hidden);

/** The art that is named, of a motif or a picture. */
export const artById = (project: HasArt) => new Map(allArt(project).map((m) => [m.id, m]));

/** Every file that a motif or a picture is made of. */
export const assetsOf = (motif: Motif): string[] => [motif.asset, ...assetsOfArt(motif.art)];

/** Every file that a document uses: of its art, its pages, and what goes out to be drawn on. */
export const assetsOfProject = (project: HasArt & Pick<Project, 'sheets' | 'drawnOn'>): string[] => {
  const { out, picture } = project.drawnOn;
  const drawn = [out?.asset, out?.under, picture].flatMap((asset) => asset ?? []);
  return [
    ...new Set([...allArt(project).flatMap(assetsOf), ...project.sheets.map((s) => s.asset), ...drawn]),
  ];
};
