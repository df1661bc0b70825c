export * from './schema-parts.js';
export * from './student-schemas.js';
export * from './names.js';
export * from './schemas.js';
export * from './route.js';
export * from './routes.js';
export * from './home-schemas.js';
export * from './ladder-schemas.js';
