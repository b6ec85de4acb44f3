export {
  checkBolt,
  checkKey,
  lastChange,
  layKey,
  type Numbered,
  proveWrapNow,
  sortFindings,
  useChecks,
  WRAP_PROOF,
  wantCheck,
} from './checks';
export { useClothMap, wantClothMap } from './cloth-map';
export { noteSent, openSentScores, useSentScores } from './evenness-targets';
export { forgetForecast, inReach, letGoInto, useForecast, wantForecast } from './forecast';
export { proposeMending, proposeMendingAll, togglePart } from './mending';
export { beginLesson, endLesson, openRecord, PRACTICE, putPin, usePractice } from './practice';
export { curveOf, openAttempts, useAttempts } from './practice-record';
export {
  dropProposal,
  evenness,
  fillPatchNow,
  findLargestFit,
  keepProposal,
  layRequest,
  nothingToFill,
  PROPOSAL,
  proposeScatter,
  proposeSettle,
  type ScatterAsk,
  scatterOn,
  showOffer,
  spreadText,
  useProposal,
} from './proposal';
export { showFinding } from './show-finding';
export { thinnestOnCloth } from './thinnest';
export { turnToBefore } from './toggle-before-after';
export { dropTrial, inColours, keepTrial, trialOf, tryColours, useTrial } from './trial';
export {
  apartText,
  beginTwoStates,
  endTwoStates,
  moreEven,
  pickState,
  showState,
  TWO_STATES,
  useTwoStates,
} from './two-states';
export { judgedText, judgeOnceChecked, keepAsVersion, markSent, nextVersion, versionsOf } from './versions';
