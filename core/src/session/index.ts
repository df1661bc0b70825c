export * from './session.js';
export * from './edits.js';
export * from './dosage.js';
export * from './check.js';
export * from './print.js';
