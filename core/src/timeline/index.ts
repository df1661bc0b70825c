export * from './timeline.js';
export * from './compile.js';
export * from './fingers.js';
export { callLocksOff, callLocksOn, nameLocks, type Cue } from './cue.js';
export * from './holds.js';
export { ARM_SUPPORT, armSupport, askedThroughout } from './asked.js';
export { countsInForce, cyclesToLead, leftOutOf, longerBy, strokesInForce, turnsToLead } from './changes.js';
export {
  beginsLastRound,
  fewestRounds,
  lastRound,
  notesBetween,
  notesOf,
  phaseNote,
  type Note,
  type NoteKind,
} from './sounds.js';
export * from './session-totals.js';
export * from './instructions.js';
export * from './passage-length.js';
export * from './compare.js';
export { atSpeed } from './at-speed.js';
export * from './thinning.js';
