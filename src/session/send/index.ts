export { AS, type As, canBeShapes, type Sending, sendFormats, useSendAsk, whatIsSent } from './ask';
export { makeBoard } from './board';
export { certificate, proofLines, type Sent } from './certificate';
export { SEND, sendPicture, timesSent } from './send';
export { stillOpen } from './still-open';
export { makeTestPrint, readyRuler, setRuler, useRuler } from './test-print';
export { makeThingsBoard, shownNote } from './things-board';
