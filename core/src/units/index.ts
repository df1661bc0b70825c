export * from './units.js';
export * from './print.js';
export * from './pace.js';
export * from './day.js';
export * from './median.js';
export * from './day-words.js';
