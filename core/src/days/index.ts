export * from './day.js';
export * from './zone.js';
export * from './typed.js';
export * from './roughly.js';
export * from './opening.js';
