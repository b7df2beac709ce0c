export * from './blocks.js';
export * from './faces.js';
export * from './typeset.js';
