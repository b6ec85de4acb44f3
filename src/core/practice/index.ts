export { type Marked, markPin } from './lesson';
export { FAULT_KINDS, FAULTS, type Fault, type Planted, plantFault } from './plant';
