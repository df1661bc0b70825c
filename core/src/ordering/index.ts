export * from './ordering.js';
export * from './order-fixes.js';
export * from './left-over.js';
export * from './time-fit.js';
export * from './ordering-record.js';
