/** The public face of core: pure computation, no interface code. */
export * from './check';
export * from './colour';
export * from './format';
export * from './intake';
export * from './lattice';
export * from './lay';
export * from './mend';
export * from './practice';
export * from './print';
export * from './project';
export * from './raster';
export * from './render';
export * from './trace';
export * from './units';
