export * from './class-run.js';
export * from './class-voice.js';
export * from './commands.js';
export * from './refill.js';
