export * from './ways.js';
export * from './spent.js';
export * from './tree.js';
