export * from './capacity.js';
