export * from './align-lanes.js';
export * from './choose-period.js';
export * from './lane-rounds.js';
