import { artServices } from './art';
import { checkServices } from './check';
import { clothServices } from './cloth';
import { colourServices } from './colour';
import { layServices } from './lay';
import { viewServices } from './mockups';
import { pageServices } from './pages';
import { paperServices } from './paper';
import { partServices } from './parts';
import { returnServices } from './returns';
import { sendServices } from './send';
import { tileServices } from './tiles';

/** Everything the workers do, by domain. Rasters travel as ImageBitmaps to look at and as PNG bytes to keep. */
export const services = {
  art: artServices,
  check: checkServices,
  cloth: clothServices,
  colour: colourServices,
  lay: layServices,
  mockups: viewServices,
  pages: pageServices,
  paper: paperServices,
  parts: partServices,
  returns: returnServices,
  send: sendServices,
  tiles: tileServices,
};

export type Services = typeof services;
