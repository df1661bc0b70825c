export * from './class-run.js';
export * from './class-voice.js';
export * from './easing.js';
export * from './kept.js';
export * from './refill.js';
export * from './resting.js';
export * from './together.js';
export * from './where.js';
