export * from './technique.js';
export * from './breath-modifiers.js';
export * from './posture.js';
export * from './locks.js';
export * from './catalogue/index.js';
export * from './search.js';
export * from './variant.js';
