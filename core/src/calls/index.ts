export * from './calls.js';
