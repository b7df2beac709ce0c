export * from './bisect.js';
export * from './chance.js';
