export * from './technique.js';
