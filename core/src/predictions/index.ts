export * from './predictions.js';
