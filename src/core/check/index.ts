export { type CheckReport, type ClothStyle, type Finding, findings } from './findings';
export { proveWrap, type WrapProof } from './wrap-proof';
