export { type EdgeReport, edgeReport, type Near, type Touching } from './edge-report';
export { EDGE_NAMES, type EdgeName, type Steps } from './edges';
export { frameOf, putHome, stepsOf } from './home';
export { joinEnds } from './join-ends';
export { layOver } from './laid-over';
export { type NewStrokes, newStrokes, strokesAlone, withStrokes } from './new-strokes';
export { type NotTheSame, type Registration, registerReturn } from './register-return';
export { readSent, type Sent } from './sent';
export { turnOver } from './turned';
