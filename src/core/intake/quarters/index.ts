export { type Arranged, type Arrangement, AS_CAME } from './arrange';
export { arrangementOf, type JoinedSheet, joinQuarters } from './join-quarters';
export { paperOnBed } from './on-bed';
export { type QuartersOnScan, quartersOnScan } from './on-scan';
export { type Quarter, quarterOf } from './quarter';
