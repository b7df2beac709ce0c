export * from './psychrometrics.js';
export * from './hygrometer.js';
export * from './moisture.js';
export * from './climate.js';
export * from './scenario.js';
export * from './logFile.js';
export * from './logCheck.js';
