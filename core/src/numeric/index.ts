export * from './bisect.js';
export * from './chance.js';
export * from './skyline.js';
export * from './complementarity.js';
export * from './dense.js';
export * from './nested.js';
export * from './nodal.js';
export * from './normal.js';
