export * from './geometry.js';
export * from './outline.js';
export * from './plan.js';
export * from './presets.js';
export * from './check.js';
export * from './marks.js';
export * from './snap.js';
