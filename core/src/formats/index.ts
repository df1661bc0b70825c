export * from './session-schema.js';
export * from './technique-schema.js';
export * from './session-file.js';
export * from './ladder-ics.js';
export * from './sittings-csv.js';
export * from './sittings-csv-read.js';
export * from './timeline-vtt.js';
export * from './timeline-wav.js';
