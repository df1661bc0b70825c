export * from './ratio.js';
export * from './parse.js';
export * from './format.js';
export * from './fit.js';
export * from './ease.js';
export * from './describe.js';
