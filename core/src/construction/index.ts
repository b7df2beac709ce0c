export * from './build.js';
export * from './usual.js';
