/** The public face of core: pure computation, no interface code. */

export * from './colour';
export * from './document';
export * from './findings';
export * from './format';
export * from './intake';
export * from './lattice';
export * from './lay';
export * from './outlines';
export * from './pieces';
export * from './print';
export * from './products';
export * from './raster';
export * from './render';
export * from './returns';
export * from './trace';
export * from './units';
