import type { Project } from './schema';

export type Purpose = NonNullable<Project['purpose']>;

const NOTHING_SAID: Purpose = {
  printer: 'repeats',
  colours: 'screen',
  mostColours: null,
  theme: '',
  deadline: null,
  palette: [],
  shrinks: null,
};

/** What a bolt is for, as far as it was said. */
export const purposeOf = ({ purpose }: Pick<Project, 'purpose'>): Purpose => purpose ?? NOTHING_SAID;

/** That there are more colours than the brief allows, as a sentence; empty where there are not. */
export function tooManyColours(project: Pick<Project, 'purpose' | 'inks'>): string {
  const { mostColours } = purposeOf(project);
  const { length } = project.inks;
  if (mostColours === null || length <= mostColours) return '';
  return `${length} colours, the ground among them; the brief allows ${mostColours}.`;
}
