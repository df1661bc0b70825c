export * from './request.js';
export * from './day-part.js';
export * from './options.js';
export * from './search.js';
export * from './compose.js';
export * from './refit.js';
export * from './current.js';
