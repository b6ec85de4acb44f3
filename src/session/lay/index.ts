export { another, layMotif, MOTIF_DRAG, sizeToFit, tooLarge } from './lay-motif';
export { letAllGo } from './let-all-go';
