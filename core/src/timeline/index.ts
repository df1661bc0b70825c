export * from './timeline.js';
export * from './compile.js';
export * from './fingers.js';
export type { Cue } from './cue.js';
export * from './holds.js';
export { cyclesToLead, numbersInForce } from './changes.js';
export { lastRound, notesBetween, notesOf, type Note, type NoteKind } from './sounds.js';
