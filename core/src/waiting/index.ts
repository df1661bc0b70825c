export * from './describe-waiting.js';
export * from './waiting-item.js';
export * from './what-waits.js';
