export * from './rung.js';
export * from './growth.js';
export * from './schools.js';
export * from './build-ladder.js';
export * from './decide.js';
export * from './passage-on-rung.js';
export * from './forecast.js';
export * from './practice-calendar.js';
