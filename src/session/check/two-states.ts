import {
  type CheckReport,
  compareFindings,
  kindOf,
  nth,
  type Placement,
  type Project,
  patched,
  scenePlacements,
} from '../../core';
import { useBolt, useSnapshots } from '../bolt';
import { useView } from '../cloth';
import { messageOf, runJob, type Session, Stopped, sessionStore } from '../kernel';
import { checkBolt } from './checks';
import { noteAttempt } from './practice-record';

/** One state that the bolt once had, and how it was judged. */
type State = { placements: Placement[]; report: CheckReport };
/** Two states of the bolt's own history, one of them on the cloth; which was picked as the more even. */
type Pair = { states: [State, State]; shows: 0 | 1; picked: 0 | 1 | null };

export const useTwoStates = sessionStore<{ pair: Pair | null; trouble: string | null }>(() => ({
  pair: null,
  trouble: null,
}));

/** Looking for two states, as a job. */
export const TWO_STATES = 'two states';

/** Two states are worth asking about when their scores differ by so much; so many are looked over at the most. */
const LEAST = 3;
const LOOKED = 8;
const FEWEST = 3;

/** What lay on the cloth at every step that can still be undone, and in every state that was kept; of what is there today. */
function statesOf(bolt: Session, project: Project): Placement[][] {
  const motifs = new Set(project.motifs.map((m) => m.id));
  const out: Placement[][] = [];
  const add = (p: Project) => {
    const placements = scenePlacements(p).filter((q) => motifs.has(q.motif));
    if (placements.length >= FEWEST) out.push(placements);
  };
  let then = project;
  add(then);
  for (const step of [...useBolt.of(bolt).getState().past].reverse()) {
    let before: Project;
    try {
      before = patched(then, step.inverse);
    } catch {
      break;
    }
    if (before.placements !== then.placements) add(before);
    then = before;
  }
  for (const s of useSnapshots.of(bolt).getState().list) add(s.project);
  return out;
}

/** Every so-manieth of a list, the last among them. */
const spread = <T>(list: T[], most: number): T[] =>
  list.length <= most
    ? list
    : Array.from({ length: most }, (_, k) => nth(list, Math.round((k * (list.length - 1)) / (most - 1))));

/** Puts two states of this bolt on the cloth in turn, to be told apart by eye. */
export async function beginTwoStates(
  bolt: Session,
  project: Project,
  seed = nth([...crypto.getRandomValues(new Uint32Array(1))], 0),
) {
  const two = useTwoStates.of(bolt);
  two.setState({ trouble: null });
  const found = await runJob(bolt, TWO_STATES, 'Looking through what this bolt once was.', async (work) => {
    const states: State[] = [];
    for (const [k, placements] of spread(statesOf(bolt, project), LOOKED).entries()) {
      if (work.signal.aborted) throw new Stopped('Stopped.');
      states.push({ placements, report: await checkBolt({ ...project, placements }, true) });
      work.onProgress((k + 1) / LOOKED);
    }
    const score = ({ report }: State) => report.evenness?.score ?? 0;
    const pairs = states.flatMap((a, i) =>
      states
        .slice(i + 1)
        .flatMap((b): [State, State][] => (Math.abs(score(a) - score(b)) >= LEAST ? [[a, b]] : [])),
    );
    if (!pairs.length) return null;
    const [a, b] = nth(pairs, seed % pairs.length);
    return (seed >> 8) % 2 ? ([a, b] as const) : ([b, a] as const);
  });
  if (found === undefined) return;
  if (!found) {
    two.setState({
      trouble: `No two states of this bolt differ by ${LEAST} points of evenness yet. Go on working, and come back.`,
    });
    return;
  }
  useView.of(bolt).setState({ selected: [], held: null, finding: null });
  two.setState({ pair: { states: [found[0], found[1]], shows: 0, picked: null } });
}

export const showState = (shows: 0 | 1) =>
  useTwoStates.setState((s) => (s.pair ? { pair: { ...s.pair, shows } } : s));

/** Which of the two scores higher. */
export const moreEven = ({ states: [a, b] }: Pair): 0 | 1 =>
  (a.report.evenness?.score ?? 0) >= (b.report.evenness?.score ?? 0) ? 0 : 1;

/** Says which is the more even: it is marked once, and the record kept. */
export function pickState(picked: 0 | 1) {
  const { pair } = useTwoStates.getState();
  if (!pair || pair.picked !== null) return;
  useTwoStates.setState({ pair: { ...pair, picked } });
  void noteAttempt('two states', picked === moreEven(pair)).catch(messageOf);
}

/** What sets the more even one apart from the other, in words: its parts, and what is found on one alone. */
export function apartText(pair: Pair): string {
  const best = moreEven(pair);
  const [more, less] = [pair.states[best].report, pair.states[best ? 0 : 1].report];
  const parts = (['gaps', 'cover', 'weight', 'colours', 'sizes'] as const)
    .map((part) => ({ part, by: (more.evenness?.parts[part] ?? 0) - (less.evenness?.parts[part] ?? 0) }))
    .filter(({ by }) => Math.abs(by) >= 4)
    .sort((p, q) => Math.abs(q.by) - Math.abs(p.by))
    .slice(0, 3)
    .map(({ part, by }) => `${part} ${by > 0 ? 'up' : 'down'} ${Math.abs(by)}`);
  const kinds = compareFindings(less, more)
    .kinds.filter(({ change, kind }) => change !== 0 && kindOf(kind)?.fault)
    .map(
      ({ kind, change }) =>
        `${Math.abs(change)} ${change < 0 ? 'fewer' : 'more'}: ${kindOf(kind)?.fault?.name}`,
    );
  const all = [...parts, ...kinds];
  return all.length ? `Against the other: ${all.join(', ')}.` : 'No one part of it makes the difference.';
}

export const endTwoStates = () => useTwoStates.setState({ pair: null });
