export { boardPdf, type Lettering } from './board';
