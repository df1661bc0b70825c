export * from './schemas.js';
export * from './routes.js';
