import { z } from 'zod';
import {
  cellOf,
  type Finding,
  faults,
  kindOf,
  type Layer,
  latticeOf,
  type Marked,
  markPin,
  motifOf,
  nearestCopy,
  nth,
  type Placement,
  type Planted,
  type Point,
  type Project,
  toldAs,
} from '../../core';
import { practise } from '../../engine';
import { readSetting, writeSetting } from '../../shelf';
import { passPicture } from '../bolt';
import { loadAsset, sceneRequest, useView } from '../cloth';
import { messageOf, runJob, type Session, sessionStore } from '../kernel';
import { checkBolt } from './checks';
import { noteAttempt } from './practice-record';
import { leadOf } from './proposal';

/** A cloth with one fault planted in it, shown instead of the work, and how the pin that was put met it. */
type Lesson = {
  of: Project;
  planted: Planted;
  /** The cloth with the fault in it. */
  shown: Project;
  /** What the check measured there, when it found it too. */
  measured: Finding | null;
  pin: Point | null;
  marked: Marked | null;
};

/** How many of each fault were looked for, and how many of them found. */
const recordSchema = z.record(z.string(), z.object({ tried: z.number(), found: z.number() }));
type PracticeRecord = z.infer<typeof recordSchema>;

type PracticeState = {
  lesson: Lesson | null;
  record: PracticeRecord;
};
const NEVER = { tried: 0, found: 0 };
const NONE: PracticeRecord = Object.fromEntries(faults().map((f) => [f, NEVER]));
export const usePractice = sessionStore<PracticeState>(() => ({
  lesson: null,
  record: NONE,
}));

const KEY = 'practice';

/** Reads the record that was kept; one that is not sound counts as none. */
export async function openRecord() {
  const kept = recordSchema.safeParse(await readSetting(KEY));
  if (kept.success) usePractice.setState({ record: { ...NONE, ...kept.data } });
}

/** Planting a fault, as a job. */
export const PRACTICE = 'practice';

/** Plants a fault, of a kind drawn by lot unless one is named, in a copy of the work or in its motifs scattered anew. */
export async function beginLesson(
  bolt: Session,
  project: Project,
  madeUp: boolean,
  fault?: string,
  seed = nth([...crypto.getRandomValues(new Uint32Array(1))], 0),
) {
  const lesson = await runJob(bolt, PRACTICE, 'Planting a fault.', async (work): Promise<Lesson> => {
    // Where cells alternate, the twins of a band run otherwise: no lane or row is planted there.
    const { alternate } = project.layout;
    const some = faults().filter((f) => !(alternate && kindOf(f)?.fault?.straight));
    const drawn = fault ?? nth(some, seed % some.length);
    const leads = new Map(project.motifs.map((m) => [m.id, leadOf(m.id)]));
    const made = await practise(sceneRequest(project), drawn, seed % 1e6, madeUp, leads, work, loadAsset);
    const { planted, picture } = made;
    const shown = picture ? drawnCloth(project, picture) : laidCloth(project, planted);
    const { findings } = await checkBolt(shown);
    const lattice = latticeOf(project.layout, cellOf(project));
    const off = (f: Finding) => {
      const near = nearestCopy(lattice, f.at, planted.at);
      return Math.hypot(near.x - planted.at.x, near.y - planted.at.y);
    };
    const [measured = null] = findings
      .filter((f) => toldAs(drawn).includes(f.kind))
      .sort((p, q) => (planted.along ? 0 : off(p) - off(q)));
    return { of: project, planted, shown, measured, pin: null, marked: null };
  });
  if (!lesson) return;
  useView.of(bolt).setState({ selected: [], held: null, finding: null });
  usePractice.of(bolt).setState({ lesson });
}

/** A lesson's cloth where things are laid: other placements of the same motifs. */
const laidCloth = (project: Project, planted: Planted): Project => ({
  ...project,
  placements: planted.placements.map(
    ({ motif, x, y, angle, scale, mirror }, n): Placement => ({
      ...{ id: `practice-${n}`, motif, x, y, angle, scale, mirror },
    }),
  ),
});

/** A lesson's cloth where things are drawn: one picture that fills the cell. */
function drawnCloth(project: Project, { png, sha256: asset, ...size }: Picture): Project {
  passPicture(asset, new Blob([png], { type: 'image/png' }));
  const id = 'practice';
  const layer: Layer = { kind: 'tile', id, picture: id, size: null, colour: { as: 'itself' } };
  return {
    ...project,
    placements: [],
    pictures: [motifOf({ id, name: 'Practice', asset, ...size })],
    layers: [...project.layers.filter((l) => l.kind === 'placements'), layer],
  };
}
type Picture = NonNullable<Awaited<ReturnType<typeof practise>>['picture']>;

/** Puts the pin, mm of the cloth: it is marked once, and the record kept. */
export function putPin(at: Point) {
  const { lesson, record } = usePractice.getState();
  if (!lesson || lesson.marked) return;
  const marked = markPin(lesson.planted, at, lesson.of.layout, cellOf(lesson.of));
  const { fault } = lesson.planted;
  const was = record[fault] ?? NEVER;
  const next = { ...record, [fault]: { tried: was.tried + 1, found: was.found + (marked.hit ? 1 : 0) } };
  usePractice.setState({ lesson: { ...lesson, pin: at, marked }, record: next });
  void writeSetting(KEY, next).catch(messageOf);
  void noteAttempt(fault, marked.hit).catch(messageOf);
}

export const endLesson = () => usePractice.setState({ lesson: null });
