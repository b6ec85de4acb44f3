import { addColourways, newColourway, type Project, paint, shownColourway } from '../../core';
import { edit, record, useBolt } from '../bolt';
import { lastAnswer, session, sessionStore } from '../kernel';

/** Colours shown on the cloth before they are kept: for which document, what they are, and a name for them. */
export type Trial = { of: Project; colours: string[]; name: string };

type TrialState = {
  trial: Trial | null /** The colourway as it is, for the eye to compare. */;
  before: boolean;
};
export const useTrial = sessionStore<TrialState>(() => ({ trial: null, before: false }));

/** Shows colours on the cloth; nothing is changed until they are kept. */
export function tryColours(colours: string[], name: string) {
  const { project } = useBolt.getState();
  if (project) useTrial.setState({ trial: { of: project, colours, name }, before: false });
}

export const dropTrial = () => useTrial.setState({ trial: null, before: false });

/** The trial that belongs to a document, if there is one to be seen. */
export const trialOf = (project: Project): Trial | null => {
  const { trial } = useTrial.getState();
  return trial?.of === project ? trial : null;
};

/** Keeps what is tried: in the colourway on show, or as one of its own. */
export function keepTrial(as: 'here' | 'new') {
  const { project } = useBolt.getState();
  const trial = project && trialOf(project);
  dropTrial();
  if (!project || !trial) return;
  const newId = () => crypto.randomUUID();
  if (as === 'here') edit(session(), (p) => paint(p.shown, trial.colours, newId));
  else edit(session(), addColourways([newColourway(newId(), trial.name, trial.colours)]));
  const now = useBolt.getState().project;
  if (now && now !== project)
    record(session(), { kind: 'colourway', text: `${shownColourway(now).name} kept.` });
}

/** A document with other colours in its colourway on show; the same answer for the same question. */
export const inColours = lastAnswer((project: Project, colours: string[]): Project => {
  const colourways = project.colourways.map((c) => (c.id === project.shown ? { ...c, colours } : c));
  return { ...project, colourways };
});
