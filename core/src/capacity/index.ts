export * from './capacity.js';
export * from './bad-day.js';
export * from './easy-rounds.js';
export * from './tries.js';
export * from './student-capacity.js';
export * from './within-capacity.js';
export * from './fitted-passage.js';
export * from './passage-in-place.js';
