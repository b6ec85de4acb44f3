import { artServices } from './art/art-services';
import { checkServices } from './check-services';
import { clothServices } from './cloth-services';
import { colourServices } from './colour-services';
import { layServices } from './lay-services';
import { pageServices } from './page-services';
import { paperServices } from './paper-services';
import { partServices } from './parts-services';
import { returnServices } from './return-services';
import { sendServices } from './send-services';
import { tileServices } from './tile-services';
import { viewServices } from './view-services';

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
