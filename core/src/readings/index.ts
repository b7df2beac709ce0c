export * from './quantities.js';
export * from './error.js';
export * from './typed.js';
export * from './side.js';
