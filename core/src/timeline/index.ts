export * from './timeline.js';
export * from './compile.js';
export * from './fingers.js';
export { callLocksOff, callLocksOn, nameLocks, type Cue } from './cue.js';
export * from './holds.js';
export { countsInForce, cyclesToLead, strokesInForce, turnsToLead } from './changes.js';
export { beginsLastRound, lastRound, notesBetween, notesOf, type Note, type NoteKind } from './sounds.js';
export * from './session-totals.js';
export * from './cue-fit.js';
