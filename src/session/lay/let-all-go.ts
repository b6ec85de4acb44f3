import { useSnapshots } from '../bolt';
import {
  dropProposal,
  dropTrial,
  endLesson,
  endTwoStates,
  usePractice,
  useProposal,
  useTrial,
  useTwoStates,
} from '../check';
import { useView } from '../cloth';

/** Esc, in the order of what is nearest at hand. */
export function letAllGo() {
  const { compare } = useSnapshots.getState();
  const { only, recut, reserving, selected } = useView.getState();
  if (usePractice.getState().lesson) endLesson();
  else if (useTwoStates.getState().pair) endTwoStates();
  else if (useProposal.getState().proposal) dropProposal();
  else if (useTrial.getState().trial) dropTrial();
  else if (useView.getState().viewMode !== 'plain') useView.setState({ viewMode: 'plain' });
  else if (compare) useSnapshots.setState({ compare: null });
  else if (reserving !== null) useView.setState({ reserving: null });
  else if (recut && !selected.length) useView.setState({ recut: null });
  else if (only && !selected.length) useView.setState({ only: null });
  useView.setState({ selected: [], held: null, drawn: null, finding: null });
}
