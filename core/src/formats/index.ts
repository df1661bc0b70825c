export * from './session-schema.js';
export * from './technique-schema.js';
