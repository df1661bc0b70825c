export * from './run.js';
export * from './record.js';
export * from './moment.js';
export * from './correct.js';
export * from './going-on.js';
export * from './done-timeline.js';
