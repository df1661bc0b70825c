export * from './technique.js';
export * from './dressing.js';
export * from './posture.js';
export * from './locks.js';
export * from './catalogue/index.js';
export * from './search.js';
export * from './variant.js';
