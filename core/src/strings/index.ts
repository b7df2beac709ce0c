export * from './materials.js';
export * from './spec.js';
export * from './sets.js';
export * from './tunings.js';
export * from './tension.js';
export * from './typed.js';
export * from './side.js';
