export * from './prior.js';
export * from './fit.js';
export * from './calibrate.js';
export * from './predict.js';
export * from './paths.js';
export * from './attribution.js';
export * from './sentences.js';
export * from './expected.js';
