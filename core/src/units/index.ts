export * from './parsed.js';
export * from './decimal.js';
export * from './length.js';
export * from './height.js';
export * from './scalars.js';
export * from './whole.js';
export * from './money.js';
export * from './hours.js';
