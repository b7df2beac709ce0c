export { topSpec, solidSheet, laminatedSheet, specFaults, USUAL_TOP } from './spec.js';
export type { Anchor, RimSprings, StringLoad, TopFacts, TopSpec } from './spec.js';
export { meshOf, USUAL_SPACING, type BraceEdge, type TopMesh } from './mesh.js';
export { assembleTop, locate, UNIT_LOADS, type TopSystem, type UnitLoad } from './assemble.js';
export * from './solved.js';
export * from './shape.js';
export * from './stations.js';
export * from './fit.js';
export * from './rank.js';
