export * from './tension.js';
export * from './sets.js';
