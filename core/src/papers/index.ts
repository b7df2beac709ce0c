export * from './papers.js';
export * from './estimate.js';
