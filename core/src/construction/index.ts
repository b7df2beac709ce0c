export * from './build.js';
export * from './usual.js';
export * from './lengths.js';
