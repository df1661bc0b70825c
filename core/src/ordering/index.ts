export * from './ordering.js';
export * from './order-fixes.js';
export * from './time-fit.js';
