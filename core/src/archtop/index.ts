export * from './arch.js';
export * from './setup.js';
