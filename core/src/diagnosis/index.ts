export * from './targets.js';
export * from './budget.js';
