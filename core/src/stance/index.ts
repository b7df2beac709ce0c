export * from './frets.js';
export * from './stance.js';
export * from './saddle.js';
export * from './reset.js';
export * from './closure.js';
export * from './closureQuestion.js';
export * from './clearance.js';
