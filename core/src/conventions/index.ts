export * from './conventions.js';
