export { type CheckReport, type Finding, findings } from './findings';
export { proveWrap, type WrapProof } from './wrap-proof';
