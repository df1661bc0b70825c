export * from './join-code.js';
export * from './phone-lane.js';
export * from './shared-clock.js';
