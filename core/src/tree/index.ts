export * from './ways.js';
export * from './spent.js';
export * from './tree.js';
export * from './assumed.js';
export * from './fell.js';
export * from './came.js';
