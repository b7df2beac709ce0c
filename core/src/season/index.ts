export * from './choose.js';
export * from './choices.js';
export * from './rounds.js';
export * from './lines.js';
