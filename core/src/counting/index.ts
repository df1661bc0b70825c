export * from './mirror.js';
export * from './onsets.js';
