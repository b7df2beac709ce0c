export * from './targets.js';
