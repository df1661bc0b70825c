export * from './signs.js';
export * from './paper.js';
