export * from './session-schema.js';
