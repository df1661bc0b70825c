export * from './signs.js';
export * from './paper.js';
export * from './facts.js';
export * from './features.js';
export * from './rules.js';
export * from './screen.js';
export * from './student-record.js';
