export { makeBoard } from './board';
export { fontFile } from './letters';
export { makeTestPrint, readyRuler, setRuler, useRuler } from './test-print';
export { makeThingsBoard, shownNote } from './things-board';
