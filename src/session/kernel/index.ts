export { messageOf, useTrouble } from './errors';
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
