export * from './capacity.js';
export * from './tries.js';
export * from './easy-rounds.js';
export * from './bad-day.js';
