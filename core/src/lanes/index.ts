export * from './align-lanes.js';
export * from './choose-period.js';
export * from './common-length.js';
export * from './guest.js';
export * from './lane-rounds.js';
