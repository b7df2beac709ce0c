export * from './equilibrium.js';
export * from './species.js';
export * from './movement.js';
export * from './diffusion.js';
export * from './pieces.js';
export * from './meter.js';
export * from './drying.js';
export * from './closing.js';
