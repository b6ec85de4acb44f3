export { type Marked, markPin } from './lesson';
export { FAULTS, type Fault, type Planted, plantFault } from './plant';
