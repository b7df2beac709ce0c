export * from './day.js';
export * from './zone.js';
