export * from './waiting-words.js';
