export * from './arch.js';
