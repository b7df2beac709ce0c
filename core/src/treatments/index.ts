export * from './treatment.js';
export * from './cautions.js';
export * from './catalogue/index.js';
export * from './edges.js';
export * from './order.js';
export * from './together.js';
export * from './edits.js';
export * from './glues.js';
