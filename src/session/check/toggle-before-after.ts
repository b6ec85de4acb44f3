import { blink } from '../bolt';
import { useProposal } from './proposal';
import { useTrial } from './trial';

/** Turns to the cloth as it was, or back: before what is proposed, else before the colours on trial, else the last snapshot. */
export function turnToBefore(): boolean {
  if (useProposal.getState().proposal) useProposal.setState((s) => ({ before: !s.before }));
  else if (useTrial.getState().trial) useTrial.setState((s) => ({ before: !s.before }));
  else return blink();
  return true;
}
