export * from './laminate.js';
export * from './spec.js';
export * from './mesh.js';
export * from './shellElement.js';
export * from './beamElement.js';
export * from './shellSystem.js';
export * from './assemble.js';
export * from './solved.js';
