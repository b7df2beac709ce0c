export * from './day.js';
export * from './moisture.js';
export * from './climate.js';
export * from './logFile.js';
