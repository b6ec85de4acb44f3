export { claimAssets, copyOfAsset, hasAsset, putAsset, readAsset } from './assets';
export {
  binBolt,
  editBolt,
  listBolts,
  rawDocument,
  readBolt,
  readRaw,
  readThumbnail,
  removeBolt,
  Unreadable,
  writeBolt,
  writeThumbnail,
} from './bolts';
export { headOf, isInMemory, type Snapshot } from './db';
export { readDerived, writeDerived } from './derived';
export type { Write } from './journal';
export { Saver } from './saver';
export { readSetting, writeSetting } from './settings';
export { listSnapshots, removeSnapshot, writeSnapshot } from './snapshots';
export { sweepAssets } from './sweep';
