export {
  type Job,
  jobTrouble,
  runJob,
  Stopped,
  stopJob,
  stopKind,
  stopsOnLeaving,
  useBusy,
  useJob,
  useJobs,
  type Work,
} from './jobs';
export { giveLabels, type Labels, labelsOf, readLabels } from './labels';
export { lastAnswer } from './last-answer';
export { curveOf, noteAttempt, openAttempts, useAttempts } from './record';
export {
  backTo,
  nextSession,
  type Session,
  session,
  sessionPart,
  sessionStore,
  useLeft,
  useSession,
} from './session';
export { textOf, useTrouble } from './trouble';
