export * from './equilibrium.js';
export * from './species.js';
export * from './movement.js';
